package dev.vinesorter.lang.c;

import java.util.regex.Pattern;

/** Which words in capitals only mark a declaration, by what stands around them. */
final class MarkRules {
  /** What only parameters have, among what stands in parentheses. */
  private static final Pattern PARAMETERS =
      Pattern.compile(
          "^(?:void|int|char|long|bool)$|\\w[ \\t]++\\w|\\w[ \\t]*+[*&]{1,3}[ \\t]*+\\w");

  /** Shorter words are mostly types and constants. */
  private static final int FEWEST_CHARS = 4;

  /** Words of compilers that begin with underscores and are read as they are. */
  private static final Pattern OF_COMPILERS =
      Pattern.compile(
          "__(?:inline|inline__|extension__|volatile__|const|restrict|attribute__|attribute|asm"
              + "|asm__|declspec|signed__|typeof|typeof__|thread|int\\d{1,3}|based|try|except)");

  /** What macros are called that stand for types, such as those of lists and their places. */
  private static final Pattern MAKERS =
      Pattern.compile("\\w{0,60}(?:HEAD|ENTRY|LIST|TYPE|SET|MAP|VEC|VECTOR|ARRAY|QUEUE|PTR|OF)");

  /** What says where or how something lies, between a type that ends with a brace and its name. */
  private static final Pattern NEARNESS =
      Pattern.compile("FAR|NEAR|HUGE|\\w{0,40}(?:PACKED|ALIGNED)\\w{0,40}");

  private MarkRules() {}

  /**
   * Where a macro that marks something ends; -1 for another word.
   *
   * @param place what comes before the word
   * @param end one past the word
   * @param beginsLine whether nothing but blanks stands before it in its line
   */
  static int end(String text, BeforeWord place, int end, boolean beginsLine) {
    int begin = place.begin();
    String before = place.word();
    if (DeclaringWords.KEYWORDS.contains(before)) {
      return -1;
    }
    int next = CodeAround.behindBlanks(text, end);
    char behind = next < text.length() ? text.charAt(next) : 0;
    if (!before.isEmpty() && Character.isDigit(before.charAt(0))) {
      // A unit behind a number, such as 64 KB.
      return behind == '(' ? -1 : end;
    }
    if (isBetweenTypeAndName(text, place, end, next)) {
      return end;
    }
    if (end - begin < FEWEST_CHARS && text.charAt(begin) != '_') {
      return -1;
    }
    if (DeclaringWords.isClass(before)) {
      int close = behind == '(' ? CodeAround.close(text, next) : -1;
      int name = close > 0 ? CodeAround.behindBlanks(text, close) : next;
      return Ahead.isClass(text, name, before.equals("class")) ? close > 0 ? close : end : -1;
    }
    if (behind == '(') {
      int star = CodeAround.behindBlanks(text, next + 1);
      boolean pointer = star < text.length() && text.charAt(star) == '*';
      if (pointer
          && DeclaringWords.PRIMITIVE.contains(before)
          && Ahead.isPointerToFunction(text, star)) {
        return end;
      }
      return endWithArguments(text, place, next, beginsLine);
    }
    return PlainMarks.isMark(text, place, end, beginsLine) ? end : -1;
  }

  /**
   * Whether a word stands where nothing else can: between a type and signs of a pointer, or a name,
   * such as {@code char FAR *name}.
   */
  private static boolean isBetweenTypeAndName(String text, BeforeWord place, int end, int next) {
    if (next >= text.length()) {
      return false;
    }
    boolean word = CodeAround.isWord(place.last());
    boolean pointer = text.charAt(next) == '*';
    if (NEARNESS.matcher(text.substring(place.begin(), end)).matches()) {
      return (word || "*}".indexOf(place.last()) >= 0) && (pointer || Ahead.isName(text, next));
    }
    boolean typed =
        DeclaringWords.PRIMITIVE.contains(place.word())
                && !DeclaringWords.TAGS.contains(place.word())
            || place.word().equals("bool")
            || place.word().endsWith("_t");
    return word
        && Ahead.isName(text, next)
        && (typed
            || !pointer && isBehindSpecifier(text, place) && !DeclaringWords.isKnown(place.word()));
  }

