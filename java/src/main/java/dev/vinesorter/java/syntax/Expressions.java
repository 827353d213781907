package dev.vinesorter.java.syntax;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;

/**
 * Expressions as runs of tokens: where they begin and end, and whether evaluating them does
 * anything.
 */
public final class Expressions {
  private static final Pattern ASSIGNMENT = Pattern.compile("(?<![=!<>])=(?!=)|<<=|>>=|\\+\\+|--");

  private final JavaTokens tokens;
  private final String text;

  public Expressions(JavaTokens tokens, String text) {
    this.tokens = tokens;
    this.text = text;
  }

  /**
   * The first token of the primary expression that ends at a token, such as that of {@code
   * a.b(c)[d]} for its last bracket; -1 where it is not understood.
   */
  public int primaryBegin(int last) {
    int at = last;
    while (at >= 0) {
      if (tokens.is(at, ")") || tokens.is(at, "]")) {
        boolean call = tokens.is(at, ")");
        at = tokens.opening(at);
        if (at < 0) {
          return -1;
        }
        if (call && !(tokens.isWord(at - 1) && !isKeyword(at - 1) || tokens.is(at - 1, ">"))) {
          // A parenthesis that stands for itself, or a cast before it, which we do not take apart.
          return tokens.is(at - 1, ")") ? -1 : at;
        }
        if (tokens.is(at - 1, ">")) {
          return -1;
        }
        at--;
        if (tokens.is(at, ")") || tokens.is(at, "]")) {
          continue;
        }
      }
      boolean operand = tokens.isWord(at) && (!isKeyword(at) || isSelf(at)) || isLiteral(at);
      if (!operand) {
        return -1;
      }
      if (tokens.is(at - 1, ".")) {
        at -= 2;
        continue;
      }
      if (followsTypeArguments(at)) {
        return -1;
      }
      return tokens.is(at - 1, "new") ? at - 1 : at;
    }
    return -1;
  }

  /** Whether type arguments of a call stand before a name, as in {@code a.<B>c()}. */
  public boolean followsTypeArguments(int name) {
    return dotBeforeTypeArguments(name) >= 0;
  }

  /** The dot before the type arguments that stand before a name; -1 where none do. */
  public int dotBeforeTypeArguments(int name) {
    int depth = 0;
    for (int at = name - 1; at > 0; at--) {
      depth += tokens.is(at, ">") ? 1 : tokens.is(at, "<") ? -1 : 0;
      boolean inTypes =
          tokens.isWord(at)
              || ".,?[]&<>".contains(tokens.text(at)) && tokens.text(at).length() == 1;
      if (depth == 0 || !inTypes) {
        return depth == 0 && tokens.is(at, "<") && tokens.is(at - 1, ".") ? at - 1 : -1;
      }
    }
    return -1;
  }

  private boolean isSelf(int token) {
    return tokens.is(token, "this") || tokens.is(token, "super") || tokens.is(token, "class");
  }

  private boolean isKeyword(int token) {
    return javax.lang.model.SourceVersion.isKeyword(tokens.text(token));
  }

  private boolean isLiteral(int token) {
    char first = tokens.text(token).isEmpty() ? ' ' : tokens.text(token).charAt(0);
    return first == '"' || first == '\'' || Character.isDigit(first);
  }

  /** A run of tokens, half-open. */
  public record Run(int begin, int end) {
    /** Whether a token is one of them. */
    public boolean holds(int token) {
      return token >= begin && token < end;
    }
  }

  /** The arguments between the parenthesis at a token and the one that closes it. */
  public List<Run> arguments(int open) {
    return list(tokens, open, "([{", ")]}");
  }

  /**
   * What commas part between the parenthesis at a token and the one that closes it.
   *
   * @param opening the brackets within which commas do not count
   * @param closing those that close them
   */
  static List<Run> list(JavaTokens tokens, int open, String opening, String closing) {
    List<Run> found = new ArrayList<>();
    int past = tokens.behind(open, "(", ")");
    int depth = 0;
    int begin = open + 1;
    for (int at = open + 1; at < past; at++) {
      if (opensTypeArguments(tokens, at)) {
        at = tokens.behind(at, "<", ">") - 1;
      } else if (isOneOf(tokens, at, opening)) {
        depth++;
      } else if (depth > 0 && isOneOf(tokens, at, closing)) {
        depth--;
      } else if (depth == 0 && (tokens.is(at, ",") || at == past - 1)) {
        if (at > begin) {
          found.add(new Run(begin, at));
        }
        begin = at + 1;
      }
    }
    return found;
  }

  /** Whether type arguments begin, as in {@code new A<B, C>()} and {@code a.<B, C>d()}. */
  private static boolean opensTypeArguments(JavaTokens tokens, int at) {
    if (!tokens.is(at, "<")) {
      return false;
    }
    int first = at - 1;
    while (tokens.isWord(first) && tokens.is(first - 1, ".")) {
      first -= 2;
    }
    return tokens.is(at - 1, ".") || tokens.is(first - 1, "new");
  }

  private static boolean isOneOf(JavaTokens tokens, int token, String chars) {
    String text = tokens.text(token);
    return text.length() == 1 && chars.indexOf(text.charAt(0)) >= 0;
  }

  /** Whether evaluating the run does nothing but read variables. */
  public boolean isPure(Run run) {
    for (int at = run.begin; at < run.end; at++) {
      boolean plain =
          tokens.isWord(at) && !tokens.is(at, "new") && !tokens.is(at, "switch")
              || tokens.is(at, ".")
              || isLiteral(at) && !tokens.is(at + 1, "[");
      if (!plain || tokens.is(at + 1, "(") && at + 1 < run.end) {
        return false;
      }
    }
    return run.end > run.begin;
  }

  /** Whether the run assigns something. */
  public boolean assigns(Run run) {
    return ASSIGNMENT.matcher(text(run)).find();
  }

  /** The run as it is written. */
  public String text(Run run) {
    return run.end <= run.begin
        ? ""
        : text.substring(tokens.begin(run.begin), tokens.end(run.end - 1));
  }

  /** Whether the run is one primary expression, which a dot can follow. */
  public boolean isPrimary(Run run) {
    return run.end > run.begin && primaryBegin(run.end - 1) == run.begin;
  }
}
