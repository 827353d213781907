package dev.vinesorter.java.compile;

import dev.vinesorter.java.build.JavaFile;
import dev.vinesorter.java.syntax.JavaHeader;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.ArrayList;
import java.util.List;

/**
 * What of a Java source other sources can see: its types with the heads of their members, without
 * comments, bodies and initialiser blocks. It is made from tokens, and is Java itself: the compiler
 * can take it in place of the source where only the declarations matter.
 *
 * <p>As text it has one line for each part, told by its first char: {@code H} package and imports,
 * {@code T} the head of a type, {@code C} the constants of an enum, {@code M} a member, {@code E}
 * the end of a type. A member's and a type's names stand before a tab.
 */
public final class JavaSketch {
  private static final char LINE_FEED = '\u0002';
  private static final char RETURN = '\u0003';

  private final JavaTokens tokens;
  private final String text;
  private final List<String> lines = new ArrayList<>();

  private JavaSketch(JavaTokens tokens, String text) {
    this.tokens = tokens;
    this.text = text;
  }

  /** The sketch of a source, or null when its braces or heads are not understood. */
  public static String of(JavaFile file) {
    JavaSketch sketch = new JavaSketch(file.tokens(), file.text());
    return sketch.file() ? String.join("\n", sketch.lines) + "\n" : null;
  }

  private boolean file() {
    int token = JavaHeader.of(tokens).bodyToken();
    lines.add("H" + joined(0, token));
    while (token >= 0 && token < tokens.size()) {
      token = tokens.is(token, ";") ? token + 1 : type(token);
    }
    return token == tokens.size();
  }

  /** The token of the keyword that makes a declaration a type's, or -1 for another declaration. */
  private int keyword(int start) {
    int token = start;
    while (token < tokens.size()) {
      if (tokens.is(token, "@") && tokens.is(token + 1, "interface")) {
        return token + 1;
      }
      if (tokens.is(token, "@")) {
        token = behindAnnotation(token);
      } else if (tokens.is(token, "class")
          || tokens.is(token, "interface")
          || tokens.is(token, "enum")) {
        return token;
      } else if (tokens.is(token, "record")
          && tokens.isWord(token + 1)
          && (tokens.is(token + 2, "(") || tokens.is(token + 2, "<"))) {
        return token;
      } else if (isModifier(token)) {
        token++;
      } else {
        return -1;
      }
    }
    return -1;
  }

  private boolean isModifier(int token) {
    switch (tokens.text(token)) {
      case "public":
      case "protected":
      case "private":
      case "static":
      case "final":
      case "abstract":
      case "strictfp":
      case "sealed":
      case "non":
      case "-":
      case "default":
      case "synchronized":
      case "native":
      case "transient":
      case "volatile":
        return true;
      default:
        return false;
    }
  }

  private int behindAnnotation(int start) {
    int token = start + 2;
    while (tokens.is(token, ".")) {
      token += 2;
    }
    return tokens.is(token, "(") ? tokens.behind(token, "(", ")") : token;
  }

  /** Reads a type that begins at a token; gives the token behind it, or -1. */
  private int type(int start) {
    int keyword = keyword(start);
    if (keyword < 0 || !tokens.isWord(keyword + 1)) {
      return -1;
    }
    int brace = keyword + 2;
    int depth = 0;
    while (brace < tokens.size() && (depth > 0 || !tokens.is(brace, "{"))) {
      depth += tokens.is(brace, "(") ? 1 : tokens.is(brace, ")") ? -1 : 0;
      brace++;
    }
    if (brace >= tokens.size()) {
      return -1;
    }
    lines.add("T" + tokens.text(keyword + 1) + '\t' + joined(start, brace));
    int token = brace + 1;
    if (tokens.is(keyword, "enum")) {
      token = constants(token);
    }
    while (token >= 0 && token < tokens.size() && !tokens.is(token, "}")) {
      token = tokens.is(token, ";") ? token + 1 : member(token);
    }
    if (token < 0 || token >= tokens.size()) {
      return -1;
    }
    lines.add("E");
    return token + 1;
  }

  private int constants(int start) {
    StringBuilder line = new StringBuilder("C");
    int token = start;
    int previous = -1;
    int depth = 0;
    while (token < tokens.size()) {
      if (depth == 0 && (tokens.is(token, ";") || tokens.is(token, "}"))) {
        lines.add(line.append(';').toString());
        return tokens.is(token, ";") ? token + 1 : token;
      }
      depth += tokens.is(token, "(") ? 1 : tokens.is(token, ")") ? -1 : 0;
      if (tokens.is(token, "{")) {
        int behind = tokens.behind(token, "{", "}");
        // A class body makes the constant's type one of its own; what is in it, nobody sees.
        line.append(depth == 0 ? " {}" : " null");
        token = behind;
        previous = -1;
      } else {
        append(line, token, previous);
        previous = token++;
      }
    }
    return -1;
  }

