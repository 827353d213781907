package dev.vinesorter.core.structure;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * How types come into other packages where packages are folders: with their sources. A source goes
 * with those beside it that are called like it, such as a header with what defines it.
 */
public final class WholeSources {
  /** In so many folders beside each other, sources of one name are made for each of them. */
  private static final int VARIANTS = 3;

  /** Folders of headers that are there for other code bases, and of sources of others. */
  private static final Set<String> OTHERS =
      Set.of("include", "deps", "vendor", "third_party", "third-party", "thirdparty", "external");

  private final Units units;

  /** The files of each folder that are called alike but for their ends. */
  private final Map<String, List<Integer>> alike = new HashMap<>();

  /** How many folders in each folder have a file of each name. */
  private final Map<String, Integer> variants = new HashMap<>();

  /** A folder of each package that has sources. */
  private final Map<String, TreeSet<String>> folders = new TreeMap<>();

  private WholeSources(Survey survey) {
    units = survey.units();
    for (int file = 0; file < units.size(); file++) {
      if (units.level(file) == Level.FILE && units.has(file, Trait.BY_FOLDER)) {
        String path = units.name(file);
        alike.computeIfAbsent(stem(path), key -> new ArrayList<>(2)).add(file);
        variants.merge(variant(path), 1, Integer::sum);
        folders
            .computeIfAbsent(units.name(units.packageOf(file)), key -> new TreeSet<>())
            .add(folder(path));
      }
    }
  }

  /** The sources of a survey. */
  public static WholeSources of(Survey survey) {
    return survey.once(WholeSources.class, () -> new WholeSources(survey));
  }

  private static String folder(String path) {
    return path.substring(0, Math.max(0, path.lastIndexOf('/')));
  }

  /** A path without its end: without the last dot of its name, and what is behind. */
  private static String stem(String path) {
    int dot = path.lastIndexOf('.');
    return dot > path.lastIndexOf('/') + 1 ? path.substring(0, dot) : path;
  }

  /** The folder around a file's, and the file's name. */
  private static String variant(String path) {
    return folder(folder(path)) + "/*" + path.substring(path.lastIndexOf('/') + 1);
  }

  /** Whether a type changes its package with its source, and not by itself. */
  public boolean holds(int type) {
    int file = units.fileOf(type);
    return file >= 0 && units.has(file, Trait.BY_FOLDER);
  }

  /** The sources that go together with that of a type, its own included, ascending by number. */
  public List<Integer> beside(int type) {
    return alike.get(stem(units.name(units.fileOf(type))));
  }

  /** What the source of a type is called, without its end. */
  public String called(int type) {
    String stem = stem(units.name(units.fileOf(type)));
    return stem.substring(stem.lastIndexOf('/') + 1);
  }

  /**
   * Whether a source should stay where it is: one of several that folders beside each other have
   * for the same, or what is for or by others.
   */
  public boolean stays(int type) {
    String path = units.name(units.fileOf(type));
    return variants.getOrDefault(variant(path), 0) >= VARIANTS || isOfOthers(folder(path));
  }

  /** Whether sources may go into a package: not where headers for others lie, or theirs. */
  public boolean takes(String packageName) {
    return folders.getOrDefault(packageName, new TreeSet<>()).stream()
        .noneMatch(WholeSources::isOfOthers);
  }

  private static boolean isOfOthers(String folder) {
    return Arrays.stream(folder.split("/")).anyMatch(OTHERS::contains);
  }

  /** The paths of the sources that go together with some types, ascending. */
  public List<String> paths(Collection<Integer> types) {
    Set<String> paths = new TreeSet<>();
    for (int type : types) {
      beside(type).forEach(file -> paths.add(units.name(file)));
    }
    return List.copyOf(paths);
  }

  /**
   * The folder of a package, of several the one that has most in common with the folder of a
   * source. The package may be a new one inside of one that is there.
   *
   * @return empty for the root; null where there is no such package, and none around it
   */
  public String folder(String packageName, String source) {
    String near = folder(source);
    if (folders.containsKey(packageName)) {
      return nearest(folders.get(packageName), near);
    }
    for (Map.Entry<String, TreeSet<String>> inside : folders.entrySet()) {
      if (inside.getKey().startsWith(packageName + ".")) {
        String folder = nearest(inside.getValue(), near);
        for (int n = segments(inside.getKey()) - segments(packageName); n > 0; n--) {
          folder = folder(folder);
        }
        return folder;
      }
    }
    int dot = packageName.lastIndexOf('.');
    String around = dot < 0 ? null : folder(packageName.substring(0, dot), source);
    return around == null
        ? null
        : (around.isEmpty() ? "" : around + "/") + packageName.substring(dot + 1);
  }

  private static int segments(String name) {
    return name.split("\\.").length;
  }

  private static String nearest(TreeSet<String> folders, String near) {
    String best = folders.first();
    for (String folder : folders) {
      best = common(folder, near) > common(best, near) ? folder : best;
    }
    return best;
  }

  private static int common(String one, String other) {
    int at = 0;
    while (at < Math.min(one.length(), other.length()) && one.charAt(at) == other.charAt(at)) {
      at++;
    }
    return at;
  }
}
