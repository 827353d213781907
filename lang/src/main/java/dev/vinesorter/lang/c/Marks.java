package dev.vinesorter.lang.c;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Macros that only mark a declaration, such as {@code SALT_API} before a function or {@code
 * GUARDED_BY(lock)} behind a variable. No grammar expects them; what is parsed has blanks there,
 * and in the lines of a {@link LinkageBracket}. {@link LoopMacros} end like calls, and {@link
 * GivenTypes} become values.
 *
 * @param text the text with blanks
 * @param places where the macros begin and end
 */
record Marks(String text, List<int[]> places) {
  /** Words in capitals, and others that begin a line in front of another word. */
  private static final Pattern WORDS =
      Pattern.compile("(?m)\\b[A-Z][A-Z0-9_]{1,100}\\b|^[a-z]\\w{1,60}+(?=[ \\t]{1,20}+[A-Za-z_])");

  /** Finds the macros of a text. */
  static Marks of(String text) {
    StringBuilder plain = new StringBuilder(text);
    List<int[]> places = new ArrayList<>();
    Matcher word = WORDS.matcher(text);
    int past = 0;
    // The first char of the word's line that is no blank, and one past that line.
    int first = 0;
    int next = 0;
    while (word.find()) {
      while (next <= word.start()) {
        first = CodeAround.behindBlanks(text, next);
        int end = text.indexOf('\n', next);
        next = end < 0 ? text.length() + 1 : end + 1;
      }
      // A line of the preprocessor marks nothing.
      if (word.start() < past || text.charAt(first) == '#') {
        continue;
      }
      MarkRules.Before before = MarkRules.Before.of(text, word.start(), past);
      boolean beginsLine = word.start() == first;
      if (Character.isLowerCase(text.charAt(word.start()))) {
        if (MarkRules.isSpecifier(text, before, word.end())) {
          blank(plain, word.start(), word.end());
          places.add(new int[] {word.start(), word.end()});
          past = word.end();
        }
        continue;
      }
      int close = MarkRules.aroundTypeOrName(text, before, word.end(), beginsLine);
      if (close > 0) {
        blank(plain, word.start(), text.indexOf('(', word.end()) + 1);
        blank(plain, close - 1, close);
        places.add(new int[] {word.start(), word.end()});
        past = close;
        continue;
      }
      int end = MarkRules.end(text, before, word.end(), beginsLine || before.isMark());
      if (end > 0) {
        blank(plain, word.start(), end);
        places.add(new int[] {word.start(), word.end()});
        past = end;
      }
    }
    for (GivenTypes.Given type : GivenTypes.of(text)) {
      blank(plain, type.begin(), type.name());
      blank(plain, type.past(), type.end());
      if (type.primitive()) {
        blank(plain, type.name(), type.past());
        plain.setCharAt(type.name(), '0');
      }
    }
    for (int[] comment : DirectiveComments.of(text)) {
      blank(plain, comment[0], comment[1]);
    }
    for (LinkageBracket bracket : LinkageBracket.of(text)) {
      blank(plain, bracket.begin(), bracket.past());
      blank(plain, bracket.close(), bracket.end());
    }
    for (int end : LoopMacros.ends(text)) {
      plain.setCharAt(end, ';');
    }
    return new Marks(plain.toString(), places);
  }

  /** Puts blanks in a stretch, but for the ends of lines. */
  private static void blank(StringBuilder plain, int begin, int end) {
    for (int at = begin; at < end; at++) {
      if (plain.charAt(at) != '\n' && plain.charAt(at) != '\r') {
        plain.setCharAt(at, ' ');
      }
    }
  }
}
