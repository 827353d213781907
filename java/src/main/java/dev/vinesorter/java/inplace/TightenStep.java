package dev.vinesorter.java.inplace;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.SurveyDraft;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.core.plan.StepOutcome.Widening;
import dev.vinesorter.java.code.Access;
import dev.vinesorter.java.code.FileChanges;
import dev.vinesorter.java.code.MemberFamily;
import dev.vinesorter.java.code.ModifierEdits;
import dev.vinesorter.java.code.ServiceFiles;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.code.SubclassAccess;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.source.plan.StepEditor.Result;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * Makes types and members as private as their uses allow. What may be used without a name in the
 * sources keeps its access: what overrides or is overridden, what carries an annotation that is not
 * Java's own, entry points, and what a service file or a module names.
 */
public final class TightenStep {
  /** Methods that serialisation calls by name. */
  private static final Set<String> BY_NAME =
      Set.of(
          "readResolve()",
          "writeReplace()",
          "readExternal(ObjectInput)",
          "writeExternal(ObjectOutput)");

  private final SourceView code;
  private final Units units;
  private final References references;
  private final SubclassAccess subclasses;
  private final boolean library;
  private final Set<String> named;

  private TightenStep(SourceView code, boolean library) {
    this.code = code;
    this.units = code.units();
    this.references = code.references();
    this.subclasses = new SubclassAccess(code);
    this.library = library;
    this.named = ServiceFiles.names(code.sources());
  }

  /**
   * Carries the step out.
   *
   * @param tops what is tightened, with all that is inside
   * @param library whether the public interface counts as used
   */
  public static Result carryOut(SourceView code, List<Integer> tops, boolean library) {
    TightenStep step = new TightenStep(code, library);
    Map<Integer, Access> narrowed = step.narrowed(tops);
    if (narrowed.isEmpty()) {
      return new Result(StepOutcome.alreadyDone(), code.survey());
    }
    FileChanges changes = new FileChanges(code);
    SurveyDraft draft = new SurveyDraft(code.survey());
    List<Widening> told = new ArrayList<>();
    Set<String> places = new TreeSet<>();
    narrowed.forEach(
        (unit, access) -> {
          int file = step.units.fileOf(unit);
          // Fields declared together have their modifiers together.
          if (places.add(file + " " + step.units.begin(unit))) {
            ModifierEdits.access(
                changes.in(file),
                code.tokens(file),
                code.text(file),
                step.units.begin(unit),
                access);
          }
          draft.traits(unit, access.in(step.units.traits(unit)));
          told.add(new Widening(step.units.name(unit), access.shown()));
        });
    changes.into(draft);
    changes.apply();
    return new Result(StepOutcome.changed(told), draft.survey());
  }

  private Map<Integer, Access> narrowed(List<Integer> tops) {
    Map<Integer, Access> narrowed = new TreeMap<>();
    for (int top : tops) {
      for (int unit : units.withAllInside(top)) {
        Access needed = needed(unit);
        if (needed.compareTo(Access.of(units, unit)) < 0) {
          narrowed.put(unit, needed);
        }
      }
    }
    Map<Integer, Access> together = new TreeMap<>();
    narrowed.forEach(
        (unit, access) -> {
          Access least = access;
          for (int other : units.children(units.parent(unit))) {
            if (units.has(unit, Trait.FIELD) && units.begin(other) == units.begin(unit)) {
              Access its = narrowed.getOrDefault(other, Access.of(units, other));
              least = its.compareTo(least) > 0 ? its : least;
            }
          }
          if (least.compareTo(Access.of(units, unit)) < 0) {
            together.put(unit, least);
          }
        });
    return together;
  }

  /** The most private access that a unit can have. */
  private Access needed(int unit) {
    Access now = Access.of(units, unit);
    if (now == Access.PRIVATE || isFixed(unit)) {
      return now;
    }
    Access needed = isOutermost(unit) ? Access.PACKAGE : Access.PRIVATE;
    for (int r : references.to(unit)) {
      Kind kind = references.kind(r);
      if (kind != Kind.MENTIONS && kind != Kind.OVERRIDES) {
        Access use = use(unit, r);
        needed = use.compareTo(needed) > 0 ? use : needed;
      }
    }
    return units.level(unit) == Level.TYPE ? Access.wider(needed, unnamed(unit)) : needed;
  }

