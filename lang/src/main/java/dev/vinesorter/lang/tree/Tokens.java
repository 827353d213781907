package dev.vinesorter.lang.tree;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/** What nodes of a grammar read whose kinds are called by what they read: signs and words. */
final class Tokens {
  /** What is no token. */
  static final int NONE = -1;

  /** Signs that text, numbers and what else has no end of its own may begin with. */
  private static final String OF_TEXT = "\"'`#$%@/<\\?~";

  private static final String BRACKETS = "()[]{},;";

  private static final int PLAIN = 128;

  private static final int[] NO_SIGNS = {};

  private final int[][] signs = new int[PLAIN][];
  private final int[] brackets = new int[PLAIN];
  private final Map<String, Integer> words = new HashMap<>();
  private final Set<Integer> doubtful = ConcurrentHashMap.newKeySet();
  private final String[] kinds;
  private boolean quotes;

  Tokens(String[] kinds, boolean[] named) {
    this.kinds = kinds;
    List<List<Integer>> byFirst = new ArrayList<>();
    for (int c = 0; c < PLAIN; c++) {
      byFirst.add(new ArrayList<>());
    }
    for (int symbol = 0; symbol < kinds.length; symbol++) {
      String kind = kinds[symbol];
      if (named[symbol] || kind.isEmpty() || kind.charAt(0) >= PLAIN) {
        continue;
      }
      if (Character.isJavaIdentifierPart(kind.charAt(0))) {
        words.putIfAbsent(kind, symbol);
      } else {
        byFirst.get(kind.charAt(0)).add(symbol);
      }
    }
    Arrays.fill(brackets, NONE);
    for (int symbol = 0; symbol < kinds.length; symbol++) {
      if (!named[symbol] && kinds[symbol].length() == 1 && BRACKETS.contains(kinds[symbol])) {
        brackets[kinds[symbol].charAt(0)] = symbol;
      }
    }
    for (int c = 0; c < PLAIN; c++) {
      signs[c] = byFirst.get(c).stream().mapToInt(Integer::intValue).toArray();
    }
  }

  /** Whether what begins with a char may be text, whose end nobody but the parser knows. */
  static boolean mayBeText(char c) {
    return c >= PLAIN || OF_TEXT.indexOf(c) >= 0;
  }

  /** Says whether the quotes around a text are nodes. */
  void showQuotes(boolean shown) {
    quotes = shown;
  }

  boolean showsQuotes() {
    return quotes;
  }

  /** Says that a word does not tell by itself whether it is a token. */
  void doubt(int word) {
    doubtful.add(word);
  }

  boolean isDoubtful(int word) {
    return doubtful.contains(word);
  }

  /** Whether what begins as a word may go on with a char behind it, or be text. */
  static boolean mayFollow(char c) {
    return c >= PLAIN || "\"'`?!@#".indexOf(c) >= 0;
  }

  /** The bracket, comma or semicolon alone that stands at a place; {@link #NONE}. */
  int bracket(String text, int at) {
    char c = at < text.length() ? text.charAt(at) : PLAIN;
    int bracket = c < PLAIN ? brackets[c] : NONE;
    // In a name such as that of an operator, two may be one sign.
    return c == '[' && sign(text, at) != bracket ? NONE : bracket;
  }

  /** What a quote is called: itself, or, where no quote of its kind is, like the double one. */
  int quote(char c) {
    int found = NONE;
    for (int symbol : signs['"']) {
      found = kinds[symbol].length() == 1 ? symbol : found;
    }
    for (int symbol : signs[c]) {
      found = kinds[symbol].length() == 1 ? symbol : found;
    }
    return found;
  }

  /** The longest sign that stands at a place; {@link #NONE}, also where brackets may end there. */
  int sign(String text, int at) {
    int found = NONE;
    for (int symbol : text.charAt(at) == '>' ? NO_SIGNS : signs[text.charAt(at)]) {
      boolean longer = found < 0 || kinds[found].length() < kinds[symbol].length();
      if (longer && text.startsWith(kinds[symbol], at) && !isCut(text, at, kinds[symbol])) {
        found = symbol;
      }
    }
    return found;
  }

  /** Whether a sign that ends as a word, such as {@code !in} or {@code -@}, ends within one. */
  private static boolean isCut(String text, int at, String sign) {
    int past = at + sign.length();
    char last = text.charAt(past - 1);
    return past < text.length()
        && (last == '@' || Character.isJavaIdentifierPart(last))
        && Character.isJavaIdentifierPart(text.charAt(past));
  }

  /** The token that a word may be; {@link #NONE}. */
  int word(String text) {
    return words.getOrDefault(text, NONE);
  }
}
