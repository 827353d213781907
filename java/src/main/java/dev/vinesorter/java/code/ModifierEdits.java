package dev.vinesorter.java.code;

import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.Modifiers;
import dev.vinesorter.java.syntax.TextLines;
import dev.vinesorter.source.text.TextEdits;

/** Makes a declaration less or more private: one word inserted, replaced or taken out. */
public final class ModifierEdits {
  private ModifierEdits() {}

  /** Gives the declaration that begins at the char, with its annotations, another access. */
  public static void access(
      TextEdits edits, JavaTokens tokens, String text, int begin, Access access) {
    String word = access.word();
    int insertAt = -1;
    int token = tokens.from(begin);
    while (token < tokens.size()) {
      if (tokens.is(token, "@") && !tokens.is(token + 1, "interface")) {
        token = Modifiers.behindAnnotation(tokens, token);
        continue;
      }
      if (insertAt < 0) {
        insertAt = tokens.begin(token);
      }
      if (tokens.is(token, "protected")
          || tokens.is(token, "public")
          || tokens.is(token, "private")) {
        int end = tokens.end(token);
        edits.replace(
            tokens.begin(token), word.isEmpty() ? TextLines.behindBlanks(text, end) : end, word);
        return;
      }
      if (tokens.is(token, "-") || Modifiers.MODIFIERS.contains(tokens.text(token))) {
        token++;
      } else {
        break;
      }
    }
    if (!word.isEmpty()) {
      edits.insert(insertAt, word + " ");
    }
  }

  /** The same for a method of a local class, of which only the name's place is known. */
  public static void accessOfMethodNamedAt(
      TextEdits edits, JavaTokens tokens, String text, int nameAt, Access access) {
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
    access(edits, tokens, text, tokens.begin(token + 1), access);
  }
}
