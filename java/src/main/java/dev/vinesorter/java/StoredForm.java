package dev.vinesorter.java;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.java.code.SourceView;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/**
 * What a step does to objects that were stored by serialization (Java Object Serialization
 * Specification, 4.6 and 5.6): a class is found by its name, a field by its own, and where no
 * {@code serialVersionUID} is declared, one is computed from the names of the class, its fields,
 * and its constructors and methods that are not private.
 */
final class StoredForm {
  private final SourceView code;
  private final Units units;

  private StoredForm(SourceView code) {
    this.code = code;
    this.units = code.units();
  }

  /** Sentences on what cannot be read any more once an accepted step is carried out. */
  static List<String> told(SourceView code, Step step, StepOutcome outcome, Survey foretold) {
    StoredForm form = new StoredForm(code);
    List<String> told = new ArrayList<>();
    boolean member = step.isOfMembers();
    if (!member && (step instanceof Step.Move || step instanceof Step.Rename)) {
      form.names(foretold, told);
    }
    Set<Integer> changed = new TreeSet<>();
    for (String name : member && !(step instanceof Step.Sort) ? step.units() : List.<String>of()) {
      int unit = form.units.find(name, Level.MEMBER);
      if (unit >= 0) {
        form.field(step, unit, told);
        changed.add(unit);
      }
    }
    for (StepOutcome.Widening widening : outcome.widened()) {
      int unit = form.units.find(widening.unit(), Level.MEMBER);
      boolean toOrFromPrivate =
          unit >= 0 && (widening.to().equals("private") || form.units.has(unit, Trait.PRIVATE));
      if (toOrFromPrivate && !form.units.has(unit, Trait.FIELD)) {
        changed.add(unit);
      }
    }
    form.computed(changed, step, foretold, told);
    return told;
  }

  /** Types of which objects may be stored, and that get another name. */
  private void names(Survey foretold, List<String> told) {
    for (int unit = 0; unit < units.size(); unit++) {
      if (units.level(unit) == Level.TYPE
          && !units.has(unit, Trait.FOREIGN)
          && unit < foretold.units().size()
          && !foretold.units().name(unit).equals(units.name(unit))
          && isStored(code, unit)) {
        told.add(
            "Objects of "
                + units.name(unit)
                + " that were stored before cannot be read afterwards: they name their class.");
      }
    }
  }

  private void field(Step step, int unit, List<String> told) {
    boolean constant = units.has(unit, Trait.FIELD) && units.has(owner(unit), Trait.ENUM);
    if (constant && step instanceof Step.Rename) {
      told.add(
          "What asks "
              + units.name(unit)
              + " for its name, prints it, or finds it by its name, gets another one.");
    }
    boolean stored =
        units.has(unit, Trait.FIELD)
            && !units.has(unit, Trait.STATIC)
            && isStored(code, owner(unit));
    if (stored && step instanceof Step.Move) {
      told.add(
          "Objects of "
              + units.name(owner(unit))
              + " that were stored before lose "
              + units.simpleName(unit)
              + " when they are read.");
    }
    if (stored && step instanceof Step.Rename) {
      told.add(
          "Objects of "
              + units.name(owner(unit))
              + " that were stored before keep "
              + units.simpleName(unit)
              + " under its old name, and lose it when they are read.");
    }
  }

  private int owner(int member) {
    return units.ancestor(member, Level.TYPE);
  }

  /** Classes whose version number is computed, and becomes another. */
  private void computed(Set<Integer> changed, Step step, Survey foretold, List<String> told) {
    Set<Integer> types = new TreeSet<>();
    for (int member : changed) {
      boolean counts =
          !units.has(member, Trait.PRIVATE)
              || units.has(member, Trait.FIELD) && !units.has(member, Trait.STATIC)
              || step instanceof Step.Tighten;
      if (counts) {
        types.add(owner(member));
        if (step instanceof Step.Move move && units.find(move.into(), Level.TYPE) >= 0) {
          types.add(units.find(move.into(), Level.TYPE));
        }
      }
    }
    for (int type : types) {
      int now = foretold.units().find(units.name(type), Level.TYPE);
      boolean declared = now >= 0 && hasVersion(foretold.units(), now);
      if (isStored(code, type) && !hasVersion(units, type) && !declared) {
        told.add(
            units.name(type)
                + " declares no serialVersionUID; the computed one becomes another, so that objects"
                + " stored before cannot be read afterwards.");
      }
    }
  }

  /** Whether a class declares its version, or has none. */
  static boolean hasVersion(Units units, int type) {
    for (int member : units.children(type)) {
      if (units.simpleName(member).equals("serialVersionUID")) {
        return true;
      }
    }
    return units.has(type, Trait.ENUM) || units.has(type, Trait.RECORD);
  }

  /** Whether a class, or one above it in the code base, says that its objects may be stored. */
  static boolean isStored(SourceView code, int type) {
    Units units = code.units();
    return !units.has(type, Trait.INTERFACE)
        && code.allSupertypes(type).stream()
            .map(units::name)
            .anyMatch(
                name ->
                    name.equals("java.io.Serializable") || name.equals("java.io.Externalizable"));
  }
}
