package dev.vinesorter.source.config;

import com.fasterxml.jackson.core.JsonToken;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.Step;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** Reads the verbs that write code anew. */
final class SeamReaders {
  /** The longest stretch of code, type or value that a plan writes out, in chars. */
  private static final int MOST_CODE = 20_000;

  private SeamReaders() {}

  /** A stretch of code as it stands in a plan. */
  private static String code(YamlInput in, String key) throws IOException {
    String text = in.text(key);
    if (text.isBlank() || text.length() > MOST_CODE) {
      throw in.wrong("'" + key + "' takes code, " + MOST_CODE + " chars of it at most");
    }
    return text;
  }

  /** Tests follow what they use, which a plan may say. */
  private static void along(StepReader reader, String key) throws IOException {
    if (!reader.in.text(key).equals("along")) {
      throw reader.in.wrong("'" + key + "' takes 'along'; tests follow what they use");
    }
  }

  /** Reads {@code extract}. */
  static final class Extract extends StepReader {
    private String code = "";
    private String lines = "";
    private String as = "";
    private String access = "private";
    private String into = "";

    Extract(YamlInput in) {
      super(in);
    }

    @Override
    List<String> keys() {
      return List.of("code", "lines", "as", "access", "alike", "into", "new-type", "widen");
    }

    @Override
    void value(String key) throws IOException {
      switch (key) {
        case "code" -> code = code(in, key);
        case "lines" -> {
          lines = in.text(key);
          if (!lines.matches("[1-9][0-9]{0,8}-[1-9][0-9]{0,8}")) {
            throw in.wrong("'lines' takes the first and the last line, such as 41-58");
          }
        }
        case "as" -> as = identifier(key);
        case "into" -> into = unitName(in.text(key));
        default -> {
          access = in.text(key);
          if (!List.of("private", "package", "protected", "public").contains(access)) {
            throw in.wrong("'access' takes private, package, protected or public");
          }
        }
      }
    }

    @Override
    Step step(int line) {
      single("extract");
      if (as.isEmpty()) {
        throw in.wrong("the step does not say what the new method is called; add 'as: …'");
      }
      if (code.isEmpty() == lines.isEmpty()) {
        throw in.wrong("the step says what it extracts by 'code: …' or by 'lines: 41-58'");
      }
      return new Step.Extract(units, code, lines, as, access, into, leaves, line);
    }
  }

  /** Reads {@code inline}. */
  static final class Inline extends StepReader {
    private String variable = "";

    Inline(YamlInput in) {
      super(in);
    }

    @Override
    List<String> keys() {
      return List.of("variable", "pure", "never-null", "widen", "found-by-name");
    }

    @Override
    void value(String key) throws IOException {
      variable = identifier(key);
    }

    @Override
    Step step(int line) {
      single("inline");
      return new Step.Inline(units, variable, leaves, line);
    }
  }

  /** Reads {@code merge}. */
  static final class Merge extends StepReader {
    private String into = "";

    Merge(YamlInput in) {
      super(in);
    }

    @Override
    List<String> keys() {
      return List.of("into", "leave", "widen", "never-null", "pure", "found-by-name", "mentions");
    }

    @Override
    void value(String key) throws IOException {
      switch (key) {
        case "into" -> into = unitName(in.text(key));
        case "leave" -> word(Leave.FORWARD, key, "forward", "nothing");
        default -> word(Leave.MENTIONS, key, "change", "list");
      }
    }

    @Override
    Step step(int line) {
      if (into.indexOf('#') < 0) {
        throw in.wrong("the step does not say which method stays; add 'into: a.B#c()'");
      }
      return new Step.Merge(units, into, leaves, line);
    }
  }

  /** Reads {@code field}. */
  static final class Field extends StepReader {
    private String variable = "";
    private String as = "";

    Field(YamlInput in) {
      super(in);
    }

    @Override
    List<String> keys() {
      return List.of("variable", "as", "once");
    }

    @Override
    void value(String key) throws IOException {
      if (key.equals("as")) {
        as = identifier(key);
      } else {
        variable = identifier(key);
      }
    }

    @Override
    Step step(int line) {
      single("field");
      if (variable.isEmpty()) {
        throw in.wrong("the step does not say which local variable; add 'variable: …'");
      }
      return new Step.Field(units, variable, as, leaves, line);
    }
  }

