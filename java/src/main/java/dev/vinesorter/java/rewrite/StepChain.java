package dev.vinesorter.java.rewrite;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/** Several changes that are one step: all of them, or none. */
public final class StepChain {
  private final Survey first;
  private final Overlay sources;
  private final Overlay copy;
  private final Set<String> rewritten = new LinkedHashSet<>();
  private final List<StepOutcome.Widening> widened = new ArrayList<>();
  private final Set<String> along = new LinkedHashSet<>();
  private final List<String> told = new ArrayList<>();
  private final List<StepOutcome.Mention> mentions = new ArrayList<>();
  private Survey now;
  private StepOutcome refused;

  /**
   * Begins with a survey and the sources that it is of.
   *
   * @param sources change only when every change is accepted
   */
  public StepChain(Survey survey, Overlay sources) {
    this.first = survey;
    this.now = survey;
    this.sources = sources;
    this.copy = sources.copy();
  }

  /** The sources as the changes so far leave them, for the next one to change. */
  public Overlay sources() {
    return copy;
  }

  /** The survey of these. */
  public Survey now() {
    return now;
  }

  /** Takes the answer to a change; gives whether the next one can follow. */
  public boolean take(Result result) {
    if (!result.outcome().accepted()) {
      refused = result.outcome();
      return false;
    }
    rewritten.addAll(result.outcome().rewritten());
    widened.addAll(result.outcome().widened());
    along.addAll(result.outcome().along());
    told.addAll(result.outcome().offers());
    mentions.addAll(result.outcome().mentions());
    now = result.foretold();
    return true;
  }

  /** Tells the user a sentence. */
  public void tell(String sentence) {
    told.add(sentence);
  }

  /** Forgets that a member became less private, which is gone again. */
  public void forget(String member) {
    widened.removeIf(one -> one.unit().equals(member));
  }

  /** Says that the step writes some members anew, by their full names before or afterwards. */
  public void rewrites(Collection<String> members) {
    rewritten.addAll(members);
  }

  /** The answer to all of them. */
  public Result result() {
    if (refused != null) {
      return new Result(refused, first);
    }
    sources.become(copy);
    StepOutcome.Changed changed =
        new StepOutcome.Changed(
            widened, List.copyOf(along), told, mentions, List.copyOf(rewritten));
    return new Result(changed, now);
  }
}
