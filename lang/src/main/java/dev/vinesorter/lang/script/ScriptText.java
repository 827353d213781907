package dev.vinesorter.lang.script;

import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a text has that its grammar does not know, with blanks in its place, or with a sign that the
 * grammar reads there; every char stays where it is.
 */
final class ScriptText {
  /** Whether a parameter of a type is taken or given, such as in {@code Rack<in out Sheet>}. */
  private static final Pattern VARIANCE =
      Pattern.compile(
          "([<,]\\s{0,80}(?:/\\*[*]?[^*]{0,200}\\*/\\s{0,80})?(?:const\\s{1,9})?)"
              + "(in\\s{1,9}out|in|out)(?=\\s{1,9}[A-Za-z_$])");

  /** Keywords by which something may be handed over. */
  private static final Set<String> KEYWORDS =
      Set.of(
          "break",
          "case",
          "catch",
          "class",
          "const",
          "continue",
          "delete",
          "do",
          "else",
          "enum",
          "export",
          "extends",
          "false",
          "finally",
          "for",
          "function",
          "if",
          "import",
          "in",
          "instanceof",
          "new",
          "null",
          "return",
          "super",
          "switch",
          "this",
          "throw",
          "true",
          "try",
          "typeof",
          "var",
          "void",
          "while",
          "with",
          "yield");

  /** What brings types in under one name. */
  private static final Pattern TYPES =
      Pattern.compile("(\\b(?:im|ex)port\\s{1,9})type(?=\\s{1,9}\\*)");

  /** Comments before a line go on for fewer lines, as a rule. */
  private static final int MOST_LINES = 40;

  private static final int LONGEST_COMMENT = 4_000;

  private ScriptText() {}

  /**
   * The text as the grammar reads it.
   *
   * @param path tells whether it is one of TypeScript, and may hold elements of pages
   */
  static String readable(String text, String path) {
    String plain = handedOver(text);
    if (!ScriptLanguage.isTyped(path)) {
      return plain;
    }
    plain =
        VARIANCE
            .matcher(plain)
            .replaceAll(
                found ->
                    Matcher.quoteReplacement(found.group(1) + " ".repeat(found.group(2).length())));
    plain = TYPES.matcher(plain).replaceAll("$1    ");
    return path.endsWith(".tsx") ? plain : signatures(plain);
  }

  /** Keywords as the names of what is brought in or exported, as in {@code {one as catch}}. */
  private static String handedOver(String text) {
    StringBuilder plain = null;
    for (String clause : List.of("export", "import")) {
      for (int at = text.indexOf(clause); at >= 0; at = text.indexOf(clause, at + 1)) {
        int open = behindBlanks(text, at + clause.length());
        boolean opens = open < text.length() && text.charAt(open) == '{';
        for (int word = open + 1; opens && word < text.length(); word++) {
          if (text.charAt(word) == '}' || text.charAt(word) == '{') {
            break;
          }
          if (text.charAt(word) == '/') {
            word = Math.max(word, pastComment(text, word) - 1);
            continue;
          }
          int past = pastWord(text, word);
          if (KEYWORDS.contains(text.substring(word, past))) {
            plain = plain == null ? new StringBuilder(text) : plain;
            plain.setCharAt(word, Character.toUpperCase(text.charAt(word)));
          }
          word = Math.max(word, past - 1);
        }
      }
    }
    return plain == null ? text : plain.toString();
  }

  /** Behind a comment that begins at a place, if one does. */
  private static int pastComment(String text, int at) {
    boolean ofLine = text.startsWith("//", at);
    if (!ofLine && !text.startsWith("/*", at)) {
      return at;
    }
    int past = text.indexOf(ofLine ? "\n" : "*/", at + 2);
    return past < 0 ? text.length() : ofLine ? past : past + 2;
  }

  private static int pastWord(String text, int from) {
    int past = from;
    while (past < text.length() && isWord(text.charAt(past))) {
      past++;
    }
    return past;
  }

  private static int behindBlanks(String text, int from) {
    int at = from;
    while (at < text.length() && Character.isWhitespace(text.charAt(at))) {
      at++;
    }
    return at;
  }

  /**
   * Ends what stands before a line that begins with parameters of types, as in {@code <T>(one: T):
   * T}: else they are taken for its arguments.
   */
  private static String signatures(String text) {
    StringBuilder plain = null;
    for (int at = text.indexOf("\n"); at >= 0; at = text.indexOf("\n", at + 1)) {
      int first = at + 1;
      while (first < text.length() && (text.charAt(first) == ' ' || text.charAt(first) == '\t')) {
        first++;
      }
      boolean begins =
          first + 1 < text.length()
              && text.charAt(first) == '<'
              && (Character.isUpperCase(text.charAt(first + 1)) || text.charAt(first + 1) == '\n');
      int past = begins ? pastCode(text, at) : 0;
      char last = past == 0 || text.startsWith("=>", past - 2) ? '=' : text.charAt(past - 1);
      boolean ends = last == '>' || last == ')' || last == ']' || last == '}' || isWord(last);
      if (ends && Character.isWhitespace(text.charAt(past))) {
        plain = plain == null ? new StringBuilder(text) : plain;
        plain.setCharAt(past, ';');
      }
    }
    return plain == null ? text : plain.toString();
  }

  private static boolean isWord(char c) {
    return Character.isLetterOrDigit(c) || c == '_' || c == '$';
  }

  /** One past the last char of code before a place; 0 where that is far. */
  private static int pastCode(String text, int past) {
    int at = past;
    for (int lines = 0; lines < MOST_LINES; lines++) {
      while (at > 0 && Character.isWhitespace(text.charAt(at - 1))) {
        at--;
      }
      int line = text.lastIndexOf('\n', at - 1) + 1;
      int comment = text.substring(line, at).indexOf("//");
      if (comment < 0 && !text.startsWith("*/", at - 2)) {
        return at;
      }
      int far = Math.max(0, at - LONGEST_COMMENT);
      int opens = comment >= 0 ? comment : text.substring(far, at).lastIndexOf("/*");
      if (opens < 0) {
        return 0;
      }
      at = (comment >= 0 ? line : far) + opens;
    }
    return 0;
  }
}
