package dev.vinesorter.java.scan;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.SurveyBuilder;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * Reads documentation comments: the first sentence of each, and the references that its tags make
 * to our own types, as {@link Kind#MENTIONS} standing at the segment that names the type.
 */
public final class DocMentions {
  private static final Set<String> REFERRING =
      Set.of("link", "linkplain", "value", "see", "throws", "exception");
  private static final int LONGEST_SENTENCE = 240;
  private static final Pattern TAG = Pattern.compile("\\{@\\w++\\s++([^{}]*+)}");
  private static final Pattern MARKUP = Pattern.compile("<[^<>]*+>");
  private static final Pattern SPACE = Pattern.compile("\\s+");
  private static final Pattern LINE_END = Pattern.compile("\\R");

  private final SurveyBuilder builder;
  private final UnitScan units;
  private final NameScope scope;
  private final String text;

  public DocMentions(UnitIndex index, UnitScan units) {
    this.builder = index.builder();
    this.units = units;
    this.scope = new NameScope(index, units.file());
    this.text = units.file().text();
  }

  public void run() {
    JavaTokens tokens = units.file().tokens();
    for (int comment = 0; comment < tokens.comments(); comment++) {
      if (tokens.isDoc(comment)) {
        int begin = tokens.commentBegin(comment) + 3;
        int end = tokens.commentEnd(comment) - 2;
        int token = tokens.from(end);
        int declared =
            token < tokens.size() ? units.beginningAt(tokens.begin(token)) : UnitIndex.NONE;
        boolean attached = declared >= 0;
        int owner = attached ? declared : units.fileUnit();
        mentions(owner, begin, end);
        if (attached) {
          String sentence = firstSentence(text.substring(begin, Math.max(begin, end)));
          if (!sentence.isEmpty()) {
            builder.doc(owner, sentence);
          }
        }
      }
    }
  }

  private void mentions(int owner, int begin, int end) {
    int at = text.indexOf('@', begin);
    while (at >= 0 && at < end) {
      int word = at + 1;
      int past = word;
      while (past < end && Character.isLetter(text.charAt(past))) {
        past++;
      }
      if (REFERRING.contains(text.substring(word, past))) {
        reference(owner, skipSpace(past, end), end);
      }
      at = text.indexOf('@', past);
    }
  }

  private int skipSpace(int from, int end) {
    int at = from;
    while (at < end && (Character.isWhitespace(text.charAt(at)) || text.charAt(at) == '*')) {
      at++;
    }
    return at;
  }

  /** Reads {@code a.b.Type#member(Type, Type)} and records the types in it. */
  private void reference(int owner, int begin, int end) {
    int at = name(owner, begin, end);
    if (at >= end || text.charAt(at) != '#') {
      return;
    }
    at++;
    while (at < end && Character.isJavaIdentifierPart(text.charAt(at))) {
      at++;
    }
    if (at >= end || text.charAt(at) != '(') {
      return;
    }
    int close = text.indexOf(')', at);
    while (close > 0 && close < end && at < close) {
      at = skipSpace(at + 1, close);
      int past = name(owner, at, close);
      while (past < close && text.charAt(past) != ',') {
        past++;
      }
      at = past;
    }
  }

  /** Records the types named along a dotted name; returns the offset behind it. */
  private int name(int owner, int begin, int end) {
    List<String> segments = new ArrayList<>();
    List<Integer> places = new ArrayList<>();
    int at = begin;
    while (at < end && Character.isJavaIdentifierStart(text.charAt(at))) {
      int first = at;
      while (at < end && Character.isJavaIdentifierPart(text.charAt(at))) {
        at++;
      }
      segments.add(text.substring(first, at));
      places.add(first);
      if (at + 1 < end && text.charAt(at) == '.') {
        at++;
      } else {
        break;
      }
    }
    if (!segments.isEmpty()) {
      int[] found = scope.dotted(segments, owner);
      for (int n = 0; n < found.length; n++) {
        if (found[n] >= 0) {
          int place = places.get(n);
          builder.reference(
              owner, found[n], Kind.MENTIONS, place, place + segments.get(n).length(), true);
        }
      }
    }
    return at;
  }

  /** The first sentence, as plain words on one line. */
  static String firstSentence(String comment) {
    StringBuilder plain = new StringBuilder();
    for (String line : LINE_END.split(comment)) {
      String bare = line.strip();
      if (bare.startsWith("*")) {
        bare = bare.substring(1).strip();
      }
      if (bare.startsWith("@") || plain.length() > LONGEST_SENTENCE * 2) {
        break;
      }
      plain.append(bare).append(' ');
    }
    String words =
        SPACE
            .matcher(MARKUP.matcher(TAG.matcher(plain).replaceAll("$1")).replaceAll(""))
            .replaceAll(" ")
            .strip();
    int stop = words.indexOf(". ");
    String sentence = stop < 0 ? words : words.substring(0, stop + 1);
    return sentence.length() <= LONGEST_SENTENCE
        ? sentence
        : sentence.substring(0, LONGEST_SENTENCE - 1) + "…";
  }
}
