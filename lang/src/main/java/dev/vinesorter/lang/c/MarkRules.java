package dev.vinesorter.lang.c;

import java.util.Set;
import java.util.regex.Pattern;

/** Which words in capitals only mark a declaration, by what stands around them. */
final class MarkRules {
  /** What only parameters have, among what stands in parentheses. */
  private static final Pattern PARAMETERS =
      Pattern.compile(
          "^(?:void|int|char|long|bool)$|\\w[ \\t]++\\w|\\w[ \\t]*+[*&]{1,3}[ \\t]*+\\w");

  /** Shorter words are mostly types and constants. */
  private static final int FEWEST_CHARS = 4;

  private static final Set<String> KEYWORDS =
      Set.of(
          "return",
          "else",
          "do",
          "case",
          "throw",
          "goto",
          "co_return",
          "new",
          "delete",
          "and",
          "or",
          "not",
          "sizeof",
          "define",
          "ifdef",
          "ifndef",
          "undef",
          "elif",
          "if",
          "defined");

  /** What may stand before the type that a function gives. */
  private static final Set<String> SPECIFIERS =
      Set.of(
          "static",
          "extern",
          "inline",
          "const",
          "volatile",
          "constexpr",
          "virtual",
          "explicit",
          "friend",
          "register",
          "struct",
          "union",
          "enum",
          "class",
          "typename",
          "unsigned",
          "signed",
          "restrict");

  /** Other words of the languages that may begin a declaration in front of two more words. */
  private static final Set<String> BEGINNINGS =
      Set.of(
          "typedef",
          "using",
          "namespace",
          "template",
          "auto",
          "export",
          "import",
          "module",
          "operator",
          "consteval",
          "constinit",
          "mutable",
          "concept",
          "requires",
          "asm",
          "if",
          "while",
          "for",
          "switch",
          "default",
          "bool",
          "wchar_t");

  /** With which the type of a variable begins, where that is no name. */
  private static final Set<String> PRIMITIVE =
      Set.of(
          "void",
          "int",
          "char",
          "short",
          "long",
          "float",
          "double",
          "unsigned",
          "signed",
          "struct",
          "union",
          "enum");

  private static final Set<String> TAGS = Set.of("struct", "union", "enum");

  /** Behind a type, these say no other one. */
  private static final Set<String> NO_TYPES =
      Set.of("operator", "restrict", "__restrict", "in", "and", "or");

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

  private static final Set<String> LINKAGES = Set.of("extern", "static", "inline");

  /** What may stand between the parameters of a function and its end. */
  private static final Set<String> BEHIND_PARAMETERS =
      Set.of("const", "noexcept", "override", "final", "volatile");

  /**
   * What comes before a word.
   *
   * @param begin where the word begins
   * @param word the word before, if it is one; none behind a mark
   * @param last the last char before; a semicolon behind a mark, since it might not be there
   * @param isMark whether it is a mark
   */
  record Before(int begin, String word, char last, boolean isMark) {
    static Before of(String text, int begin, int mark) {
      int past = CodeAround.back(text, begin);
      char last = past == 0 ? 0 : text.charAt(past - 1);
      return mark > 0 && mark == past
          ? new Before(begin, "", ';', true)
          : new Before(begin, CodeAround.wordEnding(text, past), last, false);
    }
  }

  private MarkRules() {}