  /** Whether the word before a place is a type, since a specifier stands before it. */
  private static boolean isBehindSpecifier(String text, BeforeWord place) {
    int past = CodeAround.back(text, place.begin()) - place.word().length();
    String before = past <= 0 ? "" : CodeAround.wordBefore(text, past);
    return DeclaringWords.SPECIFIERS.contains(before) && CodeAround.back(text, past) < past;
  }

  /** Between the type that a function gives and its name, or between a specifier and a type. */
  private static boolean isInDeclaration(String text, BeforeWord place, int next) {
    return DeclaringWords.SPECIFIERS.contains(place.word())
        ? Ahead.isTypedVariable(text, next)
        : Ahead.isNameOfFunction(text, next);
  }

  /** A macro with arguments behind parameters or a name, or in a line before a declaration. */
  private static int endWithArguments(String text, BeforeWord place, int open, boolean beginsLine) {
    int begin = place.begin();
    char previous = place.last();
    int close = CodeAround.close(text, open);
    int after = close < 0 ? -1 : CodeAround.behindBlanks(text, close);
    char ends = after < 0 || after >= text.length() ? 0 : text.charAt(after);
    boolean marks =
        place.isBehindParameters(text) || CodeAround.isWord(previous) || previous == ']';
    boolean initialises = ends == ':' && previous == ')' && !text.startsWith("::", after);
    boolean closes =
        ends == ';' || ends == '{' || initialises || ends == '=' && CodeAround.isWord(previous);
    if (marks
        && closes
        && CodeAround.isWord(previous)
        && isFunction(text, begin, open, close, ends)) {
      return -1;
    }
    if (CodeAround.isWord(previous) && close > 0 && isInDeclaration(text, place, after)) {
      return close;
    }
    boolean starts = previous == '/' || BeforeWord.beginsDeclaration(previous);
    boolean alone = starts && previous != '{' && previous != ':' && beginsLine;
    return marks && closes || alone && CodeAround.isWord(ends) ? close : -1;
  }

  /**
   * Where a word that is no capital ends, if it is a macro for what may stand before a type, such
   * as {@code local int weigh(int grains)} or {@code __unused struct sheet *one}; -1 for others. No
   * other word can stand before a type and a name.
   */
  static int endOfSpecifier(String text, BeforeWord place, int end) {
    String word = text.substring(place.begin(), end);
    if (DeclaringWords.isKnown(word) || OF_COMPILERS.matcher(word).matches()) {
      return -1;
    }
    if (end < text.length() && text.charAt(end) == '(') {
      // Behind the numbers of parameters, the name of a function follows.
      return CodeAround.isWord(place.last()) || "*;}".indexOf(place.last()) >= 0
          ? CodeAround.close(text, end)
          : -1;
    }
    int next = CodeAround.behindBlanks(text, end);
    if (DeclaringWords.isClass(place.word())) {
      int past = CodeAround.pastWord(text, next);
      // Behind the class's own name there may be marks.
      boolean own = text.startsWith("final", next) || CodeAround.isInCapitals(text, next, past);
      return !own && Ahead.isClass(text, next, false) ? end : -1;
    }
    return isBeforeType(text, place, word, next) ? end : -1;
  }

  /** Whether a declaration begins at a place; a label is none. */
  private static boolean begins(BeforeWord place) {
    return BeforeWord.beginsDeclaration(place.last()) && place.last() != ':' || place.last() == '/';
  }

  private static boolean isBeforeType(String text, BeforeWord place, String word, int next) {
    int past = CodeAround.pastWord(text, next);
    String type = text.substring(next, past);
    if (type.equals("const") || type.equals("volatile")) {
      // A word before it may be a type, unless another one follows.
      int real = CodeAround.behindBlanks(text, past);
      int behind = CodeAround.pastWord(text, real);
      boolean begins = begins(place);
      return behind > real
          && Ahead.isName(text, CodeAround.behindBlanks(text, behind))
          && !NEARNESS.matcher(text.substring(real, behind)).matches()
          && (begins || isBeforeType(text, place, word, real));
    }
    if (DeclaringWords.NO_TYPES.contains(type)) {
      return false;
    }
    boolean typed = DeclaringWords.PRIMITIVE.contains(type);
    if (word.startsWith("__")) {
      boolean behindType =
          CodeAround.isWord(place.last())
              && !DeclaringWords.SPECIFIERS.contains(place.word())
              && !DeclaringWords.KEYWORDS.contains(place.word());
      return typed || behindType || Ahead.isName(text, CodeAround.behindBlanks(text, past));
    }
    boolean begins = begins(place);
    return place.last() == '('
        || (typed
            ? begins || place.last() == ')' || place.last() == ','
            : begins && (Ahead.isBeforeFunction(text, next) || Ahead.isVariable(text, next, past)));
  }

