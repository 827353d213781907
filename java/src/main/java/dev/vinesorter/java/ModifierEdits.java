package dev.vinesorter.java;

import dev.vinesorter.core.model.Trait;
import dev.vinesorter.source.TextEdits;
import java.util.Set;

/** Makes a declaration less or more private: one word inserted, replaced or taken out. */
final class ModifierEdits {
  private static final Set<String> MODIFIERS =
      Set.of(
          "public",
          "protected",
          "private",
          "static",
          "final",
          "abstract",
          "sealed",
          "non",
          "default",
          "synchronized",
          "native",
          "strictfp",
          "transient",
          "volatile");

  private ModifierEdits() {}

  /** Edits the declaration that begins at the char, with its annotations. */
  static void widen(TextEdits edits, JavaTokens tokens, int begin, Trait access) {
    String word = access == Trait.PUBLIC ? "public" : "protected";
    int insertAt = -1;
    int token = tokens.from(begin);
    while (token < tokens.size()) {
      if (tokens.is(token, "@") && !tokens.is(token + 1, "interface")) {
        token = behindAnnotation(tokens, token);
        continue;
      }
      if (insertAt < 0) {
        insertAt = tokens.begin(token);
      }
      if (tokens.is(token, "protected")
          || tokens.is(token, "public")
          || tokens.is(token, "private")) {
        edits.replace(tokens.begin(token), tokens.end(token), word);
        return;
      }
      if (tokens.is(token, "-") || MODIFIERS.contains(tokens.text(token))) {
        token++;
      } else {
        break;
      }
    }
    edits.insert(insertAt, word + " ");
  }

  /**
   * Makes the declaration that begins at the char more private; {@code null} is for no modifier.
   */
  static void narrow(TextEdits edits, JavaTokens tokens, String text, int begin, Trait access) {
    String word = access == null ? "" : access == Trait.PRIVATE ? "private" : "protected";
    int insertAt = -1;
    int token = tokens.from(begin);
    while (token < tokens.size()) {
      if (tokens.is(token, "@") && !tokens.is(token + 1, "interface")) {
        token = behindAnnotation(tokens, token);
        continue;
      }
      if (insertAt < 0) {
        insertAt = tokens.begin(token);
      }
      if (tokens.is(token, "protected") || tokens.is(token, "public")) {
        int end = tokens.end(token);
        while (word.isEmpty()
            && end < text.length()
            && (text.charAt(end) == ' ' || text.charAt(end) == '\t')) {
          end++;
        }
        edits.replace(tokens.begin(token), end, word);
        return;
      }
      if (tokens.is(token, "-") || MODIFIERS.contains(tokens.text(token))) {
        token++;
      } else {
        break;
      }
    }
    if (!word.isEmpty()) {
      edits.insert(insertAt, word + " ");
    }
  }

  /** Takes {@code private} from the declaration that begins at the char. */
  static void unprivate(TextEdits edits, JavaTokens tokens, String text, int begin) {
    for (int token = tokens.from(begin); token < tokens.size(); token++) {
      if (tokens.is(token, "@") && !tokens.is(token + 1, "interface")) {
        token = behindAnnotation(tokens, token) - 1;
      } else if (tokens.is(token, "private")) {
        int end = tokens.end(token);
        while (end < text.length() && (text.charAt(end) == ' ' || text.charAt(end) == '\t')) {
          end++;
        }
        edits.remove(tokens.begin(token), end);
        return;
      } else if (!MODIFIERS.contains(tokens.text(token))) {
        return;
      }
    }
  }

  /** The same for a method of a local class, of which only the name's place is known. */
  static void widenMethodNamedAt(TextEdits edits, JavaTokens tokens, int nameAt, Trait access) {
    int token = tokens.from(nameAt) - 1;
    int parentheses = 0;
    while (token >= 0) {
      if (tokens.is(token, ")")) {
        parentheses++;
      } else if (tokens.is(token, "(")) {
        parentheses--;
      } else if (parentheses == 0
          && (tokens.is(token, ";") || tokens.is(token, "{") || tokens.is(token, "}"))) {
        break;
      }
      token--;
    }
    widen(edits, tokens, tokens.begin(token + 1), access);
  }

  private static int behindAnnotation(JavaTokens tokens, int at) {
    int token = at + 2;
    while (tokens.is(token, ".")) {
      token += 2;
    }
    return tokens.is(token, "(") ? tokens.behind(token, "(", ")") : token;
  }
}