  /** Reads {@code signature}. */
  static final class Signature extends StepReader {
    private List<Step.Parameter> parameters;
    private String gives = "";
    private String to = "";

    Signature(YamlInput in) {
      super(in);
    }

    @Override
    List<String> keys() {
      return List.of("parameters", "gives", "to", "leave", "pure", "found-by-name");
    }

    @Override
    void value(String key) throws IOException {
      switch (key) {
        case "gives" -> gives = code(in, key).strip();
        case "to" -> to = identifier(key);
        case "leave" -> word(Leave.FORWARD, key, "forward", "nothing");
        default -> parameters();
      }
    }

    private void parameters() throws IOException {
      parameters = new ArrayList<>();
      if (in.next() != JsonToken.START_ARRAY) {
        throw in.wrong("'parameters' takes a list of names, and of new ones");
      }
      while (in.next() != JsonToken.END_ARRAY) {
        boolean fresh = in.current() == JsonToken.START_OBJECT;
        Step.Parameter one =
            fresh ? added() : new Step.Parameter(in.scalar("parameters").text(), "", "");
        if (parameters.stream().anyMatch(other -> other.name().equals(one.name()))) {
          throw in.wrong("the parameter '" + YamlInput.printable(one.name()) + "' stands twice");
        }
        parameters.add(one);
      }
    }

    private Step.Parameter added() throws IOException {
      String[] read = {"", "", ""};
      in.mapping(
          key -> {
            switch (key) {
              case "new" -> read[0] = identifier(key);
              case "type" -> read[1] = code(in, key).strip();
              case "value" -> read[2] = code(in, key).strip();
              default ->
                  throw in.wrong(
                      "unknown key '"
                          + YamlInput.printable(key)
                          + "'; a new parameter has 'new', 'type' and 'value'");
            }
          });
      if (read[0].isEmpty() || read[1].isEmpty() || read[2].isEmpty()) {
        throw in.wrong("a new parameter has 'new', 'type' and 'value'");
      }
      return new Step.Parameter(read[0], read[1], read[2]);
    }

    @Override
    Step step(int line) {
      single("signature");
      if (parameters == null && gives.isEmpty() && to.isEmpty()) {
        throw in.wrong("the step changes nothing; add 'parameters: …', 'gives: …' or 'to: …'");
      }
      return new Step.Signature(units, parameters, gives, to, leaves, line);
    }
  }

  /** The names in a key, one or a list of them. */
  private static List<String> identifiers(StepReader reader, String key) throws IOException {
    List<String> names = new ArrayList<>();
    for (YamlInput.Placed placed : reader.in.texts(key)) {
      names.add(reader.identifier(key, placed));
    }
    return names;
  }

  /** The patterns in a key. */
  private static List<String> names(StepReader reader, String key) throws IOException {
    List<String> names = new ArrayList<>();
    for (YamlInput.Placed placed : reader.in.texts(key)) {
      names.add(reader.unitName(placed.text()));
    }
    return names;
  }

  /** Reads {@code interface}. */
  static final class Interface extends StepReader {
    private String as = "";
    private List<String> members = List.of("used");
    private List<String> users = List.of();
    private String standIn = "";

    Interface(YamlInput in) {
      super(in);
    }

    @Override
    List<String> keys() {
      return List.of("as", "members", "for", "stand-in", "tests", "widen");
    }

    @Override
    void value(String key) throws IOException {
      switch (key) {
        case "as" -> as = unitName(in.text(key));
        case "members" -> members = names(this, key);
        case "for" -> users = names(this, key);
        case "stand-in" -> standIn = unitName(in.text(key));
        default -> along(this, key);
      }
    }

    @Override
    Step step(int line) {
      single("interface");
      if (as.isEmpty()) {
        throw in.wrong("the step does not say what the interface is called; add 'as: …'");
      }
      return new Step.Interface(units, as, members, users, standIn, leaves, line);
    }
  }

  /** Reads {@code use}. */
  static final class Use extends StepReader {
    private String insteadOf = "";
    private List<String> users = List.of();

    Use(YamlInput in) {
      super(in);
    }

    @Override
    List<String> keys() {
      return List.of("instead-of", "for");
    }

    @Override
    void value(String key) throws IOException {
      if (key.equals("instead-of")) {
        insteadOf = unitName(in.text(key));
      } else {
        users = names(this, key);
      }
    }

