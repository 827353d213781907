import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Plan;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;

/** Draws random steps of a sort: types, packages, renames, static, instance, tighten, sort, remove. */
final class Draw {
  private final Survey survey;
  private final Units units;
  private final Random random;
  private final List<Integer> types = new ArrayList<>();
  private final List<Integer> members = new ArrayList<>();
  private final List<String> packages;

  /** Test code is left out unless {@code tests}. */
  Draw(Survey survey, Random random, boolean tests) {
    this.survey = survey;
    this.units = survey.units();
    this.random = random;
    TreeSet<String> names = new TreeSet<>();
    for (int unit = 0; unit < units.size(); unit++) {
      if (units.has(unit, Trait.FOREIGN) || !tests && units.has(unit, Trait.TEST)) {
        continue;
      }
      if (units.level(unit) == Level.TYPE && units.topTypeOf(unit) == unit) {
        types.add(unit);
        names.add(units.name(units.packageOf(unit)));
      } else if (units.level(unit) == Level.MEMBER && !units.has(unit, Trait.INITIALISER)) {
        members.add(unit);
      }
    }
    if (names.size() == 1) {
      names.add(names.first() + ".moved");
    }
    packages = new ArrayList<>(names);
  }

  private <T> T any(List<T> of) {
    return of.get(random.nextInt(of.size()));
  }

  Step step(String sort, int trial) {
    return switch (sort) {
      case "types" -> {
        int type = any(types);
        String into;
        do {
          into = any(packages);
        } while (into.equals(units.name(units.packageOf(type))));
        yield Step.move(units.name(type), into, true, 0);
      }
      case "packages" -> {
        String name = units.name(units.packageOf(any(types)));
        String into = trial % 2 == 0 ? "org.elsewhere" : any(packages);
        yield new Step.Move(
            List.of(name),
            into,
            trial % 3 == 0 ? Set.of(Leave.WIDEN, Leave.BELOW) : Set.of(Leave.WIDEN),
            0);
      }
      case "renames" -> {
        int unit;
        do {
          unit = trial % 3 == 0 ? any(types) : any(members);
        } while (units.has(unit, Trait.CONSTRUCTOR) || ofLibrary(unit));
        String name = units.simpleName(unit);
        int open = name.indexOf('(');
        yield Step.rename(
            units.name(unit), (open < 0 ? name : name.substring(0, open)) + "Anew", 0);
      }
      case "static" -> {
        List<Integer> found = new ArrayList<>();
        for (int unit : members) {
          boolean constant = units.has(units.parent(unit), Trait.ENUM) && units.has(unit, Trait.FIELD);
          if (units.has(unit, Trait.STATIC) && units.has(unit, Trait.METHOD) && !constant) {
            found.add(unit);
          }
        }
        int member = any(found);
        yield Step.move(units.name(member), units.name(otherType(member)), true, 0);
      }
      case "instance", "present" -> {
        List<String[]> found = new ArrayList<>();
        for (int unit : members) {
          if (units.has(unit, Trait.METHOD) && !units.has(unit, Trait.STATIC) && !units.has(unit, Trait.ABSTRACT) && !overrides(unit)) {
            for (int type : reachable(unit)) {
              found.add(new String[] {units.name(unit), units.name(type)});
            }
          }
        }
        if (found.isEmpty()) {
          yield null;
        }
        String[] pair = any(found);
        Step.Move step = Step.move(pair[0], pair[1], true, 0);
        yield sort.equals("instance")
            ? step
            : new Step.Move(step.units(), step.into(), Set.of(Leave.WIDEN, Leave.NEVER_NULL), 0);
      }
      case "tighten" -> new Step.Tighten(List.of(units.name(any(types))), Set.of(), 0);
      case "tighten library" -> new Step.Tighten(List.of(units.name(any(types))), Set.of(Leave.LIBRARY), 0);
      case "sort" -> new Step.Sort(List.of(units.name(any(types))), List.of(), 0);
      case "remove", "remove used" -> {
        List<Integer> found = new ArrayList<>();
        for (int unit : trial % 4 == 0 ? types : members) {
          if (isUsed(unit) == sort.equals("remove used")) {
            found.add(unit);
          }
        }
        yield found.isEmpty()
            ? null
            : new Step.Remove(List.of(units.name(any(found))), trial % 3 == 0 ? Set.of(Leave.SWEEP) : Set.of(), 0);
      }
      default -> throw new IllegalArgumentException(sort);
    };
  }

  /** Whether code outside of a unit names it or something inside it. */
  private boolean isUsed(int around) {
    References references = survey.references();
    for (int unit : units.withAllInside(around)) {
      for (int r : references.to(unit)) {
        Kind kind = references.kind(r);
        if (kind != Kind.MENTIONS && kind != Kind.IMPORTS && !units.inside(references.from(r), around)) {
          return true;
        }
      }
    }
    return false;
  }

  /** Whether a method overrides or is overridden; such a one has no other place. */
  private boolean overrides(int method) {
    References references = survey.references();
    for (int r = references.row(method); r < references.row(method + 1); r++) {
      if (references.kind(r) == Kind.OVERRIDES && references.at(r) == units.nameAt(method)) {
        return true;
      }
    }
    for (int r : references.to(method)) {
      if (references.kind(r) == Kind.OVERRIDES) {
        return true;
      }
    }
    return false;
  }

  /** Own types into which a method reaches, and that are the type of a parameter or of a field that it reads and does not set. */
  private Set<Integer> reachable(int method) {
    Set<Integer> found = new TreeSet<>();
    String name = units.simpleName(method);
    List<String> names = new ArrayList<>(List.of(name.substring(name.indexOf('(') + 1, name.length() - 1).split(", ")));
    References references = survey.references();
    Set<Integer> set = new TreeSet<>();
    for (int r = references.row(method); r < references.row(method + 1); r++) {
      if (references.kind(r) == Kind.WRITES) {
        set.add(references.target(r));
      }
    }
    for (int r = references.row(method); r < references.row(method + 1); r++) {
      int used = references.target(r);
      if (!set.contains(used) && units.has(used, Trait.FIELD) && units.parent(used) == units.parent(method) && !units.has(used, Trait.STATIC) && units.type(used) != null) {
        names.add(units.type(used));
      }
    }
    Set<Integer> reached = new TreeSet<>();
    for (int r = references.row(method); r < references.row(method + 1); r++) {
      if (units.level(references.target(r)) == Level.MEMBER && references.kind(r) != Kind.MENTIONS) {
        reached.add(units.parent(references.target(r)));
      }
    }
    for (int type : types) {
      if (reached.contains(type)
          && names.contains(units.simpleName(type))
          && type != units.topTypeOf(method)
          && units.moduleOf(type) == units.moduleOf(method)) {
        found.add(type);
      }
    }
    return found;
  }

  private int otherType(int member) {
    int type;
    do {
      type = any(types);
    } while (type == units.topTypeOf(member)
        || units.has(type, Trait.ANNOTATION)
        || units.moduleOf(type) != units.moduleOf(member));
    return type;
  }

  /** Whether the name is a library's to give: then no rename can be right. */
  private boolean ofLibrary(int unit) {
    References references = survey.references();
    for (int r = references.row(unit); r < references.row(unit + 1); r++) {
      if (references.kind(r) == Kind.OVERRIDES
          && references.at(r) == units.nameAt(unit)
          && (units.has(references.target(r), Trait.FOREIGN) || ofLibrary(references.target(r)))) {
        return true;
      }
    }
    return false;
  }
}
