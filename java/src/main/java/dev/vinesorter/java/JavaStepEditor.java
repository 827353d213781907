package dev.vinesorter.java;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.java.code.FoundByName;
import dev.vinesorter.java.code.RefusedException;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.member.MemberSteps;
import dev.vinesorter.java.mention.WrittenNames;
import dev.vinesorter.java.read.Attribution;
import dev.vinesorter.java.read.JavaReader;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.read.Rereading;
import dev.vinesorter.java.seam.Bundling;
import dev.vinesorter.java.seam.Composing;
import dev.vinesorter.java.seam.FactoryMethod;
import dev.vinesorter.java.seam.HeldVariable;
import dev.vinesorter.java.seam.Injection;
import dev.vinesorter.java.seam.Inlining;
import dev.vinesorter.java.seam.InterfaceCut;
import dev.vinesorter.java.seam.Lifting;
import dev.vinesorter.java.seam.Listening;
import dev.vinesorter.java.seam.Splitting;
import dev.vinesorter.java.seam.UseOfSupertype;
import dev.vinesorter.source.plan.StepEditor;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Function;

/**
 * Carries out steps on Java sources: gives each to the class of its verb, and tells what only a run
 * of the program can show. The overlay changes only when nothing speaks against the step.
 */
public final class JavaStepEditor implements StepEditor {
  private final WrittenNames written = new WrittenNames();
  private final Readings readings;
  private final MemberSteps memberSteps;

  /** What is known of Java, by the verb. */
  private final Map<String, Known<?>> verbs;

  /** Whether a step has told of the places that look names up at run time. */
  private boolean toldOfLookups;

  /** Known from the first step on. */
  private GeneratedSources generated;

  /** An editor that reads sources anew where a step needs it. */
  public JavaStepEditor() {
    this(overlay -> new JavaReader().read(overlay, ReadOptions.DEFAULT, Progress.SILENT).survey());
  }

  /**
   * An editor for sources that were read before.
   *
   * @param before what was read; from it, edited sources are read again quickly
   */
  public JavaStepEditor(Reading before, ReadOptions options) {
    this(new Rereading(before, options), new Attribution(before, options));
  }

  /** An editor to which a reading is given. */
  JavaStepEditor(Function<Overlay, Survey> reread) {
    this(reread, new Attribution(null, ReadOptions.DEFAULT));
  }

  private JavaStepEditor(Function<Overlay, Survey> reread, Attribution attribution) {
    this.memberSteps = new MemberSteps(reread, written);
    Renaming renaming = new Renaming(written);
    this.readings = new Readings(attribution, reread);
    this.verbs =
        Map.ofEntries(
            Map.entry(
                "move",
                new Known<>(Step.Move.class, new MoveVerb(memberSteps, renaming, readings))),
            Map.entry("rename", new Known<>(Step.Rename.class, new RenameVerb(renaming))),
            Map.entry("tighten", new Known<>(Step.Tighten.class, new TightenVerb())),
            Map.entry("sort", new Known<>(Step.Sort.class, new SortVerb())),
            Map.entry("remove", new Known<>(Step.Remove.class, new RemoveVerb(written, reread))),
            Map.entry("enclose", new Known<>(Step.Enclose.class, new EncloseVerb(readings))),
            Map.entry(
                "extract", new Known<>(Step.Extract.class, new ExtractVerb(readings, memberSteps))),
            ofType("interface", Step.Interface.class, InterfaceCut::carryOut, readings),
            ofType("factory", Step.Factory.class, FactoryMethod::carryOut, readings),
            ofType("split", Step.Split.class, Splitting::carryOut, readings),
            ofType("compose", Step.Compose.class, Composing::carryOut, readings),
            ofType("inject", Step.Inject.class, Injection::carryOut, readings),
            ofMember("inline", Step.Inline.class, Inlining::carryOut, readings),
            Map.entry(
                "merge",
                new Known<>(Step.Merge.class, new MergeVerb(memberSteps, renaming, readings))),
            ofMember("field", Step.Field.class, HeldVariable::carryOut, readings),
            Map.entry("strategy", new Known<>(Step.Strategy.class, new StrategyVerb(readings))),
            ofMember("listen", Step.Listen.class, Listening::carryOut, readings),
            ofMember("lift", Step.Lift.class, Lifting::carryOut, readings),
            Map.entry("signature", new Known<>(Step.Signature.class, new SignatureVerb(reread))),
            Map.entry(
                "bundle",
                new Known<>(
                    Step.Bundle.class,
                    (survey, step, sources) -> Bundling.carryOut(survey, step, sources, readings))),
            Map.entry("base", new Known<>(Step.Base.class, new BaseVerb(readings))),
            Map.entry(
                "use",
                new Known<>(Step.Use.class, SeamVerb.use(readings, UseOfSupertype::carryOut))));
  }