    @Override
    Step step(int line) {
      single("use");
      if (insteadOf.isEmpty()) {
        throw in.wrong("the step does not say instead of what; add 'instead-of: …'");
      }
      return new Step.Use(units, insteadOf, users, leaves, line);
    }
  }

  /** Reads {@code factory}. */
  static final class Factory extends StepReader {
    private String place = "";
    private String gives = "";

    Factory(YamlInput in) {
      super(in);
    }

    @Override
    List<String> keys() {
      return List.of("in", "gives", "chooses");
    }

    @Override
    void value(String key) throws IOException {
      if (key.equals("gives")) {
        gives = unitName(in.text(key));
        return;
      }
      place = unitName(in.text(key));
      int hash = place.indexOf('#');
      if (hash < 1 || hash != place.lastIndexOf('#') || place.indexOf('(') >= 0) {
        throw in.wrong("'in' takes a type and a method, such as org.x.Printers#printer");
      }
    }

    @Override
    Step step(int line) {
      single("factory");
      if (place.isEmpty()) {
        throw in.wrong(
            "the step does not say where the method is; add 'in: org.x.Printers#printer'");
      }
      return new Step.Factory(units, place, gives, leaves, line);
    }
  }

  /** Reads {@code base}. */
  static final class Base extends StepReader {
    private String as = "";
    private List<String> varying = List.of();

    Base(YamlInput in) {
      super(in);
    }

    @Override
    List<String> keys() {
      return List.of("as", "varying", "widen", "found-by-name");
    }

    @Override
    void value(String key) throws IOException {
      if (key.equals("as")) {
        as = unitName(in.text(key));
      } else {
        varying = identifiers(this, key);
      }
    }

    @Override
    Step step(int line) {
      if (units.size() < 2) {
        throw in.wrong("'base' names the methods of two types or more, as a list");
      }
      if (as.isEmpty()) {
        throw in.wrong("the step does not say what the common type is called; add 'as: …'");
      }
      return new Step.Base(units, as, varying, leaves, line);
    }
  }

  /** Reads {@code compose}. */
  static final class Compose extends StepReader {
    private String as = "";

    Compose(YamlInput in) {
      super(in);
    }

    @Override
    List<String> keys() {
      return List.of("as");
    }

    @Override
    void value(String key) throws IOException {
      as = identifier(key);
    }

    @Override
    Step step(int line) {
      single("compose");
      if (as.isEmpty()) {
        throw in.wrong("the step does not say what the field is called; add 'as: …'");
      }
      return new Step.Compose(units, as, leaves, line);
    }
  }

  /** Reads {@code strategy}. */
  static final class Strategy extends StepReader {
    private String as = "";
    private List<String> names = List.of();
    private String called = "";

    Strategy(YamlInput in) {
      super(in);
    }

    @Override
    List<String> keys() {
      return List.of("as", "names", "called", "widen");
    }

    @Override
    void value(String key) throws IOException {
      switch (key) {
        case "as" -> as = unitName(in.text(key));
        case "called" -> called = identifier(key);
        default -> names = identifiers(this, key);
      }
    }

    @Override
    Step step(int line) {
      if (units.size() > 1 && !called.isEmpty()) {
        throw in.wrong("'called' names the method for one that decides, and here are several");
      }
      if (as.isEmpty()) {
        throw in.wrong("the step does not say what the common type is called; add 'as: …'");
      }
      return new Step.Strategy(units, as, names, called, leaves, line);
    }
  }

  /** Reads {@code listen}. */
  static final class Listen extends StepReader {
    private List<String> calls = List.of();
    private String as = "";
    private String joinedIn = "";

    Listen(YamlInput in) {
      super(in);
    }

    @Override
    List<String> keys() {
      return List.of("calls", "as", "joined-in");
    }

    @Override
    void value(String key) throws IOException {
      switch (key) {
        case "as" -> as = unitName(in.text(key));
        case "joined-in" -> joinedIn = unitName(in.text(key));
        default -> calls = names(this, key);
      }
    }

    @Override
    Step step(int line) {
      single("listen");
      if (as.isEmpty() || calls.isEmpty()) {
        throw in.wrong(
            "the step does not say what is called, or what listeners are; add 'calls: …' and"
                + " 'as: …'");
      }
      return new Step.Listen(units, calls, as, joinedIn, leaves, line);
    }
  }

  /** Reads {@code inject}. */
  static final class Inject extends StepReader {
    private String what = "";
    private String as = "";
    private String type = "";
    private boolean byMethods;
    private boolean keep;
    private String standIn = "";

