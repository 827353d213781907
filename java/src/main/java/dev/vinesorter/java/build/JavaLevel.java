package dev.vinesorter.java.build;

import dev.vinesorter.source.text.Overlay;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** For which Java a build file says that its sources are written. */
public final class JavaLevel {
  /** Where no build file says anything. */
  public static final int UNKNOWN = 0;

  private static final List<String> FILES = List.of("pom.xml", "build.gradle", "build.gradle.kts");

  /** What says it, in the order in which it counts; the number may begin with 1 and a dot. */
  private static final List<Pattern> SAID =
      List.of(
          Pattern.compile("<(?:maven\\.compiler\\.)?release>\\s{0,9}(?:1\\.)?(\\d{1,2})\\b"),
          Pattern.compile("<maven\\.compiler\\.source>\\s{0,9}(?:1\\.)?(\\d{1,2})\\b"),
          Pattern.compile("<source>\\s{0,9}(?:1\\.)?(\\d{1,2})\\b"),
          Pattern.compile("\\brelease(?:\\.set\\(|\\s{0,9}=\\s{0,9})(\\d{1,2})\\b"),
          Pattern.compile("\\bsourceCompatibility\\s{0,9}=?\\s{0,9}['\"]?(?:1\\.)?(\\d{1,2})\\b"),
          Pattern.compile("\\bJavaVersion\\.VERSION_(?:1_)?(\\d{1,2})\\b"),
          Pattern.compile("\\bJavaLanguageVersion\\.of\\((\\d{1,2})\\)"));

  private JavaLevel() {}

  /**
   * The level of a source by the nearest build file above it that says one; {@link #UNKNOWN} for
   * none.
   *
   * @param path the source's path from the root
   */
  public static int of(Overlay sources, String path) {
    String folder = path;
    while (!folder.isEmpty()) {
      int slash = folder.lastIndexOf('/');
      folder = slash < 0 ? "" : folder.substring(0, slash);
      for (String file : FILES) {
        String build = folder.isEmpty() ? file : folder + "/" + file;
        int said = sources.exists(build) ? said(sources.text(build).text()) : UNKNOWN;
        if (said != UNKNOWN) {
          return said;
        }
      }
    }
    return UNKNOWN;
  }

  private static int said(String build) {
    for (Pattern pattern : SAID) {
      Matcher matcher = pattern.matcher(build);
      if (matcher.find()) {
        return Integer.parseInt(matcher.group(1));
      }
    }
    return UNKNOWN;
  }
}