  /**
   * What a type needs where it is used without being named: a member of it is reached through an
   * expression, or a member with the type in its signature is used.
   */
  private Access unnamed(int type) {
    Access needed = Access.PRIVATE;
    for (int member : units.children(type)) {
      for (int r : references.to(member)) {
        Kind kind = references.kind(r);
        int receiver = subclasses.receiver(references.from(r), r);
        if (kind != Kind.MENTIONS && kind != Kind.OVERRIDES && (receiver < 0 || receiver == type)) {
          needed = Access.wider(needed, use(type, r));
        }
      }
    }
    for (int r : references.to(type)) {
      int member = references.from(r);
      if (units.level(member) == Level.MEMBER && inSignature(member, r)) {
        for (int use : references.to(member)) {
          if (references.kind(use) != Kind.MENTIONS && references.kind(use) != Kind.OVERRIDES) {
            needed = Access.wider(needed, use(type, use));
          }
        }
      }
    }
    return needed;
  }

  private boolean inSignature(int member, int r) {
    int at = references.at(r);
    if (references.kind(r) == Kind.MENTIONS || at < units.begin(member)) {
      return false;
    }
    JavaTokens tokens = code.tokens(units.fileOf(member));
    int open = tokens.from(units.nameAt(member)) + 1;
    return at < units.nameAt(member)
        || tokens.is(open, "(") && tokens.from(at) < tokens.behind(open, "(", ")");
  }

  private boolean isOutermost(int unit) {
    return units.topTypeOf(unit) == unit;
  }

  private Access use(int unit, int r) {
    int user = references.from(r);
    if (units.topTypeOf(user) >= 0 && units.topTypeOf(user) == units.topTypeOf(unit)) {
      return reachesPrivate(unit, user, r) ? Access.PRIVATE : Access.PACKAGE;
    }
    if (code.packageBefore(user).equals(code.packageBefore(unit))) {
      // An import stands in no type, so nothing private can be imported.
      return Access.PACKAGE;
    }
    boolean member = units.level(unit) == Level.MEMBER;
    return member && subclasses.granted(user, r, unit) ? Access.PROTECTED : Access.PUBLIC;
  }

  /**
   * Whether a use inside the same outermost type is one of the declaring type's own member, not of
   * one that is inherited, or that an import on demand brings in: private members are not.
   */
  private boolean reachesPrivate(int unit, int user, int r) {
    int owner = units.parent(unit);
    boolean isType = units.level(unit) == Level.TYPE;
    if (units.has(unit, Trait.CONSTRUCTOR)
        || isType && !code.isNamed(user, r, units.simpleName(unit))) {
      return true;
    }
    int receiver = subclasses.receiver(user, r);
    JavaTokens tokens = code.tokens(units.fileOf(user));
    int token = tokens.from(references.at(r));
    boolean qualified = tokens.is(token - 1, ".") || tokens.is(token - 1, "::");
    if (isType) {
      return qualified
          ? tokens.isWord(token - 2, units.simpleName(owner))
          : units.inside(user, owner);
    }
    if (qualified && !tokens.is(token - 2, "this")) {
      return (receiver < 0 || receiver == owner) && !tokens.is(token - 2, "super");
    }
    for (int around = units.ancestor(user, Level.TYPE);
        around >= 0 && around != owner;
        around = units.ancestor(units.parent(around), Level.TYPE)) {
      if (code.isSubtype(around, owner)) {
        return false;
      }
    }
    return units.inside(user, owner) && !inheritsLocally(user, owner);
  }

  /** Whether a local class in the member inherits from the owner, and may be what is meant. */
  private boolean inheritsLocally(int user, int owner) {
    for (int r = references.row(user); r < references.row(user + 1); r++) {
      Kind kind = references.kind(r);
      if ((kind == Kind.EXTENDS || kind == Kind.IMPLEMENTS)
          && code.isSubtype(references.target(r), owner)) {
        return true;
      }
    }
    return false;
  }

  // ---- what keeps its access

