package dev.vinesorter.lang.space;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.lang.outline.Outline;
import dev.vinesorter.lang.outline.Outline.Decl;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.outline.Outline.Use;
import dev.vinesorter.lang.read.Names;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.lang.read.Project;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** What stands right in namespaces, by their full names. */
final class Tops {
  private final Project project;
  private final Names names;
  private final TreeMap<String, Map<String, List<Place>>> spaces = new TreeMap<>();

  Tops(Project project, Names names) {
    this.project = project;
    this.names = names;
    for (int file = 0; file < project.outlines().size(); file++) {
      for (int decl : of(file)) {
        spaces
            .computeIfAbsent(space(file, decl), key -> new TreeMap<>())
            .computeIfAbsent(own(decl(file, decl)), key -> new ArrayList<>(1))
            .add(Place.of(file, decl));
      }
    }
  }

  private Decl decl(int file, int decl) {
    return project.outlines().get(file).decls().get(decl);
  }

  /** The name that an import has: what a function extends is not part of it. */
  static String own(Decl decl) {
    return decl.name().substring(decl.name().lastIndexOf(':') + 1);
  }

  String own(Place top) {
    return own(decl(top.file(), top.decl()));
  }

  /** The declarations that stand right in a namespace of a source, or outside of all. */
  List<Integer> of(int file) {
    List<Decl> decls = project.outlines().get(file).decls();
    List<Integer> found = new ArrayList<>();
    for (int decl = 1; decl < decls.size(); decl++) {
      Decl one = decls.get(decl);
      Sort around = decls.get(one.around()).sort();
      boolean top = around == Sort.SPACE || around == Sort.LOOSE;
      if (top && one.sort() != Sort.SPACE) {
        found.add(decl);
      }
    }
    return found;
  }

  /** The namespace of a declaration that stands right in it; empty outside of all. */
  String space(int file, int decl) {
    return names.space(file, decl(file, decl).around());
  }

  String space(Place top) {
    return space(top.file(), top.decl());
  }

  /** What a namespace has by a name. */
  List<Place> in(String space, String name) {
    return spaces.getOrDefault(space, Map.of()).getOrDefault(name, List.of());
  }

  /** All that a namespace has. */
  List<Place> in(String space) {
    return spaces.getOrDefault(space, Map.of()).values().stream().flatMap(List::stream).toList();
  }

  /** Whether sources declare something in a namespace, or in one inside of it. */
  boolean isSpace(String name) {
    String next = spaces.ceilingKey(name);
    return next != null
        && (next.equals(name)
            || spaces.ceilingKey(name + ".") != null
                && isInside(spaces.ceilingKey(name + "."), name));
  }

  static boolean isInside(String space, String around) {
    return space.startsWith(around + ".");
  }

  /** What stands right in a namespace and holds a declaration, or is it. */
  Place top(Place place) {
    List<Decl> decls = project.outlines().get(place.file()).decls();
    int at = place.decl();
    while (at > 0 && decls.get(decls.get(at).around()).sort() != Sort.SPACE) {
      at = decls.get(at).around();
    }
    return Place.of(place.file(), at);
  }

  /** How many names of a full one are the namespace of what it begins with; -1 for no such. */
  int cut(List<String> full) {
    for (int n = full.size() - 1; n >= 0; n--) {
      if (!in(String.join(".", full.subList(0, n)), full.get(n)).isEmpty()) {
        return n;
      }
    }
    return -1;
  }

  /**
   * How a use reaches what stands in a namespace.
   *
   * @param top what it reaches
   * @param index which of the names in the chain is that
   */
  record Reached(Place top, int index) {}

  /** The first thing of a namespace that a chain of names goes through; null for none. */
  Reached reached(int file, Use use) {
    if (!use.isNamed()) {
      return null;
    }
    int size = use.chain().size();
    for (int n = 0; n < size; n++) {
      Kind kind = n == size - 1 ? use.kind() : Kind.REFERS;
      Place place = certain(file, use, kind, n);
      place = place == null && n < size - 1 ? certain(file, use, Kind.READS, n) : place;
      if (place != null) {
        Decl decl = names.decl(place);
        Sort around = project.outlines().get(place.file()).decls().get(decl.around()).sort();
        boolean top = around == Sort.SPACE || around == Sort.LOOSE;
        return top ? new Reached(place, n) : null;
      }
    }
    return null;
  }

  private Place certain(int file, Use use, Kind kind, int n) {
    List<String> chain = use.chain().subList(0, n + 1);
    Place place =
        names.meant(file, new Use(use.decl(), kind, use.root(), chain, use.at(), use.end()));
    boolean ours =
        place != null
            && place.file() >= 0
            && place.decl() > 0
            && place.sort() == Place.Found.CERTAIN;
    return ours && names.decl(place).sort() != Sort.SPACE ? place : null;
  }

  /** Whether a source says of no namespace. */
  boolean isOutside(int file) {
    return project.outlines().get(file).decls().stream().noneMatch(one -> one.sort() == Sort.SPACE);
  }

  /** The namespace of a source; null where it has none, or several. */
  String only(int file) {
    Outline outline = project.outlines().get(file);
    String found = null;
    for (int decl = 1; decl < outline.decls().size(); decl++) {
      if (outline.decls().get(decl).sort() == Sort.SPACE) {
        if (found != null) {
          return null;
        }
        found = names.space(file, decl);
      }
    }
    return found;
  }
}
