import dev.vinesorter.core.model.Level;
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
import dev.vinesorter.source.Rehearsal;
import dev.vinesorter.source.Root;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;

/**
 * Seeded random moves of a type into another existing package: ROOT CLASSPATH N SEED. Each accepted
 * one is written to disk, read again from disk, compared with what was foretold, and taken back.
 */
public final class Moves {
  public static void main(String[] arguments) throws Exception {
    Root root = Root.of(Path.of(arguments[0]));
    List<String> classpath = arguments[1].isEmpty() ? List.of() : List.of(arguments[1].split(":"));
    ReadOptions options = new ReadOptions(classpath, "", List.of());
    int trials = Integer.parseInt(arguments[2]);
    Random random = new Random(Long.parseLong(arguments[3]));
    JavaReader reader = new JavaReader();
    Survey survey = reader.read(overlay(root, options), options, Progress.SILENT).survey();
    Map<String, byte[]> before = bytes(root);
    Units units = survey.units();
    List<Integer> types = new ArrayList<>();
    TreeSet<String> packages = new TreeSet<>();
    for (int unit = 0; unit < units.size(); unit++) {
      if (units.level(unit) == Level.TYPE && units.topTypeOf(unit) == unit && !units.has(unit, Trait.FOREIGN)) {
        types.add(unit);
        packages.add(units.name(units.packageOf(unit)));
      }
    }
    if (packages.size() == 1) {
      packages.add(packages.first() + ".moved");
    }
    List<String> targets = new ArrayList<>(packages);
    int accepted = 0;
    int errors = 0;
    int unmet = 0;
    int notRestored = 0;
    Map<String, Integer> refusals = new TreeMap<>();
    for (int trial = 0; trial < trials; trial++) {
      int type = types.get(random.nextInt(types.size()));
      String into;
      do {
        into = targets.get(random.nextInt(targets.size()));
      } while (into.equals(units.name(units.packageOf(type))));
      Plan plan = new Plan("", List.of(Plan.Step.move(units.name(type), into, true, 0)));
      Rehearsal rehearsal = Rehearsal.of(survey, plan, overlay(root, options), new JavaStepEditor());
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
      String id = journal.carryOut(plan.steps().get(0).title(), changes, origins);
      Rehearsal onDisk = new Rehearsal(plan, rehearsal.steps(), survey, rehearsal.after(), overlay(root, options));
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
    System.out.printf("%s: %d of %d accepted (%.1f %%); with a new error or another binding %d, forecast not met %d, not restored %d; refusals %s%n",
        root.path().getFileName(), accepted, trials, 100.0 * accepted / trials, errors, unmet, notRestored, refusals);
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
