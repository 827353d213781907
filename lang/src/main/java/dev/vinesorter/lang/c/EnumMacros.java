package dev.vinesorter.lang.c;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Macros that make constants of an enum, such as {@code SORT(SORT_BY_NAME, "by name"),}. */
final class EnumMacros {
  private static final Pattern ENUM =
      Pattern.compile("\\benum\\b(?:\\s{1,20}+\\w{1,100}+)?\\s{0,20}+\\{");

  private static final Pattern CONSTANT =
      Pattern.compile(
          "[A-Z_][A-Z0-9_]{1,60}+[ \\t]{0,9}+\\([ \\t]{0,9}+(\\w{1,100}+)[ \\t]{0,9}+(?=[,)])");

  private EnumMacros() {}

  /** What stands around the name of each such constant: before it and behind it. */
  static List<int[]> around(String text) {
    List<int[]> found = new ArrayList<>();
    Matcher one = ENUM.matcher(text).useTransparentBounds(true);
    Matcher constant = CONSTANT.matcher(text);
    for (int at = text.indexOf("enum"); at >= 0; at = text.indexOf("enum", at)) {
      if (!one.region(at, text.length()).lookingAt()) {
        at++;
        continue;
      }
      at = one.end();
      boolean begins = true;
      while (at < text.length() && text.charAt(at) != '}' && text.charAt(at) != ';') {
        char c = text.charAt(at);
        int comment = pastComment(text, at);
        if (comment > at) {
          at = comment;
          continue;
        }
        boolean word = c == '_' || c >= 'A' && c <= 'Z';
        if (begins && word && constant.region(at, text.length()).lookingAt()) {
          int close = CodeAround.close(text, text.indexOf('(', at));
          if (close > 0) {
            found.add(new int[] {at, constant.start(1)});
            found.add(new int[] {constant.end(1), close});
            at = close;
            begins = false;
            continue;
          }
        }
        begins = c == ',' || c == '{' || begins && Character.isWhitespace(c);
        at++;
      }
    }
    return found;
  }

  private static int pastComment(String text, int at) {
    String end = text.startsWith("/*", at) ? "*/" : text.startsWith("//", at) ? "\n" : "";
    int past = end.isEmpty() ? -1 : text.indexOf(end, at + 2);
    return past < 0 ? at : past + end.length();
  }
}
