package dev.vinesorter.java.proof;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.source.plan.Rehearsal;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/** What a plan says of the names and members of classes: all that may differ in class files. */
final class PlannedNames {
  private final Survey before;
  private final Survey after;
  private final List<Step> steps;
  private final Map<String, String> movedTo;

  /** Afterwards' internal names by those before, of all types of ours. */
  private final Map<String, String> classes = new HashMap<>();

  private final Map<String, Set<String>> renamed = new HashMap<>();

  /** New names of constants of enums, which stand in literals that the compiler makes. */
  private final Map<String, String> constants = new HashMap<>();

  /** The types of before, by the internal names that they have afterwards. */
  private final Map<String, Integer> typeOf = new HashMap<>();

  /** Types that steps take out, by their internal names. */
  private final Set<String> removed = new HashSet<>();

  /** Types that steps make, by their internal names. */
  private final Set<String> created = new HashSet<>();

  /** Types whose head steps change, by their internal names. */
  private final Set<String> heads = new HashSet<>();

  /** Members that steps rewrite, as {@code class name} under the names afterwards. */
  private final Set<String> rewritten = new HashSet<>();

  /** What parts of texts in literals became, and what that may have become in turn. */
  private final Map<String, Set<String>> mentions = new HashMap<>();

  /**
   * The names of a rehearsed plan.
   *
   * @param movedTo where edited files are afterwards, by where they were
   */
  PlannedNames(Survey before, Survey after, Rehearsal rehearsal, Map<String, String> movedTo) {
    this.before = before;
    this.after = after;
    this.steps = Plan.followed(rehearsal.plan().steps());
    this.movedTo = movedTo;
    Units units = before.units();
    Map<String, Integer> fresh = byName(Level.TYPE);
    for (int unit : before.at(Level.TYPE)) {
      if (!units.has(unit, Trait.FOREIGN)) {
        String now = now(units, unit, fresh);
        classes.put(internal(units, unit), now);
        typeOf.put(now, unit);
      }
    }
    movedTo.forEach(this::takePackage);
    for (int n = 0; n < steps.size(); n++) {
      takeStep(n);
    }
    if (steps.stream().anyMatch(Step.Remove.class::isInstance)) {
      takeRemoved();
    }
    for (int n = 0; n < Math.min(steps.size(), rehearsal.steps().size()); n++) {
      for (String name : rehearsal.steps().get(n).rewritten()) {
        takeRewritten(n, name);
      }
    }
    for (StepOutcome outcome : rehearsal.steps()) {
      for (StepOutcome.Mention mention : outcome.mentions()) {
        if (mention.changed()) {
          mentions.forEach(
              (name, becomes) -> {
                if (becomes.contains(mention.name())) {
                  becomes.add(mention.becomes());
                }
              });
          mentions.computeIfAbsent(mention.name(), name -> new TreeSet<>()).add(mention.becomes());
        }
      }
    }
  }

  private void takeStep(int number) {
    Step step = steps.get(number);
    for (String unit : step.units()) {
      int hash = unit.indexOf('#');
      if (step instanceof Step.Remove && hash >= 0) {
        int member = find(number, unit, Level.MEMBER);
        if (member >= 0) {
          take(member);
        }
      } else if (step instanceof Step.Rename rename && hash >= 0) {
        renamed
            .computeIfAbsent(MemberNames.bare(unit.substring(hash + 1)), key -> new TreeSet<>())
            .add(rename.to());
        int constant = find(number, unit, Level.MEMBER);
        if (constant >= 0 && before.units().has(before.units().parent(constant), Trait.ENUM)) {
          constants.put(unit.substring(hash + 1), rename.to());
        }
      } else if (step instanceof Step.Signature signature
          && hash >= 0
          && !signature.to().isEmpty()) {
        renamed
            .computeIfAbsent(MemberNames.bare(unit.substring(hash + 1)), key -> new TreeSet<>())
            .add(signature.to());
      } else if (step instanceof Step.Move move && hash >= 0) {
        takeMoved(number, unit, move);
      }
    }
    if (step.may(Leave.SWEEP)) {
      takeSwept(step instanceof Step.Remove);
    }
  }

  /**
   * A member that a step says it writes anew, or a type that it makes or of which it changes the
   * head.
   */
  private void takeRewritten(int number, String name) {
    boolean member = name.indexOf('#') >= 0;
    Level level = member ? Level.MEMBER : Level.TYPE;
    int old = find(number, name, level);
    String now = Step.after(steps.subList(number + 1, steps.size()), name);
    int fresh = after.units().find(now, level);
    if (member && old >= 0) {
      take(old);
    }
    if (member && fresh >= 0) {
      take(
          after.units(), fresh, internal(after.units(), after.units().ancestor(fresh, Level.TYPE)));
    }
    if (member && old < 0 && fresh < 0) {
      takeUnwritten(now);
    }
    if (!member && fresh >= 0) {
      (old < 0 ? created : heads).add(internal(after.units(), fresh));
    }
  }

