package dev.vinesorter.lang.script;

import java.util.HashMap;
import java.util.Map;

/** The types that a comment tells: {@code @param {Sheet} one}, {@code @returns}, {@code @type}. */
final class DocTypes {
  /** A comment that people write is shorter. */
  private static final int LONGEST = 20_000;

  /** Of a comment without such words. */
  static final DocTypes NONE = new DocTypes();

  private final Map<String, String> parameters = new HashMap<>();
  private String result = "";
  private String value = "";

  private DocTypes() {}

  /** What a comment says. */
  static DocTypes of(String comment) {
    if (!comment.startsWith("/**") || comment.length() > LONGEST || comment.indexOf('{') < 0) {
      return NONE;
    }
    DocTypes found = new DocTypes();
    for (int at = comment.indexOf('@'); at >= 0; at = comment.indexOf('@', at + 1)) {
      int end = word(comment, at + 1);
      String tag = comment.substring(at + 1, end);
      int open = blanks(comment, end);
      int close =
          open < comment.length() && comment.charAt(open) == '{' ? close(comment, open) : -1;
      if (close < 0) {
        continue;
      }
      String type = plain(comment.substring(open + 1, close));
      if (tag.equals("param")) {
        int name = blanks(comment, close + 1);
        boolean mayLack = name < comment.length() && comment.charAt(name) == '[';
        int begin = mayLack ? name + 1 : name;
        int past = word(comment, begin);
        // 'one.size' tells of a part of what 'one' is.
        boolean whole = past == comment.length() || comment.charAt(past) != '.';
        if (whole && past > begin) {
          found.parameters.put(comment.substring(begin, past), type);
        }
      } else if (tag.equals("returns") || tag.equals("return")) {
        found.result = type;
      } else if (tag.equals("type")) {
        found.value = type;
      }
    }
    return found;
  }

  /** The type of a parameter; empty where nothing is said of it. */
  String parameter(String parameter) {
    return parameters.getOrDefault(parameter, "");
  }

  /** The type of what the function gives; empty where nothing is said of it. */
  String result() {
    return result;
  }

  /** The type of the value that the comment stands at; empty where nothing is said of it. */
  String value() {
    return value;
  }

  private static int word(String text, int from) {
    int at = from;
    while (at < text.length() && Character.isJavaIdentifierPart(text.charAt(at))) {
      at++;
    }
    return at;
  }

  private static int blanks(String text, int from) {
    int at = from;
    while (at < text.length() && (text.charAt(at) == ' ' || text.charAt(at) == '\t')) {
      at++;
    }
    return at;
  }

  /** The brace that closes one; -1 for none. */
  private static int close(String text, int open) {
    int depth = 0;
    for (int at = open; at < text.length(); at++) {
      depth += text.charAt(at) == '{' ? 1 : text.charAt(at) == '}' ? -1 : 0;
      if (depth == 0) {
        return at;
      }
    }
    return -1;
  }

  /** The one type that a value has where it is not nothing; empty for several, and for others. */
  private static String plain(String type) {
    String only = "";
    for (String one : type.split("\\|")) {
      String bare = one.strip();
      bare = bare.startsWith("?") || bare.startsWith("!") ? bare.substring(1) : bare;
      bare = bare.endsWith("=") ? bare.substring(0, bare.length() - 1) : bare;
      if (bare.equals("null") || bare.equals("undefined")) {
        continue;
      }
      int at = 0;
      while (at < bare.length()
          && (Character.isJavaIdentifierPart(bare.charAt(at)) || bare.charAt(at) == '.')) {
        at++;
      }
      if (at < bare.length() || !only.isEmpty() || bare.isEmpty()) {
        return "";
      }
      only = bare;
    }
    return only;
  }
}
