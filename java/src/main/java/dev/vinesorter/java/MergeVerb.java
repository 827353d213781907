package dev.vinesorter.java;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.java.code.RefusedException;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.code.StepUnits;
import dev.vinesorter.java.inplace.MemberRename;
import dev.vinesorter.java.member.MemberSteps;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.StepChain;
import dev.vinesorter.java.seam.SameMethod;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Methods that are the very same as another become that one. Each goes to the type of the one that
 * stays, under a name of its own, so that the two can be compared where the same words mean the
 * same; whatever named it names the other then, and it goes.
 */
final class MergeVerb implements Verb<Step.Merge> {
  /** The end of names that methods have while they are beside the one that stays. */
  private static final String END = "ToMerge";

  private final MemberSteps memberSteps;
  private final Renaming renaming;
  private final Readings readings;

  MergeVerb(MemberSteps memberSteps, Renaming renaming, Readings readings) {
    this.memberSteps = memberSteps;
    this.renaming = renaming;
    this.readings = readings;
  }

  @Override
  public Result carryOut(Survey survey, Step.Merge step, Overlay sources) throws RefusedException {
    StepChain chain = new StepChain(survey, sources);
    Map<String, String> renamed = new TreeMap<>();
    named(chain, step.into());
    for (String name : step.units()) {
      int method = named(chain, name);
      if (chain.now().units().name(method).equals(step.into())) {
        throw new RefusedException(RefusalCode.BAD_TARGET, name + " cannot become itself.");
      }
      if (!merge(chain, method, step)) {
        return refused(chain.result(), name);
      }
      chain.rewrites(List.of(name));
      renamed.put(name, step.into());
    }
    return renaming.settled(chain.result(), renamed, sources, step);
  }

  /** The reasons against it, with the name that the method has in the plan. */
  private static Result refused(Result result, String name) {
    String bare = MemberNames.bare(name.substring(name.indexOf('#') + 1));
    Pattern alias = Pattern.compile(Pattern.quote(bare + END) + "2*");
    String shown = Matcher.quoteReplacement(bare);
    List<StepOutcome.Reason> reasons =
        result.outcome().reasons().stream()
            .map(
                one ->
                    new StepOutcome.Reason(
                        one.refusal(),
                        name + ": " + alias.matcher(one.message()).replaceAll(shown),
                        one.sites()))
            .toList();
    return new Result(StepOutcome.refused(reasons), result.foretold());
  }

  /** A method that can become one with others. */
  private static int named(StepChain chain, String name) throws RefusedException {
    int method = new StepUnits(chain.now(), chain.sources()).member(name);
    SourceView code = new SourceView(chain.now(), chain.sources());
    RefusalCode against = SameMethod.against(code, method);
    if (against != null) {
      throw new RefusedException(
          against,
          name
              + (against == RefusalCode.NO_BODY
                  ? " is no method with code of its own."
                  : " overrides another method, or is overridden; what runs would depend on the"
                      + " object."));
    }
    return method;
  }

  private boolean merge(StepChain chain, int method, Step.Merge step) throws RefusedException {
    String home = step.into().substring(0, step.into().indexOf('#'));
    int own = method;
    Set<Leave> leaves = new TreeSet<>(step.leaves());
    if (!chain.now().units().name(chain.now().units().parent(method)).equals(home)) {
      own = besideOther(chain, method, home, step);
      leaves.remove(Leave.FORWARD);
    }
    int other = own < 0 ? -1 : chain.now().units().find(step.into(), Level.MEMBER);
    return own >= 0
        && chain.take(
            SameMethod.carryOut(chain.now(), own, other, leaves, chain.sources(), readings));
  }

  /** Takes a method into the type of the other, under a name that is nobody's; -1 if refused. */
  private int besideOther(StepChain chain, int method, String home, Step.Merge step)
      throws RefusedException {
    Units before = chain.now().units();
    String alias = freeName(before, MemberNames.bare(before.simpleName(method)));
    boolean byName = step.may(Leave.FOUND_BY_NAME);
    if (!chain.take(
        MemberRename.carryOut(
            new SourceView(chain.now(), chain.sources()), method, alias, byName))) {
      return -1;
    }
    // It goes again, so whoever calls it may see it meanwhile.
    Set<Leave> leaves = new TreeSet<>(step.leaves());
    leaves.add(Leave.WIDEN);
    String name = chain.now().units().name(method);
    Step.Move move = new Step.Move(List.of(name), home, leaves, step.line());
    if (!chain.take(memberSteps.carryOut(chain.now(), move, chain.sources()))) {
      return -1;
    }
    chain.forget(name);
    Units units = chain.now().units();
    for (int member : units.children(units.find(home, Level.TYPE))) {
      if (MemberNames.bare(units.simpleName(member)).equals(alias)) {
        return member;
      }
    }
    throw new IllegalStateException("The moved method is not there: " + alias);
  }

  private static String freeName(Units units, String bare) {
    Set<String> taken = new TreeSet<>();
    for (int unit = 0; unit < units.size(); unit++) {
      if (units.level(unit) == Level.MEMBER) {
        taken.add(MemberNames.bare(units.simpleName(unit)));
      }
    }
    String name = bare + END;
    while (taken.contains(name)) {
      name += "2";
    }
    return name;
  }
}
