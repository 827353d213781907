package dev.vinesorter.java.scan;

import dev.vinesorter.core.model.Shape;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.Arrays;
import java.util.stream.Stream;

/**
 * The shape of a method's body by its tokens. Variables count as the same word, and so do literals
 * of a sort; what is called, types, constants, keywords and operators count as they are.
 */
final class BodyShape {
  /** Shorter bodies look alike by chance. */
  private static final int FEWEST_TOKENS = 40;

  /** A body beyond this is cut: two that are alike so far are alike. */
  private static final int MOST_TOKENS = 5000;

  private static final int VARIABLE = 1;
  private static final int NUMBER = 2;
  private static final int TEXT = 3;

  /** The hashes of the words that tell how a body goes. */
  private static final int[] KEYWORDS =
      Stream.of(
              ("break case catch continue default do else false finally for if instanceof new null"
                      + " return super switch synchronized this throw true try while yield")
                  .split(" "))
          .mapToInt(String::hashCode)
          .sorted()
          .toArray();

  private BodyShape() {}

  /** The shape of the tokens between two offsets, or null for too few. */
  static Shape of(JavaTokens tokens, int begin, int end) {
    int first = tokens.from(begin);
    int past = Math.min(tokens.from(end), first + MOST_TOKENS);
    if (past - first < FEWEST_TOKENS) {
      return null;
    }
    int[] row = new int[past - first];
    for (int token = first; token < past; token++) {
      row[token - first] = word(tokens, token);
    }
    return Shape.of(row);
  }

  private static int word(JavaTokens tokens, int token) {
    char start = tokens.charAt(token);
    if (start == '"' || start == '\'') {
      return TEXT;
    }
    if (start >= '0' && start <= '9') {
      return NUMBER;
    }
    int hash = tokens.hash(token);
    boolean variable =
        tokens.isWord(token)
            && !Character.isUpperCase(start)
            && !tokens.is(token + 1, "(")
            && Arrays.binarySearch(KEYWORDS, hash) < 0;
    return variable ? VARIABLE : hash;
  }
}
