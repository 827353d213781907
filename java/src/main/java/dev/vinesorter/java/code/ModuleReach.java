package dev.vinesorter.java.code;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.java.build.ModuleSight;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.IntFunction;

/**
 * Judges what goes into another module: that module has to see all that it uses, and whoever uses
 * it has to see that module. What a Maven module sees is what its POM says; of other modules it is
 * known only that they see what they use today.
 */
public final class ModuleReach {
  private static final String PREFIX = "module:";

  /**
   * A part of a module, as a compiler is given it.
   *
   * @param module the module's unit; -1 where it has no sources yet
   * @param tests whether it is the module's tests
   */
  public record Part(int module, String name, boolean tests) {
    private String said() {
      return (tests ? "The tests of " : "") + PREFIX + name;
    }
  }

  private final SourceView code;
  private final Units units;
  private final References references;
  private final ModuleSight sight;
  private final IntFunction<Part> goal;

  /** Where one part of a module does not see another, by the sentence that says so. */
  private final Map<String, List<Site>> unseen = new TreeMap<>();

  /** What each part of a module uses today: units of modules, and of packages of libraries. */
  private final Map<Part, Set<Integer>> used = new HashMap<>();

  /**
   * @param goal the part of a module that a unit goes to; null for one that stays
   */
  public ModuleReach(SourceView code, ModuleSight sight, IntFunction<Part> goal) {
    this.code = code;
    this.units = code.units();
    this.references = code.references();
    this.sight = sight;
    this.goal = goal;
  }

  /** For a unit that goes into the part of a module that another one is in. */
  public static ModuleReach into(SourceView code, int home, int moved) {
    Part there = today(code.units(), home);
    return new ModuleReach(
        code,
        ModuleSight.of(code.sources()),
        unit -> code.units().inside(unit, moved) ? there : null);
  }

  /** The part of a module that a unit is in today. */
  public static Part today(Units units, int unit) {
    int module = units.moduleOf(unit);
    return new Part(
        module, module < 0 ? "" : nameOf(units, module), units.has(units.fileOf(unit), Trait.TEST));
  }

  /** The name of a module without what says that it is one. */
  public static String nameOf(Units units, int module) {
    return units.name(module).substring(PREFIX.length());
  }

  /** Reasons against it, of all that some units use, and of all that uses them. */
  public List<Reason> reasons(Collection<Integer> going) {
    for (int unit : going) {
      for (int r = references.row(unit); r < references.row(unit + 1); r++) {
        see(unit, r, references.target(r));
      }
      for (int r : references.to(unit)) {
        see(references.from(r), r, unit);
      }
      if (units.level(unit) == Level.TYPE) {
        heirs(unit);
      }
    }
    List<Reason> reasons = descriptors(going);
    unseen.forEach(
        (sentence, sites) ->
            reasons.add(
                new Reason(
                    RefusalCode.OTHER_MODULE, sentence, sites.stream().distinct().toList())));
    return reasons;
  }

  /** Modules of Java's own say what they see in words of their own, which are not followed yet. */
  private List<Reason> descriptors(Collection<Integer> going) {
    Set<Integer> modules = new TreeSet<>();
    for (int unit : going) {
      int there = goal.apply(unit).module();
      if (there != units.moduleOf(unit)) {
        modules.addAll(List.of(units.moduleOf(unit), there));
      }
    }
    List<Reason> reasons = new ArrayList<>();
    for (int file = 0; file < units.size(); file++) {
      if (units.level(file) == Level.FILE
          && units.simpleName(file).endsWith("module-info.java")
          && modules.contains(units.moduleOf(file))) {
        reasons.add(
            new Reason(
                RefusalCode.NOT_YET,
                units.name(units.moduleOf(file))
                    + " has a module-info.java; nothing goes into or out of such a module yet.",
                List.of(new Site(units.name(file), 1, 1, 0, 0))));
      }
    }
    return reasons;
  }

  /** Who uses what inherits from a type has to see that, too. */
  private void heirs(int type) {
    for (int heir : code.subtypes(type)) {
      for (int unit : units.withAllInside(heir)) {
        for (int r : references.to(unit)) {
          see(references.from(r), r, type);
        }
      }
    }
  }

