package dev.vinesorter.java;

import dev.vinesorter.java.syntax.JavaHeader;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/** Edits as people make them, and as they do by mistake, at random places of a Java source. */
public final class RandomEdit {
  /** What is done to a source. */
  public enum Kind {
    STATEMENT,
    COMMENT,
    METHOD_ADDED,
    METHOD_RENAMED,
    METHOD_OPENED,
    FIELD_ADDED,
    CONSTANT_CHANGED,
    TYPE_ADDED,
    IMPORT_TAKEN,
    IMPORT_ADDED,
    WORD_CHANGED,
    BRACE_TAKEN,
    MEMBER_PRIVATE,
    /** A parameter, result or variable has another type. */
    TYPE_WIDENED,
    TYPE_NARROWED,
    /** A type stands in the way of another one of its name. */
    SHADOWED,
    /** Another method of a name, which may be chosen instead. */
    OVERLOADED,
    /** A type extends or implements nothing any more. */
    ALONE,
    MODIFIER_TAKEN,
    /** A method that others inherit, and that may be called without being named. */
    INHERITED
  }

  private RandomEdit() {}

  /** The source with one edit; unchanged where it has no place for it. */
  public static String apply(Random random, Kind kind, String text) {
    JavaTokens tokens = JavaTokens.of(text);
    String name = "edit" + random.nextInt(1000);
    switch (kind) {
      case STATEMENT:
        return behind(random, text, places(tokens, ")", "{"), " int " + name + " = 1; ");
      case COMMENT:
        return behind(random, text, places(tokens, ";"), " /** See " + name + ". */ ");
      case METHOD_ADDED:
        return last(text, tokens, "  public int " + name + "() { return " + name + "; }\n");
      case METHOD_RENAMED:
        return change(random, text, tokens, heads(tokens), name);
      case METHOD_OPENED:
        return swap(random, text, tokens, "private", "public");
      case MEMBER_PRIVATE:
        return swap(random, text, tokens, "public", "private");
      case FIELD_ADDED:
        return last(text, tokens, "  static final int " + name.toUpperCase() + " = 7;\n");
      case CONSTANT_CHANGED:
        return swap(random, text, tokens, "1", "2");
      case TYPE_ADDED:
        return last(text, tokens, "  public static class Type" + name + " { }\n");
      case IMPORT_TAKEN:
        return importTaken(random, text, tokens);
      case IMPORT_ADDED:
        int past = JavaHeader.of(tokens).packageStatementEnd();
        return past < 0
            ? text
            : text.substring(0, past) + "\nimport java.awt.List;" + text.substring(past);
      case WORD_CHANGED:
        List<Integer> words = new ArrayList<>();
        for (int token = 0; token < tokens.size(); token++) {
          if (tokens.isWord(token)) {
            words.add(token);
          }
        }
        return change(random, text, tokens, words, name);
      case TYPE_WIDENED:
        return swap(random, text, tokens, random.nextBoolean() ? "String" : "int", "Object");
      case TYPE_NARROWED:
        return swap(random, text, tokens, random.nextBoolean() ? "Object" : "long", "String");
      case SHADOWED:
        return last(text, tokens, "  public static class " + typeIn(random, tokens) + " { }\n");
      case OVERLOADED:
        List<Integer> heads = heads(tokens);
        return heads.isEmpty()
            ? text
            : last(
                text,
                tokens,
                "  public static Object "
                    + tokens.text(heads.get(random.nextInt(heads.size())))
                    + "(Object one) { return one; }\n");
      case ALONE:
        return alone(random, text, tokens);
      case MODIFIER_TAKEN:
        String[] taken = {"final", "static", "abstract", "protected"};
        return swap(random, text, tokens, taken[random.nextInt(taken.length)], "");
      case INHERITED:
        String[] made = {
          "public void close() { }", "public int length() { return 0; }", "public int size;"
        };
        return last(text, tokens, "  " + made[random.nextInt(made.length)] + "\n");
      case BRACE_TAKEN:
        return swap(random, text, tokens, random.nextBoolean() ? "{" : "}", "");
      default:
        throw new IllegalArgumentException(kind.name());
    }
  }

