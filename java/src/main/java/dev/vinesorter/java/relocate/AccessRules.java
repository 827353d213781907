package dev.vinesorter.java.relocate;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.java.code.Access;
import dev.vinesorter.java.code.SubclassAccess;
import dev.vinesorter.java.syntax.JavaHeader;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * Judges what a move does to access by package (JLS 6.6), to overriding by package (JLS 8.4.8.1)
 * and to sealed hierarchies (JLS 8.1.1.2), and finds what has to become less private.
 */
final class AccessRules {
  private final Relocation move;
  private final Units units;
  private final References references;
  private final boolean widen;
  private final SubclassAccess subclasses;
  private final List<Reason> reasons = new ArrayList<>();
  private final Set<Integer> secondTypes = new TreeSet<>();

  /** What needs {@link Access#PUBLIC} or {@link Access#PROTECTED}, by unit. */
  private final Map<Integer, Access> widened = new TreeMap<>();

  /** Names of methods in local classes that override a widened one, by unit and offset. */
  private final Map<Integer, Map<Integer, Access>> widenedInside = new TreeMap<>();

  private final Map<Integer, List<Site>> broken = new TreeMap<>();

  private AccessRules(Relocation move, boolean widen) {
    this.move = move;
    this.units = move.units();
    this.references = move.references();
    this.widen = widen;
    this.subclasses = new SubclassAccess(move);
  }

  static AccessRules of(Relocation move, boolean widen) {
    AccessRules rules = new AccessRules(move, widen);
    rules.sealed();
    rules.uses();
    rules.report();
    if (widen) {
      rules.familiesOfWidened();
      rules.accidentalOverrides();
      rules.publicNames();
    }
    rules.meetingInTheNewPackage();
    return rules;
  }

  List<Reason> reasons() {
    return reasons;
  }

  /** What must become less private, with the access it needs. */
  Map<Integer, Access> widened() {
    return widened;
  }

  /**
   * The same for methods of local and anonymous classes: unit that holds them, offset of the name.
   */
  Map<Integer, Map<Integer, Access>> widenedInside() {
    return widenedInside;
  }

  /** Looks at all that the moved code uses, and at all that uses it from outside. */
  private void uses() {
    Set<Integer> inside = new TreeSet<>();
    for (int type : move.leaving()) {
      inside.addAll(units.withAllInside(type));
    }
    for (int file : move.ownFiles()) {
      if (move.moves(file)) {
        inside.add(file);
      }
    }
    for (int unit : inside) {
      for (int r = references.row(unit); r < references.row(unit + 1); r++) {
        use(unit, r);
      }
      for (int r : references.to(unit)) {
        int user = references.from(r);
        if (!inside.contains(user)) {
          use(user, r);
        }
      }
    }
    for (int type : move.leaving()) {
      if (!move.moves(units.fileOf(type))) {
        importsAlong(type);
      }
      for (int above : move.allSupertypes(type)) {
        if (!has(above, Trait.FOREIGN) && !move.leaves(above)) {
          inherited(type, above);
        }
      }
    }
  }

  /** What the file of a type imports goes with it, where the type has the word for it. */
  private void importsAlong(int type) {
    int file = units.fileOf(type);
    List<JavaHeader.Import> imports = move.header(file).imports();
    int from = imports.isEmpty() ? 0 : imports.get(imports.size() - 1).end();
    for (int other : move.typesIn(file)) {
      from = units.end(other) <= units.begin(type) ? units.end(other) : from;
    }
    String own = move.text(file).substring(from, units.end(type));
    for (JavaHeader.Import one : imports) {
      if (one.onDemand() || JavaTokens.hasWord(own, one.simpleName())) {
        for (int r = references.row(file); r < references.row(file + 1); r++) {
          if (references.at(r) >= one.begin() && references.at(r) < one.end()) {
            use(type, r);
          }
        }
      }
    }
  }

  private void use(int user, int r) {
    int used = references.target(r);
    if (references.kind(r) == Kind.MENTIONS || has(used, Trait.FOREIGN)) {
      return;
    }
    if (references.kind(r) == Kind.OVERRIDES) {
      overriding(user, r);
    } else if (tornApart(user, used)) {
      access(user, r);
    }
  }

  private boolean tornApart(int user, int used) {
    return (move.moves(user) || move.moves(used))
        && move.packageBefore(user).equals(move.packageBefore(used))
        && !move.packageAfter(user).equals(move.packageAfter(used));
  }

  private boolean has(int unit, Trait trait) {
    return units.has(unit, trait);
  }

