package dev.vinesorter.java.read;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.compile.JavaSketch;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * Which unchanged files may mean something else because others changed.
 *
 * <p>Whatever the compiler looks at for one file, it gets to through names in that file and in the
 * declarations these lead to. So a change can concern only files that use the changed one, or one
 * that {@link HandedOn hands it on}, and files in which a name may now stand for a type that came
 * or went. Where only members of a class changed, a file is concerned if it extends the class, or
 * has the name of one of them and is of the {@link MemberUsers}. A file in which names could not be
 * bound has no such chains, so it is concerned when it has the name of anything that a changed file
 * declares otherwise.
 *
 * @param files their paths
 */
record Concerned(Set<String> files) {

  /** The files concerned; null where too much changed to tell. */
  static Concerned of(
      Survey old,
      Map<String, String> oldSketches,
      Map<String, String> sketches,
      Set<String> changed,
      Overlay sources) {
    if (changed.stream().anyMatch(path -> "".equals(sketches.get(path)))) {
      return null;
    }
    return new Concerned(new Search(old, oldSketches, sketches, changed, sources).run());
  }

  /** One search, from what changed to who is concerned. */
  private static final class Search {
    private final Survey old;
    private final Map<String, String> oldSketches;
    private final Map<String, String> sketches;
    private final Set<String> changed;
    private final Overlay sources;
    private final HandedOn wide;
    private final MovedSources moved;

    /** Simple names of types that came or went, and last segments of packages that did. */
    private final Set<String> types = new TreeSet<>();

    /** Names of members that changed, where nothing else did, by source. */
    private final Map<String, Set<String>> members = new TreeMap<>();

    /** Changed sources that declare something else now; bodies concern nobody but themselves. */
    private final Set<String> declaring = new TreeSet<>();

    private final Set<String> found = new TreeSet<>();
    private FileGraph graph;

    Search(
        Survey old,
        Map<String, String> oldSketches,
        Map<String, String> sketches,
        Set<String> changed,
        Overlay sources) {
      this.old = old;
      this.oldSketches = oldSketches;
      this.sketches = sketches;
      this.changed = changed;
      this.sources = sources;
      this.wide = new HandedOn(oldSketches, sketches);
      this.moved = new MovedSources(oldSketches, sketches, changed);
    }

    private FileGraph graph() {
      if (graph == null) {
        graph = FileGraph.of(old);
      }
      return graph;
    }

    Set<String> run() {
      if (!moved.newPaths().isEmpty()) {
        moved.onlyFollowed(graph().users());
      }
      changed.forEach(this::changes);
      packages();
      if (!wide.isEmpty() || !members.isEmpty() || !types.isEmpty()) {
        byNames();
        byUses();
      }
      found.removeIf(path -> changed.contains(path) || !sketches.containsKey(path));
      return found;
    }

    private void changes(String path) {
      String was = oldSketches.get(path);
      SketchChange change =
          SketchChange.between(moved.settled(was), moved.settled(sketches.get(path)));
      types.addAll(change.types());
      if (!change.types().isEmpty()
          || change.wide()
          || !change.names().isEmpty()
          || moved.newPaths().containsKey(path)) {
        declaring.add(path);
      }
      if (moved.newPaths().containsKey(path)) {
        members.put(path, moved.members(path));
      } else if (change.wide() && was != null) {
        wide.add(path, change.head());
      } else if (!change.names().isEmpty()) {
        members.put(path, change.names());
      }
    }

    /** A package that comes or goes makes names with its last segment mean something else. */
    private void packages() {
      Set<String> before = Concerned.packages(oldSketches);
      Set<String> after = Concerned.packages(sketches);
      for (Set<String> side : List.of(before, after)) {
        for (String name : side) {
          if (!before.contains(name) || !after.contains(name)) {
            types.add(name.substring(name.lastIndexOf('.') + 1));
          }
        }
      }
    }

    /** Sources in which a name may stand for what came or went, and who that is handed on to. */
    private void byNames() {
      Set<String> handed = new TreeSet<>(types);
      for (String path : moved.newPaths().keySet()) {
        handed.removeAll(SketchChange.between(oldSketches.get(path), null).types());
      }
      Set<String> named = new TreeSet<>(types);
      for (String path : declaring) {
        named.addAll(SketchChange.typeNames(oldSketches.get(path)));
        named.addAll(SketchChange.typeNames(sketches.get(path)));
        named.addAll(members.getOrDefault(path, Set.of()));
      }
      // What could not be bound leaves no trace in the survey, so names have to do.
      Set<String> broken = broken(old);
      for (String path : sketches.keySet()) {
        boolean unsure = broken.contains(path);
        Set<String> words = unsure ? named : types;
        if (!words.isEmpty() && has(sources, path, words)) {
          found.add(path);
          // Its declarations may mean something else now, and with them what uses them.
          wide.name(path, unsure ? named : handed, true);
        }
      }
    }

