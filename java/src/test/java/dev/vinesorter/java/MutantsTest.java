package dev.vinesorter.java;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.java.proof.InstructionProof;
import dev.vinesorter.java.read.JavaReader;
import dev.vinesorter.source.plan.Instructions;
import dev.vinesorter.source.plan.Rehearsal;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * The mover taken apart on purpose: its edits are changed into others that compile just as well and
 * do something else. The proof has to find each of them; without the change it finds nothing.
 */
class MutantsTest {
  @TempDir Path folder;

  private static final String FERRY =
      """
      --- a/Boat.java
      package a;

      import b.Rope;

      public class Boat {
        int seats = 4;
        int crew = 2;
        String name = "fen";
        Rope rope = new Rope();

        int load(int guests, int goods) {
          return guests * 2 + goods;
        }

        int load(long guests, int goods) {
          return -1;
        }

        static int fare(int zone, int age) {
          return zone * 10 - age;
        }

        static int fare(long zone, int age) {
          return 0;
        }

        String tell(Skipper skipper, int from, int to) {
          return skipper.name + seats + from + "-" + to;
        }

        int tide(Skipper skipper, int first, int second) {
          int sum = seats;
          sum += skipper.years(first);
          sum -= skipper.years(second);
          return sum;
        }

        @Deprecated
        synchronized int length(Tide tide) throws java.io.IOException {
          switch (tide) {
            case LOW:
              return rope.length;
            case HIGH:
              return rope.length * 2;
            default:
              return 0;
          }
        }
      }
      --- a/Tide.java
      package a;

      enum Tide { LOW, HIGH, NONE }
      --- a/Skipper.java
      package a;

      public class Skipper {
        String name = "reed";
        int age = 40;
        int seats = 9;

        int years(int of) {
          return age - of;
        }

        int years(long of) {
          return 0;
        }
      }
      --- a/Line.java
      package a;

      import b.Rope;

      public class Line {
        Boat boat = new Boat();
        Boat spare = new Boat();
        Skipper skipper = new Skipper();
        Skipper mate = new Skipper();
        int zone = 1;
        int age = 2;
        int calls;

        Boat next() {
          calls++;
          return boat;
        }

        String day() {
          return boat.tell(skipper, zone, age);
        }

        int price() {
          return Boat.fare(zone, age);
        }

        int tide() {
          return boat.tide(skipper, zone, age);
        }

        int loads() {
          return boat.load(1, 2) + boat.load(3L, 4);
        }

        int knots() {
          return Rope.count();
        }

        Runnable bell() {
          return () -> calls++;
        }
      }
      --- b/Rope.java
      package b;

      public class Rope {
        public int length = 1;

        public static int count() {
          return 1;
        }
      }
      --- c/Rope.java
      package c;

      public class Rope {
        public int length = 2;

        public static int count() {
          return 2;
        }
      }
      --- d/Quay.java
      package d;

      public class Quay {}
      """;

  private static final Map<String, Step> STEPS =
      Map.of(
          "tell", Step.move("a.Boat#tell(Skipper, int, int)", "a.Skipper", true, 0),
          "tide", Step.move("a.Boat#tide(Skipper, int, int)", "a.Skipper", true, 0),
          "fare", Step.move("a.Boat#fare(int, int)", "d.Quay", true, 0),
          "rope", Step.move("b.Rope", "d", true, 0),
          "carry", Step.rename("a.Boat#load(int, int)", "carry", 0),
          "since", Step.rename("a.Skipper#years(int)", "since", 0),
          "ferry", Step.rename("a", "ferry", 0),
          "sort", Step.sort("a.Line", List.of(), 0),
          "tighten", new Step.Tighten(List.of("a.Line"), java.util.Set.of(), 0));

  /** Whether anything speaks against a plan whose edits were changed; what, is added. */
  private boolean isFound(String step, String path, String from, String to, List<String> what) {
    Code code = Code.at(folder).with(FERRY);
    Reading before = new JavaReader().read(code.overlay(), code.options(), Progress.SILENT);
    boolean[] changed = new boolean[1];
    // A move of a member reads what it edited: there is where the edits are changed.
    JavaStepEditor editor =
        new JavaStepEditor(
            overlay -> {
              changed[0] |= change(overlay, path, from, to);
              return new JavaReader().read(overlay, code.options(), Progress.SILENT).survey();
            });
    Rehearsal rehearsal =
        Rehearsal.of(
            before.survey(), new Plan("", List.of(STEPS.get(step))), code.overlay(), editor);
    rehearsal.steps().get(0).reasons().stream()
        .map(StepOutcome.Reason::toString)
        .forEach(what::add);
    if (!rehearsal.accepted()) {
      assertThat(changed[0]).as("%s has '%s'", path, from).isTrue();
      return true;
    }
    changed[0] |= change(rehearsal.sources(), path, from, to);
    assertThat(changed[0]).as("%s has '%s'", path, from).isTrue();
    Rehearsal.Proof proof = code.prove(rehearsal);
    assertThat(proof.newErrors()).as("it compiles").isEmpty();
    Instructions instructions =
        InstructionProof.begin(rehearsal.sources(), before).compare(rehearsal, proof.reading());
    assertThat(instructions.outside()).isEmpty();
    proof.rebindings().forEach(one -> what.add(one.toString()));
    what.addAll(instructions.differ());
    return !what.isEmpty();
  }

