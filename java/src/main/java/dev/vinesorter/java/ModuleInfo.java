package dev.vinesorter.java;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.SurveyBuilder;
import java.util.ArrayList;
import java.util.List;

/**
 * Reads a {@code module-info} by its tokens: the types and packages that its directives name. It is
 * not compiled, since all modules of a root are read in one run, where packages are open to each
 * other.
 */
final class ModuleInfo {
  private ModuleInfo() {}

  /** A dotted name in a directive. */
  record Named(String directive, String name, int begin, int end) {}

  static void read(UnitIndex index, JavaFile file) {
    SurveyBuilder builder = index.builder();
    int traits = file.traits();
    int unit = UnitScan.fileUnit(builder, file, traits);
    for (Named named : names(file.tokens())) {
      int type = index.ownType(named.name());
      int target = type;
      if (type < 0 && builder.knows(Level.PACKAGE, -1, named.name())) {
        target = builder.unit(Level.PACKAGE, -1, named.name());
      }
      if (target >= 0 && !named.directive().equals("requires")) {
        int begin = named.end() - lastSegment(named.name()).length();
        builder.reference(unit, target, Kind.REFERS, begin, named.end(), false);
      }
    }
  }

  private static String lastSegment(String name) {
    return name.substring(name.lastIndexOf('.') + 1);
  }

  /**
   * The names that follow {@code exports}, {@code opens}, {@code uses}, {@code provides} and {@code
   * with}.
   */
  static List<Named> names(JavaTokens tokens) {
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
