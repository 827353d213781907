package dev.vinesorter.lang.c;

import dev.vinesorter.lang.read.Project;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * The header of its own that something gets in a folder: called like it, in the manner in which the
 * headers there are called.
 */
final class OwnHeader {
  private OwnHeader() {}

  /**
   * The path of the header.
   *
   * @param name the name of what goes there, as it is declared
   * @param folder the folder, without a slash behind it
   * @param paths all paths of the root
   */
  static String path(String name, String folder, Collection<String> paths) {
    List<String> headers = paths.stream().filter(CDeclarations::isHeader).toList();
    List<String> here =
        headers.stream().filter(path -> Project.folder(path).equals(folder)).toList();
    List<String> near = here.isEmpty() ? headers : here;
    boolean asWritten = near.stream().map(OwnHeader::called).anyMatch(OwnHeader::hasCapitals);
    String bare = name.substring(name.lastIndexOf(':') + 1);
    return Project.join(folder, (asWritten ? bare : underscored(bare)) + "." + end(near));
  }

  private static String called(String path) {
    return path.substring(path.lastIndexOf('/') + 1, path.lastIndexOf('.'));
  }

  private static boolean hasCapitals(String name) {
    return name.chars().anyMatch(Character::isUpperCase);
  }

  /** Words apart by underscores, in small letters. */
  private static String underscored(String name) {
    StringBuilder words = new StringBuilder();
    for (int at = 0; at < name.length(); at++) {
      boolean begins =
          at > 0
              && Character.isUpperCase(name.charAt(at))
              && Character.isLowerCase(name.charAt(at - 1));
      words.append(begins ? "_" : "").append(name.charAt(at));
    }
    return words.toString().toLowerCase(Locale.ROOT);
  }

  /** The end that most headers have. */
  private static String end(List<String> headers) {
    Map<String, Integer> count = new HashMap<>();
    headers.forEach(path -> count.merge(CLanguage.end(path), 1, Integer::sum));
    return count.entrySet().stream()
        .max(
            Map.Entry.<String, Integer>comparingByValue()
                .thenComparing(Map.Entry.<String, Integer>comparingByKey().reversed()))
        .map(Map.Entry::getKey)
        .orElse("h");
  }
}
