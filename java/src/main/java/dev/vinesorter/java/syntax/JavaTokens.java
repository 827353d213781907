package dev.vinesorter.java.syntax;

import dev.vinesorter.core.model.IntList;
import java.util.Arrays;

/**
 * The tokens and comments of a Java source by offset. It knows where identifiers, literals and
 * comments begin and end, not what they mean, so it works on sources that do not compile. Offsets
 * are in chars of the raw text, half-open.
 *
 * <p>A Unicode escape counts as part of an identifier; elsewhere outside literals sources do not
 * use them in practice.
 */
public final class JavaTokens {
  private final String text;

  /** First char of each token, ascending. */
  private final int[] begins;

  /** One past the last char of each token. */
  private final int[] ends;

  /** First char of each comment, ascending. */
  private final int[] commentBegins;

  private final int[] commentEnds;

  private JavaTokens(
      String text, int[] begins, int[] ends, int[] commentBegins, int[] commentEnds) {
    this.text = text;
    this.begins = begins;
    this.ends = ends;
    this.commentBegins = commentBegins;
    this.commentEnds = commentEnds;
  }

  public static JavaTokens of(String text) {
    return new Scan(text).run();
  }

  public int size() {
    return begins.length;
  }

  public int begin(int token) {
    return begins[token];
  }

  public int end(int token) {
    return ends[token];
  }

  public int comments() {
    return commentBegins.length;
  }

  public int commentBegin(int comment) {
    return commentBegins[comment];
  }

  public int commentEnd(int comment) {
    return commentEnds[comment];
  }

  public boolean isDoc(int comment) {
    return text.startsWith("/**", commentBegins[comment])
        && commentEnds[comment] - commentBegins[comment] > 4;
  }

  /** The token that begins at the offset or is the first after it; {@link #size()} if none. */
  public int from(int offset) {
    int found = Arrays.binarySearch(begins, offset);
    return found >= 0 ? found : -found - 1;
  }

  /** The last token that ends at or before the offset, or -1. */
  public int before(int offset) {
    int token = from(offset) - 1;
    while (token >= 0 && ends[token] > offset) {
      token--;
    }
    return token;
  }

  /** Whether the token is that text; false for no token. */
  public boolean is(int token, String wanted) {
    return token >= 0
        && token < begins.length
        && ends[token] - begins[token] == wanted.length()
        && text.startsWith(wanted, begins[token]);
  }

  /** The token's first char, as written. */
  public char charAt(int token) {
    return text.charAt(begins[token]);
  }

  /** What {@link String#hashCode} gives for the token as written, without making a string. */
  public int hash(int token) {
    int hash = 0;
    for (int at = begins[token]; at < ends[token]; at++) {
      hash = 31 * hash + text.charAt(at);
    }
    return hash;
  }

  /** The token's text with its Unicode escapes decoded. */
  public String text(int token) {
    String raw = text.substring(begins[token], ends[token]);
    return raw.indexOf('\\') < 0 ? raw : decoded(raw);
  }

  /** Whether some tokens stand here one by one, white space, comments and escapes aside. */
  public boolean stands(int token, JavaTokens wanted) {
    int same = 0;
    while (same < wanted.size()
        && token + same < size()
        && text(token + same).equals(wanted.text(same))) {
      same++;
    }
    return same == wanted.size();
  }

  /** Whether the token is an identifier or a keyword. */
  public boolean isWord(int token) {
    return token >= 0
        && token < begins.length
        && (Character.isJavaIdentifierStart(text.codePointAt(begins[token]))
            || text.charAt(begins[token]) == '\\');
  }

  /** Whether the token is a word that reads so, escapes decoded. */
  public boolean isWord(int token, String word) {
    return is(token, word)
        || isWord(token) && text.charAt(begins[token]) == '\\' && text(token).equals(word);
  }

  /** The token after a balanced pair that opens at {@code token}, such as {@code (…)}. */
  public int behind(int token, String open, String close) {
    int depth = 0;
    int at = token;
    while (at < size()) {
      if (is(at, open)) {
        depth++;
      } else if (is(at, close) && --depth == 0) {
        return at + 1;
      }
      at++;
    }
    return at;
  }