  /**
   * Where a macro that marks something ends; -1 for another word.
   *
   * @param place what comes before the word
   * @param end one past the word
   * @param beginsLine whether nothing but blanks stands before it in its line
   */
  static int end(String text, Before place, int end, boolean beginsLine) {
    int begin = place.begin;
    String before = place.word;
    if (KEYWORDS.contains(before)) {
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
    if (end - begin < FEWEST_CHARS) {
      return -1;
    }
    if (before.equals("class") || before.equals("struct")) {
      int close = behind == '(' ? CodeAround.close(text, next) : -1;
      int name = close > 0 ? CodeAround.behindBlanks(text, close) : next;
      boolean named = name < text.length() && CodeAround.isWord(text.charAt(name));
      return named ? close > 0 ? close : end : -1;
    }
    if (behind == '(') {
      int star = CodeAround.behindBlanks(text, next + 1);
      boolean pointer = star < text.length() && text.charAt(star) == '*';
      if (pointer && PRIMITIVE.contains(before) && isPointerToFunction(text, star)) {
        return end;
      }
      return endWithArguments(text, place, next, beginsLine);
    }
    return isPlainMark(text, place, end, beginsLine) ? end : -1;
  }

  /**
   * Whether a word stands where nothing else can: between a type and signs of a pointer, or a name,
   * such as {@code char FAR *name}.
   */
  private static boolean isBetweenTypeAndName(String text, Before place, int end, int next) {
    if (next >= text.length()) {
      return false;
    }
    boolean word = CodeAround.isWord(place.last);
    boolean pointer = text.charAt(next) == '*';
    if (NEARNESS.matcher(text.substring(place.begin, end)).matches()) {
      return (word || "*}".indexOf(place.last) >= 0) && (pointer || isName(text, next));
    }
    boolean typed =
        PRIMITIVE.contains(place.word) && !TAGS.contains(place.word)
            || place.word.equals("bool")
            || place.word.endsWith("_t");
    return word
        && isName(text, next)
        && (typed || !pointer && isBehindSpecifier(text, place) && !isKnown(place.word));
  }

  /** Whether the word before a place is a type, since a specifier stands before it. */
  private static boolean isBehindSpecifier(String text, Before place) {
    int past = CodeAround.back(text, place.begin) - place.word.length();
    String before = past <= 0 ? "" : CodeAround.wordBefore(text, past);
    return SPECIFIERS.contains(before) && CodeAround.back(text, past) < past;
  }

  static boolean isKnown(String word) {
    return SPECIFIERS.contains(word)
        || BEGINNINGS.contains(word)
        || PRIMITIVE.contains(word)
        || KEYWORDS.contains(word);
  }

  /** Whether a word without arguments is a mark. */
  private static boolean isPlainMark(String text, Before place, int end, boolean beginsLine) {
    char previous = place.last;
    int next = CodeAround.behindComment(text, CodeAround.behindBlanks(text, end));
    char behind = next < text.length() ? text.charAt(next) : 0;
    boolean ofFunction =
        previous == ')' && isOfFunction(text, place.begin)
            || BEHIND_PARAMETERS.contains(place.word);
    int word = CodeAround.back(text, place.begin) - place.word.length();
    boolean assigns =
        behind == '=' && (previous == ')' || word > 0 && CodeAround.previous(text, word) == ')');
    if (ofFunction && (behind == ';' || behind == '{' || assigns)) {
      // Such as what says that a function overrides another, or is deleted.
      return true;
    }
    boolean values = behind == '=' && !text.startsWith("==", next);
    if ((values || behind == ',' || behind == ')') && isBehindVariable(text, place)) {
      return true;
    }
    if (previous == '(' && behind == '*' && isPointerToFunction(text, next)) {
      return true;
    }
    if ((previous == '(' || previous == ',') && isTypeAndName(text, next)) {
      return true;
    }
    boolean ofType =
        CodeAround.isWord(previous) && !SPECIFIERS.contains(place.word)
            || "*&>".indexOf(previous) >= 0;
    if (ofType && !beginsLine && isNameOfFunction(text, next)) {
      return true;
    }
    if (beginsLine
        && isAlone(text, end, next)
        && (isBetweenDeclarations(previous, behind) || isBetweenElements(text, place, next))) {
      return true;
    }
    boolean first = beginsDeclaration(previous) || LINKAGES.contains(place.word) || beginsLine;
    boolean begins = beginsDeclaration(previous) && previous != ':';
    boolean variable =
        (begins || place.word.equals("typedef") || LINKAGES.contains(place.word))
            && isTypedVariable(text, next);
    return first && isBeforeFunction(text, next) || variable;
  }

  /** Whether a type and a name stand before a place, such as in {@code auto one MARK = 1}. */
  private static boolean isBehindVariable(String text, Before place) {
    int name = CodeAround.back(text, place.begin) - place.word.length();
    if (place.word.isEmpty() || isKnown(place.word) || name <= 0) {
      return false;
    }
    String type = CodeAround.wordBefore(text, name);
    boolean typed = PRIMITIVE.contains(type) || type.equals("auto") || type.equals("bool");
    if (TAGS.contains(type)) {
      return false;
    }
    return CodeAround.back(text, name) < name && (typed || !type.isEmpty() && !isKnown(type));
  }

  /** Whether a type and a name follow, so that what stands before is neither. */
  private static boolean isTypeAndName(String text, int from) {
    int past = CodeAround.pastWord(text, from);
    String type = text.substring(from, past);
    int behind = CodeAround.behindBlanks(text, past);
    if (type.equals("const") || type.equals("volatile")) {
      return isTypeAndName(text, behind);
    }
    return past > from
        && !Character.isDigit(text.charAt(from))
        && !NO_TYPES.contains(type)
        && isName(text, behind)
        && !Character.isDigit(text.charAt(behind));
  }

  /** A macro with arguments behind parameters or a name, or in a line before a declaration. */
  private static int endWithArguments(String text, Before place, int open, boolean beginsLine) {
    int begin = place.begin;
    char previous = place.last;
    int close = CodeAround.close(text, open);
    int after = close < 0 ? -1 : CodeAround.behindBlanks(text, close);
    char ends = after < 0 || after >= text.length() ? 0 : text.charAt(after);
    boolean marks =
        previous == ')' && isOfFunction(text, begin)
            || CodeAround.isWord(previous)
            || previous == ']';
    boolean initialises = ends == ':' && previous == ')' && !text.startsWith("::", after);
    boolean closes =
        ends == ';' || ends == '{' || initialises || ends == '=' && CodeAround.isWord(previous);
    if (marks
        && closes
        && CodeAround.isWord(previous)
        && isFunction(text, begin, open, close, ends)) {
      return -1;
    }
    if (CodeAround.isWord(previous)
        && close > 0
        && !SPECIFIERS.contains(place.word)
        && isNameOfFunction(text, after)) {
      // Between the type that a function gives and its name.
      return close;
    }
    if (close > 0 && SPECIFIERS.contains(place.word) && isTypedVariable(text, after)) {
      return close;
    }
    boolean starts = previous == '/' || beginsDeclaration(previous);
    boolean alone = starts && previous != '{' && previous != ':' && beginsLine;
    return marks && closes || alone && CodeAround.isWord(ends) ? close : -1;
  }

  /**
   * Where a word that is no capital ends, if it is a macro for what may stand before a type, such
   * as {@code local int weigh(int grains)} or {@code __unused struct sheet *one}; -1 for others. No
   * other word can stand before a type and a name.
   */
  static int endOfSpecifier(String text, Before place, int end) {
    String word = text.substring(place.begin, end);
    if (isKnown(word) || OF_COMPILERS.matcher(word).matches()) {
      return -1;
    }
    if (end < text.length() && text.charAt(end) == '(') {
      // Behind the numbers of parameters, the name of a function follows.
      return CodeAround.isWord(place.last) || "*;}".indexOf(place.last) >= 0
          ? CodeAround.close(text, end)
          : -1;
    }
    return isBeforeType(text, place, word, CodeAround.behindBlanks(text, end)) ? end : -1;
  }

  /** Whether a declaration begins at a place; a label is none. */
  private static boolean begins(Before place) {
    return beginsDeclaration(place.last) && place.last != ':' || place.last == '/';
  }

  private static boolean isBeforeType(String text, Before place, String word, int next) {
    int past = CodeAround.pastWord(text, next);
    String type = text.substring(next, past);
    if (type.equals("const") || type.equals("volatile")) {
      // A word before it may be a type, unless another one follows.
      int real = CodeAround.behindBlanks(text, past);
      int behind = CodeAround.pastWord(text, real);
      boolean begins = begins(place);
      return behind > real
          && isName(text, CodeAround.behindBlanks(text, behind))
          && !NEARNESS.matcher(text.substring(real, behind)).matches()
          && (begins || isBeforeType(text, place, word, real));
    }
    if (NO_TYPES.contains(type)) {
      return false;
    }
    boolean typed = PRIMITIVE.contains(type);
    if (word.startsWith("__")) {
      boolean behindType =
          CodeAround.isWord(place.last)
              && !SPECIFIERS.contains(place.word)
              && !KEYWORDS.contains(place.word);
      return typed || behindType || isName(text, CodeAround.behindBlanks(text, past));
    }
    boolean begins = begins(place);
    return place.last == '('
        || (typed
            ? begins || place.last == ')'
            : begins && (isBeforeFunction(text, next) || isVariable(text, next, past)));
  }

  /** Whether a type that is no macro in capitals, and the name of a variable, stand there. */
  private static boolean isVariable(String text, int type, int past) {
    boolean capitals = CodeAround.isInCapitals(text, type, past);
    int name = behindStars(text, CodeAround.behindBlanks(text, past));
    int behind = CodeAround.pastWord(text, name);
    int next = CodeAround.behindBlanks(text, behind);
    return !capitals
        && behind > name
        && name > past
        && next < text.length()
        && ";=[,".indexOf(text.charAt(next)) >= 0;
  }

  private static boolean isTypedVariable(String text, int type) {
    int past = CodeAround.pastWord(text, type);
    String first = text.substring(type, past);
    if (first.equals("const") || first.equals("volatile")) {
      return isTypedVariable(text, CodeAround.behindBlanks(text, past));
    }
    return past > type && !NO_TYPES.contains(first) && isVariable(text, type, past);
  }

  private static int behindStars(String text, int from) {
    int at = from;
    while (at < text.length() && text.charAt(at) == '*') {
      at = CodeAround.behindBlanks(text, at + 1);
    }
    return at;
  }

  /** Whether a name is there, or signs of a pointer and a name. */
  private static boolean isName(String text, int from) {
    int at = behindStars(text, from);
    return at < text.length() && CodeAround.isWord(text.charAt(at));
  }

  /** Whether a macro with arguments stands for the type of a variable. */
  static boolean isTypeMaker(String text, Before place, int end) {
    int open = CodeAround.behindBlanks(text, end);
    int close =
        open < text.length() && text.charAt(open) == '(' ? CodeAround.close(text, open) : -1;
    boolean declares = beginsDeclaration(place.last) || SPECIFIERS.contains(place.word);
    if (close < 0 || !declares || !MAKERS.matcher(text.substring(place.begin, end)).matches()) {
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
  static int aroundTypeOrName(String text, Before place, int end, boolean beginsLine) {
    int open = CodeAround.behindBlanks(text, end);
    int close =
        open < text.length() && text.charAt(open) == '(' ? CodeAround.close(text, open) : -1;
    if (close < 0 || KEYWORDS.contains(place.word)) {
      return -1;
    }
    String inside = text.substring(open + 1, close - 1).strip();
    int behind = CodeAround.behindBlanks(text, close);
    char previous = place.last;
    boolean ofPointer = previous == ')' && isPointer(text, place.begin);
    if (isList(inside) && (CodeAround.isWord(previous) || ofPointer)) {
      // All parameters at once, such as in int weigh OF((int grains)).
      return behind < text.length() && ";{,)".indexOf(text.charAt(behind)) >= 0 ? close : -1;
    }
    if (inside.endsWith(")") && isBeforeFunction(inside, 0)) {
      boolean ends = behind < text.length() && ";{".indexOf(text.charAt(behind)) >= 0;
      return ends && beginsLine && (beginsDeclaration(previous) || previous == '/') ? close : -1;
    }
    boolean type = !inside.isEmpty() && inside.chars().allMatch(c -> isOfType((char) c));
    if (!type || behind == text.length()) {
      return -1;
    }
    boolean name = inside.chars().allMatch(c -> CodeAround.isWord((char) c));
    if (name && CodeAround.isWord(previous) && text.charAt(behind) == '(') {
      return close;
    }
    return isNameOfFunction(text, behind)
            && (beginsLine || beginsDeclaration(previous) || CodeAround.isWord(previous))
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

  /** Whether the parenthesis that closes before a place is one of parameters, and of no cast. */
  private static boolean isOfFunction(String text, int from) {
    int past = CodeAround.back(text, from);
    int depth = 0;
    for (int at = past - 1; at >= 0 && past - at < 1000; at--) {
      char c = text.charAt(at);
      depth += c == ')' ? 1 : c == '(' ? -1 : 0;
      if (depth == 0) {
        char before = CodeAround.previous(text, at);
        return before == ')'
            || CodeAround.isWord(before) && !CodeAround.wordBefore(text, at).equals("return");
      }
    }
    return false;
  }

  /** Whether a word behind a type is a function's name, and what follows are its parameters. */
  private static boolean isFunction(String text, int begin, int open, int close, char ends) {
    if (BEHIND_PARAMETERS.contains(CodeAround.wordBefore(text, begin))) {
      return false;
    }
    String inside = text.substring(open + 1, close - 1).strip();
    return ends == '{' || inside.isEmpty() || PARAMETERS.matcher(inside).find();
  }

  /** Whether nothing but a comment follows in a line. */
  private static boolean isAlone(String text, int end, int next) {
    int line = text.indexOf('\n', end);
    return next == text.length() || line >= 0 && line < next || text.startsWith("//", next);
  }

  /** Constants of an enum stand in lines of their own as well, but not so. */
  private static boolean isBetweenDeclarations(char previous, char behind) {
    return previous == ';'
        || previous == '}'
        || previous == 0
        || previous == '{' && (CodeAround.isWord(behind) || behind == '/' || behind == '#');
  }

  /**
   * Whether a word stands between a comma and another element of what is in braces, so that it
   * brings elements and a comma of its own.
   */
  private static boolean isBetweenElements(String text, Before place, int next) {
    int past = CodeAround.behindCode(text, place.begin);
    int element = CodeAround.behindComment(text, next);
    char behind = element < text.length() ? text.charAt(element) : 0;
    return past > 0
        && (text.charAt(past - 1) == ',' || text.charAt(past - 1) == '{')
        && (behind == '{' || behind == '#' || CodeAround.isWord(behind))
        && CodeAround.isInBraces(text, past);
  }

  private static boolean beginsDeclaration(char previous) {
    return previous == 0
        || previous == ';'
        || previous == '}'
        || previous == '{'
        || previous == ':';
  }

  /** Whether a type, a name and an opening parenthesis follow: a declaration without the macro. */
  private static boolean isBeforeFunction(String text, int from) {
    int words = 0;
    int at = from;
    int most = Math.min(text.length(), from + 200);
    while (at < most) {
      char c = text.charAt(at);
      if (CodeAround.isWord(c) || c == '~') {
        words++;
        while (at < most
            && (CodeAround.isWord(text.charAt(at))
                || text.charAt(at) == ':'
                || text.charAt(at) == '~')) {
          at++;
        }
      } else if (c == ' ' || c == '\t' || c == '*' || c == '&' || c == '<' || c == '>' || c == '\n'
          || c == '\r') {
        at++;
      } else {
        boolean typed = words == 1 && PRIMITIVE.contains(text.substring(from, at).strip());
        int star = typed && c == '(' ? CodeAround.behindBlanks(text, at + 1) : most;
        return c == '(' && words >= 2
            || star < most && text.charAt(star) == '*' && isPointerToFunction(text, star);
      }
    }
    return false;
  }

  /** Whether a name follows, and an opening parenthesis behind it. */
  private static boolean isNameOfFunction(String text, int from) {
    int past = CodeAround.pastWord(text, from);
    int open = CodeAround.behindBlanks(text, past);
    int list = CodeAround.pastWord(text, open);
    boolean marked =
        list > open
            && CodeAround.isInCapitals(text, open, list)
            && text.startsWith("((", CodeAround.behindBlanks(text, list));
    return past > from
        && open < text.length()
        && (marked || text.charAt(open) == '(' || text.substring(from, past).equals("operator"));
  }

  /** Whether a pointer's name follows, behind it a parenthesis closes, and one opens. */
  private static boolean isPointerToFunction(String text, int star) {
    int past = CodeAround.pastWord(text, CodeAround.behindBlanks(text, star + 1));
    int close = CodeAround.behindBlanks(text, past);
    int open = close < text.length() ? CodeAround.behindBlanks(text, close + 1) : close;
    return open < text.length() && text.charAt(close) == ')' && text.charAt(open) == '(';
  }
}