  private static boolean change(Overlay sources, String path, String from, String to) {
    SourceText text = sources.text(path);
    if (!text.text().contains(from) || from.equals(to)) {
      return from.equals(to);
    }
    sources.put(path, text.with(text.text().replace(from, to)));
    return true;
  }

  @ParameterizedTest(name = "{0}: {2} -> {3}")
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '`',
      value = {
        "tell | a/Skipper.java | boat.seats | seats",
        "tell | a/Skipper.java | return name | return boat.name",
        "tell | a/Skipper.java | from + \"-\" + to | to + \"-\" + from",
        "tell | a/Skipper.java | boat.seats + from | boat.crew + from",
        "tell | a/Skipper.java | + from + | + from + from +",
        "tell | a/Skipper.java | \"-\" | \"+\"",
        "tell | a/Skipper.java | name + boat.seats | boat.seats + name",
        "tell | a/Line.java | (boat, zone, age) | (boat, age, zone)",
        "tell | a/Line.java | skipper.tell( | mate.tell(",
        "tell | a/Line.java | tell(boat | tell(spare",
        "tell | a/Line.java | tell(boat | tell(next()",
        "tell | a/Line.java | (boat, zone, age) | (boat, zone, zone)",
        "tell | a/Line.java | calls++; | calls += 2;",
        "tide | a/Skipper.java | += years(first) | += years((long) first)",
        "tide | a/Skipper.java | += years(first) | += years(second)",
        "tide | a/Skipper.java | sum += | sum -=",
        "tide | a/Skipper.java | sum -= years(second); | sum -= boat.seats; sum -= years(second);"
            + " sum += boat.seats;",
        "tide | a/Skipper.java | sum = boat.seats | sum = seats",
        "tide | a/Skipper.java | return sum | return -sum",
        "tide | a/Line.java | skipper.tide( | mate.tide(",
        "fare | a/Line.java | Quay.fare(zone, age) | Quay.fare(age, zone)",
        "fare | a/Line.java | Quay.fare(zone, age) | Boat.fare(zone, age)",
        "fare | d/Quay.java | zone * 10 - age | age * 10 - zone",
        "fare | d/Quay.java | * 10 | * 11",
        "fare | a/Line.java | Quay.fare(zone, age) | Quay.fare(zone, calls)",
        "fare | a/Boat.java | return 0; | return 1;",
        "rope | a/Line.java | import d.Rope | import c.Rope",
        "rope | a/Boat.java | import d.Rope | import c.Rope",
        "rope | d/Rope.java | length = 1 | length = 2",
        "rope | d/Rope.java | return 1 | return 2",
        "rope | a/Boat.java | seats = 4 | seats = 5",
        "rope | a/Boat.java | guests * 2 + goods | goods * 2 + guests",
        "rope | a/Boat.java | @Deprecated | //",
        "rope | a/Boat.java | synchronized int | int",
        "rope | a/Boat.java | ` throws java.io.IOException` | ``",
        "rope | a/Boat.java | case LOW | case NONE",
        "rope | a/Boat.java | rope.length * 2 | rope.length * 4",
        "rope | a/Line.java | () -> calls++ | () -> calls--",
        "rope | a/Line.java | spare = new Boat() | spare = boat",
        "carry | a/Line.java | carry(1, 2) | load(1, 2)",
        "carry | a/Line.java | carry(1, 2) | carry(2, 1)",
        "since | a/Boat.java | since(first) | years(first)",
        "ferry | ferry/Boat.java | \"fen\" | \"ferry\"",
        "ferry | ferry/Skipper.java | age - of | of - age",
        "sort | a/Line.java | zone = 1 | zone = 3",
        "tighten | a/Line.java | int calls; | int calls = 1;"
      })
  void editThatDoesSomethingElseIsFound(String step, String path, String from, String to) {
    List<String> what = new java.util.ArrayList<>();
    assertThat(isFound(step, path, from, to == null ? "" : to, what)).isTrue();
  }

  @ParameterizedTest
  @CsvSource({"tell", "tide", "fare", "rope", "carry", "since", "ferry", "sort", "tighten"})
  void nothingIsFoundWhereTheEditsAreAsTheyWere(String step) {
    List<String> what = new java.util.ArrayList<>();
    isFound(step, step.equals("ferry") ? "ferry/Line.java" : "a/Line.java", "x", "x", what);
    assertThat(what).isEmpty();
  }
}
