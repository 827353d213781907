package dev.vinesorter.java;

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

  /** Gives the declaration that begins at the char, with its annotations, another access. */
  static void access(TextEdits edits, JavaTokens tokens, String text, int begin, Access access) {
    String word = access.word();
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
        int end = tokens.end(token);
        edits.replace(
            tokens.begin(token), word.isEmpty() ? TextLines.behindBlanks(text, end) : end, word);
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

  /** The same for a method of a local class, of which only the name's place is known. */
  static void accessOfMethodNamedAt(
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

  /** The token of a modifier of the declaration that begins at the char; -1 where it has not. */
  static int find(JavaTokens tokens, int begin, String modifier) {
    int token = tokens.from(begin);
    int past = behindModifiers(tokens, token);
    while (token < past && !tokens.is(token, modifier)) {
      token = tokens.is(token, "@") ? behindAnnotation(tokens, token) : token + 1;
    }
    return token < past ? token : -1;
  }

  /** The first token behind the modifiers and annotations that begin at a token. */
  static int behindModifiers(JavaTokens tokens, int begin) {
    int token = begin;
    while (token < tokens.size()) {
      if (tokens.is(token, "@") && !tokens.is(token + 1, "interface")) {
        token = behindAnnotation(tokens, token);
      } else if (tokens.is(token, "-") || MODIFIERS.contains(tokens.text(token))) {
        token++;
      } else {
        break;
      }
    }
    return token;
  }

  /** Whether a token is the last of an annotation. */
  static boolean endsAnnotation(JavaTokens tokens, int last) {
    int at = tokens.is(last, ")") ? tokens.opening(last) - 1 : last;
    while (tokens.isWord(at) && tokens.is(at - 1, ".")) {
      at -= 2;
    }
    return tokens.isWord(at) && tokens.is(at - 1, "@");
  }

  private static int behindAnnotation(JavaTokens tokens, int at) {
    int token = at + 2;
    while (tokens.is(token, ".")) {
      token += 2;
    }
    return tokens.is(token, "(") ? tokens.behind(token, "(", ")") : token;
  }
}