  /**
   * The brace that opens the body of a declaration, outside of all parentheses.
   *
   * @param from a token of its head
   * @return -1 where a semicolon comes first, or nothing more
   */
  public int bodyBrace(int from) {
    int depth = 0;
    for (int token = from; token < size(); token++) {
      if (is(token, "(")) {
        depth++;
      } else if (is(token, ")")) {
        depth--;
      } else if (depth == 0 && is(token, "{")) {
        return token;
      } else if (depth == 0 && is(token, ";")) {
        return -1;
      }
    }
    return -1;
  }

  /** How many names are joined by dots at most, or other tokens by the like. */
  public int longestChain() {
    int chain = 0;
    int longest = 0;
    for (int token = 1; token < begins.length; token += 2) {
      // Every second token of a chain is its dot, whichever of the two the chain begins at.
      boolean goesOn = isDot(token) || isDot(token - 1);
      chain = goesOn ? chain + 1 : 0;
      longest = Math.max(longest, chain);
    }
    return longest;
  }

  private boolean isDot(int token) {
    return ends[token] == begins[token] + 1 && text.charAt(begins[token]) == '.';
  }

  /** How deep braces are nested at most. */
  public int braceDepth() {
    int depth = 0;
    int deepest = 0;
    for (int token = 0; token < begins.length; token++) {
      char c = text.charAt(begins[token]);
      depth += c == '{' ? 1 : c == '}' ? -1 : 0;
      deepest = Math.max(deepest, depth);
    }
    return deepest;
  }

  /** Words before a parenthesis that do not call anything by name. */
  private static final java.util.Set<String> NO_CALLS =
      java.util.Set.of("if", "while", "for", "switch", "catch", "synchronized", "try", "return");

  /** How many calls of methods by name stand inside each other's arguments at most. */
  public int callDepth() {
    java.util.BitSet calls = new java.util.BitSet();
    int open = 0;
    int deepest = 0;
    for (int token = 0; token < begins.length; token++) {
      if (is(token, "(")) {
        boolean made = token > 1 && is(token - 2, "new");
        boolean call =
            token > 0 && isWord(token - 1) && !made && !NO_CALLS.contains(text(token - 1));
        calls.set(open++, call);
        deepest = call ? Math.max(deepest, calls.cardinality()) : deepest;
      } else if (is(token, ")") && open > 0) {
        calls.clear(--open);
      }
    }
    return deepest;
  }

  /** The bracket of any sort that opens what closes at a token; -1 where there is none. */
  int opening(int close) {
    int depth = 0;
    for (int at = close; at >= 0; at--) {
      if (is(at, ")") || is(at, "]") || is(at, "}")) {
        depth++;
      } else if (is(at, "(") || is(at, "[") || is(at, "{")) {
        if (--depth == 0) {
          return at;
        }
      }
    }
    return -1;
  }

  /** The token behind what stands at one: behind the whole of a parenthesis or block. */
  public int behindWhole(int token) {
    return is(token, "(")
        ? behind(token, "(", ")")
        : is(token, "{") ? behind(token, "{", "}") : token + 1;
  }

  /** Whether a text has a word that stands by itself, comments and literals looked at as well. */
  public static boolean hasWord(String text, String word) {
    return hasWord(text, word, true);
  }

  /** Whether a text has such a word, and not right behind a dot. */
  public static boolean hasUnqualified(String text, String word) {
    return hasWord(text, word, false);
  }

  private static boolean hasWord(String text, String word, boolean behindDots) {
    for (int at = text.indexOf(word); at >= 0; at = text.indexOf(word, at + 1)) {
      int end = at + word.length();
      char before = at == 0 ? ' ' : text.charAt(at - 1);
      if (!Character.isJavaIdentifierPart(before)
          && (behindDots || before != '.')
          && (end == text.length() || !Character.isJavaIdentifierPart(text.charAt(end)))) {
        return true;
      }
    }
    return false;
  }

  /** A text with its Unicode escapes decoded. */
  public static String decoded(String raw) {
    StringBuilder out = new StringBuilder();
    int at = 0;
    while (at < raw.length()) {
      if (raw.charAt(at) == '\\' && at + 1 < raw.length() && raw.charAt(at + 1) == 'u') {
        int digits = at + 1;
        while (digits < raw.length() && raw.charAt(digits) == 'u') {
          digits++;
        }
        if (digits + 4 <= raw.length()) {
          try {
            out.append((char) Integer.parseInt(raw.substring(digits, digits + 4), 16));
            at = digits + 4;
            continue;
          } catch (NumberFormatException e) {
            // Not an escape after all: taken as it stands.
          }
        }
      }
      out.append(raw.charAt(at++));
    }
    return out.toString();
  }

