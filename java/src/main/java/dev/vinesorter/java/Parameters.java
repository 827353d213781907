package dev.vinesorter.java;

import java.util.ArrayList;
import java.util.List;

/** The parameters that a method declares, read from its tokens. */
final class Parameters {
  /**
   * One parameter.
   *
   * @param run its tokens, modifiers and annotations among them
   * @param name the token of its name
   * @param type the last token of its type's name, before type arguments
   */
  record Parameter(Expressions.Run run, int name, int type) {}

  private Parameters() {}

  /** The parameters between the parenthesis at a token and the one that closes it. */
  static List<Parameter> of(JavaTokens tokens, int open) {
    List<Parameter> found = new ArrayList<>();
    int past = tokens.behind(open, "(", ")");
    int depth = 0;
    int begin = open + 1;
    for (int at = open + 1; at < past; at++) {
      if (tokens.is(at, "(") || tokens.is(at, "<") || tokens.is(at, "[")) {
        depth++;
      } else if (depth > 0 && (tokens.is(at, ")") || tokens.is(at, ">") || tokens.is(at, "]"))) {
        depth--;
      } else if (depth == 0 && (tokens.is(at, ",") || at == past - 1)) {
        if (at > begin) {
          found.add(parameter(tokens, begin, at));
        }
        begin = at + 1;
      }
    }
    return found;
  }

  private static Parameter parameter(JavaTokens tokens, int begin, int end) {
    int name = end - 1;
    while (name > begin && !tokens.isWord(name)) {
      name--;
    }
    int type = name - 1;
    if (tokens.is(type, ">")) {
      int depth = 0;
      do {
        depth += tokens.is(type, ">") ? 1 : tokens.is(type, "<") ? -1 : 0;
        type--;
      } while (depth > 0 && type > begin);
    }
    return new Parameter(new Expressions.Run(begin, end), name, type);
  }
}