  private boolean packagePrivate(int unit) {
    return Trait.packagePrivate(units.traits(unit)) && !has(unit, Trait.INITIALISER);
  }

  private void overriding(int user, int r) {
    int overridden = references.target(r);
    if (packagePrivate(overridden) && tornApart(user, overridden)) {
      if (widen) {
        // All of the family is here, since nothing else could override it; it becomes protected.
        demand(overridden, Access.PROTECTED, move.survey().site(r));
        return;
      }
      reasons.add(
          new Reason(
              RefusalCode.OVERRIDE_LOST,
              units.name(overridden)
                  + " is package-private; from another package it would no longer be overridden,"
                  + " and calls would run other code. Say 'widen: true' to make it protected.",
              List.of(move.survey().site(r))));
    }
  }

  private void access(int user, int r) {
    int used = references.target(r);
    if (units.level(used) != Level.TYPE && units.level(used) != Level.MEMBER) {
      return;
    }
    need(user, r, used);
    if (units.level(used) == Level.MEMBER && !references.indirect(r)) {
      need(user, r, units.parent(used));
    }
  }

  private void need(int user, int r, int used) {
    if (has(used, Trait.PUBLIC) || has(used, Trait.PRIVATE) || has(used, Trait.INITIALISER)) {
      return;
    }
    boolean ofSubclass = subclasses.granted(user, r, used);
    if (has(used, Trait.PROTECTED) && ofSubclass) {
      return;
    }
    // A type of a file is public or not; only members can be protected.
    boolean member = units.level(used) == Level.MEMBER;
    demand(used, member && ofSubclass ? Access.PROTECTED : Access.PUBLIC, move.survey().site(r));
  }

  private void demand(int unit, Access access, Site site) {
    broken.computeIfAbsent(unit, u -> new ArrayList<>()).add(site);
    if (widen) {
      widened.merge(unit, access, Access::wider);
    }
  }

  /**
   * Package-private members of a type that stays, reached by inheritance through one that leaves
   * its package.
   */
  private void inherited(int leaving, int owner) {
    if (!move.packageBefore(owner).equals(move.packageBefore(leaving))) {
      return;
    }
    for (int member : units.children(owner)) {
      if (units.level(member) == Level.MEMBER
          && packagePrivate(member)
          && !has(member, Trait.CONSTRUCTOR)) {
        for (int r : references.to(member)) {
          int user = references.from(r);
          if (references.indirect(r)
              && references.kind(r) != Kind.MENTIONS
              && references.kind(r) != Kind.OVERRIDES
              && !move.leaves(user)) {
            inheritance(leaving, owner, user, r);
          }
        }
      }
    }
  }

  private void inheritance(int leaving, int owner, int user, int r) {
    int receiver = subclasses.receiver(user, r);
    int heir = receiver >= 0 ? receiver : units.ancestor(user, Level.TYPE);
    if (heir >= 0 && heir != owner && move.isSubtype(heir, leaving)) {
      demand(
          references.target(r),
          receiver >= 0 ? Access.PUBLIC : Access.PROTECTED,
          move.survey().site(r));
    }
  }

  private void report() {
    if (widen) {
      return;
    }
    broken.forEach(
        (unit, sites) ->
            reasons.add(
                new Reason(
                    RefusalCode.ACCESS,
                    units.name(unit)
                        + " is "
                        + (has(unit, Trait.PROTECTED) ? "protected" : "package-private")
                        + " and would be used from another package. Say 'widen: true' to make it"
                        + " less private, or move both together.",
                    sites)));
  }

  // ---- what widening brings with it

  /** Overriding methods must not be more private than what they override. */
  private void familiesOfWidened() {
    Deque<Integer> open = new ArrayDeque<>(widened.keySet());
    while (!open.isEmpty()) {
      int method = open.remove();
      Access access = widened.get(method);
      for (int r : references.to(method)) {
        int unit = references.from(r);
        if (references.kind(r) != Kind.OVERRIDES) {
          continue;
        }
        if (!isNamedAt(unit, r)) {
          widenedInside
              .computeIfAbsent(unit, u -> new TreeMap<>())
              .merge(references.at(r), access, Access::wider);
        } else if (weaker(unit, access)) {
          widened.merge(unit, access, Access::wider);
          open.add(unit);
        }
      }
    }
  }

  private boolean weaker(int unit, Access access) {
    return widened.getOrDefault(unit, Access.of(units, unit)).compareTo(access) < 0;
  }

