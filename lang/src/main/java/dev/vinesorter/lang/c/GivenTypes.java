package dev.vinesorter.lang.c;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Types that are given to macros, such as {@code va_arg(all, const char *)}. */
final class GivenTypes {
  /** Something behind a comma that could be a type: words before it, its name, signs behind it. */
  private static final Pattern GIVEN_TYPE =
      Pattern.compile(
          "(?<=[,(])\\s{0,80}((?:(?:const|volatile|struct|union|enum|unsigned|signed|long|short)\\s{1,80}){0,4})"
              + "(\\w{1,100})((?:\\s{0,9}(?:\\*|\\bconst\\b)){0,4})(?=\\s{0,80}[,)])");

  private static final Set<String> PRIMITIVE =
      Set.of("char", "int", "long", "short", "float", "double", "unsigned", "signed", "bool");

  /** Macros of everybody that take types. */
  private static final Set<String> MACROS = Set.of("va_arg", "container_of", "offsetof");

  private static final Pattern CAPITALS = Pattern.compile("[A-Z][A-Z0-9_]{1,100}");

  /** With which a type begins that is no primitive one. */
  private static final Pattern TAGGED =
      Pattern.compile("\\s*+(?:const\\s++)?+(?:struct|union|enum)\\s");

  /** What stands before a value, and never before a declared name. */
  private static final String OPERATORS = "=(,+-&|!<>?:";

  /** Those of them behind which a call stands, and no function that is declared. */
  private static final String VALUES = "=(,+-|!?";

  private GivenTypes() {}

  /** A type that is given: its words, those of its name, and whether that is of the language. */
  record Given(int begin, int name, int past, int end, boolean primitive) {}

  /** The types that are given to macros, in their order. */
  static List<Given> of(String text) {
    List<Given> found = new ArrayList<>();
    Matcher given = GIVEN_TYPE.matcher(text).useTransparentBounds(true);
    for (int at = 0; at < text.length(); at++) {
      char c = text.charAt(at);
      boolean begins = (c == ',' || c == '(') && mayBeType(text, at + 1);
      if (!begins || !given.region(at + 1, text.length()).lookingAt()) {
        continue;
      }
      at = given.end() - 1;
      boolean primitive = PRIMITIVE.contains(given.group(2));
      boolean type = !given.group(1).isBlank() || primitive || !given.group(3).isBlank();
      boolean first = text.charAt(given.start() - 1) == '(';
      // No value has such words.
      boolean sure = TAGGED.matcher(given.group(1)).lookingAt() || given.group(3).indexOf('*') >= 0;
      if (type
          && (first ? isFirstOfMacro(text, given, sure) : isMacro(text, given.start(), sure))) {
        found.add(new Given(given.start(1), given.start(2), given.end(2), given.end(), primitive));
      }
    }
    return found;
  }

  /** A word of types, or one with a sign or another word behind it. */
  private static boolean mayBeType(String text, int from) {
    int begin = CodeAround.behindBlanks(text, from);
    int past = CodeAround.pastWord(text, begin);
    int next = CodeAround.behindBlanks(text, past);
    return past > begin
        && next < text.length()
        && (next > past && CodeAround.isWord(text.charAt(next))
            || text.charAt(next) == '*'
            || PRIMITIVE.contains(text.substring(begin, past)));
  }

  /** Whether a macro in the middle of an expression is given a type, and something more. */
  private static boolean isFirstOfMacro(String text, Matcher given, boolean sure) {
    int end = CodeAround.behindBlanks(text, given.end());
    int open = given.start() - 1;
    String word = CodeAround.wordBefore(text, open);
    int begin = CodeAround.back(text, open) - word.length();
    boolean starts = begin > 0 && ";{}".indexOf(CodeAround.previous(text, begin)) >= 0;
    boolean fits = isValue(text, begin) || starts && isWithValue(text, open);
    return end < text.length()
        && text.charAt(end) == ','
        && (isOfEverybody(word)
            || fits && CAPITALS.matcher(word).matches()
            || sure && isValueOfMacro(text, word, begin));
  }

  /** Whether a call of something that is no type begins where a value is wanted. */
  private static boolean isValueOfMacro(String text, String word, int begin) {
    return !word.isEmpty() && !DeclaringWords.isKnown(word) && isBehind(VALUES, text, begin);
  }

  /** Whether a number stands among what a macro is given, which no list of parameters holds. */
  private static boolean isWithValue(String text, int open) {
    int close = CodeAround.close(text, open);
    for (int at = open + 1; at < close; at++) {
      if (Character.isDigit(text.charAt(at)) && !CodeAround.isWord(text.charAt(at - 1))) {
        return true;
      }
    }
    return false;
  }

  /** Many call their own like those of everybody. */
  private static boolean isOfEverybody(String word) {
    return MACROS.stream().anyMatch(word::endsWith);
  }

  /**
   * Whether a call that begins at a place stands where a value is wanted, so that it is no
   * declaration.
   */
  private static boolean isValue(String text, int begin) {
    return isBehind(OPERATORS, text, begin);
  }

  private static boolean isBehind(String signs, String text, int begin) {
    return begin > 0
        && (signs.indexOf(CodeAround.previous(text, begin)) >= 0
            || CodeAround.wordBefore(text, begin).equals("return"));
  }

  /**
   * Whether what stands at a place is given to a macro: something in capitals, or like them.
   *
   * @param sure whether it is a type by its words, which no call takes
   */
  private static boolean isMacro(String text, int comma, boolean sure) {
    int depth = 0;
    for (int at = comma - 1; at >= 0 && comma - at < 300; at--) {
      char c = text.charAt(at);
      if (c == ';' || c == '{' || c == '}' || c == '#') {
        return false;
      }
      depth += c == ')' ? 1 : c == '(' ? -1 : 0;
      if (depth < 0) {
        String word = CodeAround.wordBefore(text, at);
        return isOfEverybody(word)
            || CAPITALS.matcher(word).matches()
            || sure && isValueOfMacro(text, word, CodeAround.back(text, at) - word.length());
      }
    }
    return false;
  }
}
