package dev.vinesorter.java.code;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.syntax.Expressions;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.TypeVariables;
import java.util.ArrayList;
import java.util.List;

/** The bodies of anonymous classes in a member: {@code this} means another object in them. */
public final class AnonymousBodies {
  /** Tokens of one body, half-open, and the type that it extends or implements. */
  private record Body(int begin, int past, int type) {}

  private final SourceView code;
  private final List<Body> bodies = new ArrayList<>();

  public AnonymousBodies(SourceView code, int member) {
    this.code = code;
    Units units = code.units();
    References references = code.references();
    JavaTokens tokens = code.tokens(units.fileOf(member));
    for (int r = references.row(member); r < references.row(member + 1); r++) {
      Kind kind = references.kind(r);
      if (kind != Kind.EXTENDS && kind != Kind.IMPLEMENTS || references.at(r) < 0) {
        continue;
      }
      int at = tokens.from(references.at(r)) + 1;
      if (tokens.is(at, "<")) {
        List<Expressions.Run> arguments = TypeVariables.arguments(tokens, at);
        at = arguments.isEmpty() ? at + 2 : arguments.get(arguments.size() - 1).end() + 1;
      }
      int brace = tokens.is(at, "(") ? tokens.behind(at, "(", ")") : at;
      if (tokens.is(brace, "{")) {
        bodies.add(new Body(brace, tokens.behind(brace, "{", "}"), references.target(r)));
      }
    }
  }

  /** Whether a token stands in one of them. */
  public boolean covers(int token) {
    return bodies.stream().anyMatch(body -> token >= body.begin && token < body.past);
  }

  /** Whether an anonymous class around a token inherits from a type. */
  public boolean inherits(int token, int type) {
    return bodies.stream()
        .anyMatch(
            body ->
                token >= body.begin && token < body.past && code.isSubtype(body.type, type)
                    || token >= body.begin
                        && token < body.past
                        && code.units().name(type).equals("java.lang.Object"));
  }

  /** Whether one of them declares a variable or method of a name. */
  public boolean declares(JavaTokens tokens, String word) {
    for (Body body : bodies) {
      for (int token = body.begin; token < body.past; token++) {
        boolean typed =
            tokens.isWord(token - 1) && !tokens.is(token - 1, "return")
                || tokens.is(token - 1, ">")
                || tokens.is(token - 1, "]");
        boolean ends =
            tokens.is(token + 1, "=") && !tokens.is(token + 2, "=")
                || tokens.is(token + 1, ";")
                || tokens.is(token + 1, ",")
                || tokens.is(token + 1, ":")
                || tokens.is(token + 1, ")");
        if (tokens.isWord(token, word) && typed && ends) {
          return true;
        }
      }
    }
    return false;
  }
}
