package dev.vinesorter.java.code;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.List;
import java.util.function.IntPredicate;
import java.util.stream.IntStream;

/** Methods that do nothing but return a field of their object, so that they can stand for it. */
public final class Getters {
  private Getters() {}

  /**
   * The getter of a field that a unit can see as it is; -1 where there is none. A record's
   * component whose getter no source declares stands for that getter.
   */
  public static int of(SourceView code, int field, int seenBy) {
    Units units = code.units();
    return of(
        code,
        field,
        method ->
            Access.between(units, seenBy, method, code).compareTo(Access.of(units, method)) <= 0);
  }

  /** The same, also where it would have to become less private. */
  public static int any(SourceView code, int field) {
    return of(code, field, method -> true);
  }

  private static int of(SourceView code, int field, IntPredicate fits) {
    Units units = code.units();
    if (isComponent(units, field) && units.find(units.name(field) + "()", Level.MEMBER) < 0) {
      return field;
    }
    for (int method : units.children(units.parent(field))) {
      if (field(code.survey(), method, code.tokens(units.fileOf(field))) == field
          && fits.test(method)) {
        return method;
      }
    }
    return -1;
  }

  /** Whether a place that reads a field gives it a value as well. */
  public static boolean writes(References references, int reference) {
    int user = references.from(reference);
    for (int r = references.row(user); r < references.row(user + 1); r++) {
      if (references.target(r) == references.target(reference)
          && references.at(r) == references.at(reference)
          && references.kind(r) == Kind.WRITES) {
        return true;
      }
    }
    return false;
  }

  /**
   * The field that a method does nothing but return; -1 where it is no getter, or may be another.
   */
  public static int field(Survey survey, int method, JavaTokens tokens) {
    return isComponent(survey.units(), method) ? method : given(survey, method, tokens, false);
  }

  /**
   * The field that never gets another value, and that a static method of its class does nothing but
   * return; -1 where there is none.
   */
  public static int constant(Survey survey, int method, JavaTokens tokens) {
    int field = given(survey, method, tokens, true);
    return field >= 0 && survey.units().has(field, Trait.FINAL) ? field : -1;
  }

  private static int given(Survey survey, int method, JavaTokens tokens, boolean isStatic) {
    Units units = survey.units();
    References references = survey.references();
    boolean plain =
        units.has(method, Trait.METHOD)
            && units.simpleName(method).endsWith("()")
            && units.has(method, Trait.STATIC) == isStatic
            && !units.has(method, Trait.SYNCHRONIZED)
            && !units.has(method, Trait.FOREIGN)
            && units.begin(method) >= 0;
    if (!plain || MemberFamily.isInOne(survey, method)) {
      return -1;
    }
    int close = tokens.before(units.end(method));
    int name = close - 2;
    boolean ofThis = tokens.is(name - 1, ".") && tokens.is(name - 2, "this");
    int first = ofThis ? name - 2 : name;
    boolean returns =
        tokens.is(close, "}")
            && tokens.is(close - 1, ";")
            && tokens.is(first - 1, "return")
            && tokens.is(first - 2, "{")
            && tokens.is(first - 3, ")");
    List<Integer> read =
        IntStream.range(references.row(method), references.row(method + 1))
            .filter(r -> references.kind(r) == Kind.READS)
            .mapToObj(references::target)
            .filter(target -> units.has(target, Trait.FIELD))
            .toList();
    boolean one =
        returns
            && read.size() == 1
            && units.has(read.get(0), Trait.STATIC) == isStatic
            && units.parent(read.get(0)) == units.parent(method);
    return one ? read.get(0) : -1;
  }

  private static boolean isComponent(Units units, int member) {
    return units.has(member, Trait.FIELD)
        && !units.has(member, Trait.STATIC)
        && units.has(units.parent(member), Trait.RECORD);
  }
}
