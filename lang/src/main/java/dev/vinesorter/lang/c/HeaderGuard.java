package dev.vinesorter.lang.c;

import dev.vinesorter.lang.move.Relocation;
import dev.vinesorter.lang.read.Project;
import dev.vinesorter.lang.tree.Syntax;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What keeps a header from being read twice, in the manner of the headers around it. */
final class HeaderGuard {
  private static final Pattern GUARD =
      Pattern.compile(
          "(?m)^#[ \\t]{0,8}ifndef[ \\t]{1,8}(\\w{1,200})[ \\t]{0,8}\\r"
              + "?\\n"
              + "#[ \\t]{0,8}define[ \\t]{1,8}(\\w{1,200})");

  private static final Pattern ONCE = Pattern.compile("(?m)^#[ \\t]{0,8}pragma[ \\t]{1,8}once\\b");

  private HeaderGuard() {}

  /** The text around what a new header holds: before it, and behind it. */
  static String[] around(Relocation move, String path, String end) {
    String example = null;
    int best = -1;
    for (int file = 0; file < move.project().outlines().size(); file++) {
      String other = move.path(file);
      String ending = CLanguage.end(other);
      boolean header = ending.startsWith("h") && ending.length() <= 3;
      int near = header ? shared(Project.folder(other), Project.folder(path)) : -1;
      if (near > best && isGuarded(move.text(file))) {
        best = near;
        example = other;
      }
    }
    String text = example == null ? "" : move.text(move.project().number(example));
    Matcher guard = GUARD.matcher(text);
    boolean once = ONCE.matcher(text).find();
    if (once && !guard.find()) {
      return new String[] {"#pragma once" + end + end, ""};
    }
    guard.reset();
    String name = guard.find() ? like(example, guard.group(1), path) : upper(name(path));
    boolean commented = text.stripTrailing().matches("(?s).*#endif[ \\t]{1,8}/[/*].{1,200}$");
    String comment =
        !commented
            ? ""
            : text.stripTrailing().endsWith("*/") ? " /* " + name + " */" : "  // " + name;
    return new String[] {
      "#ifndef " + name + end + "#define " + name + end + end, end + "#endif" + comment + end
    };
  }

  /** Whether a header can be included twice: what keeps it from that is around most of it. */
  static boolean isGuarded(Syntax tree, String text) {
    if (ONCE.matcher(text).find()) {
      return true;
    }
    int guarded = 0;
    int other = 0;
    for (int child = tree.first(0); child >= 0; child = tree.next(child)) {
      int length = tree.end(child) - tree.begin(child);
      if (IncludeLines.isGuard(tree, child)) {
        guarded += length;
      } else if (!tree.is(child, "comment")) {
        // A guard around less than half of a header keeps something else from being read twice.
        other += length;
      }
    }
    return guarded > other;
  }

  private static boolean isGuarded(String text) {
    Matcher guard = GUARD.matcher(text);
    return ONCE.matcher(text).find() || guard.find() && guard.group(1).equals(guard.group(2));
  }

  private static int shared(String one, String other) {
    String[] a = one.split("/");
    String[] b = other.split("/");
    int same = 0;
    while (same < a.length && same < b.length && a[same].equals(b[same])) {
      same++;
    }
    return same;
  }

  private static String name(String path) {
    return path.substring(path.lastIndexOf('/') + 1);
  }

  private static String upper(String path) {
    return path.replaceAll("[^A-Za-z0-9]", "_").toUpperCase(Locale.ROOT);
  }

  /** The macro of a header that is called as that of another one is by its path. */
  private static String like(String example, String guard, String path) {
    String[] parts = example.split("/");
    for (int from = 0; from < parts.length; from++) {
      String written =
          upper(String.join("/", java.util.Arrays.asList(parts).subList(from, parts.length)));
      int at = guard.toUpperCase(Locale.ROOT).indexOf(written);
      if (at >= 0) {
        String[] own = path.split("/");
        int first = Math.min(from, own.length - 1);
        int begin = from == parts.length - 1 ? own.length - 1 : first;
        String made =
            upper(String.join("/", java.util.Arrays.asList(own).subList(begin, own.length)));
        return guard.substring(0, at) + made + guard.substring(at + written.length());
      }
    }
    return upper(name(path));
  }
}
