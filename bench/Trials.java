import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.java.JavaReader;
import dev.vinesorter.java.JavaStepEditor;
import dev.vinesorter.source.Journal;
import dev.vinesorter.source.Overlay;
import dev.vinesorter.source.OwnFolder;
import dev.vinesorter.source.Progress;
import dev.vinesorter.source.ReadOptions;
import dev.vinesorter.source.Reading;
import dev.vinesorter.source.Rehearsal;
import dev.vinesorter.source.Root;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;

/**
 * Seeded random steps of one sort: ROOT CLASSPATH N SEED SORT. Each accepted one is written to disk,
 * read again from disk, compared with what was foretold, and taken back.
 */
public final class Trials {
  public static void main(String[] arguments) throws Exception {
    Root root = Root.of(Path.of(arguments[0]));
    List<String> classpath = arguments[1].isEmpty() ? List.of() : List.of(arguments[1].split(":"));
    ReadOptions options = new ReadOptions(classpath, "", List.of());
    int trials = Integer.parseInt(arguments[2]);
    Random random = new Random(Long.parseLong(arguments[3]));
    JavaReader reader = new JavaReader();
    Reading read = reader.read(overlay(root, options), options, Progress.SILENT);
    Survey survey = read.survey();
    JavaStepEditor editor = new JavaStepEditor(read, options);
    Map<String, byte[]> before = bytes(root);
    Units units = survey.units();
    Draw draw = new Draw(survey, random);
    int accepted = 0;
    int drawn = 0;
    int errors = 0;
    int unmet = 0;
    int notRestored = 0;
    Map<String, Integer> refusals = new TreeMap<>();
    for (int trial = 0; trial < trials; trial++) {
      Plan.Step step = draw.step(arguments[4], trial);
      if (step == null) {
        System.out.println("  nothing to draw for " + arguments[4]);
        break;
      }
      drawn++;
      Plan plan = new Plan("", List.of(step));
      Rehearsal rehearsal = Rehearsal.of(survey, plan, overlay(root, options), editor);
      if (!rehearsal.accepted()) {
        for (StepOutcome.Reason reason : rehearsal.steps().get(0).reasons()) {
          refusals.merge(reason.code(), 1, Integer::sum);
          System.out.println("  refused " + plan.steps().get(0).title() + ": " + reason.code() + ": " + reason.message() + " "
              + (reason.sites().isEmpty() ? "" : reason.sites().get(0)));
        }
        continue;
      }
      Journal journal = new OwnFolder(root).journal();
      Map<String, byte[]> changes = new TreeMap<>();
      Map<String, String> origins = new TreeMap<>();
      rehearsal.sources().changed().forEach((path, text) -> {
        changes.put(path, text == null ? null : text.bytes());
        origins.put(path, rehearsal.sources().origin(path));
      });
      String id = journal.carryOut(Journal.Change.whole(plan.steps().get(0).title()), changes, origins);
      Rehearsal onDisk = new Rehearsal(plan, rehearsal.steps(), survey, rehearsal.after(), overlay(root, options), List.of());
      Rehearsal.Proof proof = onDisk.prove(reader, options, Progress.SILENT);
      journal.takeBack(id);
      boolean restored = same(before, bytes(root));
      accepted++;
      errors += proof.holds() ? 0 : 1;
      unmet += proof.forecastMet() ? 0 : 1;
      notRestored += restored ? 0 : 1;
      if (!proof.holds() || !proof.forecastMet() || !restored) {
        System.out.println("  BAD " + plan.steps().get(0).title() + " restored " + restored);
        proof.newErrors().forEach(e -> System.out.println("    error " + e));
        proof.rebindings().forEach(r -> System.out.println("    rebinding " + r));
        proof.differences().forEach(d -> System.out.println("    " + d));
      }
    }
    System.out.printf("%s, %s: %d of %d accepted (%.1f %%); with a new error or another binding %d, forecast not met %d, not restored %d; refusals %s%n",
        arguments[4], root.path().getFileName(), accepted, drawn, 100.0 * accepted / Math.max(1, drawn), errors, unmet, notRestored, refusals);
  }

  /** What a trial may be about. */
  private static final class Draw {
    private final Survey survey;
    private final Units units;
    private final Random random;
    private final List<Integer> types = new ArrayList<>();
    private final List<Integer> members = new ArrayList<>();
    private final List<String> packages;

