package dev.vinesorter.lang.space;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.lang.outline.Outline.Decl;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.lang.read.Project;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/** Finds out what a step means: which declarations go, to which namespace and source. */
final class SpaceRequest {
  private final SpaceMove move;
  private final Units units;
  private final Tops tops;
  private final Homes homes;

  /** The declarations that go, by source, each with the namespace that takes it. */
  private final Map<Integer, Map<Integer, String>> goals = new LinkedHashMap<>();

  /** Sources that go as a whole, with the folder that takes them. */
  private final Map<Integer, String> folders = new LinkedHashMap<>();

  SpaceRequest(SpaceMove move, Units units) {
    this.move = move;
    this.units = units;
    this.tops = move.tops();
    this.homes = new Homes(move.project(), tops);
  }

  /** Adds what goes to the move, or what stands against it. */
  void resolve() {
    Step.Move step = (Step.Move) move.step();
    String into = step.into();
    boolean source = move.language().isSource(into);
    boolean folder =
        !source && (into.contains("/") || move.project().hasFolder(into) && !tops.isSpace(into));
    String space = source ? sourceSpace(into) : folder ? null : space(into);
    if (!folder && space == null) {
      move.refuse(
          RefusalCode.BAD_TARGET, "'" + into + "' is no namespace, and no source with one.");
      return;
    }
    for (String name : step.units()) {
      unit(name, space, folder ? into : null, step.may(Leave.BELOW));
    }
    if (!move.reasons().isEmpty()) {
      return;
    }
    withParts();
    if (!move.reasons().isEmpty()) {
      return;
    }
    for (int file : new TreeSet<>(goals.keySet())) {
      depart(file, source ? into : null);
    }
  }

  /** A name with dots as a namespace; null where it is none. */
  private static String space(String into) {
    String name = into.replace('\\', '.');
    for (String part : name.split("\\.", -1)) {
      boolean named = !part.isEmpty() && Character.isJavaIdentifierStart(part.charAt(0));
      if (!named || !part.chars().allMatch(Character::isJavaIdentifierPart)) {
        return null;
      }
    }
    return name;
  }

  /** The namespace of a source, or that of a new one's folder; null where nothing tells. */
  private String sourceSpace(String path) {
    int file = move.project().number(path);
    if (file >= 0) {
      return tops.only(file);
    }
    boolean free = !move.sources().isTaken(path);
    return free && Project.isPlain(path) ? homes.space(Project.folder(path)) : null;
  }

  // ---- units

  private void unit(String name, String space, String folder, boolean below) {
    int file = move.project().number(name);
    if (file >= 0) {
      wholeFile(file, space, folder);
      return;
    }
    int unit = units.find(name, Level.MEMBER);
    unit = unit >= 0 ? unit : units.find(name, Level.TYPE);
    if (unit < 0) {
      String dotted = name.replace('\\', '.');
      if (tops.isSpace(dotted) && space != null) {
        namespace(dotted, space, below);
      } else if (units.find(last(name, space), Level.TYPE) < 0) {
        move.refuse(RefusalCode.UNKNOWN_UNIT, "There is no " + name + " in this language.");
      }
      return;
    }
    int at = units.fileOf(unit) < 0 ? -1 : move.project().number(units.name(units.fileOf(unit)));
    int decl = at < 0 ? -1 : top(at, units.nameAt(unit));
    if (at < 0) {
      move.refuse(RefusalCode.FOREIGN, name + " belongs to a library.");
    } else if (units.begin(unit) == 0
        && units.nameAt(unit) == 0
        && units.level(unit) == Level.TYPE
        && decl < 0) {
      move.refuse(
          RefusalCode.NOT_YET,
          "'"
              + name
              + "' stands for what is loose in a source; name the source, or the functions.");
    } else if (decl < 0) {
      move.refuse(
          RefusalCode.NOT_YET,
          "So far what stands right in a namespace moves; " + name + " does not.",
          at,
          Math.max(0, units.nameAt(unit)),
          Math.max(0, units.nameAt(unit)));
    } else if (folder != null) {
      move.refuse(
          RefusalCode.BAD_TARGET, "A folder takes sources; name the namespace or the source.");
    } else {
      goals.computeIfAbsent(at, key -> new LinkedHashMap<>()).put(decl, space);
    }
  }