  /** One pass over a text. */
  private static final class Scan {
    private final String text;
    private final int length;
    private final IntList begins = new IntList();
    private final IntList ends = new IntList();
    private final IntList commentBegins = new IntList();
    private final IntList commentEnds = new IntList();
    private int at;

    Scan(String text) {
      this.text = text;
      this.length = text.length();
    }

    JavaTokens run() {
      while (at < length) {
        char c = text.charAt(at);
        if (c <= ' ') {
          at++;
        } else if (c == '/' && at + 1 < length && text.charAt(at + 1) == '/') {
          comment(lineEnd());
        } else if (c == '/' && at + 1 < length && text.charAt(at + 1) == '*') {
          int close = text.indexOf("*/", at + 2);
          comment(close < 0 ? length : close + 2);
        } else {
          token(c);
        }
      }
      return new JavaTokens(
          text, begins.toArray(), ends.toArray(), commentBegins.toArray(), commentEnds.toArray());
    }

    private int lineEnd() {
      int end = at;
      while (end < length && text.charAt(end) != '\n' && text.charAt(end) != '\r') {
        end++;
      }
      return end;
    }

    private void comment(int end) {
      commentBegins.add(at);
      commentEnds.add(end);
      at = end;
    }

    private void token(char c) {
      int begin = at;
      if (c == '"') {
        at = text.startsWith("\"\"\"", at) ? textBlockEnd() : quotedEnd('"');
      } else if (c == '\'') {
        at = quotedEnd('\'');
      } else if (c >= '0' && c <= '9') {
        at = numberEnd();
      } else if (identifierPart(at) > 0) {
        int size;
        while ((size = identifierPart(at)) > 0) {
          at += size;
        }
      } else if (text.startsWith("->", at) || text.startsWith("::", at)) {
        at += 2;
      } else if (text.startsWith("...", at)) {
        at += 3;
      } else {
        at += Character.charCount(text.codePointAt(at));
      }
      begins.add(begin);
      ends.add(at);
    }

    /** Chars that the identifier char at the offset takes, or 0 if there is none. */
    private int identifierPart(int offset) {
      if (offset >= length) {
        return 0;
      }
      char c = text.charAt(offset);
      if (c < 128) {
        if (c >= 'a' && c <= 'z'
            || c >= 'A' && c <= 'Z'
            || c == '_'
            || c == '$'
            || c >= '0' && c <= '9') {
          return 1;
        }
        if (c != '\\' || offset + 1 >= length || text.charAt(offset + 1) != 'u') {
          return 0;
        }
        int digits = offset + 1;
        while (digits < length && text.charAt(digits) == 'u') {
          digits++;
        }
        return Math.min(length, digits + 4) - offset;
      }
      int point = text.codePointAt(offset);
      return Character.isJavaIdentifierPart(point) ? Character.charCount(point) : 0;
    }

    private int numberEnd() {
      int end = at;
      while (end < length) {
        char c = text.charAt(end);
        boolean sign =
            (c == '+' || c == '-')
                && "eEpP".indexOf(text.charAt(end - 1)) >= 0
                && !(text.startsWith("0x", at) && "eE".indexOf(text.charAt(end - 1)) >= 0);
        if (Character.isLetterOrDigit(c) || c == '_' || c == '.' || sign && end > at) {
          end++;
        } else {
          break;
        }
      }
      return end;
    }

    private int quotedEnd(char quote) {
      int end = at + 1;
      while (end < length) {
        char c = text.charAt(end);
        if (c == '\\') {
          end += 2;
        } else if (c == quote) {
          return end + 1;
        } else if (c == '\n' || c == '\r') {
          return end;
        } else {
          end++;
        }
      }
      return length;
    }

    private int textBlockEnd() {
      int end = at + 3;
      while (end < length) {
        if (text.charAt(end) == '\\') {
          end += 2;
        } else if (text.startsWith("\"\"\"", end)) {
          return end + 3;
        } else {
          end++;
        }
      }
      return length;
    }
  }
}