  /** A constructor that nobody wrote is no unit. */
  private void takeUnwritten(String name) {
    int hash = name.indexOf('#');
    int type = after.units().find(name.substring(0, hash), Level.TYPE);
    if (type >= 0 && name.endsWith("#" + after.units().simpleName(type) + "()")) {
      rewritten.add(internal(after.units(), type) + " <init>");
    }
  }

  /** Whether a step makes a class; one inside it is made with it. */
  boolean isCreated(String name) {
    for (int end = name.length(); end > 0; end = name.lastIndexOf('$', end - 1)) {
      if (created.contains(name.substring(0, end))) {
        return true;
      }
    }
    return false;
  }

  /** Whether a step changes what a class is, such as what it implements. */
  boolean hasNewHead(String name) {
    return heads.contains(name);
  }

  /** What a package is annotated with is a class of its own. */
  private void takePackage(String path, String now) {
    int file = before.units().find(path, Level.FILE);
    int fresh = after.units().find(now, Level.FILE);
    if (path.endsWith("package-info.java") && file >= 0 && fresh >= 0) {
      classes.put(packageClass(before.units(), file), packageClass(after.units(), fresh));
    }
  }

  private static String packageClass(Units units, int file) {
    return units.name(units.packageOf(file)).replace('.', '/') + "/package-info";
  }

  /**
   * The unit of before the plan that a step names as it was called by then; -1 for none. What a
   * pattern moved is found by where its type is in the end.
   */
  private int find(int number, String name, Level level) {
    Units units = before.units();
    int unit = units.find(Step.before(steps.subList(0, number), name), level);
    if (unit >= 0) {
      return unit;
    }
    int hash = name.indexOf('#');
    String typeName = hash < 0 ? name : name.substring(0, hash);
    String last = Step.after(steps.subList(number, steps.size()), typeName);
    int type = after.units().find(last, Level.TYPE);
    Integer old = type < 0 ? null : typeOf.get(internal(after.units(), type));
    if (old == null || hash < 0) {
      return old == null ? -1 : old;
    }
    return units.find(units.name(old) + name.substring(hash), level);
  }

  /** What moved, whatever names it, and what came of it. */
  private void takeMoved(int number, String name, Step.Move step) {
    Units units = before.units();
    int member = find(number, name, Level.MEMBER);
    int target = find(number, step.into(), Level.TYPE);
    if (target >= 0) {
      String into = ofClass(internal(units, target));
      // A member that an earlier step made is not there before the plan.
      String simple =
          member >= 0 ? units.simpleName(member) : name.substring(name.indexOf('#') + 1);
      rewritten.add(into + " " + ofMember(MemberNames.bare(simple)));
      // Also for a method: where it asserts, its class finds out whether assertions are enabled.
      rewritten.add(into + " <clinit>");
      if (simple.indexOf('(') < 0) {
        // A field's first value is compiled into constructors.
        rewritten.add(into + " <init>");
      }
    }
    if (member < 0) {
      return;
    }
    take(member);
    if (target >= 0) {
      rewritten.add(ofClass(internal(units, units.ancestor(member, Level.TYPE))) + " <clinit>");
    }
    for (int r : before.references().to(member)) {
      take(before.references().from(r));
    }
  }

  /** Types that are gone. */
  private void takeRemoved() {
    Units units = before.units();
    Map<String, Integer> types = byName(Level.TYPE);
    for (int unit : before.at(Level.TYPE)) {
      if (!units.has(unit, Trait.FOREIGN)
          && !types.containsKey(Step.after(steps, units.name(unit)))) {
        removed.add(ofClass(internal(units, unit)));
      }
    }
  }

  /** Whether a step takes a class out; one inside it goes with it. */
  boolean isRemoved(String name) {
    for (int end = name.length(); end > 0; end = name.lastIndexOf('$', end - 1)) {
      if (removed.contains(name.substring(0, end))) {
        return true;
      }
    }
    return false;
  }

  /** Fields that are gone, or members of any sort. */
  private void takeSwept(boolean any) {
    Units units = before.units();
    Map<String, Integer> fresh = byName(Level.MEMBER);
    for (int unit : before.at(Level.MEMBER)) {
      if ((any || units.has(unit, Trait.FIELD))
          && !units.has(unit, Trait.FOREIGN)
          && !fresh.containsKey(Step.after(steps, units.name(unit)))) {
        take(unit);
      }
    }
  }

  private void take(int member) {
    Units units = before.units();
    int owner = units.ancestor(member, Level.TYPE);
    if (owner < 0 || units.level(member) != Level.MEMBER) {
      return;
    }
    take(units, member, ofClass(internal(units, owner)));
  }

  private void take(Units units, int member, String of) {
    String name =
        units.has(member, Trait.CONSTRUCTOR)
            ? "<init>"
            : MemberNames.bare(units.simpleName(member));
    rewritten.add(of + " " + name);
    rewritten.add(of + " " + ofMember(name));
    if (!units.has(member, Trait.METHOD)) {
      // What stands in initialisers is compiled into constructors.
      rewritten.add(of + " <init>");
      rewritten.add(of + " <clinit>");
    }
  }