  /** Reads one member; gives the token behind it, or -1. */
  private int member(int start) {
    if (keyword(start) >= 0) {
      return type(start);
    }
    if (tokens.is(start, "{") || tokens.is(start, "static") && tokens.is(start + 1, "{")) {
      return tokens.behind(tokens.is(start, "{") ? start : start + 1, "{", "}");
    }
    return new Member(start).read();
  }

  /** A member that is no type, on the way from its first token to its last. */
  private final class Member {
    private final StringBuilder line = new StringBuilder();
    private final List<String> names = new ArrayList<>();

    /** Whether a value is being given: that of a field, or the default of an annotation. */
    private boolean value;

    private boolean parameters;
    private int depth;

    /** How deep in type arguments, whose names are none of the member. */
    private int typeArguments;

    private int previous = -1;
    private int token;

    Member(int start) {
      this.token = start;
    }

    int read() {
      while (tokens.is(token, "@") && !tokens.is(token + 1, "interface")) {
        copyTo(behindAnnotation(token));
      }
      while (token < tokens.size() && !tokens.is(token, "}")) {
        if (depth == 0 && tokens.is(token, ";")) {
          return end(";", token + 1);
        }
        if (!tokens.is(token, "{")) {
          one();
        } else if (value) {
          line.append("{}");
          token = tokens.behind(token, "{", "}");
          previous = -1;
        } else if (depth == 0) {
          return end("{}", tokens.behind(token, "{", "}"));
        } else {
          copyTo(tokens.behind(token, "{", "}"));
        }
      }
      return -1;
    }

    private void copyTo(int behind) {
      while (token < behind && token < tokens.size()) {
        append(line, token, previous);
        previous = token++;
      }
    }

    private void one() {
      // What stands behind the parameters is thrown.
      boolean declares = depth == 0 && !value && !parameters && typeArguments == 0;
      if (declares && tokens.isWord(token) && isName(token)) {
        names.add(tokens.text(token));
      }
      if (depth == 0 && !value) {
        typeArguments += tokens.is(token, "<") ? 1 : tokens.is(token, ">") ? -1 : 0;
      }
      boolean gives = tokens.is(token, "=") || parameters && tokens.is(token, "default");
      parameters |= depth == 0 && tokens.is(token, "(");
      value |= depth == 0 && gives;
      depth += tokens.is(token, "(") ? 1 : tokens.is(token, ")") ? -1 : 0;
      if (value && depth == 0 && tokens.is(token, ",") && tokens.isWord(token + 1)) {
        names.add(tokens.text(token + 1));
      }
      copyTo(token + 1);
    }

    private int end(String closing, int next) {
      lines.add("M" + String.join(",", names) + '\t' + line.append(closing));
      return next;
    }
  }

  private boolean isName(int token) {
    return tokens.is(token + 1, "(")
        || tokens.is(token + 1, "=")
        || tokens.is(token + 1, ";")
        || tokens.is(token + 1, ",")
        || tokens.is(token + 1, "[") && !tokens.isWord(tokens.behind(token + 1, "[", "]"))
        || tokens.is(token + 1, "{");
  }

  private String joined(int from, int to) {
    StringBuilder line = new StringBuilder();
    for (int token = from; token < to && token < tokens.size(); token++) {
      append(line, token, token == from ? -1 : token - 1);
    }
    return line.toString();
  }

  /** Adds a token as it is written, parted from the one before where it was parted from it. */
  private void append(StringBuilder line, int token, int previous) {
    boolean gap = previous < 0 ? line.length() > 1 : tokens.end(previous) < tokens.begin(token);
    if (gap) {
      line.append(' ');
    }
    String raw = text.substring(tokens.begin(token), tokens.end(token));
    line.append(raw.replace('\n', LINE_FEED).replace('\r', RETURN));
  }

  /** A type of a sketch as a source of its own. */
  record Source(String name, String packageName, String text) {}

  /** The outermost types of a sketch, each with package and imports. */
  static List<Source> sources(String sketch) {
    List<Source> sources = new ArrayList<>();
    String header = "";
    String name = "";
    StringBuilder source = new StringBuilder();
    int depth = 0;
    for (String line : sketch.split("\n")) {
      String content = line.substring(line.indexOf('\t') + 1);
      switch (line.charAt(0)) {
        case 'H' -> header = line.substring(1);
        case 'T' -> {
          if (depth++ == 0) {
            name = line.substring(1, line.indexOf('\t'));
            source.setLength(0);
            source.append(header).append('\n');
          }
          source.append(content).append(" {\n");
        }
        case 'C' -> source.append(line, 1, line.length()).append('\n');
        case 'M' -> source.append(content).append('\n');
        default -> {
          source.append("}\n");
          if (--depth == 0) {
            String text = source.toString().replace(LINE_FEED, '\n').replace(RETURN, '\r');
            sources.add(new Source(name, packageName(header), text));
          }
        }
      }
    }
    return sources;
  }

  /** The package that a sketch declares. */
  public static String packageOf(String sketch) {
    return packageName(sketch.substring(1, sketch.indexOf('\n')));
  }

  private static String packageName(String header) {
    return JavaHeader.of(JavaTokens.of(header)).packageName();
  }
}