  private static String last(String name, String space) {
    return SpaceMove.join(String.valueOf(space), name.substring(name.lastIndexOf('.') + 1));
  }

  private int top(int file, int nameAt) {
    for (int decl : tops.of(file)) {
      if (move.outline(file).decls().get(decl).nameAt() == nameAt) {
        return decl;
      }
    }
    return -1;
  }

  private void wholeFile(int file, String space, String folder) {
    String goal = space;
    if (folder != null) {
      String to = folder.equals(".") ? "" : folder.replaceAll("/+$", "");
      if (!Project.isPlain(to) || move.sources().exists(to)) {
        move.refuse(
            RefusalCode.BAD_TARGET, "'" + folder + "' is no folder for sources of this root.");
        return;
      }
      folders.put(file, to);
      goal = move.language().followsFolder() ? homes.space(to) : tops.only(file);
      if (goal == null) {
        move.refuse(
            RefusalCode.BAD_TARGET,
            "Nothing tells which namespace sources in '" + folder + "' have; name the namespace.");
        return;
      }
    }
    for (int decl : tops.of(file)) {
      goals.computeIfAbsent(file, key -> new LinkedHashMap<>()).put(decl, goal);
    }
    if (tops.of(file).isEmpty()) {
      move.refuse(RefusalCode.NOT_YET, move.path(file) + " declares nothing that could move.");
    }
  }

  /** A namespace with all that is right in it, and with those in it where the step says so. */
  private void namespace(String name, String into, boolean below) {
    String goal = SpaceMove.join(into, name.substring(name.lastIndexOf('.') + 1));
    for (int file = 0; file < move.files(); file++) {
      for (int decl : tops.of(file)) {
        String space = tops.space(file, decl);
        boolean inside = below && Tops.isInside(space, name);
        if (space.equals(name) || inside) {
          goals
              .computeIfAbsent(file, key -> new LinkedHashMap<>())
              .put(decl, goal + space.substring(name.length()));
        }
      }
    }
  }

  /** What is declared in several sources goes with all of them, or not at all. */
  private void withParts() {
    for (int file : List.copyOf(goals.keySet())) {
      for (int decl : List.copyOf(goals.get(file).keySet())) {
        Place one = Place.of(file, decl);
        Decl declared = move.names().decl(one);
        for (Place other : tops.in(tops.space(one), tops.own(one))) {
          boolean twin = other.file() != file && move.names().decl(other).sort() == declared.sort();
          boolean together = twin && declared.sort() == Sort.TYPE;
          boolean known = goals.getOrDefault(other.file(), Map.of()).containsKey(other.decl());
          if (together && !known && !move.language().hasParts()) {
            move.refuse(
                RefusalCode.TWIN,
                "'" + tops.own(one) + "' is declared in " + move.path(other.file()) + ", too.",
                file,
                declared.nameAt(),
                declared.nameAt() + 1);
          } else if (together && !known) {
            goals
                .computeIfAbsent(other.file(), key -> new LinkedHashMap<>())
                .put(other.decl(), goals.get(file).get(decl));
          } else if (other.file() == file && other.decl() != decl && !known) {
            // Overloads, and a function called like the type that it makes.
            goals.get(file).put(other.decl(), goals.get(file).get(decl));
          }
        }
      }
    }
  }

  // ---- where it goes

