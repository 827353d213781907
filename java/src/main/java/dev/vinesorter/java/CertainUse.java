package dev.vinesorter.java;

import java.util.Set;
import java.util.function.IntPredicate;

/**
 * Whether a method surely reaches into an object before it can end: then it has always failed on
 * null, and may as well be called on the object. Only code that runs whatever happens counts.
 */
final class CertainUse {
  private static final Set<String> ENDS = Set.of("return", "throw", "break", "continue", "yield");

  private final JavaTokens tokens;

  /** Whether a token names the object and a dot behind it reaches into it. */
  private final IntPredicate reaches;

  CertainUse(JavaTokens tokens, IntPredicate reaches) {
    this.tokens = tokens;
    this.reaches = reaches;
  }

  private enum Outcome {
    /** The object is reached into. */
    USED,
    /** The code may have ended before. */
    ENDED,
    GOES_ON
  }

  /** Whether the block that opens at a token uses the object for certain. */
  boolean in(int brace) {
    return block(brace + 1, tokens.behind(brace, "{", "}") - 1) == Outcome.USED;
  }

  private Outcome block(int from, int past) {
    int at = from;
    while (at < past) {
      int next = behindStatement(at, past);
      Outcome outcome = statement(at, next);
      if (outcome != Outcome.GOES_ON) {
        return outcome;
      }
      at = next;
    }
    return Outcome.GOES_ON;
  }

  private Outcome statement(int at, int past) {
    if (tokens.is(at, "{")) {
      return block(at + 1, past - 1);
    }
    if (tokens.is(at, "do") && tokens.is(at + 1, "{")) {
      return block(at + 2, tokens.behind(at + 1, "{", "}") - 1);
    }
    if (tokens.is(at, "synchronized")) {
      int brace = tokens.behind(at + 1, "(", ")");
      return uses(at + 1, brace) ? Outcome.USED : block(brace + 1, past - 1);
    }
    if (tokens.is(at, "try")) {
      // A failure inside may be caught.
      return ends(at, past) ? Outcome.ENDED : Outcome.GOES_ON;
    }
    if (tokens.is(at, "if")
        || tokens.is(at, "while")
        || tokens.is(at, "switch")
        || tokens.is(at, "for")) {
      int head = tokens.behind(at + 1, "(", ")");
      int sure = head;
      if (tokens.is(at, "for")) {
        // The update runs only after the body did.
        int semicolons = 0;
        for (int token = at + 2; token < head; token++) {
          semicolons += tokens.is(token, ";") ? 1 : 0;
          sure = semicolons == 2 && sure == head ? token : sure;
        }
      }
      return uses(at + 1, sure) ? Outcome.USED : ends(head, past) ? Outcome.ENDED : Outcome.GOES_ON;
    }
    if (uses(at, past)) {
      return Outcome.USED;
    }
    return ENDS.contains(tokens.text(at)) ? Outcome.ENDED : Outcome.GOES_ON;
  }

  /** Whether an expression is sure to use the object: not behind what may pass it over. */
  private boolean uses(int from, int past) {
    for (int token = from; token < past; token++) {
      boolean mayPass =
          tokens.is(token, "?")
              || tokens.is(token, "->")
              || tokens.is(token, "{")
              || tokens.is(token, "&") && tokens.is(token + 1, "&")
              || tokens.is(token, "|") && tokens.is(token + 1, "|");
      if (mayPass) {
        return false;
      }
      if (reaches.test(token)) {
        return true;
      }
    }
    return false;
  }

  private boolean ends(int from, int past) {
    for (int token = from; token < past; token++) {
      if (ENDS.contains(tokens.text(token))) {
        return true;
      }
    }
    return false;
  }

  /** The token behind the statement that begins at one. */
  private int behindStatement(int at, int past) {
    if (tokens.is(at, "{")) {
      return tokens.behind(at, "{", "}");
    }
    if (tokens.is(at, "if")) {
      int then = behindStatement(tokens.behind(at + 1, "(", ")"), past);
      return tokens.is(then, "else") ? behindStatement(then + 1, past) : then;
    }
    if (tokens.is(at, "while") || tokens.is(at, "for") || tokens.is(at, "synchronized")) {
      return behindStatement(tokens.behind(at + 1, "(", ")"), past);
    }
    if (tokens.is(at, "switch")) {
      return tokens.behind(tokens.behind(at + 1, "(", ")"), "{", "}");
    }
    if (tokens.is(at, "try")) {
      int next = tokens.is(at + 1, "(") ? tokens.behind(at + 1, "(", ")") : at + 1;
      next = tokens.behind(next, "{", "}");
      while (tokens.is(next, "catch") || tokens.is(next, "finally")) {
        int brace = tokens.is(next, "catch") ? tokens.behind(next + 1, "(", ")") : next + 1;
        next = tokens.behind(brace, "{", "}");
      }
      return next;
    }
    int token = at;
    while (token < past && !tokens.is(token, ";")) {
      token = tokens.behindWhole(token);
    }
    return Math.min(past, token + 1);
  }
}