  /** The units afterwards by name, own before foreign: all are asked for, and a search is long. */
  private Map<String, Integer> byName(Level level) {
    Map<String, Integer> found = new HashMap<>();
    for (int unit : after.at(level)) {
      Integer known = found.putIfAbsent(after.units().name(unit), unit);
      if (known != null
          && after.units().has(known, Trait.FOREIGN)
          && !after.units().has(unit, Trait.FOREIGN)) {
        found.put(after.units().name(unit), unit);
      }
    }
    return found;
  }

  private String now(Units units, int type, Map<String, Integer> fresh) {
    Integer known = fresh.get(Step.after(steps, units.name(type)));
    if (known == null) {
      known = fresh.get(units.name(type));
    }
    int there = known == null ? inItsFile(units, type) : known;
    return there < 0 ? internal(units, type) : internal(after.units(), there);
  }

  /** The type of the same simple name in the file that came of its own. */
  private int inItsFile(Units units, int type) {
    String path = units.name(units.fileOf(type));
    int file = after.units().find(movedTo.getOrDefault(path, path), Level.FILE);
    for (int unit : file < 0 ? List.<Integer>of() : after.units().withAllInside(file)) {
      if (after.units().level(unit) == Level.TYPE
          && nested(after.units(), unit).equals(nested(units, type))) {
        return unit;
      }
    }
    return -1;
  }

  private static String nested(Units units, int type) {
    int around = units.parent(type);
    return units.level(around) == Level.TYPE
        ? nested(units, around) + "$" + units.simpleName(type)
        : units.simpleName(type);
  }

  /** A type as class files name it. */
  private static String internal(Units units, int type) {
    String inside = units.name(units.packageOf(type));
    String nested = nested(units, type);
    return inside.isEmpty() ? nested : inside.replace('.', '/') + "/" + nested;
  }

  /** The source that a class of before is in afterwards, by its name before; empty for none. */
  String sourceAfter(String name) {
    return source(after.units(), ofClass(name));
  }

  /** The source that a class of afterwards was in; empty for none. */
  String sourceBefore(String name) {
    for (int end = name.length(); end > 0; end = name.lastIndexOf('$', end - 1)) {
      Integer type = typeOf.get(name.substring(0, end));
      if (type != null) {
        return before.units().name(before.units().fileOf(type));
      }
    }
    return "";
  }

  /** The source of a class, or of the one around it; empty for none. */
  private static String source(Units units, String name) {
    for (int end = name.length(); end > 0; end = name.lastIndexOf('$', end - 1)) {
      String full = name.substring(0, end).replace('/', '.').replace('$', '.');
      int type = units.find(full, Level.TYPE);
      if (type >= 0 && units.fileOf(type) >= 0) {
        return units.name(units.fileOf(type));
      }
    }
    return "";
  }

  /** Afterwards' internal name of a class. */
  String ofClass(String name) {
    return classes.getOrDefault(name, name);
  }

  /** Afterwards' name of a method, where all of that name have the same. */
  String ofMember(String name) {
    Set<String> now = renamed.get(name);
    return now == null || now.size() != 1 ? name : now.iterator().next();
  }

  /** The names that members of that name may have afterwards. */
  Set<String> renamed(String name) {
    return renamed.getOrDefault(name, Set.of());
  }

  /**
   * Whether a step rewrites a member, of several by one name any.
   *
   * @param owner internal name of the class afterwards
   */
  boolean isRewritten(String owner, String member) {
    return rewritten.contains(owner + " " + member);
  }

  /** Whether one text is the other with some of what is mentioned in it changed. */
  private boolean isMentionedText(String old, String fresh) {
    Set<Long> seen = new HashSet<>();
    Deque<int[]> open = new ArrayDeque<>(List.of(new int[] {0, 0}));
    while (!open.isEmpty()) {
      int[] at = open.pop();
      if (at[0] == old.length() && at[1] == fresh.length()) {
        return true;
      }
      if (!seen.add((long) at[0] << 32 | at[1])) {
        continue;
      }
      boolean inside = at[0] < old.length() && at[1] < fresh.length();
      if (inside && old.charAt(at[0]) == fresh.charAt(at[1])) {
        open.push(new int[] {at[0] + 1, at[1] + 1});
      }
      mentions.forEach(
          (name, becomes) -> {
            for (String one : old.startsWith(name, at[0]) ? becomes : Set.<String>of()) {
              if (fresh.startsWith(one, at[1])) {
                open.push(new int[] {at[0] + name.length(), at[1] + one.length()});
              }
            }
          });
    }
    return false;
  }

  /** Whether a text in a literal became what steps say. */
  boolean isPlannedText(String old, String fresh) {
    if (isMentionedText(old, fresh) || fresh.equals(constants.get(old))) {
      return true;
    }
    for (Step step : steps) {
      String file = step.unit().substring(step.unit().lastIndexOf('/') + 1);
      if (step.unit().indexOf('/') >= 0 && old.endsWith(file) && fresh.endsWith(file)) {
        return true;
      }
    }
    return false;
  }
}
