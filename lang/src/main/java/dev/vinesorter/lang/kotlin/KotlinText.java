package dev.vinesorter.lang.kotlin;

import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a text of Kotlin has that the grammar does not know, or takes for something else, with
 * blanks in its place, or with a sign that the grammar reads there; every char stays where it is.
 */
final class KotlinText {
  private static final String BLANKS = "[ \\t]{1,20}";
  private static final String PARTS = "va[lr]|constructor|internal|private|protected|override";

  /** A pattern, of which each find is replaced by another text of its length. */
  private record Rule(Pattern pattern, String by) {
    Rule(String pattern, String by) {
      this(Pattern.compile(pattern), by);
    }
  }

  private static final List<Rule> RULES =
      List.of(
          // An interface with one function.
          new Rule("\\bfun(?=\\s{1,20}interface\\b)", "   "),
          // A range without its end.
          new Rule("\\.\\.<", ".. "),
          // A name that begins with is or in, behind a sign for not.
          new Rule("!(?=i[sn]\\w)", " "),
          // The comma behind the last of a list.
          new Rule(",(?=\\s{1,200}[)\\]])", " "),
          // A function type of what may be null.
          new Rule("\\?(?=\\.\\()", " "),
          // Parts of constructors that another platform declares.
          new Rule("\\bactual(?=" + BLANKS + "(?:" + PARTS + ")\\b)", "      "),
          // A constructor on the line behind the name of its class; what is before it is looked at
          // last, since that takes long.
          new Rule(
              "\\n(?=[ \\t]{0,80}(?:(?:internal|private|protected|public|@\\w{1,80})"
                  + BLANKS
                  + "){0,3}constructor[ \\t]{0,20}\\()"
                  + "(?<=\\bclass \\w{1,80}(?:<[^\\n<>]{0,80}>)?\\n)",
              " "));

  /** The type arguments of what a reference names a member of. */
  private static final Pattern ARGUMENTS = Pattern.compile("(?<=\\w)<[^\\n<>()]{1,80}>(?=::)");

  /** A branch that asks for a range: the line before would go on with it. */
  private static final Pattern RANGE =
      Pattern.compile("(?m)^[ \\t]{0,80}!?in(?=[ \\t][^\\n]{1,200}->)");

  /** What is given to a part of what a call gives: taken for one more operator. */
  private static final Pattern GIVEN =
      Pattern.compile(
          "(\\)(?:\\s{0,80}\\??\\.\\w{1,80}|!!|\\[[^\\[\\]\\n]{0,120}\\]){1,8}[ \\t]{1,4})"
              + "([-+*/%]?=)(?!=)");

  private KotlinText() {}

  /** The text as the grammar reads it. */
  static String readable(String text) {
    String plain = text;
    for (Rule rule : RULES) {
      plain = rule.pattern.matcher(plain).replaceAll(rule.by);
    }
    for (Pattern blank : List.of(ARGUMENTS, RANGE)) {
      plain = blank.matcher(plain).replaceAll(found -> " ".repeat(found.group().length()));
    }
    plain =
        GIVEN
            .matcher(plain)
            .replaceAll(
                found ->
                    Matcher.quoteReplacement(found.group(1))
                        + " ".repeat(found.group(2).length() - 1)
                        + "*");
    return branches(plain);
  }

  /**
   * Ends each branch before the line of the next one, which the grammar may take for more of it.
   */
  private static String branches(String text) {
    StringBuilder plain = new StringBuilder(text);
    int begin = 0;
    boolean before = false;
    for (int end = text.indexOf('\n'); end >= 0; end = text.indexOf('\n', begin)) {
      String line = text.substring(begin, end).strip();
      if (before && isBranch(line)) {
        plain.setCharAt(begin - 1, ';');
      }
      before = isBranch(line) && isWhole(line);
      begin = end + 1;
    }
    return plain.toString();
  }

  /** Whether a line begins a branch. */
  private static boolean isBranch(String line) {
    int arrow = line.indexOf("->");
    int brace = line.indexOf('{');
    boolean comment = line.startsWith("//") || line.startsWith("*") || line.startsWith("/*");
    return arrow > 0 && (brace < 0 || brace > arrow) && !comment;
  }

  /** Whether a branch ends with its line, and not with a condition, which takes what comes next. */
  private static boolean isWhole(String line) {
    return !line.contains("//")
        && !line.contains(" else ")
        && "{,(=:+-*/%&|?.>".indexOf(line.charAt(line.length() - 1)) < 0;
  }
}
