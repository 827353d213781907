package dev.vinesorter.java.syntax;

import java.util.regex.Pattern;

/** Types as they are written. */
public final class TypeText {
  private TypeText() {}

  private static final Pattern ANNOTATION = Pattern.compile("@[\\w.]+(\\([^)]*\\))? *");

  /** A written type as Javadoc shows it in a signature. */
  public static String simple(String written, boolean varArgs) {
    StringBuilder plain = new StringBuilder();
    int depth = 0;
    String text = written.indexOf('@') < 0 ? written : ANNOTATION.matcher(written).replaceAll("");
    for (int at = 0; at < text.length(); at++) {
      char c = text.charAt(at);
      depth += c == '<' ? 1 : c == '>' ? -1 : 0;
      if (depth == 0 && c != '>' && c != ' ') {
        plain.append(c);
      }
    }
    String bare = plain.toString();
    String dots = "";
    if (varArgs && bare.endsWith("...")) {
      bare = bare.substring(0, bare.length() - 3);
      dots = "...";
    }
    return bare.substring(bare.lastIndexOf('.') + 1) + dots;
  }
}
