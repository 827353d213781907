package dev.vinesorter.java;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.source.plan.Rehearsal;
import dev.vinesorter.source.text.Overlay;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Members and nested types get another name: every use, and nothing else. */
class MemberRenameTest {
  @TempDir Path folder;

  private static final String CODE =
      """
      --- a/Shape.java
      package a;

      /** Has an {@link #area(int)}, not a {@link #area}; see {@link Side}. */
      public interface Shape {
        int SIDES = 4;
        int area(int scale);
        default int area() { return area(1); }
        class Side { Side() {} }
      }
      --- a/Square.java
      package a;

      import static a.Util.half;
      import static a.Util.SOME;

      /** As {@link Shape#area(int)} says. */
      public class Square implements Shape {
        private int side = SIDES + SOME;
        Side one = new Side();
        @Override public int area(int scale) { return half(side) * scale; }
        Shape other() {
          return new Shape() { public int area(int scale) { return side; } };
        }
        enum Colour { RED, BLUE }
        int pick(Colour colour) {
          switch (colour) { case RED: return 1; default: return half("x"); }
        }
        record Point(int x, int y) { int sum() { return x + y(); } }
        int away(Point point) { return point.x() + this.side; }
        int size() { return 0; }
        public String toString() { return ""; }
      }
      --- a/Util.java
      package a;
      class Util {
        static final int SOME = 1;
        static int half(int n) { return n / 2; }
        static int half(String s) { return s.length() / 2; }
        int use(Square s) {
          java.util.function.IntUnaryOperator f = s::area;
          return s.area(2) + s.area() + f.applyAsInt(3);
        }
      }
      """;

  private Overlay renamed(String unit, String to) {
    Code code = Code.at(folder).with(CODE);
    Rehearsal rehearsal = code.rehearse(Step.rename(unit, to, 0));
    assertThat(rehearsal.steps()).allMatch(StepOutcome::accepted, "accepted");
    Rehearsal.Proof proof = code.prove(rehearsal);
    assertThat(proof.newErrors()).isEmpty();
    assertThat(proof.rebindings()).isEmpty();
    assertThat(proof.differences()).isEmpty();
    return rehearsal.sources();
  }

  private String text(Overlay sources, String type) {
    return sources.text("a/" + type + ".java").text();
  }

  @Test
  void overridingFamilyChangesAsOneWithItsDocumentation() {
    Overlay after = renamed("a.Square#area(int)", "surface");
    assertThat(text(after, "Shape"))
        .contains("{@link #surface(int)}, not a {@link #area}")
        .contains("int surface(int scale);", "default int area() { return surface(1); }");
    assertThat(text(after, "Square"))
        .contains("{@link Shape#surface(int)}", "public int surface(int scale) { return half")
        .contains("new Shape() { public int surface(int scale) { return side; } }");
    assertThat(text(after, "Util")).contains("s::surface", "s.surface(2) + s.area()");
  }

  @Test
  void staticImportStaysForOthersOfTheName() {
    Overlay after = renamed("a.Util#half(int)", "halved");
    assertThat(text(after, "Square"))
        .contains("import static a.Util.half;\nimport static a.Util.halved;\n")
        .contains("halved(side) * scale", "half(\"x\")");
    assertThat(text(renamed("a.Util#SOME", "ANY"), "Square"))
        .contains("import static a.Util.half;\nimport static a.Util.ANY;", "SIDES + ANY");
  }

  @Test
  void fieldsConstantsComponentsAndNestedTypes() {
    assertThat(text(renamed("a.Square#side", "edge"), "Square"))
        .contains("private int edge = SIDES", "return edge; }", "this.edge", "half(edge)");
    assertThat(text(renamed("a.Square.Colour#RED", "CRIMSON"), "Square"))
        .contains("enum Colour { CRIMSON, BLUE }", "case CRIMSON:");
    assertThat(text(renamed("a.Square.Point#x", "left"), "Square"))
        .contains("record Point(int left, int y) { int sum() { return left + y(); } }")
        .contains("point.left() +");
    Overlay nested = renamed("a.Shape.Side", "Edge");
    assertThat(text(nested, "Shape")).contains("see {@link Edge}", "class Edge { Edge() {} }");
    assertThat(text(nested, "Square")).contains("Edge one = new Edge();");
  }

  @ParameterizedTest
  @CsvSource({
    "a.Square#toString(), text, overrides-library",
    "a.Square#size(), area, name-clash",
    "a.Square#side, scale, name-clash",
    "a.Square#side, SIDES, name-clash",
    "a.Square#other(), class, bad-target",
    "a.Square#nothing, x, unknown-unit",
    "java.lang.String#length(), x, foreign"
  })
  void refusals(String unit, String to, String code) {
    StepOutcome outcome =
        Code.at(folder).with(CODE).rehearse(Step.rename(unit, to, 0)).steps().get(0);
    assertThat(outcome.reasons()).extracting(StepOutcome.Reason::code).contains(code);
  }
}
