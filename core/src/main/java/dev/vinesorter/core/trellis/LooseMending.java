package dev.vinesorter.core.trellis;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.IntPredicate;
import java.util.stream.Collectors;

/**
 * The move that would mend a breach which is about what stands loose in a file: the one or two
 * things that are used go, and the file stays with all else that is in it.
 */
final class LooseMending {
  private static final int MOST_MOVED = 2;

  private final Units units;
  private final References references;

  LooseMending(Survey survey) {
    this.units = survey.units();
    this.references = survey.references();
  }

  /** Whether a type stands for what is loose in a file. */
  boolean isLoose(int type) {
    return units.has(type, Trait.LOOSE);
  }

  /** Whether a type can go with its file: nothing else stands in that. */
  boolean goesWithFile(int type) {
    return !isLoose(type)
        || units.withAllInside(units.fileOf(type)).stream()
            .noneMatch(one -> one != type && units.topTypeOf(one) == one);
  }

  /** Whether references to a type only bring its file in, for something else that stands in it. */
  boolean isOnlyBroughtIn(int type, List<Integer> some) {
    return isLoose(type)
        && some.stream()
            .filter(r -> units.topTypeOf(references.target(r)) == type)
            .allMatch(r -> references.kind(r) == Kind.IMPORTS);
  }

  /**
   * The move of what references use of a type.
   *
   * @param into the package that it would go into
   * @param mayUse whether what moves may go on to use a type
   * @param mayBeUsed whether a type may go on to use what moves
   * @return empty where that is not plain
   */
  String move(int type, List<Integer> some, int into, IntPredicate mayUse, IntPredicate mayBeUsed) {
    Set<Integer> moved = new TreeSet<>();
    for (int r : some) {
      int target = references.target(r);
      if (target != type && units.inside(target, type)) {
        moved.add(target);
      }
    }
    boolean plain =
        !moved.isEmpty()
            && moved.size() <= MOST_MOVED
            && moved.stream()
                .allMatch(
                    one -> !MemberNames.isApart(units, one) && fits(one, moved, mayUse, mayBeUsed));
    return !plain
        ? ""
        : "move "
            + moved.stream().map(units::name).collect(Collectors.joining(" and "))
            + " into "
            + units.name(into);
  }

  private boolean fits(
      int member, Set<Integer> moved, IntPredicate mayUse, IntPredicate mayBeUsed) {
    for (int r = references.row(member); r < references.row(member + 1); r++) {
      int target = references.target(r);
      int top = units.topTypeOf(target);
      boolean ours = top >= 0 && !units.has(top, Trait.FOREIGN) && !moved.contains(target);
      if (ours && target != member && !mayUse.test(top)) {
        return false;
      }
    }
    for (int r : references.to(member)) {
      int user = references.from(r);
      int top = units.topTypeOf(user);
      if (top >= 0 && !moved.contains(user) && !mayBeUsed.test(top)) {
        return false;
      }
    }
    return true;
  }
}