  /** A name in a source that begins as those of types do. */
  private static String typeIn(Random random, JavaTokens tokens) {
    List<String> names = new ArrayList<>(List.of("Object"));
    for (int token = 0; token < tokens.size(); token++) {
      if (tokens.isWord(token) && Character.isUpperCase(tokens.text(token).charAt(0))) {
        names.add(tokens.text(token));
      }
    }
    return names.get(random.nextInt(names.size()));
  }

  /** The source without one of its clauses that say what a type extends or implements. */
  private static String alone(Random random, String text, JavaTokens tokens) {
    List<Integer> clauses = new ArrayList<>();
    for (int token = 0; token < tokens.size(); token++) {
      if (tokens.is(token, "extends") || tokens.is(token, "implements")) {
        clauses.add(token);
      }
    }
    if (clauses.isEmpty()) {
      return text;
    }
    int first = clauses.get(random.nextInt(clauses.size()));
    int end = first;
    while (end < tokens.size() && !tokens.is(end, "{") && !tokens.is(end, "implements")
        || end == first) {
      end++;
    }
    return end >= tokens.size()
        ? text
        : text.substring(0, tokens.begin(first)) + text.substring(tokens.begin(end));
  }

  /** Tokens behind which something can stand: the last of a pair of tokens that read so. */
  private static List<Integer> places(JavaTokens tokens, String... pair) {
    List<Integer> found = new ArrayList<>();
    for (int token = 0; token < tokens.size(); token++) {
      boolean fits = true;
      for (int n = 0; n < pair.length; n++) {
        fits &= tokens.is(token - pair.length + 1 + n, pair[n]);
      }
      if (fits) {
        found.add(tokens.end(token));
      }
    }
    return found;
  }

  /** Names of methods in their declarations, more or less. */
  private static List<Integer> heads(JavaTokens tokens) {
    List<Integer> found = new ArrayList<>();
    for (int token = 1; token < tokens.size(); token++) {
      if (tokens.isWord(token) && tokens.is(token + 1, "(") && tokens.isWord(token - 1)) {
        int behind = tokens.behind(token + 1, "(", ")");
        if (tokens.is(behind, "{") && !tokens.is(token - 1, "new")) {
          found.add(token);
        }
      }
    }
    return found;
  }

  private static String behind(Random random, String text, List<Integer> ends, String added) {
    if (ends.isEmpty()) {
      return text;
    }
    int at = ends.get(random.nextInt(ends.size()));
    return text.substring(0, at) + added + text.substring(at);
  }

  private static String last(String text, JavaTokens tokens, String added) {
    for (int token = tokens.size() - 1; token >= 0; token--) {
      if (tokens.is(token, "}")) {
        return text.substring(0, tokens.begin(token)) + added + text.substring(tokens.begin(token));
      }
    }
    return text;
  }

  private static String change(
      Random random, String text, JavaTokens tokens, List<Integer> choice, String name) {
    if (choice.isEmpty()) {
      return text;
    }
    int token = choice.get(random.nextInt(choice.size()));
    return text.substring(0, tokens.begin(token)) + name + text.substring(tokens.end(token));
  }

  private static String swap(
      Random random, String text, JavaTokens tokens, String old, String fresh) {
    List<Integer> choice = new ArrayList<>();
    for (int token = 0; token < tokens.size(); token++) {
      if (tokens.is(token, old)) {
        choice.add(token);
      }
    }
    return change(random, text, tokens, choice, fresh);
  }

  private static String importTaken(Random random, String text, JavaTokens tokens) {
    List<JavaHeader.Import> imports = JavaHeader.of(tokens).imports();
    if (imports.isEmpty()) {
      return text;
    }
    JavaHeader.Import one = imports.get(random.nextInt(imports.size()));
    return text.substring(0, one.begin()) + text.substring(one.end());
  }
}
