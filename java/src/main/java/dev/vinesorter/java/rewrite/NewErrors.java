package dev.vinesorter.java.rewrite;

import dev.vinesorter.core.model.Problem;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.Forecast;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import java.util.ArrayList;
import java.util.List;

/** What the compiler complains about after a step and did not before. */
public final class NewErrors {
  /** The most errors that are told. */
  private static final int MOST = 20;

  private NewErrors() {}

  /** A reason for each; none where the outcome compiles as it did. */
  public static List<Reason> of(Survey before, Survey after, String when) {
    List<String> known = before.problems().stream().map(Problem::message).toList();
    List<Problem> fresh = Forecast.newProblems(known, after);
    List<Reason> reasons = new ArrayList<>();
    fresh.stream()
        .limit(MOST)
        .map(
            problem ->
                new Reason(
                    RefusalCode.WOULD_NOT_COMPILE,
                    when + ": " + problem.message().lines().findFirst().orElse(""),
                    List.of(new Site(problem.file(), problem.line(), 1, 0, 0))))
        .forEach(reasons::add);
    if (fresh.size() > MOST) {
      reasons.add(
          new Reason(
              RefusalCode.WOULD_NOT_COMPILE,
              when + ": " + (fresh.size() - MOST) + " more errors.",
              List.of()));
    }
    return reasons;
  }
}
