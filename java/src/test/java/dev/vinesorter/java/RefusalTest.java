package dev.vinesorter.java;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.source.plan.Rehearsal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** The smallest example of each reason for which a move is refused, with the sites it names. */
class RefusalTest {
  @TempDir Path folder;

  private static final String B = "--- b/B.java\npackage b;\npublic class B {}\n";

  static Stream<Arguments> refusals() {
    return Stream.of(
        Arguments.of(
            "same name in the target",
            "--- a/A.java\npackage a;\nclass A {}\n--- b/A.java\npackage b;\nclass A {}\n",
            "name-clash",
            List.of("b/A.java:2:7")),
        Arguments.of(
            "package of the new name",
            "--- a/A.java\npackage a;\nclass A {}\n--- b/A/X.java\npackage b.A;\nclass X {}\n",
            "name-clash",
            List.of()),
        Arguments.of(
            "name imported on demand there",
            "--- a/List.java\npackage a;\npublic class List {}\n"
                + "--- b/B.java\npackage b;\nimport java.util.*;\nclass B { List<String> l; }\n",
            "a.List",
            "name-clash",
            List.of("b/B.java:3:11")),
        Arguments.of(
            "name of java.lang there",
            "--- a/Thread.java\npackage a;\npublic class Thread {}\n"
                + "--- b/B.java\npackage b;\nclass B { Thread t; }\n",
            "a.Thread",
            "name-clash",
            List.of("b/B.java:2:11")),
        Arguments.of(
            "importer of the whole target",
            "--- a/Thread.java\npackage a;\npublic class Thread {}\n"
                + B
                + "--- c/C.java\npackage c;\nimport b.*;\nclass C { Thread t; }\n",
            "a.Thread",
            "name-clash",
            List.of("c/C.java:3:11")),
        Arguments.of(
            "variable named like the package",
            "--- a/A.java\npackage a;\npublic class A {}\n"
                + B
                + "--- c/C.java\npackage c;\nclass C { int b = 1; Object o = new a.A(); }\n",
            "obscured",
            List.of("c/C.java:2:39", "c/C.java:2:15")),
        Arguments.of(
            "package-private method overridden",
            "--- a/P.java\npackage a;\npublic class P { void m() {} }\n"
                + "--- a/A.java\npackage a;\npublic class A extends P { void m() {} }\n"
                + B,
            "override-lost",
            List.of("a/A.java:2:33")),
        Arguments.of(
            "own package-private method overridden",
            "--- a/A.java\npackage a;\npublic class A { void m() {} }\n"
                + "--- a/S.java\npackage a;\nclass S extends A { void m() {} }\n"
                + B,
            "override-lost",
            List.of("a/S.java:2:26")),
        Arguments.of(
            "meets a subclass with the same method",
            "--- a/A.java\npackage a;\npublic class A { void m() {} }\n"
                + "--- b/B.java\npackage b;\nclass B extends a.A { void m() {} }\n",
            "override-gained",
            List.of("b/B.java:2:28")),
        Arguments.of(
            "widening would let others override",
            "--- a/P.java\npackage a;\npublic class P { void m() {} }\n"
                + "--- a/A.java\npackage a;\npublic class A { void x(P p) { p.m(); } }\n"
                + "--- c/C.java\npackage c;\nclass C extends a.P { void m() {} }\n"
                + B,
            "override-gained",
            List.of("c/C.java:2:28")),
        Arguments.of(
            "declared in two modules",
            "--- one/src/a/A.java\npackage a;\npublic class A {}\n"
                + "--- two/src/a/A.java\npackage a;\npublic class A {}\n"
                + B,
            "twin",
            List.of()),
        Arguments.of(
            "file of another name",
            "--- a/P.java\npackage a;\n\nclass Q {}\n"
                + "--- a/A.java\npackage a;\npublic class A { Q q; }\n"
                + B,
            "second-type",
            List.of("a/P.java:3:7")),
        Arguments.of(
            "sealed apart from above",
            "--- a/A.java\npackage a;\npublic sealed interface A permits S {}\n"
                + "--- a/S.java\npackage a;\npublic final class S implements A {}\n"
                + B,
            "sealed-apart",
            List.of("a/S.java:2:20", "a/A.java:2:25")),
        Arguments.of(
            "another module owns the target",
            "--- one/a/A.java\npackage a;\nclass A {}\n--- two/b/B.java\npackage b;\nclass B {}\n",
            "other-module",
            List.of()),
        Arguments.of(
            "unnamed package cannot be imported",
            "--- A.java\npublic class A { Z z; }\n--- Z.java\npublic class Z {}\n" + B,
            "A",
            "unnamed-package",
            List.of("A.java:1:18")),
        Arguments.of(
            "file already there",
            "--- a/A.java\n"
                + "package a;\n"
                + "public class A {}\n"
                + "--- b/a.java\n"
                + "package b;\n"
                + "class Other {}\n",
            "name-clash",
            List.of("b/a.java:1:1")));
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("allRefusals")
  void moveIsRefused(String name, String drawn, String type, String code, List<String> sites) {
    // With leave to widen, what would be overridden no longer becomes protected.
    boolean widen = !code.equals("override-lost");
    Rehearsal rehearsal = Code.at(folder).with(drawn).rehearse(Step.move(type, "b", widen, 0));
    StepOutcome outcome = rehearsal.steps().get(0);

    assertThat(outcome.accepted()).isFalse();
    assertThat(outcome.reasons()).extracting(StepOutcome.Reason::code).contains(code);
    assertThat(places(outcome, code)).containsAll(sites);
    assertThat(rehearsal.sources().changed()).isEmpty();
    assertThat(rehearsal.after()).isSameAs(rehearsal.before());
  }

  /** The type is a.A where an example does not say otherwise. */
  static Stream<Arguments> allRefusals() {
    return refusals()
        .map(
            example -> {
              Object[] of = example.get();
              return of.length == 5 ? example : Arguments.of(of[0], of[1], "a.A", of[2], of[3]);
            });
  }

  private static List<String> places(StepOutcome outcome, String code) {
    List<String> places = new ArrayList<>();
    for (StepOutcome.Reason reason : outcome.reasons()) {
      if (reason.code().equals(code)) {
        for (Site site : reason.sites()) {
          places.add(site.file() + ":" + site.line() + ":" + site.column());
        }
      }
    }
    return places;
  }

  @Test
  void accessIsNotWidenedUnasked() {
    Code code =
        Code.at(folder)
            .with(
                "--- a/P.java\n"
                    + "package a;\n"
                    + "public class P { int x; protected int y; }\n"
                    + "--- a/A.java\n"
                    + "package a;\n"
                    + "public class A { int m(P p) { return p.x + p.y; } }\n"
                    + B);
    StepOutcome outcome = code.rehearse(Step.move("a.A", "b", false, 0)).steps().get(0);

    assertThat(outcome.accepted()).isFalse();
    assertThat(places(outcome, "access")).containsExactly("a/A.java:2:40", "a/A.java:2:46");
    assertThat(outcome.reasons())
        .extracting(StepOutcome.Reason::message)
        .anyMatch(m -> m.contains("a.P#x is package-private"))
        .anyMatch(m -> m.contains("a.P#y is protected"));
  }

  @Test
  void requestsThatMakeNoSenseAreToldApart() {
    Code code =
        Code.at(folder)
            .with(
                "--- a/Alpha.java\n"
                    + "package a;\n"
                    + "public class Alpha { class In {} int f; java.util.List<In> l; }\n"
                    + B);

    assertThat(code(code, "a.Alhpa", "b"))
        .isEqualTo("unknown-unit: There is no unit a.Alhpa. Did you mean a.Alpha?");
    assertThat(code.move("c.B", "b").steps().get(0).done()).isTrue();
    assertThat(code(code, "a.Alpha.In", "b")).startsWith("inner-class").contains("static");
    assertThat(code(code, "a.Alpha#f", "b")).startsWith("bad-target").contains("no type b");
    assertThat(code(code, "a.Alpha", "b.class")).startsWith("bad-target");
    assertThat(code(code, "a.Alpha", "b/c")).startsWith("bad-target");
    assertThat(code(code, "java.util.List", "b")).startsWith("foreign:");
    assertThat(code(code, "a.Alpha", "java.util")).startsWith("foreign-package");
  }

  @Test
  void linkedFileIsWrittenThroughButNotMoved() throws Exception {
    Code code =
        Code.at(folder)
            .with(
                "--- shared/A.java\npackage a;\npublic class A { C c; }\n"
                    + "--- src/a/C.java\npackage a;\npublic class C {}\n"
                    + "--- src/b/B.java\npackage b;\npublic class B {}\n");
    Files.createSymbolicLink(folder.resolve("src/a/A.java"), Path.of("../../shared/A.java"));

    assertThat(code(code, "a.A", "b")).startsWith("linked-file");
    Rehearsal edited = code.move("a.C", "b");
    assertThat(edited.accepted()).isTrue();
    assertThat(edited.sources().changed())
        .containsKey("src/a/A.java")
        .doesNotContainKey("shared/A.java");
  }

  private static String code(Code code, String type, String into) {
    StepOutcome.Reason reason = code.move(type, into).steps().get(0).reasons().get(0);
    return reason.code() + ": " + reason.message();
  }

  /** What the rules cannot foresee, the compiler shows before anything is written. */
  @Test
  void nameThatWouldBindElsewhereIsFoundByTheProof() {
    Code code =
        Code.at(folder)
            .with(
                """
                --- a/P.java
                package a;
                public class P {
                  public static void say(Object o) {}
                  static void say(String s) {}
                  static int hidden;
                }
                --- a/A.java
                package a;
                public class A { int m() { return P.hidden; } }
                --- c/C.java
                package c;
                public class C extends a.P {
                  static class Outer { static int hidden = 1; static class In extends a.P { int n = hidden; } }
                }
                --- b/B.java
                package b;
                public class B {}
                """);
    Rehearsal rehearsal = code.move("a.A", "b");
    Rehearsal.Proof proof = code.prove(rehearsal);

    assertThat(rehearsal.accepted()).isTrue();
    assertThat(proof.holds()).isFalse();
    assertThat(proof.rebindings())
        .anySatisfy(
            name -> {
              assertThat(name.file()).isEqualTo("c/C.java");
              assertThat(name.expected()).isEqualTo("reads c.C.Outer#hidden");
              assertThat(name.found()).isEqualTo("reads a.P#hidden");
            });
  }
}
