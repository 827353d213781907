package dev.vinesorter.lang.c;

/** Which words in capitals without arguments only mark a declaration. */
final class PlainMarks {
  private PlainMarks() {}

  /**
   * Whether a word is such a mark.
   *
   * @param end one past the word
   * @param beginsLine whether nothing but blanks stands before it in its line
   */
  static boolean isMark(String text, BeforeWord place, int end, boolean beginsLine) {
    int next = CodeAround.behindComment(text, CodeAround.behindBlanks(text, end));
    char behind = next < text.length() ? text.charAt(next) : 0;
    return isBehindDeclarator(text, place, next, behind)
        || isBehindClass(text, place, next, behind)
        || isInside(text, place, next, behind)
        || !beginsLine && isBetweenTypeAndFunction(text, place, next)
        || beginsLine
            && isAlone(text, end, next)
            && (isBetweenDeclarations(lastOfCode(text, place), behind)
                || isBetweenElements(text, place, next))
        || isBeforeDeclaration(text, place, next, beginsLine);
  }

  /** Behind parameters, such as what says that a function is deleted, or behind a name. */
  private static boolean isBehindDeclarator(String text, BeforeWord place, int next, char behind) {
    boolean qualified = BeforeWord.BEHIND_PARAMETERS.contains(place.word());
    int word = CodeAround.back(text, place.begin()) - place.word().length();
    boolean assigns =
        behind == '='
            && (place.last() == ')' || word > 0 && CodeAround.previous(text, word) == ')');
    boolean initialises = behind == ':' && !text.startsWith("::", next) && isMade(text, place);
    if ((qualified || place.isBehindParameters(text))
        && (behind == ';' || behind == '{' || assigns || initialises)) {
      return true;
    }
    boolean value = behind == '=' && !text.startsWith("==", next);
    return value && place.last() == ']'
        || (value || behind == ',' || behind == ')' || behind == ';')
            && isBehindVariable(text, place);
  }

  /** Whether parameters close before a place that no statement has: those of a constructor. */
  private static boolean isMade(String text, BeforeWord place) {
    int open = CodeAround.opening(text, CodeAround.back(text, place.begin()));
    return open > 0 && !DeclaringWords.QUESTIONS.contains(CodeAround.wordBefore(text, open));
  }

  /** Behind the name of a class, such as {@code class Lamp SALT_FINAL : public Light}. */
  private static boolean isBehindClass(String text, BeforeWord place, int next, char behind) {
    if (behind != '{' && (behind != ':' || text.startsWith("::", next))) {
      return false;
    }
    int name = CodeAround.back(text, place.begin()) - place.word().length();
    String head = place.word().isEmpty() || name <= 0 ? "" : CodeAround.wordBefore(text, name);
    int mark = CodeAround.back(text, Math.max(0, name)) - head.length();
    boolean marked = !head.isEmpty() && CodeAround.isInCapitals(head, 0, head.length());
    return DeclaringWords.isClass(head)
        || marked && mark > 0 && DeclaringWords.isClass(CodeAround.wordBefore(text, mark));
  }

  /** The last char of code before a place, comments of all sorts left out. */
  private static char lastOfCode(String text, BeforeWord place) {
    if (place.last() != '/') {
      return place.last();
    }
    int past = CodeAround.behindCode(text, place.begin());
    return past == 0 ? 0 : text.charAt(past - 1);
  }

  /** In parentheses, before a pointer's name or a parameter. */
  private static boolean isInside(String text, BeforeWord place, int next, char behind) {
    return place.last() == '(' && behind == '*' && Ahead.isPointerToFunction(text, next)
        || (place.last() == '(' || place.last() == ',') && Ahead.isTypeAndName(text, next);
  }

  private static boolean isBetweenTypeAndFunction(String text, BeforeWord place, int next) {
    boolean typed =
        CodeAround.isWord(place.last()) && !DeclaringWords.SPECIFIERS.contains(place.word())
            || "*&>".indexOf(place.last()) >= 0;
    return typed && Ahead.isNameOfFunction(text, next);
  }

  private static boolean isBeforeDeclaration(
      String text, BeforeWord place, int next, boolean beginsLine) {
    char last = lastOfCode(text, place);
    boolean begins = place.begins() || BeforeWord.beginsDeclaration(last);
    boolean ofVariable = begins && last != ':' || place.word().equals("typedef");
    return (place.begins() || beginsLine) && Ahead.isBeforeFunction(text, next)
        || ofVariable && Ahead.isTypedVariable(text, next);
  }

  /** Whether a type and a name stand before a place, such as in {@code auto one MARK = 1}. */
  private static boolean isBehindVariable(String text, BeforeWord place) {
    int name = CodeAround.back(text, place.begin()) - place.word().length();
    if (place.word().isEmpty() || DeclaringWords.isKnown(place.word()) || name <= 0) {
      return false;
    }
    int past = CodeAround.back(text, name);
    while (past > 0 && "*&".indexOf(text.charAt(past - 1)) >= 0) {
      past = CodeAround.back(text, past - 1);
    }
    String type = CodeAround.wordEnding(text, past);
    boolean pointer = past < CodeAround.back(text, name);
    boolean typed =
        DeclaringWords.PRIMITIVE.contains(type) || type.equals("auto") || type.equals("bool");
    if (DeclaringWords.TAGS.contains(type)) {
      return false;
    }
    return (pointer || past < name) && (typed || !type.isEmpty() && !DeclaringWords.isKnown(type));
  }

  /**
   * Whether a word stands between a comma and another element of what is in braces, so that it
   * brings elements and a comma of its own.
   */
  private static boolean isBetweenElements(String text, BeforeWord place, int next) {
    int past = CodeAround.behindCode(text, place.begin());
    int element = CodeAround.behindComment(text, next);
    char behind = element < text.length() ? text.charAt(element) : 0;
    return past > 0
        && (text.charAt(past - 1) == ',' || text.charAt(past - 1) == '{')
        && (behind == '{' || behind == '#' || CodeAround.isWord(behind))
        && CodeAround.isInBraces(text, past);
  }

  /** Constants of an enum stand in lines of their own as well, but not so. */
  private static boolean isBetweenDeclarations(char previous, char behind) {
    return previous == ';'
        || previous == '}'
        || previous == 0
        || previous == '{' && (CodeAround.isWord(behind) || behind == '/' || behind == '#');
  }

  /** Whether nothing but a comment follows in a line. */
  private static boolean isAlone(String text, int end, int next) {
    int line = text.indexOf('\n', end);
    return next == text.length() || line >= 0 && line < next || text.startsWith("//", next);
  }
}
