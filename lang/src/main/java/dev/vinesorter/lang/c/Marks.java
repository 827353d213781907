package dev.vinesorter.lang.c;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
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
  /** An operator that is given to a macro, as to one that compares by it. */
  private static final Pattern OPERATOR =
      Pattern.compile("(,\\s{0,9}+(?:[<>]=?|<<|>>|[=!]=|&&|\\|\\||[-+*/%&|^])\\s{0,9}+)[,)]");

  /** What makes a part of a text for a format, behind the first part. */
  private static final Pattern FORMAT =
      Pattern.compile("\"\\s{0,20}+((?:PRI|SCN)[a-zA-Z0-9]{2,12}+\\b)");

  /** Before a colon, these are no labels. */
  private static final Set<String> NO_LABELS =
      Set.of("default", "public", "private", "protected", "signals", "slots");

  /** Finds the macros of a text. */
  static Marks of(String text) {
    StringBuilder plain = new StringBuilder(text);
    List<int[]> places = new ArrayList<>();
    PossibleMarks word = new PossibleMarks(text);
    int past = 0;
    // The first char of the word's line that is no blank, and one past that line.
    int first = 0;
    int next = 0;
    while (word.next()) {
      int begin = word.begin();
      while (next <= begin) {
        first = CodeAround.behindBlanks(text, next);
        int end = text.indexOf('\n', next);
        next = end < 0 ? text.length() + 1 : end + 1;
      }
      // A line of the preprocessor marks nothing.
      if (begin >= past && text.charAt(first) != '#') {
        BeforeWord before = BeforeWord.of(text, begin, past);
        past = mark(plain, text, before, word.end(), begin == first, places);
      }
    }
    given(plain, text);
    SplitConditions conditions = SplitConditions.of(text);
    blocks(plain, text, conditions.blocks(), places);
    for (List<int[]> stretches :
        List.of(
            DirectiveComments.of(text),
            memberPointers(text, places),
            instantiations(text),
            all(OPERATOR, ",", text),
            all(FORMAT, "\"", text),
            labels(text),
            EnumMacros.around(text),
            conditions.lines())) {
      stretches.forEach(one -> blank(plain, one[0], one[1]));
    }
    conditions.others().forEach(one -> blank(plain, one[0], one[1]));
    for (List<int[]> named : List.of(conditions.lines(), conditions.others())) {
      named.forEach(one -> names(text, one[0], one[1], places));
    }
    for (LinkageBracket bracket : LinkageBracket.of(text)) {
      blank(plain, bracket.begin(), bracket.past());
      blank(plain, bracket.close(), bracket.end());
    }
    for (LoopMacros.Loop loop : LoopMacros.of(text)) {
      if (text.charAt(loop.end()) == ')') {
        // What it is given becomes a statement, since there is no room behind it.
        blank(plain, loop.begin(), loop.open() + 1);
        places.add(new int[] {loop.begin(), CodeAround.pastWord(text, loop.begin())});
      }
      plain.setCharAt(loop.end(), ';');
    }
    return new Marks(plain.toString(), places);
  }

  /**
   * Puts blanks in place of a word that marks something; gives where the next one may begin, or -1
   * where it is no mark. Six parameters: all that is known of the word.
   */
  private static int mark(
      StringBuilder plain,
      String text,
      BeforeWord before,
      int end,
      boolean beginsLine,
      List<int[]> places) {
    int begin = before.begin();
    boolean capitals = CodeAround.isInCapitals(text, begin, end);
    int close = capitals ? MarkRules.aroundTypeOrName(text, before, end, beginsLine) : -1;
    int open = CodeAround.behindBlanks(text, end);
    int past;
    if (close > 0) {
      blank(plain, begin, open + 1);
      blank(plain, close - 1, close);
      // What is in a list of parameters may be marked in turn.
      past = text.charAt(CodeAround.behindBlanks(text, open + 1)) == '(' ? open + 1 : close;
    } else if (capitals && MarkRules.isTypeMaker(text, before, end)) {
      past = CodeAround.close(text, open);
      blank(plain, open, past);
      return past;
    } else {
      past =
          capitals
              ? MarkRules.end(text, before, end, beginsLine || before.isMark())
              : MarkRules.endOfSpecifier(text, before, end);
      if (past > 0) {
        blank(plain, begin, past);
        names(text, end, past, places);
      }
    }
    if (past > 0) {
      places.add(new int[] {begin, end});
    }
    return past;
  }

  /** Puts what a grammar knows in place of macros that stand for statements and declarations. */
  private static void blocks(
      StringBuilder plain, String text, List<OpenBrackets.Block> blocks, List<int[]> places) {
    for (OpenBrackets.Block one : blocks) {
      if (one.brace() < 0 && plain.charAt(one.begin()) == ' ') {
        // It was found to be a mark before.
        continue;
      }
      boolean given = one.open() < one.close();
      int[] name = {one.begin(), CodeAround.pastWord(text, one.begin())};
      char before = one.brace() < 0 ? 0 : text.charAt(one.brace() - 1);
      if (one.brace() >= 0 && !one.inBody()) {
        texts(plain, text, one);
      } else if (given && one.inBody() && text.substring(name[0], name[1]).contains("IF")) {
        // An else may follow.
        blank(plain, name[0], name[1]);
        plain.replace(name[0], name[0] + 2, "if");
        places.add(name);
      } else if (given && one.inBody() && (before == ' ' || before == '\t')) {
        plain.setCharAt(one.brace() - 1, ';');
      } else if (given && one.inBody()) {
        // What it is given becomes a statement, since there is no room behind it.
        blank(plain, name[0], one.open() + 1);
        plain.setCharAt(one.close() - 1, ';');
        places.add(name);
      } else {
        blank(plain, one.begin(), one.close());
        places.add(name);
        names(text, one.open(), one.close(), places);
      }
    }
  }

  /** Puts blanks in place of texts that a macro takes, and of a comma beside each. */
  private static void texts(StringBuilder plain, String text, OpenBrackets.Block macro) {
    int depth = 0;
    int comma = -1;
    for (int at = macro.open() + 1; at < macro.close() - 1; at++) {
      char c = text.charAt(at);
      depth += c == '(' ? 1 : c == ')' ? -1 : 0;
      if (c == ',' && depth == 0) {
        comma = at;
      } else if (c == '"') {
        int past = CodeAround.pastText(text, at, macro.close() - 1);
        int next = CodeAround.behindBlanks(text, past);
        boolean first = comma < 0 && text.charAt(next) == ',';
        blank(plain, depth > 0 || comma < 0 ? at : comma, first && depth == 0 ? next + 1 : past);
        at = past - 1;
      }
    }
  }

  /** Notes the names that stand in a stretch which is blank now. */
  private static void names(String text, int begin, int end, List<int[]> places) {
    for (int at = begin; at < end; at++) {
      char c = text.charAt(at);
      boolean ofLine = text.startsWith("//", at);
      if (ofLine || text.startsWith("/*", at)) {
        int past = text.indexOf(ofLine ? "\n" : "*/", at + 2);
        at = past < 0 ? end : past;
      } else if (c == '"' || c == '\'') {
        at = CodeAround.pastText(text, at, end) - 1;
      } else if (CodeAround.isWord(c)) {
        int past = CodeAround.pastWord(text, at);
        char before = at == 0 ? 0 : text.charAt(at - 1);
        if (!Character.isDigit(c)
            && before != '.'
            && before != '>'
            && !DeclaringWords.isKnown(text.substring(at, past))) {
          places.add(new int[] {at, past});
        }
        at = past - 1;
      }
    }
  }

  /** Puts values in place of types that macros are given. */
  private static void given(StringBuilder plain, String text) {
    for (GivenTypes.Given type : GivenTypes.of(text)) {
      if (plain.charAt(type.name()) == ' ') {
        // It stands in a macro that is not there any more.
        continue;
      }
      blank(plain, type.begin(), type.name());
      blank(plain, type.past(), type.end());
      if (type.primitive()) {
        blank(plain, type.name(), type.past());
        plain.setCharAt(type.name(), '0');
      }
    }
  }

  /**
   * The types of pointers to members, as in {@code int (Lamp::*hours)(int)}, and the star of what
   * is reached through one, as in {@code (lamp->*hours)(2)}.
   */
  private static List<int[]> memberPointers(String text, List<int[]> places) {
    List<int[]> found = new ArrayList<>();
    for (int at = text.indexOf("::*"); at >= 0; at = text.indexOf("::*", at + 1)) {
      int begin = at;
      while (begin > 0
          && (CodeAround.isWord(text.charAt(begin - 1)) || text.startsWith("::", begin - 2))) {
        begin -= CodeAround.isWord(text.charAt(begin - 1)) ? 1 : 2;
      }
      char before = CodeAround.previous(text, begin);
      if (begin < at && (before == '(' || before == ',')) {
        found.add(new int[] {begin, at + 2});
        names(text, begin, at, places);
      }
    }
    for (int at = text.indexOf("->*"); at >= 0; at = text.indexOf("->*", at + 1)) {
      found.add(new int[] {at + 2, at + 3});
    }
    return found;
  }

  /** The word with which templates are made for one type, without another name behind it. */
  private static List<int[]> instantiations(String text) {
    List<int[]> found = new ArrayList<>();
    for (int at = text.indexOf("template"); at >= 0; at = text.indexOf("template", at + 1)) {
      int past = at + "template".length();
      int tag = CodeAround.behindBlanks(text, past);
      int line = CodeAround.line(text, at);
      boolean tagged = text.startsWith("class ", tag) || text.startsWith("struct ", tag);
      String before = line < 0 ? "?" : text.substring(line, at).strip();
      if (tag > past && tagged && (before.isEmpty() || before.equals("extern"))) {
        found.add(new int[] {at - (before.isEmpty() ? 0 : at - line), past});
      }
    }
    return found;
  }

  /** Labels in lines of their own behind which no statement stands, but a directive or nothing. */
  private static List<int[]> labels(String text) {
    List<int[]> found = new ArrayList<>();
    for (int at = text.indexOf(':'); at > 0; at = text.indexOf(':', at + 1)) {
      char past = at + 1 < text.length() ? text.charAt(at + 1) : '\n';
      if (past != '\n' && past != '\r') {
        continue;
      }
      String word = CodeAround.wordEnding(text, at);
      int next = CodeAround.behindComment(text, CodeAround.behindBlanks(text, at + 1));
      int line = CodeAround.line(text, at);
      boolean ends = next < text.length() && (text.charAt(next) == '#' || text.charAt(next) == '}');
      if (ends
          && !word.isEmpty()
          && !NO_LABELS.contains(word)
          && line >= 0
          && text.substring(line, at - word.length()).isBlank()) {
        found.add(new int[] {at - word.length(), at + 1});
      }
    }
    return found;
  }

  /** Where the group of a pattern is found that begins with a sign. */
  private static List<int[]> all(Pattern pattern, String sign, String text) {
    List<int[]> found = new ArrayList<>();
    Matcher one = pattern.matcher(text);
    for (int at = text.indexOf(sign); at >= 0; at = text.indexOf(sign, at + 1)) {
      if (one.region(at, text.length()).lookingAt()) {
        found.add(new int[] {one.start(1), one.end(1)});
      }
    }
    return found;
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
