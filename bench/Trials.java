import dev.vinesorter.core.model.Survey;
import dev.vinesorter.source.text.SourceWalk;
import dev.vinesorter.source.journal.Change;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.java.JavaStepEditor;
import dev.vinesorter.java.proof.InstructionProof;
import dev.vinesorter.java.read.JavaReader;
import dev.vinesorter.source.journal.Journal;
import dev.vinesorter.source.keep.OwnFolder;
import dev.vinesorter.source.plan.Instructions;
import dev.vinesorter.source.plan.Rehearsal;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.Root;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
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
    Draw draw = new Draw(survey, random, true, overlay(root, options));
    int accepted = 0;
    int drawn = 0;
    int errors = 0;
    int unmet = 0;
    int notRestored = 0;
    int alarms = 0;
    int methods = 0;
    int outside = 0;
    Map<String, Integer> refusals = new TreeMap<>();
    for (int trial = 0; trial < trials; trial++) {
      Step step = draw.step(arguments[4], trial);
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
      InstructionProof classes = InstructionProof.begin(rehearsal.sources(), read);
      Journal journal = new Journal(new OwnFolder(root));
      Map<String, byte[]> changes = new TreeMap<>();
      Map<String, String> origins = new TreeMap<>();
      rehearsal.sources().changed().forEach((path, text) -> {
        changes.put(path, text == null ? null : text.bytes());
        origins.put(path, rehearsal.sources().origin(path));
      });
      String id = journal.carryOut(Change.whole(plan.steps().get(0).title()), changes, origins);
      Rehearsal onDisk = new Rehearsal(plan, rehearsal.steps(), survey, rehearsal.after(), overlay(root, options), List.of());
      Rehearsal.Proof proof = onDisk.prove(reader, options, Progress.SILENT);
      journal.takeBack(id);
      Instructions instructions = classes.compare(rehearsal, proof.reading());
      methods += instructions.same();
      outside += instructions.outside().size();
      alarms += instructions.differ().isEmpty() ? 0 : 1;
      instructions.differ().forEach(one -> System.out.println("  DIFFERS " + plan.steps().get(0).title() + ": " + one));
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
    System.out.printf("%s, %s: %d of %d accepted (%.1f %%); with a new error or another binding %d, forecast not met %d, not restored %d; instructions differ in %d, the same in %d methods, files outside %d; refusals %s%n",
        arguments[4], root.path().getFileName(), accepted, drawn, 100.0 * accepted / Math.max(1, drawn), errors, unmet, notRestored, alarms, methods, outside, refusals);
  }

  private static Overlay overlay(Root root, ReadOptions options) {
    return new Overlay(root, SourceWalk.of(root).files(), options.charset());
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