  /** Whether the overriding method is the unit itself, not one of a local class inside it. */
  private boolean isNamedAt(int unit, int reference) {
    return units.nameAt(unit) == references.at(reference);
  }

  /**
   * A method that was hidden from subclasses in other packages would now be overridden by theirs.
   */
  private void accidentalOverrides() {
    for (int method : widened.keySet()) {
      if (has(method, Trait.METHOD) && packagePrivate(method) && !has(method, Trait.STATIC)) {
        int owner = units.parent(method);
        for (int subtype : move.subtypes(owner)) {
          if (!move.packageBefore(subtype).equals(move.packageBefore(owner))) {
            sameMethod(method, subtype, "would be overridden once it is less private");
          }
        }
      }
    }
  }

  private void sameMethod(int method, int in, String what) {
    for (int member : units.children(in)) {
      if (has(member, Trait.METHOD) && units.simpleName(member).equals(units.simpleName(method))) {
        reasons.add(
            new Reason(
                RefusalCode.OVERRIDE_GAINED,
                units.name(method)
                    + " "
                    + what
                    + " by "
                    + units.name(member)
                    + ". Rename one first.",
                List.of(move.declaration(member))));
      }
    }
  }

  /** Types that become public, stay in their package, and need files of their own for that. */
  Set<Integer> secondTypes() {
    return secondTypes;
  }

  /** A public type has to stand in a file of its name. */
  private void publicNames() {
    for (int unit : widened.keySet()) {
      if (units.level(unit) == Level.TYPE && units.topTypeOf(unit) == unit) {
        boolean goes = move.moves(unit);
        int file = units.fileOf(unit);
        String path = goes ? move.pathAfter(unit) : move.pathOfWhatStays(file);
        String wanted = move.simpleAfter(unit) + ".java";
        if (path.endsWith("/" + wanted) || path.equals(wanted)) {
          continue;
        }
        long others =
            move.typesIn(file).stream()
                .filter(type -> !move.moves(type) && !secondTypes.contains(type))
                .count();
        if (!goes && others > 1) {
          secondTypes.add(unit);
        } else {
          reasons.add(
              new Reason(
                  RefusalCode.SECOND_TYPE,
                  units.name(unit)
                      + " would have to be public, but stands in "
                      + path
                      + ", which has another name. Give it a file of its own first.",
                  List.of(move.declaration(unit))));
        }
      }
    }
  }

  /**
   * Package-private methods of relatives that had nothing to do with each other until they meet.
   */
  private void meetingInTheNewPackage() {
    for (int type : move.leaving()) {
      for (int subtype : move.subtypes(type)) {
        if (!move.leaves(subtype) && move.packageBefore(subtype).equals(move.packageAfter(type))) {
          meeting(type, subtype);
        }
      }
      for (int base : move.allSupertypes(type)) {
        boolean apart = !move.packageBefore(base).equals(move.packageBefore(type));
        if (!has(base, Trait.FOREIGN)
            && apart
            && move.packageAfter(base).equals(move.packageAfter(type))) {
          meeting(base, type);
        }
      }
    }
  }

  private void meeting(int base, int subtype) {
    for (int member : units.children(base)) {
      if (has(member, Trait.METHOD) && packagePrivate(member) && !has(member, Trait.STATIC)) {
        sameMethod(member, subtype, "would come to be overridden in the new package");
      }
    }
  }

  private void sealed() {
    List<int[]> pairs = new ArrayList<>();
    for (int type : move.leaving()) {
      for (int unit : units.withAllInside(type)) {
        if (units.level(unit) != Level.TYPE) {
          continue;
        }
        if (has(unit, Trait.SEALED)) {
          move.directSubtypes(unit).forEach(sub -> pairs.add(new int[] {sub, unit}));
        }
        for (int parent : move.supertypes(unit)) {
          if (has(parent, Trait.SEALED) && !has(parent, Trait.FOREIGN) && !move.leaves(parent)) {
            pairs.add(new int[] {unit, parent});
          }
        }
      }
    }
    for (int[] pair : pairs) {
      boolean inferred = !move.packageAfter(pair[0]).equals(move.packageAfter(pair[1]));
      if (inferred) {
        reasons.add(
            new Reason(
                RefusalCode.SEALED_APART,
                units.name(pair[1])
                    + " is sealed and permits "
                    + units.name(pair[0])
                    + "; both have to stay in one package. Move the whole hierarchy.",
                List.of(move.declaration(pair[0]), move.declaration(pair[1]))));
      }
    }
  }
}
