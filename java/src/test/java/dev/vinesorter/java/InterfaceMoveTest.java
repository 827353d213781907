package dev.vinesorter.java;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.source.text.Overlay;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Members go into and out of interfaces, where modifiers are meant without being written. */
class InterfaceMoveTest {
  @TempDir Path folder;

  private static final String CODE =
      """
      --- a/Desk.java
      package a;

      import java.util.List;

      public class Desk {
        public static final int MOST = 3;
        private static final String NAME = "desk";
        private static int asked = 0;
        static final int LATE;
        static { LATE = 2; }
        private final Shelf low = new Board();

        protected static final <T> List<T> few(List<T> of) { return of.subList(0, MOST); }
        static synchronized int locked() { return 1; }
        final String label(Shelf shelf) { return NAME + shelf.width() + rows(); }
        private String quiet(Shelf shelf) { return NAME + shelf.width(); }
        String lowest() { return "low" + low.width(); }
        void close(Shelf shelf) { shelf.width(); }
        int size(Shelf shelf) { return shelf.width(); }
        int count(Shelf shelf) { return shelf.width(); }
        String name(Shelf shelf) { return "" + shelf.width(); }
        int rows() { return asked; }

        String all(Shelf shelf) {
          return label(shelf) + quiet(shelf) + lowest() + Desk.<String>few(List.of(NAME)) + LATE;
        }
      }
      --- a/Shelf.java
      package a;

      public interface Shelf extends Base {
        int DEPTH = 2;
        int width();

        default int area(Desk desk) { return width() * DEPTH + desk.rows() + one(); }
        static int one() { return 1; }
      }
      --- a/Base.java
      package a;
      interface Base { static int two() { return 2; } }
      --- a/Board.java
      package a;
      class Board extends Plank implements Shelf {
        public int width() { return area(new Desk()) + Shelf.one() + DEPTH; }
      }
      --- a/Plank.java
      package a;
      class Plank { public int size() { return 1; } }
      --- b/Rack.java
      package b;
      public interface Rack {
        default String text() { return "rack"; }
      }
      --- b/Box.java
      package b;
      abstract class Box extends java.util.AbstractList<String> implements Rack { }
      --- b/Packer.java
      package b;
      public class Packer {
        int count(Rack rack) { return rack.text().length(); }
      }
      """;

  private StepOutcome rehearsed(String member, String into) {
    Step step = Step.move(member, into, true, 0);
    return Code.at(folder).with(CODE).rehearse(step).steps().get(0);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "a.Desk#MOST | a.Shelf | int MOST = 3; | of.subList(0, Shelf.MOST)",
        "a.Desk#few(List) | b.Rack | static <T> List<T> few(List<T> of) { return of.subList(0,"
            + " Desk.MOST); } | Rack.<String>few(List.of(NAME))",
        "a.Desk#label(Shelf) | a.Shelf | default String label(Desk desk) { return Desk.NAME +"
            + " width() + desk.rows(); } | return shelf.label(this) + quiet(shelf)",
        "a.Desk#quiet(Shelf) | a.Shelf | default String quiet() { return Desk.NAME + width(); } |"
            + " static final String NAME",
        "a.Desk#lowest() | a.Shelf | default String lowest() { return \"low\" + width(); } |"
            + " low.lowest()",
        "a.Shelf#area(Desk) | a.Desk | public int area(Shelf shelf) { return shelf.width() *"
            + " Shelf.DEPTH + rows() + Shelf.one(); } | public class Desk",
        "a.Shelf#DEPTH | a.Desk | public static final int DEPTH = 2; | public class Desk",
        "a.Shelf#one() | a.Desk | public static int one() { return 1; } | public class Desk",
        "a.Base#two() | a.Plank | public static int two() { return 2; } | class Plank"
      })
  void modifiersAreThoseOfTheNewPlace(String member, String into, String written, String other) {
    Overlay after = Code.at(folder).with(CODE).accepted(Step.move(member, into, true, 0)).sources();
    String home = member.substring(0, member.indexOf('#'));
    String there = after.text(into.replace('.', '/') + ".java").text();
    assertThat(there.lines().map(String::strip)).contains(written);
    String old = after.text(home.replace('.', '/') + ".java").text();
    assertThat(old + there).contains(other);
  }

  @ParameterizedTest
  @CsvSource({
    "a.Desk#asked, a.Shelf, no-constant",
    "a.Desk#LATE, a.Shelf, no-constant",
    "a.Desk#locked(), a.Shelf, synchronized",
    "a.Desk#size(Shelf), a.Shelf, override-gained",
    "b.Packer#count(Rack), b.Rack, override-gained",
    "a.Shelf#width(), a.Desk, overriding"
  })
  void refusals(String member, String into, String code) {
    assertThat(rehearsed(member, into).reasons())
        .extracting(StepOutcome.Reason::code)
        .contains(code);
  }

  @Test
  void whatBecomesPublicIsTold() {
    StepOutcome outcome = rehearsed("a.Desk#lowest()", "a.Shelf");
    assertThat(outcome.widened())
        .extracting(one -> one.unit() + " " + one.to())
        .contains("a.Desk#lowest() public");
    Step quiet = Step.move("a.Desk#lowest()", "a.Shelf", false, 0);
    assertThat(Code.at(folder).rehearse(quiet).steps().get(0).reasons())
        .extracting(StepOutcome.Reason::code)
        .containsOnly("access");
  }
}