  private boolean isFixed(int unit) {
    int owner = units.parent(unit);
    boolean inType = owner >= 0 && units.level(owner) == Level.TYPE;
    if (units.has(unit, Trait.INITIALISER)
        || units.level(unit) != Level.TYPE && units.level(unit) != Level.MEMBER
        || inType && (units.has(owner, Trait.INTERFACE) || units.has(owner, Trait.ANNOTATION))
        || units.has(unit, Trait.IMPLICITLY_PUBLIC)
        || units.has(unit, Trait.GENERATED)
        || units.has(unit, Trait.LEFT_OUT)
        || library && isInterface(unit)
        || isAnnotated(unit)) {
      return true;
    }
    if (units.level(unit) == Level.TYPE) {
      return isReachedByName(unit) || units.simpleName(unit).equals("package-info");
    }
    boolean constructor = units.has(unit, Trait.CONSTRUCTOR);
    boolean enumOrRecord = units.has(owner, Trait.ENUM) || units.has(owner, Trait.RECORD);
    if (enumOrRecord
        && (constructor || units.has(unit, Trait.FIELD) && !isDeclared(unit, "private"))) {
      return true;
    }
    if (units.has(owner, Trait.RECORD) && units.simpleName(unit).endsWith("()")) {
      return true;
    }
    if (constructor) {
      return isReachedByName(owner);
    }
    return units.has(unit, Trait.METHOD) && isMethodFixed(unit, owner);
  }

  /** Enum constants and the components of a record have no modifiers. */
  private boolean isDeclared(int unit, String modifier) {
    int file = units.fileOf(unit);
    JavaTokens tokens = code.tokens(file);
    return tokens.is(tokens.from(units.begin(unit)), modifier)
        || units.has(unit, Trait.STATIC) && !units.has(unit, Trait.PUBLIC);
  }

  private boolean isMethodFixed(int unit, int owner) {
    String name = units.simpleName(unit);
    if (units.has(unit, Trait.ABSTRACT)
        || units.has(unit, Trait.NATIVE)
        || name.startsWith("main(")
        || BY_NAME.contains(name)) {
      return true;
    }
    if (units.has(unit, Trait.STATIC)) {
      return hides(unit, owner);
    }
    MemberFamily family = MemberFamily.of(code, unit);
    if (family.members().size() > 1 || !family.local().isEmpty()) {
      return true;
    }
    // A library's interface may be implemented by a method that one of the subclasses inherits,
    // and a library's class may look for methods of its subclasses.
    Set<Integer> own = code.allSupertypes(owner);
    for (int above : own) {
      if (units.has(above, Trait.FOREIGN) && !units.name(above).startsWith("java.")) {
        return true;
      }
    }
    for (int heir : code.subtypes(owner)) {
      for (int above : code.allSupertypes(heir)) {
        if (units.has(above, Trait.FOREIGN) && !own.contains(above)) {
          return true;
        }
      }
    }
    return false;
  }

  /** A static method must not be more private than one that it hides (JLS 8.4.8.3). */
  private boolean hides(int method, int owner) {
    for (int above : code.allSupertypes(owner)) {
      for (int other : units.children(above)) {
        if (units.has(other, Trait.METHOD)
            && units.simpleName(other).equals(units.simpleName(method))) {
          return true;
        }
      }
    }
    return false;
  }

  /** Whether others than these sources can use a unit of a library. */
  private boolean isInterface(int unit) {
    for (int at = unit; at >= 0; at = units.parent(at)) {
      boolean counts = units.level(at) == Level.TYPE || units.level(at) == Level.MEMBER;
      if (counts && Access.of(units, at).compareTo(Access.PROTECTED) < 0) {
        return false;
      }
    }
    return !units.has(unit, Trait.TEST);
  }

  private boolean isAnnotated(int unit) {
    for (int r = references.row(unit); r < references.row(unit + 1); r++) {
      if (references.kind(r) == Kind.ANNOTATES
          && (units.nameAt(unit) < 0 || references.at(r) < units.nameAt(unit))
          && !units.name(references.target(r)).startsWith("java.lang.")) {
        return true;
      }
    }
    return false;
  }

  /** Whether something outside the code may make objects of a type, or start it. */
  private boolean isReachedByName(int type) {
    if (named.contains(units.name(type))) {
      return true;
    }
    for (int r : references.to(type)) {
      int file = units.fileOf(references.from(r));
      if (file >= 0 && units.simpleName(file).endsWith("module-info.java")) {
        return true;
      }
    }
    for (int member : units.children(type)) {
      if (units.simpleName(member).startsWith("main(") || isAnnotated(member)) {
        return true;
      }
    }
    for (int above : code.allSupertypes(type)) {
      if (units.has(above, Trait.FOREIGN) && !units.name(above).startsWith("java.")) {
        return true;
      }
    }
    return false;
  }
}
