package dev.vinesorter.java.member;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.code.FileChanges;
import dev.vinesorter.java.code.MemberFamily;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.rewrite.MemberRegion;
import dev.vinesorter.java.syntax.Expressions;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.Parameters;
import dev.vinesorter.java.syntax.TextLines;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/**
 * What a move leaves unread: private fields, with the statements that only give them a value, the
 * parameters that only those read, and setters that do nothing else.
 */
public final class Sweep {
  private final SourceView code;
  private final Units units;
  private final References references;
  private final FileChanges changes;

  /** Why a field cannot be taken out; null while nothing speaks against it. */
  private String against;

  /** The members from which a parameter was taken; each loses one at a time. */
  private final Set<Integer> shortened = new TreeSet<>();

  /** Members that do less than before, or go with the field. */
  private final Set<Integer> touched = new TreeSet<>();

  /** Whether what a setter is called on is taken for an object. */
  private final boolean neverNull;

  private Sweep(Survey survey, Overlay sources, boolean neverNull) {
    this.neverNull = neverNull;
    this.code = new SourceView(survey, sources);
    this.units = survey.units();
    this.references = survey.references();
    this.changes = new FileChanges(code);
  }

  /** The full names of private fields that some of the units read. */
  static Set<String> read(Survey survey, Set<Integer> users) {
    Units units = survey.units();
    References references = survey.references();
    Set<String> names = new TreeSet<>();
    for (int user : users) {
      for (int r = references.row(user); r < references.row(user + 1); r++) {
        int used = references.target(r);
        if (units.has(used, Trait.FIELD)
            && units.has(used, Trait.PRIVATE)
            && references.kind(r) == Kind.READS) {
          names.add(units.name(used));
        }
      }
    }
    return names;
  }

  /** Those of the fields that nothing reads any more. */
  public static List<String> unread(Survey survey, Set<String> fields) {
    Units units = survey.units();
    References references = survey.references();
    List<String> unread = new ArrayList<>();
    for (String name : fields) {
      int field = units.find(name, Level.MEMBER);
      boolean used = field < 0;
      for (int r : field < 0 ? new int[0] : references.to(field)) {
        Kind kind = references.kind(r);
        used |= kind != Kind.WRITES && kind != Kind.MENTIONS;
      }
      if (!used) {
        unread.add(name);
      }
    }
    return unread;
  }

  /**
   * Takes a field out of the sources, with what only served it.
   *
   * @param neverNull whether what a setter is called on is taken for an object
   * @param rewritten takes the members that do less for it, or go
   * @return why not, or null where it is done
   */
  public static String remove(
      Survey survey, Overlay sources, String name, boolean neverNull, Set<String> rewritten) {
    Sweep sweep = new Sweep(survey, sources, neverNull);
    try {
      sweep.field(survey.units().find(name, Level.MEMBER));
    } catch (TextEdits.OverlapException e) {
      sweep.against = "places that would change stand inside each other";
    }
    if (sweep.against == null) {
      sweep.changes.apply();
      sweep.touched.forEach(unit -> rewritten.add(survey.units().name(unit)));
    }
    return sweep.against;
  }

  /** Why a field that nothing uses cannot be taken out; null where nothing speaks against it. */
  static String against(SourceView code, int field) {
    Sweep sweep = new Sweep(code.survey(), code.sources(), false);
    sweep.declaration(field);
    return sweep.against;
  }

  private void field(int field) {
    declaration(field);
    Set<Integer> writers = new TreeSet<>();
    for (int r : against != null ? new int[0] : references.to(field)) {
      if (references.kind(r) == Kind.WRITES) {
        writers.add(references.from(r));
      }
    }
    for (int writer : writers) {
      writer(field, writer);
    }
    if (against == null) {
      int file = code.units().fileOf(field);
      MemberRegion.of(code, field).takeOut(code, file, changes.in(file));
    }
  }

  private void declaration(int field) {
    int file = units.fileOf(field);
    JavaTokens tokens = code.tokens(file);
    for (int other : units.children(units.parent(field))) {
      if (other != field && units.begin(other) == units.begin(field)) {
        against = "it is declared together with another";
        return;
      }
    }
    if (tokens.is(tokens.from(units.begin(field)), "@")) {
      against = "it has an annotation";
      return;
    }
    int name = tokens.from(units.nameAt(field));
    int past = tokens.from(units.end(field)) - 1;
    Expressions.Run value = new Expressions.Run(name + 2, past);
    if (tokens.is(name + 1, "=") && !isHarmless(file, value)) {
      against = "working out its first value may do something";
    }
  }

