package dev.vinesorter.java.syntax;

import java.util.ArrayList;
import java.util.List;

/** The type parameters that a type or method declares, read from its tokens. */
public final class TypeVariables {
  /**
   * One type parameter.
   *
   * @param name its name
   * @param run its tokens, annotations and bounds among them
   */
  public record Variable(String name, Expressions.Run run) {}

  private TypeVariables() {}

  /** The parameters behind the {@code <} at a token; none where the token is another. */
  public static List<Variable> of(JavaTokens tokens, int open) {
    List<Variable> found = new ArrayList<>();
    for (Expressions.Run run : arguments(tokens, open)) {
      int name = Modifiers.behindModifiers(tokens, run.begin());
      found.add(new Variable(tokens.text(name), run));
    }
    return found;
  }

  /** What commas part between the {@code <} at a token and the {@code >} that closes it. */
  public static List<Expressions.Run> arguments(JavaTokens tokens, int open) {
    List<Expressions.Run> found = new ArrayList<>();
    if (!tokens.is(open, "<")) {
      return found;
    }
    int depth = 0;
    int begin = open + 1;
    for (int at = open; at < tokens.size(); at++) {
      boolean closes = tokens.is(at, ">") && depth == 1;
      if (closes || tokens.is(at, ",") && depth == 1) {
        found.add(new Expressions.Run(begin, at));
        begin = at + 1;
      }
      if (closes) {
        break;
      }
      depth += tokens.is(at, "<") ? 1 : tokens.is(at, ">") ? -1 : 0;
    }
    return found;
  }
}
