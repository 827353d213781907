package dev.vinesorter.java.syntax;

import java.util.Set;

/** The modifiers and annotations that a declaration begins with, found by its tokens. */
public final class Modifiers {
  private Modifiers() {}

  public static int behindAnnotation(JavaTokens tokens, int at) {
    int token = at + 2;
    while (tokens.is(token, ".")) {
      token += 2;
    }
    return tokens.is(token, "(") ? tokens.behind(token, "(", ")") : token;
  }

  public static final Set<String> MODIFIERS =
      Set.of(
          "public",
          "protected",
          "private",
          "static",
          "final",
          "abstract",
          "sealed",
          "non",
          "default",
          "synchronized",
          "native",
          "strictfp",
          "transient",
          "volatile");

  /** The token of a modifier of the declaration that begins at the char; -1 where it has not. */
  public static int find(JavaTokens tokens, int begin, String modifier) {
    int token = tokens.from(begin);
    int past = behindModifiers(tokens, token);
    while (token < past && !tokens.is(token, modifier)) {
      token = tokens.is(token, "@") ? behindAnnotation(tokens, token) : token + 1;
    }
    return token < past ? token : -1;
  }

  /** The first token behind the modifiers and annotations that begin at a token. */
  public static int behindModifiers(JavaTokens tokens, int begin) {
    int token = begin;
    while (token < tokens.size()) {
      if (tokens.is(token, "@") && !tokens.is(token + 1, "interface")) {
        token = behindAnnotation(tokens, token);
      } else if (tokens.is(token, "-") || MODIFIERS.contains(tokens.text(token))) {
        token++;
      } else {
        break;
      }
    }
    return token;
  }

  /** Whether a token is the last of an annotation. */
  public static boolean endsAnnotation(JavaTokens tokens, int last) {
    int at = tokens.is(last, ")") ? tokens.opening(last) - 1 : last;
    while (tokens.isWord(at) && tokens.is(at - 1, ".")) {
      at -= 2;
    }
    return tokens.isWord(at) && tokens.is(at - 1, "@");
  }
}
