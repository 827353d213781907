package dev.vinesorter.java;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.java.read.JavaReader;
import dev.vinesorter.source.plan.Rehearsal;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.Root;
import dev.vinesorter.source.text.SourceWalk;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Random steps of every sort on the demo's code: what is accepted compiles, means what it meant,
 * and has exactly the structure that was foretold; what is refused changes nothing and says why.
 */
class RandomStepsTest {
  private static final int TRIALS = 60;

  @TempDir Path folder;

  private Overlay sources() {
    Root root = Root.of(folder);
    ReadOptions options = ReadOptions.DEFAULT;
    return new Overlay(root, SourceWalk.of(root).files(), options.charset());
  }

  @BeforeEach
  void demo() throws IOException {
    Path demo = Path.of("").toAbsolutePath().getParent().resolve("demo/src/main");
    try (Stream<Path> all = Files.walk(demo)) {
      for (Path file : all.filter(Files::isRegularFile).toList()) {
        Path place = folder.resolve(demo.relativize(file).toString());
        Files.createDirectories(place.getParent());
        Files.copy(file, place);
      }
    }
  }

  @Test
  void acceptedStepsAreProvenAndRefusedOnesSayWhy() {
    JavaReader reader = new JavaReader();
    Reading read = reader.read(sources(), ReadOptions.DEFAULT, Progress.SILENT);
    Draw draw = new Draw(read.survey(), new Random(11));
    JavaStepEditor editor = new JavaStepEditor(read, ReadOptions.DEFAULT);
    Set<String> accepted = new TreeSet<>();
    int members = 0;
    for (int trial = 0; trial < TRIALS; trial++) {
      Step step = draw.step(trial);
      Rehearsal rehearsal =
          Rehearsal.of(read.survey(), new Plan("", List.of(step)), sources(), editor);
      StepOutcome outcome = rehearsal.steps().get(0);
      if (!outcome.accepted()) {
        assertThat(outcome.reasons()).as(step.title()).isNotEmpty();
        assertThat(rehearsal.sources().changed()).as(step.title()).isEmpty();
        assertThat(rehearsal.after()).isSameAs(read.survey());
        continue;
      }
      Rehearsal.Proof proof = rehearsal.prove(reader, ReadOptions.DEFAULT, Progress.SILENT, read);
      assertThat(proof.newErrors()).as(step.title()).isEmpty();
      assertThat(proof.rebindings()).as(step.title()).isEmpty();
      assertThat(proof.differences()).as(step.title()).isEmpty();
      accepted.add(step.verb());
      members += step instanceof Step.Move && step.isOfMembers() ? 1 : 0;
    }
    assertThat(accepted).containsExactly("move", "rename", "tighten");
    assertThat(members).isPositive();
  }

  /** Steps about the units of a survey. */
  private static final class Draw {
    private final Units units;
    private final Random random;
    private final List<Integer> types = new ArrayList<>();
    private final List<Integer> methods = new ArrayList<>();
    private final List<String> packages;

    Draw(Survey survey, Random random) {
      this.units = survey.units();
      this.random = random;
      Set<String> names = new TreeSet<>();
      for (int unit = 0; unit < units.size(); unit++) {
        if (units.has(unit, Trait.FOREIGN)) {
          continue;
        }
        if (units.level(unit) == Level.TYPE && units.topTypeOf(unit) == unit) {
          types.add(unit);
          names.add(units.name(units.packageOf(unit)));
        } else if (units.has(unit, Trait.METHOD)) {
          methods.add(unit);
        }
      }
      packages = List.copyOf(names);
    }

    private <T> T any(List<T> of) {
      return of.get(random.nextInt(of.size()));
    }

    private String name(List<Integer> of) {
      return units.name(any(of));
    }

    Step step(int trial) {
      return switch (trial % 6) {
        case 0 -> Step.move(name(types), any(packages), true, 0);
        case 1 -> Step.rename(name(types), "Quite" + trial, 0);
        case 2 -> Step.rename(name(methods), "quite" + trial, 0);
        case 3 -> new Step.Tighten(List.of(name(types)), Set.of(), 0);
        case 4 -> Step.move(any(packages), "org.saltmarsh.attic", true, 0);
        default -> memberMove();
      };
    }

    /** A method and one of our types among its parameters. */
    private Step memberMove() {
      List<Step> found = new ArrayList<>();
      for (int method : methods) {
        String name = units.simpleName(method);
        List<String> parameters =
            List.of(name.substring(name.indexOf('(') + 1, name.length() - 1).split(", "));
        for (int type : types) {
          if (parameters.contains(units.simpleName(type))) {
            found.add(Step.move(units.name(method), units.name(type), true, 0));
          }
        }
      }
      return any(found);
    }
  }
}
