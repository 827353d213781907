package dev.vinesorter.java.member;

import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.java.code.RefusedException;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.code.StepUnits;
import dev.vinesorter.java.mention.Mentions;
import dev.vinesorter.java.mention.WrittenNames;
import dev.vinesorter.source.plan.StepEditor;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.function.Function;

/**
 * Moves members, one by one or together: moves next to each other that have nothing to do with each
 * other are read again once. When something speaks against the outcome, fewer of them are.
 */
public final class MemberSteps {
  private final Function<Overlay, Survey> reread;
  private final WrittenNames written;

  /** So many moves are tried together: fewer after some that did not go together. */
  private int mostTogether = StepEditor.MOST_TOGETHER;

  public MemberSteps(Function<Overlay, Survey> reread, WrittenNames written) {
    this.reread = reread;
    this.written = written;
  }

  /** A member goes into a type. */
  public Result carryOut(Survey survey, Step.Move step, Overlay sources) throws RefusedException {
    MemberMove move = judged(new SourceView(survey, sources.copy()), step);
    return move == null
        ? new Result(StepOutcome.alreadyDone(), survey)
        : carryOut(move, step, sources);
  }

  private Result carryOut(MemberMove move, Step step, Overlay sources) {
    Survey survey = move.code.survey();
    List<Result> results = new ArrayList<>();
    List<Reason> reasons =
        move.reasons().isEmpty()
            ? MemberMoveStep.carryOut(List.of(move), sources, reread, results::add)
            : move.reasons();
    return reasons.isEmpty()
        ? Mentions.settle(results.get(0), names(move), written, sources, step.may(Leave.MENTIONS))
        : new Result(StepOutcome.refused(reasons), survey);
  }

  /**
   * Carries out as many of the first steps as go together.
   *
   * @return false where not even the first makes a move
   */
  public boolean carryOut(Survey survey, List<Step> steps, Overlay sources, Consumer<Result> each) {
    List<MemberMove> together = independent(survey, steps, sources);
    if (together.size() <= 1) {
      together.forEach(move -> each.accept(carryOut(move, steps.get(0), sources)));
    } else if (!MemberMoveStep.carryOut(together, sources, reread, each).isEmpty()) {
      mostTogether = together.size() / 2;
      return carryOut(survey, steps, sources, each);
    }
    mostTogether = Math.min(StepEditor.MOST_TOGETHER, 2 * mostTogether);
    return !together.isEmpty();
  }

  /**
   * The moves of the first steps, as many as have nothing against them, do not depend on each other
   * and are named in no text; the first alone where it is not so, or none where it makes no move.
   */
  private List<MemberMove> independent(Survey survey, List<Step> steps, Overlay sources) {
    SourceView view = new SourceView(survey, sources.copy());
    List<MemberMove> moves = new ArrayList<>();
    for (Step step : steps.subList(0, Math.min(steps.size(), mostTogether))) {
      if (!(step instanceof Step.Move told)) {
        return moves;
      }
      MemberMove move;
      try {
        move = judged(view, told);
      } catch (RefusedException e) {
        return moves;
      }
      if (move == null) {
        return moves;
      }
      boolean alone = !move.reasons().isEmpty() || isMentioned(move, sources);
      if (moves.isEmpty() || !alone && moves.stream().noneMatch(move::sharesWith)) {
        moves.add(move);
      }
      if (alone || moves.get(moves.size() - 1) != move) {
        return moves;
      }
    }
    return moves;
  }

  /** A step's move over a view of a copy of the sources; null where it is done already. */
  private static MemberMove judged(SourceView view, Step.Move step) throws RefusedException {
    Units units = view.units();
    StepUnits named = new StepUnits(view.survey(), view.sources());
    if (step.units().size() > 1) {
      throw new RefusedException(
          RefusalCode.BAD_TARGET, "Members move one by one; make a step for each.");
    }
    int member = units.find(step.unit());
    if (member < 0) {
      String there = step.into() + step.unit().substring(step.unit().indexOf('#'));
      if (units.find(there) >= 0) {
        return null;
      }
      throw named.unknown(step.unit());
    }
    named.own(member, step.unit());
    int target = named.target(step.into());
    named.readable(member);
    boolean isStatic = units.has(member, Trait.STATIC);
    boolean isMethod = units.has(member, Trait.METHOD);
    if ((isStatic || !isMethod) && !step.old().isEmpty()) {
      throw new RefusedException(
          RefusalCode.BAD_TARGET,
          step.unit() + " has no object that 'old' could tell of; it is for methods of objects.");
    }
    if ((isStatic || !isMethod) && step.isThroughNew()) {
      throw new RefusedException(
          RefusalCode.BAD_TARGET, step.unit() + " is no method of objects, and needs none.");
    }
    MemberMove move =
        isStatic
            ? new StaticMove(view, member, target, step.leaves())
            : isMethod
                ? new InstanceMove(view, member, target, step)
                : new FieldMove(view, member, target, step);
    move.run();
    return move;
  }

  private boolean isMentioned(MemberMove move, Overlay sources) {
    return names(move).keySet().stream()
        .anyMatch(name -> !written.of(name, move.code.survey(), sources).isEmpty());
  }

  private static Map<String, String> names(MemberMove move) {
    String there = move.units.name(move.target) + "#" + move.units.simpleName(move.member);
    return names(move.units, move.member, there);
  }

  /** A member's old and new name as text has them; none where others keep the old one. */
  public static Map<String, String> names(Units units, int member, String there) {
    String old = MemberNames.bare(units.name(member));
    for (int other : units.children(units.parent(member))) {
      if (other != member && MemberNames.bare(units.name(other)).equals(old)) {
        return Map.of();
      }
    }
    return Map.of(old.replace('#', '.'), MemberNames.bare(there));
  }
}
