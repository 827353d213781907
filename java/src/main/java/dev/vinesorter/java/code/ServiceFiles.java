package dev.vinesorter.java.code;

import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The files in {@code META-INF/services}: their names and the lines in them are binary names of
 * types, so a moved type's name changes there with certainty.
 */
public final class ServiceFiles {
  private static final Pattern PLACE = Pattern.compile("(.*/)?META-INF/services/([^/]+)");

  private ServiceFiles() {}

  /** The paths that may be such files; most are told by a plain look. */
  private static List<String> paths(Overlay sources) {
    return sources.paths().stream().filter(p -> p.contains("META-INF/services/")).toList();
  }

  /** Gives the files, and the names in them, the names that texts get. */
  public static void apply(Overlay sources, UnaryOperator<String> renamed) {
    for (String path : paths(sources)) {
      Matcher place = PLACE.matcher(path);
      if (place.matches()) {
        SourceText old = sources.text(path);
        SourceText fresh = old.with(renamed.apply(old.text()));
        String service = place.group(2);
        String newService = renamed.apply(service);
        if (!newService.equals(service)) {
          String folder = path.substring(0, path.length() - service.length());
          sources.move(path, folder + newService, fresh);
        } else if (!fresh.text().equals(old.text())) {
          sources.put(path, fresh);
        }
      }
    }
  }

  /** All words in service files, the types that they name among them. */
  public static Set<String> names(Overlay sources) {
    Set<String> names = new TreeSet<>();
    for (String path : paths(sources)) {
      if (PLACE.matcher(path).matches()) {
        for (String line : sources.text(path).text().split("\\R")) {
          names.add(line.replaceAll("#.*", "").strip().replace('$', '.'));
        }
      }
    }
    return names;
  }

  /** Replaces the name where it stands whole, or as the outer part of a nested type's name. */
  public static String renamed(String text, String oldName, String newName) {
    return Pattern.compile("(?<![\\w.$])" + Pattern.quote(oldName) + "(?![\\w.])")
        .matcher(text)
        .replaceAll(Matcher.quoteReplacement(newName));
  }
}
