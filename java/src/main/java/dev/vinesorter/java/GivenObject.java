package dev.vinesorter.java;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.RefusedException;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.code.StepUnits;
import dev.vinesorter.java.member.MemberSteps;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.StepChain;
import dev.vinesorter.java.seam.Injection;
import dev.vinesorter.java.seam.NewHome;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/**
 * A method of objects goes to a type of which its callers have no object: they are given one by
 * their constructors, as far as these can take it, and make one where they cannot.
 */
final class GivenObject {
  private final MemberSteps memberSteps;
  private final Readings readings;
  private final Step.Move step;
  private final StepChain chain;

  private GivenObject(MemberSteps memberSteps, Readings readings, Step.Move step, StepChain chain) {
    this.memberSteps = memberSteps;
    this.readings = readings;
    this.step = step;
    this.chain = chain;
  }

  /** Carries it out: the type where it is not there, the method, and then its callers. */
  static Result carryOut(
      Survey survey, Step.Move step, Overlay sources, MemberSteps memberSteps, Readings readings)
      throws RefusedException {
    int member = new StepUnits(survey, sources).member(step.unit());
    StepChain chain = new StepChain(survey, sources);
    GivenObject given = new GivenObject(memberSteps, readings, step, chain);
    if (given.home(member) && given.moved()) {
      given.callers(survey.units().name(survey.units().parent(member)));
    }
    return chain.result();
  }

  private boolean home(int member) {
    boolean there = chain.now().units().find(step.into(), Level.TYPE) >= 0;
    return there
        || !step.may(Leave.NEW_TYPE)
        || chain.take(
            NewHome.forObjects(chain.now(), member, step.into(), chain.sources(), readings));
  }

  private boolean moved() throws RefusedException {
    int type = chain.now().units().find(step.into(), Level.TYPE);
    if (type >= 0) {
      judge(type);
    }
    return chain.take(memberSteps.carryOut(chain.now(), step, chain.sources()));
  }

  /** Any object of the type has to be as good as another, and has to be made of nothing. */
  private void judge(int type) throws RefusedException {
    SourceView code = new SourceView(chain.now(), chain.sources());
    Units units = code.units();
    boolean plain =
        !units.has(type, Trait.INTERFACE)
            && !units.has(type, Trait.ENUM)
            && !units.has(type, Trait.RECORD)
            && !units.has(type, Trait.ABSTRACT)
            && code.typeVariables(type).isEmpty()
            && (units.level(units.parent(type)) != Level.TYPE || units.has(type, Trait.STATIC));
    boolean constructed = false;
    boolean made = false;
    for (int one : units.children(type)) {
      constructed |= units.has(one, Trait.CONSTRUCTOR);
      made |= units.has(one, Trait.CONSTRUCTOR) && units.simpleName(one).endsWith("()");
    }
    if (!plain || constructed && !made) {
      throw new RefusedException(
          RefusalCode.BAD_TARGET,
          units.name(type) + " is no class of which an object could be made without more.");
    }
    Set<Integer> all = new TreeSet<>(code.allSupertypes(type));
    all.add(type);
    for (int one : all) {
      for (int member : units.has(one, Trait.FOREIGN) ? new int[0] : units.children(one)) {
        boolean keeps = units.has(member, Trait.FIELD) && !units.has(member, Trait.STATIC);
        if ((keeps || acts(code, member)) && !step.may(Leave.PURE)) {
          throw new RefusedException(
              RefusalCode.EVALUATION_ORDER,
              units.name(member)
                  + (keeps
                      ? " is kept by each object, and callers get fresh ones."
                      : " does something when an object is made, which callers would do.")
                  + " With 'pure: true' one object is taken for as good as another.");
        }
      }
    }
  }

  /** Whether a constructor or initialiser of objects does more than make one. */
  private static boolean acts(SourceView code, int member) {
    Units units = code.units();
    References references = code.references();
    boolean makes =
        units.has(member, Trait.CONSTRUCTOR)
            || units.has(member, Trait.INITIALISER) && !units.has(member, Trait.STATIC);
    boolean acts = false;
    for (int r = references.row(member); makes && r < references.row(member + 1); r++) {
      Kind kind = references.kind(r);
      boolean above =
          units.has(references.target(r), Trait.CONSTRUCTOR) && code.isNamed(member, r, "super");
      acts |= (kind == Kind.CALLS || kind == Kind.WRITES || kind == Kind.CREATES) && !above;
    }
    return acts;
  }

  // ---- who calls it

  /** Hands an object to the classes that make one to call the method, but for the old owner. */
  private void callers(String oldOwner) {
    List<String> told = new ArrayList<>();
    for (String caller : makers()) {
      int type = chain.now().units().find(caller, Level.TYPE);
      boolean apart =
          caller.equals(oldOwner)
              || caller.equals(step.into())
              || chain.now().units().has(type, Trait.TEST);
      if (apart) {
        told.add(caller);
        continue;
      }
      Step.Inject inject =
          new Step.Inject(
              List.of(caller),
              step.into(),
              name(),
              "",
              false,
              false,
              "",
              Set.of(Leave.PURE),
              step.line());
      Result result = Injection.carryOut(chain.now(), type, inject, chain.sources(), readings);
      if (result.outcome().accepted()) {
        chain.take(result);
      } else {
        told.add(caller);
      }
    }
    if (!told.isEmpty()) {
      chain.tell(
          String.join(", ", told)
              + " "
              + (told.size() == 1 ? "makes" : "make")
              + " the object where it calls "
              + step.after(step.unit())
              + ".");
    }
  }

  /** The types whose members make an object of the new home, by name. */
  private Set<String> makers() {
    Units units = chain.now().units();
    References references = chain.now().references();
    Set<String> makers = new TreeSet<>();
    int home = units.find(step.into(), Level.TYPE);
    Set<Integer> made = new TreeSet<>(Set.of(home));
    for (int member : units.children(home)) {
      if (units.has(member, Trait.CONSTRUCTOR)) {
        made.add(member);
      }
    }
    for (int one : made) {
      for (int r : references.to(one)) {
        int user = references.from(r);
        if (references.kind(r) == Kind.CREATES && units.level(user) == Level.MEMBER) {
          makers.add(units.name(units.ancestor(user, Level.TYPE)));
        }
      }
    }
    return makers;
  }

  private String name() {
    String simple = step.into().substring(step.into().lastIndexOf('.') + 1);
    return Character.toLowerCase(simple.charAt(0)) + simple.substring(1);
  }
}
