package dev.vinesorter.java;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.source.plan.Rehearsal;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Types and members become as private as their uses allow, and what a name alone reaches stays. */
class TightenTest {
  @TempDir Path folder;

  private static final String CODE =
      """
      --- a/Base.java
      package a;

      public class Base implements Runnable {
        public int alone = 1, shared = 2;
        public static final String NAME = "x";
        @Deprecated public int near;
        protected int below;
        public Base() {}
        public void run() { helper(); new Inner().go(); }
        public void helper() {}
        public void everywhere() {}
        public void inherited() {}
        public static void hidden() {}
        public static void main(String[] words) {}
        @a.Frame public void framed() {}
        public class Inner { public void go() { alone++; } }
        class Heir extends Base { void call() { inherited(); super.below = 1; } }
      }
      --- a/Frame.java
      package a;
      public @interface Frame { String value() default ""; }
      --- a/Peer.java
      package a;
      class Peer extends Base { int n = near + shared; public static void hidden() {} }
      --- b/Far.java
      package b;
      public class Far extends a.Base { int m = below; void f(a.Base b) { b.everywhere(); } }
      """;

  private Rehearsal tightened(String unit, Leave... leaves) {
    Code code = Code.at(folder).with(CODE);
    return code.accepted(new Step.Tighten(List.of(unit), Set.of(leaves), 0));
  }

  @Test
  void accessBecomesWhatUsesNeed() {
    Rehearsal rehearsal = tightened("a.Base");
    assertThat(rehearsal.sources().text("a/Base.java").text())
        .isEqualTo(
            """
            package a;

            public class Base implements Runnable {
              int alone = 1, shared = 2;
              private static final String NAME = "x";
              @Deprecated int near;
              protected int below;
              public Base() {}
              public void run() { helper(); new Inner().go(); }
              private void helper() {}
              public void everywhere() {}
              void inherited() {}
              private static void hidden() {}
              public static void main(String[] words) {}
              @a.Frame public void framed() {}
              private class Inner { private void go() { alone++; } }
              private class Heir extends Base { private void call() { inherited(); super.below = 1; } }
            }
            """);
    assertThat(rehearsal.steps().get(0).widened())
        .anySatisfy(
            one -> {
              assertThat(one.unit()).isEqualTo("a.Base#helper()");
              assertThat(one.to()).isEqualTo("private");
            });
  }

  @Test
  void interfaceOfALibraryStays() {
    String text = tightened("a.Base", Leave.LIBRARY).sources().text("a/Base.java").text();
    assertThat(text)
        .contains("public void helper() {}", "public Base() {}", "protected int below;")
        .contains("private class Heir extends Base { private void call()");
  }

  @Test
  void typeThatOnlyItsPackageUsesIsNotPublic() {
    assertThat(tightened("b.Far").sources().text("b/Far.java").text())
        .startsWith("package b;\nclass Far extends a.Base { private int m");
    assertThat(tightened("a.Frame").steps().get(0).done()).isFalse();
  }

  /** The builder is used without being named, and so is what the door hands out. */
  @Test
  void typeThatIsImportedOrInheritedInItsOwnFileIsNotPrivate() {
    Code code =
        Code.at(folder)
            .with(
                """
                --- a/Box.java
                package a;

                import a.Box.Lid.*;
                import static a.Box.Lid.turn;

                class Box {
                  Screw screw = turn(new Lid.Nail(), new Heir().pin);
                  static class Lid {
                    static class Screw { }
                    static class Nail { }
                    static class Pin { }
                    static Screw turn(Nail nail, Pin pin) { return null; }
                  }
                  static class Heir extends Lid { Pin pin; }
                }
                """);
    Rehearsal rehearsal = code.accepted(new Step.Tighten(List.of("a.Box"), Set.of(), 0));
    assertThat(rehearsal.sources().text("a/Box.java").text())
        .contains("private Screw screw", "  static class Screw", "private static class Nail")
        .contains("    static class Pin", "    static Screw turn(Nail nail, Pin pin)");
  }

  @Test
  void typeThatIsUsedWithoutItsNameStaysInSight() {
    Code code =
        Code.at(folder)
            .with(
                """
                --- c/Maker.java
                package c;
                public class Maker {
                  public static class Step { public Step on() { return this; } public void end() {} }
                  public static class Door { }
                  public static class Spare { }
                  public static Step begin() { return new Step(); }
                  public static java.util.List<Door> doors() { return null; }
                }
                --- d/User.java
                package d;
                class User { int n = c.Maker.doors().size(); { c.Maker.begin().on().end(); } }
                """);
    Rehearsal rehearsal = code.rehearse(new Step.Tighten(List.of("c.Maker"), Set.of(), 0));
    assertThat(code.prove(rehearsal).newErrors()).isEmpty();
    assertThat(rehearsal.steps().get(0).widened())
        .extracting(widening -> widening.unit() + " " + widening.to())
        .containsExactly("c.Maker.Spare private");
  }
}
