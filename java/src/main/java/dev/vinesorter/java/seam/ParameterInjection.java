package dev.vinesorter.java.seam;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.compile.SyntaxTree;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.StepChain;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.seam.MadeInside.Place;
import dev.vinesorter.source.plan.StepEditor.Result;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/**
 * What a class makes or fetches for itself is handed to the methods that need it: first those that
 * make it take it, then the methods of the class that would have to make it for these, and so on
 * until only others do.
 */
final class ParameterInjection {
  private final Step.Inject step;
  private final String owner;
  private final StepChain chain;
  private final Readings readings;

  /** The methods that take it, by the full names that they have by now. */
  private final Set<String> takers = new TreeSet<>();

  /** The methods that go on making it, for those that call them as they are. */
  private final Set<String> makers = new LinkedHashSet<>();

  /** The full name of the class of what is handed in. */
  private String given = "";

  ParameterInjection(Step.Inject step, String owner, StepChain chain, Readings readings) {
    this.step = step;
    this.owner = owner;
    this.chain = chain;
    this.readings = readings;
  }

  /** The full name of the class of what is handed in. */
  String given() {
    return given;
  }

  /** Carries it out, one method after the other; false where that is refused. */
  boolean carryOut() {
    if (!chain.take(judged())) {
      return false;
    }
    Set<String> first = new TreeSet<>();
    places().forEach(place -> first.add(chain.now().units().name(place.user())));
    for (Place next = next(first); next != null; next = next(first)) {
      String name = chain.now().units().name(next.user());
      Result result = handed(chain.now(), next);
      boolean taken = result.outcome().accepted() || first.contains(name) || isOwnRefusal(result);
      Set<String> before = members();
      if (taken && !chain.take(result)) {
        return false;
      }
      members().stream().filter(one -> !before.contains(one)).forEach(takers::add);
      if (!taken || step.keep()) {
        makers.add(name);
      }
    }
    return step.keep() || chain.take(passed());
  }

  /** Whether a method cannot take it for a reason that is the plan's to mend. */
  private static boolean isOwnRefusal(Result result) {
    return result.outcome().reasons().stream()
        .anyMatch(
            one ->
                one.refusal() == RefusalCode.EVALUATION_ORDER
                    || one.refusal() == RefusalCode.NAME_CLASH);
  }

  private Set<String> members() {
    Units units = chain.now().units();
    Set<String> names = new TreeSet<>();
    for (int member : units.children(units.find(owner, Level.TYPE))) {
      names.add(units.name(member));
    }
    return names;
  }

  // ---- the places

  private LocatedTree tree(SourceView code) {
    int file = code.units().fileOf(code.units().find(owner, Level.TYPE));
    return SyntaxTree.of(code.text(file)).located();
  }

  private Result judged() {
    Rewriting rewriting = new Rewriting(chain.now(), chain.sources());
    SourceView code = rewriting.code();
    int type = code.units().find(owner, Level.TYPE);
    MadeInside made = MadeInside.of(code, tree(code), type, step.what());
    given = made.given();
    made.judge(rewriting, type, step.what(), "classes inside");
    for (Place place : made.places()) {
      if (place.isInField()) {
        rewriting.refuse(
            RefusalCode.BAD_TARGET,
            "It is kept in a field from the start, which no method can be given. Say 'through:"
                + " constructor'.",
            code.site(
                code.units().fileOf(type),
                code.tokens(code.units().fileOf(type)).from(place.at())));
      }
    }
    return rewriting.finish(readings);
  }

  private List<Place> places() {
    SourceView code = new SourceView(chain.now(), chain.sources());
    int type = code.units().find(owner, Level.TYPE);
    return MadeInside.of(code, tree(code), type, step.what()).places();
  }

  /**
   * A place in a method that could still take it; null where there is none.
   *
   * @param first the methods that made it before the step, which alone take it where others go on
   *     calling them as they were
   */
  private Place next(Set<String> first) {
    Units units = chain.now().units();
    for (Place place : places()) {
      String name = units.name(place.user());
      boolean open = !takers.contains(name) && !makers.contains(name);
      if (open && (!step.keep() || first.contains(name))) {
        return place;
      }
    }
    return null;
  }

  // ---- the methods

  /** One method takes what it makes at a place, and its callers pass it. */
  private Result handed(Survey survey, Place place) {
    SourceView code = new SourceView(survey, chain.sources());
    String text = code.text(survey.units().fileOf(place.user()));
    String expression = text.substring(place.begin(), place.end());
    Set<Leave> leaves = step.may(Leave.PURE) ? Set.of(Leave.PURE) : Set.of();
    Step.Lift lift =
        new Step.Lift(
            List.of(survey.units().name(place.user())),
            expression,
            step.as(),
            1,
            "",
            leaves,
            step.line());
    return Lifting.handOver(survey, place.user(), lift, step.keep(), chain.sources(), readings);
  }

  /** Methods that take it pass it on where they would make it for others of the class. */
  private Result passed() {
    Rewriting rewriting = new Rewriting(chain.now(), chain.sources());
    SourceView code = rewriting.code();
    Units units = code.units();
    for (Place place : places()) {
      if (takers.contains(units.name(place.user()))) {
        int file = units.fileOf(place.user());
        rewriting.in(file).replace(place.begin(), place.end(), Written.of(step.as()));
      }
    }
    for (String maker : makers) {
      rewriting.tell(maker + " goes on making it, since it cannot be given anything.");
    }
    return rewriting.finish(readings);
  }
}
