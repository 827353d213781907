package dev.vinesorter.lang.c;

import java.util.Set;

/**
 * What comes before a word that may be a macro.
 *
 * @param begin where the word begins
 * @param word the word before, if it is one; none behind a mark
 * @param last the last char before; a semicolon behind a mark, since it might not be there
 * @param isMark whether it is a mark
 */
record BeforeWord(int begin, String word, char last, boolean isMark) {
  private static final Set<String> LINKAGES = Set.of("extern", "static", "inline");

  /** What may stand between the parameters of a function and its end. */
  static final Set<String> BEHIND_PARAMETERS =
      Set.of("const", "noexcept", "override", "final", "volatile");

  /** What comes before a place; {@code mark} is one past the last mark. */
  static BeforeWord of(String text, int begin, int mark) {
    int past = CodeAround.back(text, begin);
    char last = past == 0 ? 0 : text.charAt(past - 1);
    return mark > 0 && mark == past
        ? new BeforeWord(begin, "", ';', true)
        : new BeforeWord(begin, CodeAround.wordEnding(text, past), last, false);
  }

  /** Whether a declaration begins, or goes on behind how it is seen by others. */
  boolean begins() {
    return beginsDeclaration(last) || LINKAGES.contains(word);
  }

  /** Whether what stands before are the parameters of a function. */
  boolean isBehindParameters(String text) {
    return last == ')' && isOfFunction(text, begin);
  }

  static boolean beginsDeclaration(char previous) {
    return previous == 0
        || previous == ';'
        || previous == '}'
        || previous == '{'
        || previous == ':';
  }

  /** Whether the parenthesis that closes before a place is one of parameters, and of no cast. */
  private static boolean isOfFunction(String text, int from) {
    int open = CodeAround.opening(text, CodeAround.back(text, from));
    char before = open < 0 ? 0 : CodeAround.previous(text, open);
    return before == ')'
        || open > 0 && isOperator(text, open)
        || CodeAround.isWord(before) && !CodeAround.wordBefore(text, open).equals("return");
  }

  /** Whether the name of an operator stands before a parenthesis, such as {@code operator=}. */
  private static boolean isOperator(String text, int open) {
    int past = CodeAround.back(text, open);
    int begin = past;
    while (begin > 0 && "=<>!+-*/%&|^~[]".indexOf(text.charAt(begin - 1)) >= 0) {
      begin--;
    }
    return begin < past && CodeAround.wordBefore(text, begin).equals("operator");
  }
}
