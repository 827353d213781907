package dev.vinesorter.java;

import java.util.Set;

/**
 * Whether a variable is plainly not null where it is used: made by {@code new} and never given
 * another value, or used before in a statement that has always run by then.
 */
final class NotNull {
  private static final Set<String> BRANCHING =
      Set.of("if", "else", "while", "for", "switch", "case", "?", "&", "|", "->", "catch");

  private final JavaTokens tokens;
  private final int begin;
  private final int end;

  /** Over the tokens of one method, half-open. */
  NotNull(JavaTokens tokens, int begin, int end) {
    this.tokens = tokens;
    this.begin = begin;
    this.end = end;
  }

  /** Whether the local variable named at a token is not null there. */
  boolean holds(int use) {
    String name = tokens.text(use);
    int values = 0;
    boolean made = false;
    for (int token = begin; token < end; token++) {
      if (tokens.isWord(token, name)
          && !tokens.is(token - 1, ".")
          && tokens.is(token + 1, "=")
          && !tokens.is(token + 2, "=")) {
        values++;
        made = tokens.is(token + 2, "new") && token < use;
      }
    }
    return values == 1 && made || values <= 1 && usedBefore(name, use);
  }

  /** Goes back through what has always run; blocks that are closed by then may not have. */
  private boolean usedBefore(String name, int use) {
    for (int token = use - 1; token > begin; token--) {
      if (tokens.is(token, "}")) {
        token = opening(token);
      } else if (tokens.isWord(token, name)
          && tokens.is(token + 1, ".")
          && !tokens.is(token - 1, ".")
          && alwaysRuns(token)) {
        return true;
      }
    }
    return false;
  }

  private int opening(int close) {
    int depth = 0;
    for (int token = close; token > begin; token--) {
      depth += tokens.is(token, "}") ? 1 : tokens.is(token, "{") ? -1 : 0;
      if (depth == 0) {
        return token;
      }
    }
    return begin;
  }

  private boolean alwaysRuns(int use) {
    for (int token = use - 1;
        token > begin && !tokens.is(token, ";") && !tokens.is(token, "{") && !tokens.is(token, "}");
        token--) {
      if (BRANCHING.contains(tokens.text(token))) {
        return false;
      }
    }
    return true;
  }
}
