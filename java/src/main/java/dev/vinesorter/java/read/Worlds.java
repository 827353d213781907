package dev.vinesorter.java.read;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.BiPredicate;

/**
 * Which sources are read apart from the others, since several modules declare types of one name and
 * each means its own: every module sees what it declares itself, else what a module declares that
 * it depends on, else what lies nearest to it, else what comes first.
 */
public final class Worlds {
  /** The memo's note of them, among those of the files. */
  static final String NOTE = "\u0001worlds";

  /** Each is a run of the compiler; what would need more is read as if it meant the first. */
  private static final int MOST = 40;

  private static final String BEGIN = "=";
  private static final String FILE = "+";
  private static final String HIDDEN = "-";

  /**
   * Sources that mean the same by each name.
   *
   * @param files their paths
   * @param hidden the paths of sources that declare what these see elsewhere
   */
  record World(Set<String> files, Set<String> hidden) {}

  /**
   * What is known of a source.
   *
   * @param home the folder of its module, or that of its source root
   * @param types the full names of the types that stand directly in it
   */
  record Source(String path, String home, String module, List<String> types) {}

  /** That of all who see what comes first, and the others. */
  private final List<World> worlds;

  private final Map<String, Integer> worldOf = new HashMap<>();

  private Worlds(List<World> worlds) {
    this.worlds = worlds;
    for (int n = 0; n < worlds.size(); n++) {
      for (String path : worlds.get(n).files) {
        worldOf.put(path, n);
      }
    }
    for (int n = 0; n < worlds.size(); n++) {
      for (String path : worlds.get(n).files) {
        for (String at = folder(path); !at.isEmpty(); at = folder(at)) {
          worldOf.putIfAbsent(at, n);
        }
      }
    }
  }

  /**
   * Of some sources.
   *
   * @param sees whether a module of one name depends on that of another; false where that is not
   *     known
   */
  static Worlds of(List<Source> sources, BiPredicate<String, String> sees) {
    Map<String, List<Source>> declarers = declarers(sources);
    if (declarers.isEmpty()) {
      return new Worlds(List.of());
    }
    Set<String> all = new TreeSet<>();
    declarers.values().forEach(some -> some.forEach(one -> all.add(one.path)));
    Set<String> first = new TreeSet<>();
    declarers.values().forEach(some -> first.add(some.get(0).path));
    Map<String, List<Source>> homes = new LinkedHashMap<>();
    sources.forEach(one -> homes.computeIfAbsent(one.home, h -> new ArrayList<>()).add(one));
    Map<Set<String>, Set<String>> byChoice = new LinkedHashMap<>();
    byChoice.put(first, new TreeSet<>());
    homes.forEach(
        (home, own) -> {
          Set<String> chosen = new TreeSet<>();
          declarers.values().forEach(some -> chosen.add(chosen(own.get(0), some, sees).path));
          Set<String> choice =
              byChoice.containsKey(chosen) || byChoice.size() <= MOST ? chosen : first;
          Set<String> files = byChoice.computeIfAbsent(choice, c -> new TreeSet<>());
          own.forEach(one -> files.add(one.path));
        });
    List<World> worlds = new ArrayList<>();
    byChoice.forEach(
        (chosen, files) -> {
          Set<String> hidden = new TreeSet<>(all);
          hidden.removeAll(chosen);
          hidden.removeAll(files);
          worlds.add(new World(files, hidden));
        });
    return new Worlds(worlds.size() == 1 ? List.of() : worlds);
  }

  /** The sources that declare each type which several homes declare, one of each home. */
  private static Map<String, List<Source>> declarers(List<Source> sources) {
    Map<String, List<Source>> declarers = new TreeMap<>();
    for (Source source : sources) {
      for (String type : source.types) {
        List<Source> some = declarers.computeIfAbsent(type, t -> new ArrayList<>(1));
        if (some.stream().noneMatch(one -> one.home.equals(source.home))) {
          some.add(source);
        }
      }
    }
    declarers.values().removeIf(some -> some.size() < 2);
    return declarers;
  }

  private static Source chosen(
      Source one, List<Source> declarers, BiPredicate<String, String> sees) {
    Source nearest = declarers.get(0);
    for (Source other : declarers) {
      if (other.home.equals(one.home)) {
        return other;
      }
      nearest = shared(one.home, other.home) > shared(one.home, nearest.home) ? other : nearest;
    }
    return declarers.stream()
        .filter(other -> sees.test(one.module, other.module))
        .findFirst()
        .orElse(nearest);
  }

  /** How many folders two paths begin with in common. */
  private static int shared(String one, String other) {
    String[] mine = one.split("/");
    String[] theirs = other.split("/");
    int shared = 0;
    while (shared < Math.min(mine.length, theirs.length) && mine[shared].equals(theirs[shared])) {
      shared++;
    }
    return shared;
  }

  /** The worlds that are read apart, beside that of all others. */
  List<World> apart() {
    return worlds.isEmpty() ? worlds : worlds.subList(1, worlds.size());
  }

  /**
   * The sources of which a compiler that is given some is shown neither stubs nor sketches: these
   * themselves, and those that declare what they see elsewhere.
   */
  public Set<String> notShown(Collection<String> paths) {
    Set<String> all = new TreeSet<>(paths);
    for (String path : worlds.isEmpty() ? List.<String>of() : paths) {
      all.addAll(worlds.get(world(path)).hidden);
    }
    return all;
  }

  /** The world of a source; that of the nearest folder for one that is new. */
  private int world(String path) {
    for (String at = path; !at.isEmpty(); at = folder(at)) {
      if (worldOf.containsKey(at)) {
        return worldOf.get(at);
      }
    }
    return 0;
  }

  private static String folder(String path) {
    return path.substring(0, Math.max(0, path.lastIndexOf('/')));
  }

  /** These as a note; empty where there is nothing to note. */
  String note() {
    StringBuilder note = new StringBuilder();
    for (World world : worlds) {
      note.append(BEGIN).append('\n');
      world.files.forEach(path -> note.append(FILE).append(path).append('\n'));
      world.hidden.forEach(path -> note.append(HIDDEN).append(path).append('\n'));
    }
    return note.toString();
  }

  /** What a note says, which may be missing. */
  public static Worlds of(Map<String, String> notes) {
    List<World> worlds = new ArrayList<>();
    for (String line : notes.getOrDefault(NOTE, "").lines().toList()) {
      if (line.equals(BEGIN)) {
        worlds.add(new World(new TreeSet<>(), new TreeSet<>()));
      } else if (!line.isEmpty()) {
        World last = worlds.get(worlds.size() - 1);
        (line.startsWith(FILE) ? last.files : last.hidden).add(line.substring(1));
      }
    }
    return new Worlds(worlds);
  }
}
