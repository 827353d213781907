package dev.vinesorter.java.syntax;

import java.util.ArrayList;
import java.util.List;

/**
 * What stands before the types of a Java source: its package declaration and its imports, read from
 * the tokens alone.
 *
 * @param packageName as declared; empty for none
 * @param packageBegin first char of the package's name, -1 for none
 * @param packageEnd one past the name's last char, -1 for none
 * @param packageStatementEnd one past the declaration's semicolon, -1 for none
 * @param imports in the order they stand
 * @param bodyToken the first token behind all of it
 */
public record JavaHeader(
    String packageName,
    int packageBegin,
    int packageEnd,
    int packageStatementEnd,
    List<Import> imports,
    int bodyToken) {

  /**
   * One import.
   *
   * @param name what is imported, without the star
   * @param isStatic whether it imports static members
   * @param onDemand whether it ends with a star
   * @param begin first char of the statement
   * @param end one past its semicolon
   * @param nameBegin first char of the name
   * @param nameEnd one past the name's last char, the star not included
   */
  public record Import(
      String name,
      boolean isStatic,
      boolean onDemand,
      int begin,
      int end,
      int nameBegin,
      int nameEnd) {

    /** The last segment. */
    public String simpleName() {
      return name.substring(name.lastIndexOf('.') + 1);
    }
  }

  public static JavaHeader of(JavaTokens tokens) {
    String packageName = "";
    int packageBegin = -1;
    int packageEnd = -1;
    int packageStatementEnd = -1;
    List<Import> imports = new ArrayList<>();
    int token = behindAnnotations(tokens, 0);
    if (tokens.is(token, "package")) {
      int first = token + 1;
      StringBuilder name = new StringBuilder();
      int past = name(tokens, first, name);
      packageName = name.toString();
      packageBegin = past > first ? tokens.begin(first) : -1;
      packageEnd = past > first ? tokens.end(past - 1) : -1;
      token = tokens.is(past, ";") ? past + 1 : past;
      packageStatementEnd = tokens.end(token - 1);
    } else {
      token = 0;
    }
    while (true) {
      if (tokens.is(token, ";")) {
        token++;
      } else if (tokens.is(token, "import") && !tokens.is(token + 1, "module")) {
        token = readImport(tokens, token, imports);
      } else if (tokens.is(token, "import")) {
        token = tokens.behind(token, "import", ";");
      } else {
        break;
      }
    }
    return new JavaHeader(
        packageName, packageBegin, packageEnd, packageStatementEnd, List.copyOf(imports), token);
  }

  private static int behindAnnotations(JavaTokens tokens, int start) {
    int token = start;
    while (tokens.is(token, "@") && !tokens.is(token + 1, "interface")) {
      StringBuilder ignored = new StringBuilder();
      token = name(tokens, token + 1, ignored);
      if (tokens.is(token, "(")) {
        token = tokens.behind(token, "(", ")");
      }
    }
    return token;
  }

  private static int readImport(JavaTokens tokens, int start, List<Import> imports) {
    boolean isStatic = tokens.is(start + 1, "static");
    int first = start + (isStatic ? 2 : 1);
    StringBuilder name = new StringBuilder();
    int past = name(tokens, first, name);
    int nameEnd = past > first ? tokens.end(past - 1) : tokens.end(start);
    boolean star = tokens.is(past, ".") && tokens.is(past + 1, "*");
    int semicolon = star ? past + 2 : past;
    boolean whole = tokens.is(semicolon, ";");
    int end = whole ? tokens.end(semicolon) : nameEnd;
    if (whole && name.length() > 0) {
      imports.add(
          new Import(
              name.toString(),
              isStatic,
              star,
              tokens.begin(start),
              end,
              tokens.begin(first),
              nameEnd));
    }
    return whole ? semicolon + 1 : Math.max(semicolon, start + 1);
  }

  /** Reads a dotted name; returns the token behind it. */
  private static int name(JavaTokens tokens, int start, StringBuilder name) {
    int token = start;
    if (!tokens.isWord(token)) {
      return token;
    }
    name.append(tokens.text(token++));
    while (tokens.is(token, ".") && tokens.isWord(token + 1)) {
      name.append('.').append(tokens.text(token + 1));
      token += 2;
    }
    return token;
  }
}