  /** Whether a macro with arguments stands for the type of a variable. */
  static boolean isTypeMaker(String text, BeforeWord place, int end) {
    int open = CodeAround.behindBlanks(text, end);
    int close =
        open < text.length() && text.charAt(open) == '(' ? CodeAround.close(text, open) : -1;
    boolean declares =
        BeforeWord.beginsDeclaration(place.last())
            || DeclaringWords.SPECIFIERS.contains(place.word());
    if (close < 0 || !declares || !MAKERS.matcher(text.substring(place.begin(), end)).matches()) {
      return false;
    }
    int name = CodeAround.behindBlanks(text, close);
    int past = CodeAround.pastWord(text, name);
    int behind = CodeAround.behindBlanks(text, past);
    return past > name && behind < text.length() && ";=,[".indexOf(text.charAt(behind)) >= 0;
  }

  /**
   * One past the parenthesis of a macro that holds the type which a function gives, such as {@code
   * SALT_API(const char *) salt_name(void)}, the function's name behind its type, or all of its
   * declaration; -1 for others.
   */
  static int aroundTypeOrName(String text, BeforeWord place, int end, boolean beginsLine) {
    int open = CodeAround.behindBlanks(text, end);
    int close =
        open < text.length() && text.charAt(open) == '(' ? CodeAround.close(text, open) : -1;
    if (close < 0 || DeclaringWords.KEYWORDS.contains(place.word())) {
      return -1;
    }
    String inside = text.substring(open + 1, close - 1).strip();
    int behind = CodeAround.behindBlanks(text, close);
    char previous = place.last();
    boolean ofPointer = previous == ')' && isPointer(text, place.begin());
    if (isList(inside) && (CodeAround.isWord(previous) || ofPointer)) {
      // All parameters at once, such as in int weigh OF((int grains)).
      return behind < text.length() && ";{,)".indexOf(text.charAt(behind)) >= 0 ? close : -1;
    }
    if (inside.endsWith(")") && Ahead.isBeforeFunction(inside, 0)) {
      boolean ends = behind < text.length() && ";{".indexOf(text.charAt(behind)) >= 0;
      return ends && beginsLine && (BeforeWord.beginsDeclaration(previous) || previous == '/')
          ? close
          : -1;
    }
    boolean type = !inside.isEmpty() && inside.chars().allMatch(c -> isOfType((char) c));
    if (!type || behind == text.length()) {
      return -1;
    }
    boolean name = inside.chars().allMatch(c -> CodeAround.isWord((char) c));
    if (name && CodeAround.isWord(previous) && text.charAt(behind) == '(') {
      return close;
    }
    return Ahead.isNameOfFunction(text, behind)
            && (beginsLine || BeforeWord.beginsDeclaration(previous) || CodeAround.isWord(previous))
        ? close
        : -1;
  }

  /** Whether a text is one pair of parentheses with what is in it. */
  private static boolean isList(String inside) {
    return inside.startsWith("(") && CodeAround.close(inside, 0) == inside.length();
  }

  /** Whether the parenthesis that closes before a place holds a pointer's name. */
  private static boolean isPointer(String text, int from) {
    int open = text.lastIndexOf('(', from);
    int star = open < 0 ? -1 : CodeAround.behindBlanks(text, open + 1);
    return star >= 0 && star < text.length() && text.charAt(star) == '*';
  }

  private static boolean isOfType(char c) {
    return CodeAround.isWord(c) || c == '*' || c == ' ' || c == '\t';
  }

  /** Whether a word behind a type is a function's name, and what follows are its parameters. */
  private static boolean isFunction(String text, int begin, int open, int close, char ends) {
    if (BeforeWord.BEHIND_PARAMETERS.contains(CodeAround.wordBefore(text, begin))) {
      return false;
    }
    String inside = text.substring(open + 1, close - 1).strip();
    return ends == '{' || inside.isEmpty() || PARAMETERS.matcher(inside).find();
  }
}
