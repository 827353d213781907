package dev.vinesorter.java.syntax;

import java.util.ArrayList;
import java.util.List;

/** The parameters that a method declares, read from its tokens. */
public final class Parameters {
  /**
   * One parameter.
   *
   * @param run its tokens, modifiers and annotations among them
   * @param name the token of its name
   * @param type the last token of its type's name, before type arguments
   */
  public record Parameter(Expressions.Run run, int name, int type) {}

  private Parameters() {}

  /** The parameters between the parenthesis at a token and the one that closes it. */
  public static List<Parameter> of(JavaTokens tokens, int open) {
    return Expressions.list(tokens, open, "(<[", ")>]").stream()
        .map(run -> parameter(tokens, run))
        .toList();
  }

  /** The names of the parameters, in a list that can be changed. */
  public static List<String> names(JavaTokens tokens, int open) {
    return new ArrayList<>(of(tokens, open).stream().map(one -> tokens.text(one.name())).toList());
  }

  private static Parameter parameter(JavaTokens tokens, Expressions.Run run) {
    int begin = run.begin();
    int name = run.end() - 1;
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
    return new Parameter(run, name, type);
  }
}
