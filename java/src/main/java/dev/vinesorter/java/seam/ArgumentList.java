package dev.vinesorter.java.seam;

import com.sun.source.tree.Tree;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.rewrite.Patch;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.TextLines;
import java.util.ArrayList;
import java.util.List;

/** Arguments or parameters that are put together anew, with what stood between them. */
final class ArgumentList {
  private ArgumentList() {}

  /**
   * What stands between the first of some arguments.
   *
   * @param groups how many of them count
   */
  static List<Written> separators(
      LocatedTree tree, List<? extends Tree> arguments, int groups, Patch patch) {
    List<Written> between = new ArrayList<>();
    for (int n = 1; n < groups; n++) {
      between.add(patch.copy(tree.end(arguments.get(n - 1)), tree.begin(arguments.get(n))));
    }
    return between;
  }

  /** Some parts as a list; where each had a line of its own, each has. */
  static Written of(List<Written> parts, List<Written> between) {
    Written all = Written.NONE;
    for (int n = 0; n < parts.size(); n++) {
      if (n > 0) {
        Written last = between.isEmpty() ? null : between.get(between.size() - 1);
        boolean lines =
            last != null
                && last.text().indexOf('\n') >= 0
                && !last.text().contains("//")
                && !last.text().contains("/*");
        all =
            all.and(
                n - 1 < between.size()
                    ? between.get(n - 1)
                    : lines ? Written.of(last.text()) : Written.of(", "));
      }
      all = all.and(parts.get(n));
    }
    return all;
  }

  /**
   * Arguments that stood on one line, each on a line of its own where that line would become too
   * long.
   *
   * @param list the arguments as they would stand
   * @param parts each of them
   * @param begin where the old ones begin
   * @param end where they end
   */
  static Written broken(
      Written list, List<Written> parts, Layout layout, int file, int begin, int end) {
    String text = layout.text(file);
    String old = text.substring(begin, end);
    int line = TextLines.begin(text, begin);
    int width = TextLines.end(text, end) - line + list.text().length() - old.length();
    boolean oneLine = old.indexOf('\n') < 0 && list.text().indexOf('\n') < 0;
    if (!oneLine || width <= layout.width(file)) {
      return list;
    }
    String indent = TextLines.indent(text, begin);
    boolean first = text.substring(line, begin).isBlank();
    String lines = layout.lineEnd(file) + (first ? indent : indent + layout.step(file).repeat(2));
    Written all = Written.joined(parts, "," + lines);
    return first ? all : Written.of(lines).and(all);
  }
}
