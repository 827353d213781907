package dev.vinesorter.source.plan;

import dev.vinesorter.core.model.Problem;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.Forecast;
import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.read.SourceReader;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A plan carried out on the survey and on an overlay of the sources, with nothing written.
 *
 * @param plan the plan
 * @param steps the answer to each step, in order
 * @param before the survey before the first step
 * @param after the survey foretold after the last; refused steps are passed over in it
 * @param sources the edited sources
 * @param stages what the sources are after each step
 */
public record Rehearsal(
    Plan plan,
    List<StepOutcome> steps,
    Survey before,
    Survey after,
    Overlay sources,
    List<Overlay.Stage> stages) {
  public Rehearsal {
    steps = List.copyOf(steps);
    stages = List.copyOf(stages);
  }

  /** Rehearses step by step; the overlay is edited. */
  public static Rehearsal of(Survey before, Plan plan, Overlay sources, StepEditor editor) {
    return of(before, plan, sources, editor, () -> true);
  }

  /**
   * Rehearses step by step as long as {@code goesOn} says so; there are fewer outcomes than steps
   * where it did not.
   */
  public static Rehearsal of(
      Survey before, Plan plan, Overlay sources, StepEditor editor, BooleanSupplier goesOn) {
    List<StepOutcome> outcomes = new ArrayList<>();
    List<Overlay.Stage> stages = new ArrayList<>();
    Survey now = before;
    List<Step> carriedOut = new ArrayList<>();
    while (outcomes.size() < plan.steps().size() && goesOn.getAsBoolean()) {
      List<Step> next = next(plan, now, carriedOut, editor);
      List<Survey> left = new ArrayList<>();
      editor.carryOut(
          now,
          next,
          sources,
          result -> {
            outcomes.add(result.outcome());
            stages.add(sources.stage());
            left.add(result.foretold());
          });
      now = left.get(left.size() - 1);
      carriedOut.addAll(next.subList(0, left.size()));
    }
    return new Rehearsal(plan, outcomes, before, now, sources, stages);
  }

  /** The next step, with those right behind it that may share its work. */
  private static List<Step> next(Plan plan, Survey now, List<Step> carriedOut, StepEditor editor) {
    List<Step> earlier = new ArrayList<>(carriedOut);
    for (Step asked : plan.steps().subList(carriedOut.size(), plan.steps().size())) {
      boolean goesOn = earlier.size() == carriedOut.size() || editor.mayShare(asked);
      if (!goesOn || earlier.size() - carriedOut.size() == StepEditor.MOST_TOGETHER) {
        break;
      }
      earlier.add(asked.in(now.units(), earlier));
      if (!editor.mayShare(asked)) {
        break;
      }
    }
    return earlier.subList(carriedOut.size(), earlier.size());
  }

  public boolean accepted() {
    return steps.stream().allMatch(StepOutcome::accepted);
  }

  /**
   * What reading the edited sources afresh shows.
   *
   * @param reading what the sources gave afresh
   * @param newErrors what the compiler did not complain about before
   * @param rebindings names that bind to something else than foretold
   * @param differences dependencies between types or packages that were not foretold, or are
   *     missing
   */
  public record Proof(
      Reading reading,
      List<Problem> newErrors,
      List<Forecast.Rebinding> rebindings,
      List<String> differences) {
    /** Whether the sources compile as before and every name means what it meant. */
    public boolean holds() {
      return newErrors.isEmpty() && rebindings.isEmpty();
    }

    /** Whether the structure is exactly the one foretold. */
    public boolean forecastMet() {
      return differences.isEmpty();
    }
  }

  /** Reads the edited sources afresh and compares them with what was foretold. */
  public Proof prove(SourceReader reader, ReadOptions options, Progress progress) {
    return prove(reader.read(sources, options, progress));
  }

  /** The same where the sources were read before, so that what changed is enough. */
  public Proof prove(
      SourceReader reader, ReadOptions options, Progress progress, Reading previous) {
    return prove(
        reader.read(sources, options, progress, previous, Set.copyOf(sources.changed().keySet())));
  }

  private Proof prove(Reading reading) {
    Survey fresh = reading.survey();
    return new Proof(
        reading,
        newErrors(fresh),
        Forecast.rebindings(after, fresh),
        Forecast.differences(after, fresh));
  }

  /**
   * What steps leave that would not compile apart, though the whole plan does.
   *
   * @param step 1-based number of the step
   * @param errors what the compiler did not complain about before
   */
  public record Unfinished(int step, List<Problem> errors) {}

  /**
   * Reads what each step but the last leaves, for steps that are written apart; each from the
   * reading before it.
   */
  public List<Unfinished> unfinished(
      SourceReader reader, ReadOptions options, Progress progress, Reading previous) {
    List<Unfinished> found = new ArrayList<>();
    Reading known = previous;
    Overlay.Stage last = Overlay.Stage.NONE;
    for (int n = 0; n < stages.size() - 1; n++) {
      Set<String> changed = stages.get(n).since(last).keySet();
      if (!changed.isEmpty()) {
        known = reader.read(sources.at(stages.get(n)), options, progress, known, changed);
        List<Problem> errors = newErrors(known.survey(), plan.steps().subList(0, n + 1));
        if (!errors.isEmpty()) {
          found.add(new Unfinished(n + 1, errors));
        }
        last = stages.get(n);
      }
    }
    return found;
  }

  private List<Problem> newErrors(Survey fresh) {
    return newErrors(fresh, plan.steps());
  }

  /** Errors by message, counted; a message that names a moved unit is taken as if it had moved. */
  private List<Problem> newErrors(Survey fresh, List<Step> steps) {
    List<String> known = new ArrayList<>();
    for (Problem problem : before.problems()) {
      String message = problem.message();
      for (Step step : steps) {
        for (String unit : step.units()) {
          String now = step.after(unit);
          if (message.contains(unit) && !now.equals(unit)) {
            message =
                Pattern.compile("(?<![\\w.$])" + Pattern.quote(unit) + "(?![\\w$])")
                    .matcher(message)
                    .replaceAll(Matcher.quoteReplacement(now));
          }
        }
      }
      known.add(message);
    }
    return Forecast.newProblems(known, fresh);
  }
}