  /** Whether working out a value only reads, or makes an object of Java's own collections. */
  private boolean isHarmless(int file, Expressions.Run run) {
    JavaTokens tokens = code.tokens(file);
    if (tokens.is(run.begin(), "-") && run.end() - run.begin() == 2) {
      return true;
    }
    Expressions expressions = new Expressions(tokens, code.text(file));
    boolean fresh =
        tokens.is(run.begin(), "new")
            && expressions
                .text(run)
                .matches("new (?:Array|Hash|Tree|Linked)\\w+(?:<[\\w, ]*>)?\\(\\)");
    return fresh
        || tokens.is(run.begin(), "new") && isPlainObject(file, tokens, run)
        || expressions.isPure(run) && !expressions.assigns(run);
  }

  /** Whether an object of our own is made whose making runs no code. */
  private boolean isPlainObject(int file, JavaTokens tokens, Expressions.Run run) {
    int type = -1;
    int at = tokens.begin(run.begin() + 1);
    for (int unit : units.withAllInside(file)) {
      for (int r = references.row(unit); r < references.row(unit + 1); r++) {
        if (references.at(r) == at && units.level(references.target(r)) == Level.TYPE) {
          type = references.target(r);
        }
      }
    }
    if (run.end() - run.begin() != 4 || type < 0 || units.fileOf(type) < 0) {
      return false;
    }
    JavaTokens there = code.tokens(units.fileOf(type));
    for (int child : units.children(type)) {
      boolean valued =
          units.has(child, Trait.FIELD) && there.is(there.from(units.nameAt(child)) + 1, "=");
      if (valued || units.has(child, Trait.CONSTRUCTOR) || units.has(child, Trait.INITIALISER)) {
        return false;
      }
    }
    return code.supertypes(type).isEmpty();
  }

  /** Takes the statements out that give the field a value. */
  private void writer(int field, int writer) {
    int file = units.fileOf(writer);
    JavaTokens tokens = code.tokens(file);
    List<int[]> statements = new ArrayList<>();
    for (int r = references.row(writer); r < references.row(writer + 1); r++) {
      if (references.target(r) != field || references.kind(r) != Kind.WRITES) {
        continue;
      }
      int token = tokens.from(references.at(r));
      int first = tokens.is(token - 1, ".") && tokens.is(token - 2, "this") ? token - 2 : token;
      int end = token;
      while (end < tokens.size() && !tokens.is(end, ";")) {
        end++;
      }
      if (!beginsStatement(tokens, first)
          || !tokens.is(token + 1, "=")
          || !isHarmless(file, new Expressions.Run(token + 2, end))) {
        against = "it gets a value in " + units.name(writer) + " in a way that may do something";
        return;
      }
      statements.add(new int[] {first, end});
    }
    if (isOnly(writer, statements) && units.has(writer, Trait.METHOD)) {
      setter(writer);
      return;
    }
    touched.add(writer);
    for (int[] statement : statements) {
      statement(file, statement[0], statement[1]);
      unreadParameter(writer, file, statement);
    }
  }

  /** Whether a token begins a statement of a block. */
  private static boolean beginsStatement(JavaTokens tokens, int first) {
    return tokens.is(first - 1, "{") || tokens.is(first - 1, "}") || tokens.is(first - 1, ";");
  }

  private boolean isOnly(int writer, List<int[]> statements) {
    JavaTokens tokens = code.tokens(units.fileOf(writer));
    int close = tokens.from(units.end(writer)) - 1;
    return statements.size() == 1
        && tokens.is(statements.get(0)[0] - 1, "{")
        && statements.get(0)[1] == close - 1;
  }

  /** A method that does nothing else goes, with the statements that only call it. */
  private void setter(int method) {
    boolean open = units.has(method, Trait.PUBLIC) || units.has(method, Trait.PROTECTED);
    List<Runnable> calls = new ArrayList<>();
    for (int r : references.to(method)) {
      if (references.kind(r) != Kind.MENTIONS) {
        calls.add(open ? null : call(r));
      }
    }
    if (calls.contains(null) || MemberFamily.of(code, method).members().size() > 1) {
      against = units.name(method) + " does nothing but set it, and is called";
      return;
    }
    calls.forEach(Runnable::run);
    touched.add(method);
    int file = code.units().fileOf(method);
    MemberRegion.of(code, method).takeOut(code, file, changes.in(file));
  }

