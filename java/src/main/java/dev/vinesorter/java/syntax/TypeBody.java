package dev.vinesorter.java.syntax;

import java.util.ArrayList;
import java.util.List;

/**
 * The body of a type as a row of declarations, each with the comments and blank lines above it. It
 * is read from tokens, so each char between the braces belongs to exactly one part.
 *
 * @param parts in the order in which they stand; those that share a line are one
 * @param begin first char of the first part
 * @param end one past the last char of the last part
 * @param ownLines whether no part shares a line with a brace of the type
 */
public record TypeBody(List<Part> parts, int begin, int end, boolean ownLines) {
  /**
   * One or more declarations that stand on lines of their own.
   *
   * @param begin first char, behind the line end of what stands above
   * @param end one past its last line end
   * @param first its first token
   * @param past one past its last token
   */
  public record Part(int begin, int end, int first, int past) {
    public boolean holds(int offset) {
      return offset >= begin && offset < end;
    }
  }

  /**
   * The body between the brace that opens at a token and the one that closes it.
   *
   * @param constants whether it begins with the constants of an enum
   */
  public static TypeBody of(JavaTokens tokens, String text, int brace, boolean constants) {
    int close = tokens.behind(brace, "{", "}") - 1;
    int token = brace + 1;
    if (constants) {
      token = behindConstants(tokens, token, close);
    }
    List<Part> parts = new ArrayList<>();
    int from = TextLines.next(text, behindComments(tokens, text, tokens.end(token - 1)));
    boolean ownLines = token == close || from <= tokens.begin(token);
    from = Math.min(from, tokens.begin(token));
    int begin = from;
    int first = token;
    while (token < close) {
      token = behindDeclaration(tokens, token, close);
      int end = TextLines.next(text, behindComments(tokens, text, tokens.end(token - 1)));
      boolean shared = token < close && tokens.begin(token) < end;
      if (shared) {
        continue;
      }
      ownLines &= end <= tokens.begin(close);
      parts.add(new Part(from, Math.min(end, tokens.begin(close)), first, token));
      from = end;
      first = token;
    }
    return new TypeBody(parts, begin, from, ownLines);
  }

  /** The end of the comments that begin on the line of a char. */
  private static int behindComments(JavaTokens tokens, String text, int end) {
    int at = end;
    for (int comment = 0; comment < tokens.comments(); comment++) {
      if (tokens.commentBegin(comment) >= at
          && tokens.commentBegin(comment) < TextLines.end(text, at)) {
        at = tokens.commentEnd(comment);
      }
    }
    return at;
  }

  private static int behindConstants(JavaTokens tokens, int begin, int close) {
    int token = begin;
    while (token < close && !tokens.is(token, ";")) {
      token = tokens.behindWhole(token);
    }
    return Math.min(close, token + 1);
  }

  /** The token behind the declaration that begins at one. */
  private static int behindDeclaration(JavaTokens tokens, int begin, int close) {
    boolean value = false;
    int token = Modifiers.behindModifiers(tokens, begin);
    while (token < close) {
      if (tokens.is(token, "(")) {
        token = tokens.behind(token, "(", ")");
        continue;
      }
      if (tokens.is(token, ";")) {
        return token + 1;
      }
      value |= tokens.is(token, "=") || tokens.is(token, "default");
      if (tokens.is(token, "{")) {
        token = tokens.behind(token, "{", "}");
        if (!value) {
          return tokens.is(token, ";") ? token + 1 : token;
        }
        continue;
      }
      token++;
    }
    return close;
  }
}