  private static <S extends Step> Map.Entry<String, Known<?>> ofType(
      String verb, Class<S> told, SeamVerb.Writing<S> writing, Readings readings) {
    return Map.entry(verb, new Known<>(told, SeamVerb.ofType(readings, writing)));
  }

  private static <S extends Step> Map.Entry<String, Known<?>> ofMember(
      String verb, Class<S> told, SeamVerb.Writing<S> writing, Readings readings) {
    return Map.entry(verb, new Known<>(told, SeamVerb.ofMember(readings, writing)));
  }

  /** The verbs that are known of Java. */
  Set<String> verbs() {
    return verbs.keySet();
  }

  @Override
  public Result carryOut(Survey survey, Step step, Overlay sources) {
    List<StepOutcome.Reason> reasons = generatedIn(sources).against(survey.units(), step);
    if (!reasons.isEmpty()) {
      return new Result(StepOutcome.refused(reasons), survey);
    }
    String lookups = lookups(survey, sources);
    Overlay old = step.may(Leave.SERIAL) ? sources.copy() : null;
    Result result = carriedOut(survey, step, sources);
    if (old != null && result.outcome().accepted()) {
      result = KeptVersions.into(survey, old, result, sources, readings);
    }
    return withWarnings(result, survey, step, sources, lookups);
  }

  private GeneratedSources generatedIn(Overlay sources) {
    generated = generated == null ? new GeneratedSources(sources) : generated;
    return generated;
  }

  /** Tells what only a run of the program can show, each thing once. */
  private Result withWarnings(
      Result result, Survey survey, Step step, Overlay sources, String lookups) {
    if (!(result.outcome() instanceof StepOutcome.Changed changed) || step instanceof Step.Sort) {
      return result;
    }
    List<String> offers = new ArrayList<>(changed.offers());
    offers.addAll(
        StoredForm.told(new SourceView(survey, sources), step, changed, result.foretold()));
    if (lookups != null && !(step instanceof Step.Tighten)) {
      offers.add(lookups);
      toldOfLookups = true;
    }
    String named = generatedIn(sources).naming(sources);
    if (named != null) {
      offers.add(named);
    }
    return new Result(changed.with(changed.along(), offers), result.foretold());
  }

  private Result carriedOut(Survey survey, Step step, Overlay sources) {
    try {
      return verbs.get(step.verb()).carryOut(survey, step, sources);
    } catch (RefusedException e) {
      return new Result(StepOutcome.refused(List.of(e.reason())), survey);
    } catch (TextEdits.OverlapException e) {
      RefusedException met =
          new RefusedException(
              RefusalCode.EDITS_OVERLAP,
              "Two edits of the step would meet in the same place: something stands inside of"
                  + " something that goes.");
      return new Result(StepOutcome.refused(List.of(met.reason())), survey);
    }
  }

  @Override
  public boolean mayShare(Step step) {
    return step instanceof Step.Move move
        && step.isOfMembers()
        && move.through().isEmpty()
        && !step.may(Leave.SERIAL)
        && !step.may(Leave.SWEEP)
        && !step.may(Leave.NEW_TYPE);
  }

  @Override
  public void carryOut(Survey survey, List<Step> steps, Overlay sources, Consumer<Result> each) {
    int sharing = 0;
    while (sharing < steps.size() && mayShare(survey, steps.get(sharing), sources)) {
      sharing++;
    }
    String lookups = sharing == 0 ? null : lookups(survey, sources);
    Iterator<Step> told = steps.iterator();
    Consumer<Result> warning =
        result ->
            each.accept(
                withWarnings(result, survey, told.next(), sources, toldOfLookups ? null : lookups));
    if (sharing == 0
        || !memberSteps.carryOut(survey, steps.subList(0, sharing), sources, warning)) {
      each.accept(carryOut(survey, steps.get(0), sources));
    }
  }

  private boolean mayShare(Survey survey, Step step, Overlay sources) {
    return mayShare(step) && generatedIn(sources).against(survey.units(), step).isEmpty();
  }

  /** The places that look names up at run time, before a step; null where they were told of. */
  private String lookups(Survey survey, Overlay sources) {
    return toldOfLookups ? null : FoundByName.lookups(new SourceView(survey, sources));
  }

  /** A verb with the record of what it is told. */
  private record Known<S extends Step>(Class<S> told, Verb<S> verb) {
    Result carryOut(Survey survey, Step step, Overlay sources) throws RefusedException {
      return verb.carryOut(survey, told.cast(step), sources);
    }
  }
}
