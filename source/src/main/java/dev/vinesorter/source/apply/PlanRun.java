package dev.vinesorter.source.apply;

import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.source.journal.Journal;
import java.util.List;

/**
 * How far a plan was carried out before.
 *
 * @param id what the journal calls the run; empty for one that begins
 * @param steps how many steps of the plan are done
 */
record PlanRun(String id, int steps) {
  static final PlanRun NEW = new PlanRun("", 0);

  /**
   * The last run in the journal, which has to be one of this plan.
   *
   * @throws NotResumableException where there is none, or its steps were others
   */
  static PlanRun last(Plan plan, Journal journal) {
    List<Journal.Applied> applied = journal.applied();
    Journal.Applied last = applied.isEmpty() ? null : applied.get(applied.size() - 1);
    if (last == null || last.change().step() == 0) {
      throw new NotResumableException(
          "There is no plan that stopped at a step. Leave --resume out to begin with the first.");
    }
    for (Journal.Applied one : journal.run(last.plan())) {
      int step = one.change().step();
      if (step > plan.steps().size()
          || !plan.steps().get(step - 1).title().equals(one.change().does())) {
        throw new NotResumableException(
            "Step "
                + step
                + " of the plan is not what was carried out: "
                + one.change().does()
                + ". Leave the steps that are done as they were.");
      }
    }
    return new PlanRun(last.plan(), last.change().step());
  }

  /** The steps of a plan that are left, with the names that the done ones gave. */
  Plan left(Plan plan, Units now) {
    List<Step> done = Plan.followed(plan.steps().subList(0, steps));
    List<Step> left =
        plan.steps().subList(steps, plan.steps().size()).stream()
            .map(step -> step.in(now, done))
            .toList();
    return new Plan(plan.title(), left);
  }
}
