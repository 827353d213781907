package dev.vinesorter.lang.c;

/** What a declaration, or a part of one, looks like that begins at a place. */
final class Ahead {
  private static final int LONGEST_NAME = 300;

  private Ahead() {}

  /** Whether a type and a name follow, so that what stands before is neither. */
  static boolean isTypeAndName(String text, int from) {
    int past = CodeAround.pastWord(text, from);
    String type = text.substring(from, past);
    int behind = CodeAround.behindBlanks(text, past);
    if (type.equals("const") || type.equals("volatile")) {
      return isTypeAndName(text, behind);
    }
    return past > from
        && !Character.isDigit(text.charAt(from))
        && !DeclaringWords.NO_TYPES.contains(type)
        && isName(text, behind)
        && !Character.isDigit(text.charAt(behind));
  }

  /** Whether a type that is no macro in capitals, and the name of a variable, stand there. */
  static boolean isVariable(String text, int type, int past) {
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

  static boolean isTypedVariable(String text, int type) {
    int past = CodeAround.pastWord(text, type);
    String first = text.substring(type, past);
    boolean goesOn = first.equals("const") || first.equals("volatile");
    if (goesOn || DeclaringWords.TAGS.contains(first)) {
      return isTypedVariable(text, CodeAround.behindBlanks(text, past));
    }
    return past > type && !DeclaringWords.NO_TYPES.contains(first) && isVariable(text, type, past);
  }

  static int behindStars(String text, int from) {
    int at = from;
    while (at < text.length() && text.charAt(at) == '*') {
      at = CodeAround.behindBlanks(text, at + 1);
    }
    return at;
  }

  /** Whether a name is there, or signs of a pointer and a name. */
  static boolean isName(String text, int from) {
    int at = behindStars(text, from);
    return at < text.length() && CodeAround.isWord(text.charAt(at));
  }

  /** Whether a type, a name and an opening parenthesis follow: a declaration without the macro. */
  static boolean isBeforeFunction(String text, int from) {
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
        boolean typed =
            words == 1 && DeclaringWords.PRIMITIVE.contains(text.substring(from, at).strip());
        int star = typed && c == '(' ? CodeAround.behindBlanks(text, at + 1) : most;
        return c == '(' && words >= 2
            || star < most && text.charAt(star) == '*' && isPointerToFunction(text, star);
      }
    }
    return false;
  }

  /** Whether a name follows, and an opening parenthesis behind it. */
  static boolean isNameOfFunction(String text, int from) {
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
  static boolean isPointerToFunction(String text, int star) {
    int past = CodeAround.pastWord(text, CodeAround.behindBlanks(text, star + 1));
    int close = CodeAround.behindBlanks(text, past);
    int open = close < text.length() ? CodeAround.behindBlanks(text, close + 1) : close;
    return open < text.length() && text.charAt(close) == ')' && text.charAt(open) == '(';
  }

  /**
   * Whether the name of a class follows that has a body or something above it, and no variable's.
   *
   * @param alone whether its name may also stand alone
   */
  static boolean isClass(String text, int name, boolean alone) {
    int at = name;
    int depth = 0;
    while (at < text.length() && at - name < LONGEST_NAME) {
      char c = text.charAt(at);
      depth += c == '<' ? 1 : c == '>' ? -1 : 0;
      boolean of = CodeAround.isWord(c) || Character.isWhitespace(c) || depth > 0 || c == '>';
      if (text.startsWith("::", at)) {
        at += 2;
      } else if (of) {
        at++;
      } else {
        return at > name && (c == '{' || c == ':' || alone && c == ';');
      }
    }
    return false;
  }
}
