package dev.vinesorter.lang.move;

import dev.vinesorter.core.model.Site;
import dev.vinesorter.lang.read.Project;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.regex.Pattern;

/**
 * Where texts name a source by its path: build files, settings, scripts, documents. A path counts
 * from the root or from the folder of what names it; where a folder is written as a variable, or
 * builds look for sources in places of their own, the name alone counts.
 */
final class PathMentions {
  /** More are not told. */
  private static final int MOST = 20;

  private static final int LARGEST = 1 << 20;

  /** What stands in paths, beside letters and digits. */
  private static final String IN_PATHS = "/._-+@~";

  /** A plan, which says what moves. */
  private static final Pattern PLAN = Pattern.compile("(?m)^steps:");

  /** A place that names a source. */
  record Mention(String path, int line, String name) {}

  private final Overlay sources;
  private final Predicate<String> isSource;

  /**
   * In files as they are now.
   *
   * @param isSource tells sources, which name others by whole paths or not at all
   */
  PathMentions(Overlay sources, Predicate<String> isSource) {
    this.sources = sources;
    this.isSource = isSource;
  }

  /**
   * The first place in each file that names a source.
   *
   * @param old the path that the source has, or had
   * @param names what it is called there, without folders: its own name, and what is made of it
   */
  List<Mention> of(String old, List<String> names) {
    List<Mention> found = new ArrayList<>();
    for (String path : new TreeSet<>(sources.paths())) {
      if (found.size() < MOST && !path.equals(old) && sources.isSmall(path, LARGEST)) {
        String text = sources.text(path).text();
        if (path.endsWith(".yaml") && PLAN.matcher(text).find()) {
          continue;
        }
        for (String name : names) {
          int at = first(path, text, old, name);
          if (at >= 0) {
            Site site = SourceText.site(path, SourceText.lineStarts(text), at, at + name.length());
            found.add(new Mention(path, site.line(), name));
            break;
          }
        }
      }
    }
    return found;
  }

  private int first(String path, String text, String old, String name) {
    for (int at = text.indexOf(name); at >= 0; at = text.indexOf(name, at + name.length())) {
      int end = at + name.length();
      boolean more =
          end < text.length()
              && (isName(text.charAt(end))
                  || text.charAt(end) == '.'
                      && end + 1 < text.length()
                      && isName(text.charAt(end + 1)));
      int begin = at;
      while (begin > 0 && (isName(text.charAt(begin - 1)) || isOfPath(text.charAt(begin - 1)))) {
        begin--;
      }
      String folder = text.substring(begin, at);
      boolean whole = folder.isEmpty() || folder.endsWith("/");
      if (!more && whole && isMeant(path, folder, old, begin > 0 ? text.charAt(begin - 1) : ' ')) {
        return at;
      }
    }
    return -1;
  }

  private static boolean isName(char c) {
    return Character.isJavaIdentifierPart(c);
  }

  private static boolean isOfPath(char c) {
    return IN_PATHS.indexOf(c) >= 0;
  }

  /**
   * Whether a name behind a folder is that of a source.
   *
   * @param folder what is written before the name: empty, or up to the last slash
   * @param before the char before that
   */
  private boolean isMeant(String path, String folder, String old, char before) {
    String home = Project.folder(old);
    String written = folder.isEmpty() ? "" : folder.substring(0, folder.length() - 1);
    boolean variable = written.startsWith("/") || ")}%$".indexOf(before) >= 0;
    String own = Project.folder(path);
    boolean byPath =
        home.equals(Project.normal(Project.join(own, written)))
            || home.equals(Project.normal(written));
    if (isSource.test(path)) {
      return byPath && !variable && !folder.isEmpty();
    }
    boolean below = own.isEmpty() || home.equals(own) || home.startsWith(own + "/");
    boolean byName = below && (written.isEmpty() || variable && ("/" + home).endsWith(written));
    return byPath || byName;
  }
}