    Draw(Survey survey, Random random) {
      this.survey = survey;
      this.units = survey.units();
      this.random = random;
      TreeSet<String> names = new TreeSet<>();
      for (int unit = 0; unit < units.size(); unit++) {
        if (units.has(unit, Trait.FOREIGN)) {
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

    Plan.Step step(String sort, int trial) {
      return switch (sort) {
        case "types" -> {
          int type = any(types);
          String into;
          do {
            into = any(packages);
          } while (into.equals(units.name(units.packageOf(type))));
          yield Plan.Step.move(units.name(type), into, true, 0);
        }
        case "packages" -> {
          String name = units.name(units.packageOf(any(types)));
          String into = trial % 2 == 0 ? "org.elsewhere" : any(packages);
          yield new Plan.Step(
              Plan.Verb.MOVE,
              List.of(name),
              into,
              trial % 3 == 0 ? Set.of(Plan.Leave.WIDEN, Plan.Leave.BELOW) : Set.of(Plan.Leave.WIDEN),
              0);
        }
        case "renames" -> {
          int unit;
          do {
            unit = trial % 3 == 0 ? any(types) : any(members);
          } while (units.has(unit, Trait.CONSTRUCTOR) || ofLibrary(unit));
          String name = units.simpleName(unit);
          int open = name.indexOf('(');
          yield Plan.Step.rename(
              units.name(unit), (open < 0 ? name : name.substring(0, open)) + "Anew", 0);
        }
        case "static" -> {
          List<Integer> found = new ArrayList<>();
          for (int unit : members) {
            boolean constant = units.has(units.parent(unit), Trait.ENUM) && units.has(unit, Trait.FIELD);
            if (units.has(unit, Trait.STATIC)
                && units.has(unit, Trait.METHOD)
                && !constant
                && !units.has(units.parent(unit), Trait.INTERFACE)) {
              found.add(unit);
            }
          }
          int member = any(found);
          yield Plan.Step.move(units.name(member), units.name(otherClass(member)), true, 0);
        }
        case "instance" -> {
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
          yield Plan.Step.move(pair[0], pair[1], true, 0);
        }
        case "tighten" -> new Plan.Step(
            Plan.Verb.TIGHTEN, List.of(units.name(any(types))), "", Set.of(), 0);
        case "sort" -> new Plan.Step(Plan.Verb.SORT, List.of(units.name(any(types))), "", Set.of(), 0);
        default -> throw new IllegalArgumentException(sort);
      };
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

    /** Own classes that are the type of a parameter, or of a field that the method reads. */
    private Set<Integer> reachable(int method) {
      Set<Integer> found = new TreeSet<>();
      String name = units.simpleName(method);
      List<String> names = new ArrayList<>(List.of(name.substring(name.indexOf('(') + 1, name.length() - 1).split(", ")));
      References references = survey.references();
      for (int r = references.row(method); r < references.row(method + 1); r++) {
        int used = references.target(r);
        if (units.has(used, Trait.FIELD) && units.parent(used) == units.parent(method) && !units.has(used, Trait.STATIC) && units.type(used) != null) {
          names.add(units.type(used));
        }
      }
      for (int type : types) {
        if (names.contains(units.simpleName(type))
            && type != units.topTypeOf(method)
            && !units.has(type, Trait.INTERFACE)
            && units.moduleOf(type) == units.moduleOf(method)) {
          found.add(type);
        }
      }
      return found;
    }

    private int otherClass(int member) {
      int type;
      do {
        type = any(types);
      } while (type == units.topTypeOf(member)
          || units.has(type, Trait.INTERFACE)
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

  private static Overlay overlay(Root root, ReadOptions options) {
    return new Overlay(root, options.walk(root).files(), options.charset());
  }

  private static Map<String, byte[]> bytes(Root root) throws Exception {
    Map<String, byte[]> found = new TreeMap<>();
    try (Stream<Path> all = Files.walk(root.path())) {
      for (Path file : all.toList()) {
        if (Files.isRegularFile(file) && !root.relative(file).startsWith(".vinesort")) {
          found.put(root.relative(file), Files.readAllBytes(file));
        }
      }
    }
    return found;
  }

  private static boolean same(Map<String, byte[]> one, Map<String, byte[]> other) {
    return one.keySet().equals(other.keySet())
        && one.keySet().stream().allMatch(path -> Arrays.equals(one.get(path), other.get(path)));
  }
}