  /** Asks whether the one who makes a reference sees something, when all is done. */
  private void see(int user, int r, int target) {
    boolean names = references.kind(r) != Kind.MENTIONS && units.level(target) != Level.PACKAGE;
    if (!names || units.moduleOf(user) < 0) {
      return;
    }
    if (units.has(target, Trait.FOREIGN)) {
      library(user, r, target);
    } else if (goes(user) != goes(target) && isTwin(target)) {
      unseen(
          label(target) + " is declared in several modules, and another one could be meant there.",
          r);
    } else if (!sees(after(user), after(target))) {
      unseen(
          after(user).said() + " does not see " + after(target).said() + ", " + why(user, target),
          r);
    }
  }

  private boolean goes(int unit) {
    return !after(unit).equals(today(units, unit));
  }

  private boolean isTwin(int unit) {
    int type = units.topTypeOf(unit);
    return type >= 0 && !units.namesakes(type).isEmpty();
  }

  private void unseen(String sentence, int r) {
    unseen.computeIfAbsent(sentence, s -> new ArrayList<>()).add(code.survey().site(r));
  }

  /** Why one has to see the other, and what to do. */
  private String why(int user, int target) {
    if (goal.apply(user) != null) {
      return "and " + label(user) + " needs " + label(target) + ". Move both, or leave both.";
    }
    boolean maven = sight.knows(after(user).name());
    return "where "
        + label(target)
        + " would be, and "
        + label(user)
        + " uses it."
        + (maven ? " Add the dependency to its POM first." : " No POM says what it sees.");
  }

  /** What is named when a unit is meant: the member that goes, else the type around it. */
  private String label(int unit) {
    int type = units.topTypeOf(unit);
    boolean typeGoes = type >= 0 && goal.apply(type) != null;
    return units.name(type < 0 || goal.apply(unit) != null && !typeGoes ? unit : type);
  }

  private Part after(int unit) {
    Part part = goal.apply(unit);
    return part == null ? today(units, unit) : part;
  }

  /** Whether one part of a module sees another, or is it. */
  public boolean sees(Part from, Part to) {
    if (from.name().equals(to.name())) {
      return from.tests() || !to.tests();
    }
    return sight.knows(from.name()) && sight.knows(to.name())
        ? sight.sees(from.name(), from.tests(), to.name(), to.tests())
        : !to.tests() && uses(from).contains(to.module());
  }

  /** A class of a library has to be on the class path of the one who comes to name it. */
  private void library(int user, int r, int target) {
    Part from = goal.apply(user);
    int pack = units.packageOf(target);
    int type = units.topTypeOf(target);
    if (from == null
        || pack < 0
        || type < 0
        || sight.isOfJava(units.name(pack))
        || uses(from).contains(pack)) {
      return;
    }
    boolean maven = sight.knows(from.name());
    if (!maven || !sight.hasClass(from.name(), from.tests(), units.name(type))) {
      unseen(
          from.said()
              + " does not see "
              + units.name(pack)
              + " of a library, and "
              + label(user)
              + " needs it."
              + (maven ? " Add the dependency to its POM first." : " No POM says what it sees."),
          r);
    }
  }

  private Set<Integer> uses(Part part) {
    return used.computeIfAbsent(part, this::lookAt);
  }

  private Set<Integer> lookAt(Part part) {
    Set<Integer> found = new TreeSet<>();
    for (int unit = 0; part.module() >= 0 && unit < units.size(); unit++) {
      int file = units.fileOf(unit);
      boolean counts =
          file >= 0
              && units.moduleOf(unit) == part.module()
              && (part.tests() || !units.has(file, Trait.TEST))
              && goal.apply(unit) == null;
      for (int r = references.row(unit); counts && r < references.row(unit + 1); r++) {
        int target = references.target(r);
        if (references.kind(r) != Kind.MENTIONS) {
          boolean foreign = units.has(target, Trait.FOREIGN);
          found.add(foreign ? units.packageOf(target) : units.moduleOf(target));
        }
      }
    }
    return found;
  }
}