    private void byUses() {
      if (wide.isEmpty() && members.isEmpty()) {
        return;
      }
      for (String path : moved.newPaths().keySet()) {
        found.addAll(graph().users().getOrDefault(path, Set.of()));
      }
      found.addAll(wide.users(graph().users(), graph().heirs()));
      found.addAll(graph().heirsOf(members.keySet()));
      for (Map.Entry<String, Set<String>> one : members.entrySet()) {
        for (String user : MemberUsers.of(old, one.getKey(), one.getValue())) {
          if (!found.contains(user) && has(sources, user, one.getValue())) {
            found.add(user);
          }
        }
      }
    }
  }

  /** Files with names that could not be bound, or with errors. */
  private static Set<String> broken(Survey old) {
    Set<String> files = new HashSet<>();
    old.unresolved().forEach(name -> files.add(name.site().file()));
    old.problems().forEach(problem -> files.add(problem.file()));
    return files;
  }

  private static Set<String> packages(Map<String, String> sketches) {
    Set<String> headers = new HashSet<>();
    Set<String> names = new TreeSet<>();
    for (String sketch : sketches.values()) {
      // Headers of one package mostly begin alike, so few have to be read.
      int semicolon = sketch.indexOf(';');
      if (!sketch.isEmpty() && headers.add(sketch.substring(0, Math.max(1, semicolon)))) {
        names.add(JavaSketch.packageOf(sketch));
      }
    }
    return names;
  }

  /** Whether a file has one of the words. */
  private static boolean has(Overlay sources, String path, Set<String> words) {
    if (!sources.exists(path)) {
      return false;
    }
    return has(sources.text(path).text(), words);
  }

  /** Whether a text has one of the words, with letters written as escapes or not. */
  static boolean has(String text, Set<String> words) {
    if (words.stream().anyMatch(word -> JavaTokens.hasWord(text, word))) {
      return true;
    }
    String plain = text.contains("\\u") ? JavaTokens.decoded(text) : text;
    return plain != text && words.stream().anyMatch(word -> JavaTokens.hasWord(plain, word));
  }

  /** Who uses whom among files, in any way that leaves a trace in the survey. */
  private record FileGraph(Map<String, Set<String>> users, Map<String, Set<String>> heirs) {

    static FileGraph of(Survey survey) {
      Units units = survey.units();
      References references = survey.references();
      int[] fileOf = new int[units.size()];
      for (int unit = 0; unit < fileOf.length; unit++) {
        fileOf[unit] = units.fileOf(unit);
      }
      Map<Integer, Set<Integer>> users = new HashMap<>();
      Map<Integer, Set<Integer>> heirs = new HashMap<>();
      Map<Integer, List<Integer>> inPackage = new HashMap<>();
      for (int unit = 0; unit < fileOf.length; unit++) {
        if (units.level(unit) == Level.FILE) {
          inPackage.computeIfAbsent(units.packageOf(unit), p -> new ArrayList<>()).add(unit);
        }
      }
      for (int unit = 0; unit < fileOf.length; unit++) {
        int user = fileOf[unit];
        for (int r = references.row(unit); user >= 0 && r < references.row(unit + 1); r++) {
          int target = references.target(r);
          int used = fileOf[target];
          if (used >= 0 && used != user) {
            users.computeIfAbsent(used, f -> new HashSet<>()).add(user);
            Kind kind = references.kind(r);
            if (kind == Kind.EXTENDS || kind == Kind.IMPLEMENTS) {
              heirs.computeIfAbsent(used, f -> new HashSet<>()).add(user);
            }
          } else if (units.level(target) == Level.PACKAGE) {
            for (int one : inPackage.getOrDefault(target, List.of())) {
              users.computeIfAbsent(one, f -> new HashSet<>()).add(user);
            }
          }
        }
      }
      return new FileGraph(named(units, users), named(units, heirs));
    }

    private static Map<String, Set<String>> named(Units units, Map<Integer, Set<Integer>> graph) {
      Map<String, Set<String>> named = new HashMap<>();
      graph.forEach(
          (used, by) -> {
            Set<String> names = new TreeSet<>();
            by.forEach(user -> names.add(units.name(user)));
            named.put(units.name(used), names);
          });
      return named;
    }

    /** All files whose types inherit from some through any chain. */
    Set<String> heirsOf(Set<String> files) {
      Set<String> found = new TreeSet<>();
      Deque<String> open = new ArrayDeque<>(files);
      while (!open.isEmpty()) {
        for (String user : heirs.getOrDefault(open.remove(), Set.of())) {
          if (found.add(user)) {
            open.add(user);
          }
        }
      }
      return found;
    }
  }
}
