package dev.vinesorter.lang.read;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.lang.outline.Outline;
import dev.vinesorter.lang.outline.Outline.Decl;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.outline.Outline.Use;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What namespaces hold, in whatever sources they are opened. Where a language declares types in
 * parts, a type is such a namespace, too.
 */
final class Spaces {
  private final Rules rules;
  private final List<Outline> outlines;

  /** What each holds, by its full name and the name of what is in it. */
  private final Map<String, Map<String, List<Place>>> held = new HashMap<>();

  /** The declarations that name something above them. */
  private final Set<Place> extending = new HashSet<>();

  /** All declarations of a type in parts, by its full name; only of those that have several. */
  private final Map<String, List<Place>> parts = new HashMap<>();

  /** The full names of these declarations. */
  private final Map<Place, String> shared = new HashMap<>();

  /** The single names that names of namespaces are made of, where types are declared in parts. */
  private final Set<String> words = new HashSet<>();

  Spaces(Project project, Rules rules) {
    this.rules = rules;
    this.outlines = project.outlines();
    if (rules.declaresInParts()) {
      findParts();
    }
    for (int file = 0; file < outlines.size(); file++) {
      List<Decl> decls = outlines.get(file).decls();
      for (int decl = 1; decl < decls.size(); decl++) {
        int around = decls.get(decl).around();
        if (isOpen(file, around)) {
          held.computeIfAbsent(name(file, around), name -> new HashMap<>())
              .computeIfAbsent(decls.get(decl).name(), name -> new ArrayList<>(1))
              .add(Place.of(file, decl));
        }
      }
    }
    if (rules.declaresInParts()) {
      held.keySet().forEach(name -> words.addAll(List.of(name.split("\\."))));
      held.values().forEach(inside -> inside.values().forEach(this::mainFirst));
    }
  }

  /** Finds the types that more than one place declares, or opens as a namespace. */
  private void findParts() {
    Set<String> spaces = new HashSet<>();
    for (int file = 0; file < outlines.size(); file++) {
      List<Decl> decls = outlines.get(file).decls();
      for (int decl = 1; decl < decls.size(); decl++) {
        Sort sort = decls.get(decl).sort();
        if (sort == Sort.SPACE) {
          spaces.add(name(file, decl));
        } else if (sort == Sort.TYPE && !Names.isLocal(decls, decl)) {
          parts
              .computeIfAbsent(name(file, decl), name -> new ArrayList<>(1))
              .add(Place.of(file, decl));
        }
      }
      for (Use use : outlines.get(file).uses()) {
        if (use.kind() == Kind.EXTENDS) {
          extending.add(Place.of(file, use.decl()));
        }
      }
    }
    parts.entrySet().removeIf(one -> one.getValue().size() < 2 && !spaces.contains(one.getKey()));
    parts.forEach((name, places) -> places.forEach(place -> shared.put(place, name)));
  }

  /** Puts the declaration first that says most of what something is. */
  private void mainFirst(List<Place> places) {
    if (places.size() > 1) {
      places.sort(Comparator.comparing(this::isAside));
    }
  }

  /** Whether a declaration adds to another one: it names nothing above, in a source called else. */
  private int isAside(Place place) {
    Outline outline = outlines.get(place.file());
    String name = outline.decls().get(place.decl()).name();
    String path = outline.path();
    String called = path.substring(path.lastIndexOf('/') + 1, Math.max(0, path.lastIndexOf('.')));
    boolean home = called.replace("_", "").equalsIgnoreCase(name);
    return home ? 0 : extending.contains(place) ? 1 : 2;
  }

  /** Whether what stands in a declaration is also found by those elsewhere that have its name. */
  private boolean isOpen(int file, int decl) {
    if (decl < 0 || !rules.namespaces()) {
      return false;
    }
    Sort sort = outlines.get(file).decls().get(decl).sort();
    return sort == Sort.SPACE
        || sort == Sort.LOOSE
        || sort == Sort.TYPE && parts.containsKey(name(file, decl));
  }

  /** Whether a declaration is a namespace, or stands for the one outside of all. */
  boolean isSpace(Decl decl) {
    return rules.namespaces() && (decl.sort() == Sort.SPACE || decl.sort() == Sort.LOOSE);
  }

  /** Whether sources of ours declare something in a namespace. */
  boolean has(String name) {
    return held.containsKey(name);
  }

  /** Whether a namespace somewhere has a name in its own. */
  boolean begins(String name) {
    return words.contains(name);
  }

  /** What a namespace holds by a name. */
  List<Place> held(String space, String name) {
    return held.getOrDefault(space, Map.of()).getOrDefault(name, List.of());
  }

  /** The full name of a type that several places declare; null for another one. */
  String shared(Place type) {
    return shared.get(
        type.sort() == Place.Found.LIKELY ? Place.of(type.file(), type.decl()) : type);
  }

  /** All declarations of a type in parts; just the one of another. */
  List<Place> parts(Place type) {
    String name = shared(type);
    return name == null ? List.of(type) : parts.get(name);
  }

  /** The full name of a namespace, and of a type in parts; empty outside of all. */
  String name(int file, int decl) {
    Decl one = outlines.get(file).decls().get(decl);
    boolean counts = one.sort() == Sort.SPACE || one.sort() == Sort.TYPE && rules.declaresInParts();
    if (!counts) {
      return "";
    }
    String around = name(file, one.around());
    return around.isEmpty()
        ? one.name()
        : one.name().isEmpty() ? around : around + "." + one.name();
  }
}