    Inject(YamlInput in) {
      super(in);
    }

    @Override
    List<String> keys() {
      return List.of("what", "as", "type", "through", "callers", "stand-in", "tests", "pure");
    }

    @Override
    void value(String key) throws IOException {
      switch (key) {
        case "what" -> what = unitName(in.text(key));
        case "as" -> as = identifier(key);
        case "type" -> type = unitName(in.text(key));
        case "through" -> byMethods = isSecond(key, "constructor", "parameter");
        case "callers" -> keep = isSecond(key, "same", "keep");
        case "stand-in" -> standIn = unitName(in.text(key));
        default -> along(this, key);
      }
    }

    @Override
    Step step(int line) {
      single("inject");
      if (what.isEmpty() || as.isEmpty()) {
        throw in.wrong(
            "the step does not say what is handed in, and under which name; add 'what: …' and 'as:"
                + " …'");
      }
      return new Step.Inject(units, what, as, type, byMethods, keep, standIn, leaves, line);
    }
  }

  /** Reads {@code lift}. */
  static final class Lift extends StepReader {
    /** The most calls that an expression goes through. */
    private static final int MOST_UP = 20;

    private String code = "";
    private String as = "";
    private int up = 1;
    private String until = "";

    Lift(YamlInput in) {
      super(in);
    }

    @Override
    List<String> keys() {
      return List.of("code", "as", "up", "until", "pure");
    }

    @Override
    void value(String key) throws IOException {
      switch (key) {
        case "code" -> code = code(in, key).strip();
        case "as" -> as = identifier(key);
        case "until" -> {
          until = unitName(in.text(key));
          up = MOST_UP;
        }
        default -> {
          double calls = in.number(key);
          if (calls < 1 || calls > MOST_UP || calls != Math.rint(calls)) {
            throw in.wrong("'up' takes a number of calls, 1 to " + MOST_UP);
          }
          up = (int) calls;
        }
      }
    }

    @Override
    Step step(int line) {
      single("lift");
      if (code.isEmpty() || as.isEmpty()) {
        throw in.wrong(
            "the step does not say which expression becomes a parameter, and under which name; add"
                + " 'code: …' and 'as: …'");
      }
      return new Step.Lift(units, code, as, up, until, leaves, line);
    }
  }

  /** Reads {@code bundle}. */
  static final class Bundle extends StepReader {
    private List<String> parameters = List.of();
    private String as = "";
    private String called = "";

    Bundle(YamlInput in) {
      super(in);
    }

    @Override
    List<String> keys() {
      return List.of("parameters", "as", "called", "pure", "found-by-name");
    }

    @Override
    void value(String key) throws IOException {
      switch (key) {
        case "parameters" -> {
          List<String> names = new ArrayList<>();
          for (YamlInput.Placed placed : in.texts(key)) {
            names.add(identifier(key, placed));
          }
          parameters = names;
        }
        case "as" -> as = unitName(in.text(key));
        default -> called = identifier(key);
      }
    }

    @Override
    Step step(int line) {
      if (as.isEmpty()
          || parameters.size() < 2
          || Set.copyOf(parameters).size() < parameters.size()) {
        throw in.wrong(
            "the step does not say which parameters become one, two at least, and of which type;"
                + " add 'parameters: [row, shelf]' and 'as: org.x.Spot'");
      }
      return new Step.Bundle(units, parameters, as, called, leaves, line);
    }
  }

  /** Reads {@code split}. */
  static final class Split extends StepReader {
    private List<String> out = List.of();
    private String as = "";
    private String called = "";

    Split(YamlInput in) {
      super(in);
    }

    @Override
    List<String> keys() {
      return List.of("out", "as", "called", "leave", "widen", "pure", "found-by-name");
    }

    @Override
    void value(String key) throws IOException {
      switch (key) {
        case "out" -> out = names(this, key);
        case "as" -> as = unitName(in.text(key));
        case "leave" -> word(Leave.FORWARD, key, "forward", "nothing");
        default -> called = identifier(key);
      }
    }

    @Override
    Step step(int line) {
      single("split");
      if (out.isEmpty() || as.isEmpty()) {
        throw in.wrong(
            "the step does not say which members go, and into which new type; add 'out: [a,"
                + " \"b*\"]' and 'as: org.x.Part'");
      }
      return new Step.Split(units, out, as, called, leaves, line);
    }
  }
}