  /** Takes a statement out that does nothing but call a setter; null where it does more. */
  private Runnable call(int r) {
    int file = units.fileOf(references.from(r));
    JavaTokens tokens = code.tokens(file);
    Expressions expressions = new Expressions(tokens, code.text(file));
    int token = tokens.from(references.at(r));
    if (!tokens.is(token + 1, "(")) {
      return null;
    }
    boolean dotted = tokens.is(token - 1, ".");
    int first = dotted ? expressions.primaryBegin(token - 2) : token;
    int end = tokens.behind(token + 1, "(", ")");
    Expressions.Run object = new Expressions.Run(first, token - 1);
    boolean alone =
        first > 0
            && beginsStatement(tokens, first)
            && tokens.is(end, ";")
            && expressions.arguments(token + 1).stream().allMatch(run -> isHarmless(file, run));
    boolean there =
        !dotted
            || expressions.text(object).equals("this")
            || neverNull && expressions.isPure(object);
    touched.add(references.from(r));
    return alone && there ? () -> statement(file, first, end) : null;
  }

  private void statement(int file, int first, int end) {
    JavaTokens tokens = code.tokens(file);
    String text = code.text(file);
    int begin = TextLines.begin(text, tokens.begin(first));
    int past = TextLines.end(text, tokens.end(end));
    boolean ownLine =
        text.substring(begin, tokens.begin(first)).isBlank()
            && text.substring(tokens.end(end), past).isBlank();
    changes
        .in(file)
        .remove(
            ownLine ? begin : tokens.begin(first),
            ownLine ? TextLines.next(text, past) : tokens.end(end));
  }

  /** A parameter that only such a statement read goes, with what callers give for it. */
  private void unreadParameter(int writer, int file, int[] statement) {
    JavaTokens tokens = code.tokens(file);
    if (statement[1] - statement[0] > 5 || shortened.contains(writer)) {
      return;
    }
    String word = tokens.text(statement[1] - 1);
    int open = tokens.from(units.nameAt(writer)) + 1;
    if (!tokens.is(open, "(") || units.simpleName(writer).contains("...")) {
      return;
    }
    List<Parameters.Parameter> parameters = Parameters.of(tokens, open);
    int index = Parameters.names(tokens, open).indexOf(word);
    int uses = 0;
    for (int token = tokens.behind(open, "(", ")");
        token < tokens.from(units.end(writer));
        token++) {
      uses += tokens.isWord(token, word) && !tokens.is(token - 1, ".") ? 1 : 0;
    }
    boolean alone = MemberFamily.of(code, writer).members().size() == 1;
    if (index < 0 || uses != 1 || !alone || !calls(writer, parameters.size(), index)) {
      return;
    }
    shortened.add(writer);
    InstanceMove.remove(
        changes.in(file),
        tokens,
        parameters.stream().map(Parameters.Parameter::run).toList(),
        index);
  }

  /** Takes the argument out of every call; false where one of them cannot lose it. */
  private boolean calls(int member, int parameters, int index) {
    record Argument(int file, List<Expressions.Run> runs) {}
    List<Argument> found = new ArrayList<>();
    String bare = MemberNames.bare(units.simpleName(member));
    for (int r : references.to(member)) {
      int file = units.fileOf(references.from(r));
      if (references.kind(r) == Kind.MENTIONS) {
        continue;
      }
      JavaTokens tokens = code.tokens(file);
      int token = tokens.from(references.at(r));
      boolean named =
          tokens.isWord(token, bare) || tokens.is(token, "this") || tokens.is(token, "super");
      Expressions expressions = new Expressions(tokens, code.text(file));
      if (!named || !tokens.is(token + 1, "(")) {
        return false;
      }
      List<Expressions.Run> runs = expressions.arguments(token + 1);
      if (runs.size() != parameters || !isHarmless(file, runs.get(index))) {
        return false;
      }
      found.add(new Argument(file, runs));
    }
    for (int r : references.to(member)) {
      touched.add(references.from(r));
    }
    for (Argument one : found) {
      InstanceMove.remove(changes.in(one.file), code.tokens(one.file), one.runs, index);
    }
    return true;
  }
}
