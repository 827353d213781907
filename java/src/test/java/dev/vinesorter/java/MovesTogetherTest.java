package dev.vinesorter.java;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.java.read.JavaReader;
import dev.vinesorter.java.read.Rereading;
import dev.vinesorter.source.plan.Rehearsal;
import dev.vinesorter.source.plan.StepEditor;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.Reading;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Moves of members that share a reading come to the same as when each is read alone. */
class MovesTogetherTest {
  private static final int BEDS = 10;

  @TempDir Path folder;
  private Code code;
  private Reading read;

  /** Beds of plants that know nothing of each other. */
  @BeforeEach
  void write() {
    code = Code.at(folder);
    for (int n = 0; n < BEDS; n++) {
      code.with(
          """
          --- bed%1$d/Bed.java
          package bed%1$d;

          public class Bed {
            private int rows = %1$d;

            public static int area(int side) {
              return side * side;
            }

            public int space(Plant plant) {
              return plant.width() * 2;
            }

            public int own(Plant plant) {
              return rows + plant.width();
            }

            public static int vague(int size) {
              return size;
            }

            public static int named(int size) {
              return size + 1;
            }
          }
          --- bed%1$d/Plant.java
          package bed%1$d;

          public class Plant {
            static long vague(long size) {
              return -size;
            }

            public int width() {
              return (int) vague(3);
            }
          }
          --- bed%1$d/Garden.java
          package bed%1$d;

          class Garden {
            int all() {
              Bed bed = new Bed();
              return bed.space(new Plant()) + Bed.area(4) + bed.own(new Plant()) + Bed.named(1);
            }
          }
          """
              .formatted(n));
    }
    code.file("notes.txt", "See bed3.Bed.named and bed5.Bed.named.\n");
    read = new JavaReader().read(code.overlay(), code.options(), Progress.SILENT);
  }

  private static Step move(int bed, String member) {
    return Step.move("bed" + bed + ".Bed#" + member, "bed" + bed + ".Plant", false, 0);
  }

  private JavaStepEditor editor(AtomicInteger readings) {
    Rereading rereading = new Rereading(read, code.options());
    return new JavaStepEditor(
        overlay -> {
          readings.incrementAndGet();
          return rereading.apply(overlay);
        });
  }

  private Rehearsal rehearse(List<Step> steps, StepEditor editor) {
    return Rehearsal.of(read.survey(), new Plan("", steps), code.overlay(), editor);
  }

  @Test
  void memberGoesOutOfATypeThatMovedBefore() {
    Code.at(folder)
        .with(
            """
            --- a/Desk.java
            package a;
            public class Desk {
              public static int ask(int of) { return of + 1; }
              public static int tell(int of) { return ask(of); }
            }
            --- a/Shelf.java
            package a;
            public class Shelf { public static int both() { return Desk.ask(1) + Desk.tell(2); } }
            --- a/Board.java
            package a;
            public class Board {}
            """)
        .accepted(
            Step.move("a.Desk", "b", true, 0),
            Step.move("b.Desk#ask(int)", "a.Shelf", true, 0),
            Step.rename("a.Shelf", "Rack", 0),
            Step.move("a.B*", "c", true, 0),
            Step.move("b.Desk#tell(int)", "c.Board", true, 0));
  }

  @Test
  void independentMovesAreReadOnce() {
    List<Step> steps = new ArrayList<>();
    for (int n = 0; n < BEDS; n++) {
      steps.add(move(n, n % 2 == 0 ? "area(int)" : "space(Plant)"));
    }
    AtomicInteger readings = new AtomicInteger();
    Rehearsal rehearsal = rehearse(steps, editor(readings));

    assertThat(rehearsal.steps()).flatExtracting(StepOutcome::reasons).isEmpty();
    assertThat(readings).hasValue(1);
    assertThat(code.prove(rehearsal).holds()).isTrue();
    assertThat(code.prove(rehearsal).forecastMet()).isTrue();
  }

  @Test
  void anyOrderOfMovesComesToTheSameAsOneByOne() {
    AtomicInteger readings = new AtomicInteger();
    AtomicInteger alone = new AtomicInteger();
    int refused = 0;
    int offered = 0;
    for (int seed = 0; seed < 3; seed++) {
      List<Step> steps = new ArrayList<>();
      for (int n = 0; n < BEDS; n++) {
        steps.add(move(n, "area(int)"));
        if (n % 3 == 0) {
          steps.add(move(n, "own(Plant)"));
          steps.add(move(n, "named(int)"));
        }
        steps.add(move(n, "space(Plant)"));
      }
      steps.add(move(4, "vague(int)"));
      steps.add(move(8, "missing()"));
      steps.add(move(2, "area(int)"));
      Collections.shuffle(steps, new Random(seed));
      JavaStepEditor single = editor(alone);

      Rehearsal together = rehearse(steps, editor(readings));
      Rehearsal oneByOne = rehearse(steps, single::carryOut);

      assertThat(together.steps()).isEqualTo(oneByOne.steps());
      assertThat(together.stages()).isEqualTo(oneByOne.stages());
      assertThat(together.after().references().columns())
          .isDeepEqualTo(oneByOne.after().references().columns());
      assertThat(together.after().units().columns())
          .usingRecursiveComparison()
          .isEqualTo(oneByOne.after().units().columns());
      refused += (int) together.steps().stream().filter(s -> !s.accepted()).count();
      offered += together.steps().stream().map(StepOutcome::mentions).mapToInt(List::size).sum();
    }
    assertThat(refused).isPositive();
    assertThat(offered).isPositive();
    assertThat(readings.get()).isLessThan(alone.get() * 2 / 3);
  }
}