  private void depart(int file, String source) {
    Map<Integer, String> going = goals.get(file);
    going
        .entrySet()
        .removeIf(
            one ->
                source == null
                    && !folders.containsKey(file)
                    && one.getValue().equals(tops.space(file, one.getKey())));
    if (going.isEmpty()) {
      return;
    }
    String only = tops.isOutside(file) ? "" : tops.only(file);
    boolean comesIn = only != null && only.isEmpty() && move.mayEnclose();
    if (only == null || only.isEmpty() && !comesIn) {
      move.refuse(
          RefusalCode.NOT_YET,
          move.path(file) + " has no namespace, or several; so far sources with one are changed.",
          file,
          0,
          0);
      return;
    }
    Set<String> spaces = new TreeSet<>(going.values());
    boolean whole = going.size() == tops.of(file).size() && spaces.size() == 1;
    boolean there = source != null && move.project().number(source) >= 0;
    if (comesIn && !whole) {
      move.refuse(
          RefusalCode.NOT_YET,
          "So far a source without a namespace goes as a whole; "
              + move.path(file)
              + " declares more than what the step names.",
          file,
          0,
          0);
    } else if (whole && !there) {
      wholeGoes(file, spaces.iterator().next(), source, going.keySet());
    } else {
      partsGo(file, going, source);
    }
  }

  private void wholeGoes(int file, String space, String source, Set<Integer> decls) {
    String path = move.path(file);
    String name = path.substring(path.lastIndexOf('/') + 1);
    String folder = folders.get(file);
    if (folder == null) {
      folder =
          tops.isOutside(file)
              ? homes.ofSpace(Project.folder(path), space)
              : homes.folder(Project.folder(path), tops.only(file), space);
    }
    if (folder == null && move.language().isFoundByFolder()) {
      lost(space);
      return;
    }
    String to = source != null ? source : folder == null ? path : Project.join(folder, name);
    boolean taken = !to.equals(path) && move.sources().isTaken(to);
    if (taken) {
      move.refuse(RefusalCode.NAME_CLASH, "There is a file " + to + " already.");
      return;
    }
    Departure goes = new Departure(file, true, space, to);
    goes.decls().addAll(decls);
    if (!to.equals(path) || !space.equals(tops.only(file))) {
      move.add(goes);
    }
  }

  private void partsGo(int file, Map<Integer, String> going, String source) {
    String path = move.path(file);
    String end = path.substring(path.lastIndexOf('.'));
    String own = path.substring(path.lastIndexOf('/') + 1, path.length() - end.length());
    Map<String, Departure> byPath = new LinkedHashMap<>();
    List<Integer> all = new ArrayList<>(new TreeSet<>(going.keySet()));
    for (int decl : all) {
      String space = going.get(decl);
      String folder = homes.folder(Project.folder(path), tops.only(file), space);
      Decl one = move.outline(file).decls().get(decl);
      boolean type = one.sort() == Sort.TYPE;
      if (folder == null && move.language().isFoundByFolder() && source == null) {
        lost(space);
        return;
      }
      // A function that is called like a type goes with it.
      boolean beside = !type && all.stream().anyMatch(other -> isTypeOf(file, other, one));
      String name = type || beside ? Tops.own(one) : own;
      String to =
          source != null
              ? source
              : Project.join(folder == null ? Project.folder(path) : folder, name + end);
      if (to.equals(path)) {
        to = Project.join(Project.folder(path), Tops.own(one) + end);
      }
      int there = move.project().number(to);
      boolean taken = there < 0 && move.sources().isTaken(to);
      if (taken || there >= 0 && !space.equals(tops.only(there)) || to.equals(path)) {
        move.refuse(RefusalCode.NAME_CLASH, "There is a file " + to + " already.");
        return;
      }
      if (byPath.containsKey(to) && !byPath.get(to).space().equals(space)) {
        move.refuse(RefusalCode.NOT_YET, "Two namespaces would meet in " + to + ".");
        return;
      }
      byPath.computeIfAbsent(to, key -> new Departure(file, false, space, key)).decls().add(decl);
    }
    byPath.values().forEach(move::add);
  }

  private void lost(String space) {
    move.refuse(
        RefusalCode.BAD_TARGET,
        "Nothing tells in which folder sources of " + space + " are looked for; name the source.");
  }

  private boolean isTypeOf(int file, int decl, Decl one) {
    Decl other = move.outline(file).decls().get(decl);
    return other.sort() == Sort.TYPE && other.name().equals(Tops.own(one));
  }
}
