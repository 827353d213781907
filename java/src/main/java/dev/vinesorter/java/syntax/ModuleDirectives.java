package dev.vinesorter.java.syntax;

import java.util.ArrayList;
import java.util.List;

/** The types and packages that the directives of a {@code module-info} name. */
public final class ModuleDirectives {
  private ModuleDirectives() {}

  /** A dotted name in a directive. */
  public record Named(String directive, String name, int begin, int end) {}

  /**
   * The names that follow {@code exports}, {@code opens}, {@code uses}, {@code provides} and {@code
   * with}.
   */
  public static List<Named> names(JavaTokens tokens) {
    List<Named> found = new ArrayList<>();
    int token = 0;
    while (token < tokens.size() && !tokens.is(token, "{")) {
      token++;
    }
    String directive = "";
    boolean counts = false;
    for (token++; token < tokens.size(); token++) {
      String text = tokens.text(token);
      switch (text) {
        case ";" -> directive = "";
        case "to" -> counts = false;
        case "with", "," -> {
          // More names of the same directive, which count unless they are the modules after "to".
        }
        default -> {
          if (directive.isEmpty()) {
            directive = text;
            counts = !text.equals("requires");
          } else if (tokens.isWord(token)) {
            int first = token;
            StringBuilder name = new StringBuilder(text);
            while (tokens.is(token + 1, ".") && tokens.isWord(token + 2)) {
              name.append('.').append(tokens.text(token + 2));
              token += 2;
            }
            if (counts) {
              found.add(
                  new Named(directive, name.toString(), tokens.begin(first), tokens.end(token)));
            }
          }
        }
      }
    }
    return found;
  }
}
