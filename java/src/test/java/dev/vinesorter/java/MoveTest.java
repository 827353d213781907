package dev.vinesorter.java;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.java.code.ServiceFiles;
import dev.vinesorter.source.plan.Rehearsal;
import dev.vinesorter.source.text.Overlay;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Moves of a type into another package: what changes, byte for byte, and that it is proven. */
class MoveTest {
  @TempDir Path folder;

  private Code code(String drawn) {
    return Code.at(folder).with(drawn);
  }

  /** Moves, asserts that it is accepted and proven, and gives the edited sources. */
  private Overlay moved(Code code, String type, String into) {
    Rehearsal rehearsal = code.move(type, into);
    assertThat(rehearsal.steps()).allMatch(StepOutcome::accepted, "accepted");
    assertProven(code, rehearsal);
    return rehearsal.sources();
  }

  private static void assertProven(Code code, Rehearsal rehearsal) {
    Rehearsal.Proof proof = code.prove(rehearsal);
    assertThat(proof.newErrors()).isEmpty();
    assertThat(proof.rebindings()).isEmpty();
    assertThat(proof.differences()).isEmpty();
  }

  private static String text(Overlay sources, String path) {
    return sources.text(path).text();
  }

  @Test
  void fileGoesWithItsPackageDeclarationAndUsersImportIt() {
    Overlay after =
        moved(
            code(
                """
                --- src/main/java/a/A.java
                // A license.
                package a;

                import b.Old;
                import java.util.List;

                /** An {@link A}, beside {@link Friend} and {@link Silent}. */
                public class A { List<Friend> f; Old o; }
                --- src/main/java/a/Friend.java
                package a;

                public class Friend { A a; a.A again; }
                --- src/main/java/a/Silent.java
                package a;

                /** Only speaks of {@link A} and {@link a.A#toString() its text}. */
                public class Silent {}
                --- src/main/java/b/Old.java
                package b;

                import a.A;

                public class Old { A a; }
                --- src/main/java/c/Stranger.java
                package c;

                import a.A;
                import a.Friend;
                import static a.A.*;

                public class Stranger { A a; Friend f; }
                """),
            "a.A",
            "b");

    assertThat(after.exists("src/main/java/a/A.java")).isFalse();
    assertThat(text(after, "src/main/java/b/A.java"))
        .isEqualTo(
            """
            // A license.
            package b;

            import a.Friend;
            import java.util.List;

            /** An {@link A}, beside {@link Friend} and {@link a.Silent}. */
            public class A { List<Friend> f; Old o; }
            """);
    assertThat(text(after, "src/main/java/a/Friend.java"))
        .isEqualTo("package a;\n\nimport b.A;\n\npublic class Friend { A a; b.A again; }\n");
    assertThat(text(after, "src/main/java/a/Silent.java"))
        .contains("{@link b.A} and {@link b.A#toString() its text}");
    assertThat(text(after, "src/main/java/b/Old.java"))
        .isEqualTo("package b;\n\npublic class Old { A a; }\n");
    assertThat(text(after, "src/main/java/c/Stranger.java"))
        .contains("import a.Friend;\nimport b.A;\nimport static b.A.*;");
  }

  @Test
  void onDemandImportsAreCompletedAndEmptyPackagesNotImported() {
    Overlay after =
        moved(
            code(
                """
                --- a/A.java
                package a;
                public class A {}
                --- c/C.java
                package c;
                import a.*;
                import d.*;
                class C { A a; D d; }
                --- d/D.java
                package d;
                public class D {}
                """),
            "a.A",
            "d");

    assertThat(text(after, "c/C.java"))
        .isEqualTo("package c;\nimport d.*;\nclass C { A a; D d; }\n");
  }

  @Test
  void typeLeavesAFileThatItSharesWithOthers() {
    Overlay after =
        moved(
            code(
                """
                --- a/A.java
                package a;

                import java.util.List;
                import java.util.Map;

                /** First. */
                public class A { Map<String, B> m; }

                /** Second. */
                class B { List<A> l; }
                --- b/Other.java
                package b;
                public class Other {}
                """),
            "a.B",
            "b");

    assertThat(text(after, "a/A.java"))
        .isEqualTo(
            """
            package a;

            import b.B;
            import java.util.Map;

            /** First. */
            public class A { Map<String, B> m; }
            """);
    assertThat(text(after, "b/B.java"))
        .isEqualTo(
            """
            package b;

            import a.A;
            import java.util.List;

            /** Second. */
            public class B { List<A> l; }
            """);
  }

  @Test
  void fileIsNamedAfterWhatStaysInIt() {
    Overlay after =
        moved(
            code(
                "--- a/A.java\n"
                    + "package a;\n"
                    + "public class A {}\n"
                    + "class B {}\n"
                    + "--- b/C.java\n"
                    + "package b;\n"
                    + "class C {}\n"),
            "a.A",
            "b");

    assertThat(text(after, "a/B.java")).isEqualTo("package a;\nclass B {}\n");
    assertThat(text(after, "b/A.java")).isEqualTo("package b;\npublic class A {}\n");
    assertThat(after.exists("a/A.java")).isFalse();
  }

  @Test
  void whatTheImportsThatGoAlongNameIsWidened() {
    Overlay after =
        moved(
            code(
                """
                --- a/A.java
                package a;

                import a.Outer.Inner;

                public class A { Inner inner; }
                class B { }
                --- a/Outer.java
                package a;
                class Outer { interface Inner { } }
                --- b/Other.java
                package b;
                public class Other {}
                """),
            "a.A",
            "b");
    assertThat(text(after, "a/Outer.java")).contains("public class Outer { public interface Inner");
  }

  @Test
  void packagePrivateMethodThatIsOverriddenBecomesProtectedWithItsFamily() {
    Rehearsal rehearsal =
        code("""
        --- a/Plant.java
        package a;
        public class Plant {
          String leaf() { return "leaf"; }
          static String all(Plant plant) { return plant.leaf(); }
        }
        --- a/Moss.java
        package a;
        public class Moss extends Plant {
          @Override String leaf() { return "frond" + super.leaf(); }
        }
        --- a/Peat.java
        package a;
        class Peat extends Moss {
          @Override String leaf() { return "turf"; }
          Plant other = new Plant() { @Override String leaf() { return "none"; } };
        }
        --- b/B.java
        package b;
        public class B {}
        """)
            .accepted(Step.move("a.Moss", "b", true, 0));
    assertThat(rehearsal.steps().get(0).widened())
        .extracting(StepOutcome.Widening::unit)
        .containsExactlyInAnyOrder(
            "a.Plant#leaf()",
            "a.Moss#leaf()",
            "a.Peat#leaf()",
            "a method of a local class in a.Peat#other");
    assertThat(rehearsal.sources().text("a/Peat.java").text())
        .contains(
            "@Override protected String leaf() { return \"turf",
            "@Override protected String leaf() { return \"none");
    assertThat(rehearsal.sources().text("b/Moss.java").text())
        .contains("@Override protected String leaf()");
  }

  @Test
  void whatMustBePublicInAnothersFileGetsOneOfItsOwn() {
    Rehearsal rehearsal =
        code("""
        --- a/Tools.java
        package a;

        import java.util.List;
        import java.util.Map;

        public class Tools { Saw saw; Map<Saw, File> all; }

        /** Cuts. */
        class Saw extends Blade { List<Blade> blades; }

        class Blade { int teeth; }
        --- a/File.java
        package a;

        /** Moves. */
        public class File { Map map; Inner inner; Blade blade = new Blade(); }
        class Map { Inner in; }

        class Inner { }
        --- a/Shed.java
        package a;
        class Shed { Saw saw; Inner inner; }
        --- b/B.java
        package b;
        public class B {}
        """)
            .accepted(Step.move("a.File", "b", true, 0));
    StepOutcome outcome = rehearsal.steps().get(0);
    assertThat(outcome.offers())
        .contains(
            "a.Blade gets a file of its own, a/Blade.java.",
            "a.Inner gets a file of its own, a/Inner.java.");
    Overlay after = rehearsal.sources();
    assertThat(after.text("a/Tools.java").text())
        .contains("import b.File;\nimport java.util.List;\nimport java.util.Map;")
        .contains("class Saw extends Blade {")
        .doesNotContain("class Blade");
    assertThat(after.text("a/Blade.java").text())
        .isEqualTo("package a;\n\npublic class Blade { int teeth; }\n");
    assertThat(after.text("a/Map.java").text()).contains("public class Map { Inner in; }");
    assertThat(after.text("b/File.java").text())
        .contains("import a.Blade;\nimport a.Inner;\nimport a.Map;");
  }

  @Test
  void accessIsWidenedWhereTheNewPlaceNeedsItAndNowhereElse() {
    Rehearsal rehearsal =
        code("""
        --- a/Base.java
        package a;
        class Base {
          int used; int unused; static int counted;
          @Deprecated void hook() {}
          void other() {}
          Base() {}
        }
        --- a/Sub.java
        package a;
        class Sub extends Base {
          @Override protected void hook() {}
          Base anonymous = new Base() { void hook() {} };
        }
        --- a/User.java
        package a;
        public class User { void m(Base b) { b.used = Base.counted; b.hook(); new Base(); } }
        --- b/B.java
        package b;
        public class B {}
        """)
            .move("a.User", "b");

    assertThat(rehearsal.accepted()).isTrue();
    assertThat(rehearsal.steps().get(0).widened())
        .extracting(StepOutcome.Widening::unit)
        .containsExactlyInAnyOrder(
            "a.Base",
            "a.Base#used",
            "a.Base#counted",
            "a.Base#hook()",
            "a.Base#Base()",
            "a.Sub#hook()",
            "a method of a local class in a.Sub#anonymous");
    assertThat(text(rehearsal.sources(), "a/Base.java"))
        .isEqualTo(
            """
            package a;
            public class Base {
              public int used; int unused; public static int counted;
              @Deprecated public void hook() {}
              void other() {}
              public Base() {}
            }
            """);
    assertThat(text(rehearsal.sources(), "a/Sub.java"))
        .contains("@Override public void hook()")
        .contains("{ public void hook() {} }");
    assertProven(Code.at(folder), rehearsal);
  }

  @Test
  void subclassesNeedNoMoreThanProtected() {
    Rehearsal rehearsal =
        code("""
        --- a/Base.java
        package a;
        public class Base { int count; Base() {} void step() {} static class In {} }
        --- a/Sub.java
        package a;
        public class Sub extends Base { Sub() { count = 1; super.step(); this.step(); } In in; }
        --- b/B.java
        package b;
        class B {}
        """)
            .move("a.Sub", "b");

    assertThat(rehearsal.steps().get(0).widened())
        .containsExactlyInAnyOrder(
            new StepOutcome.Widening("a.Base#count", "protected"),
            new StepOutcome.Widening("a.Base#Base()", "protected"),
            new StepOutcome.Widening("a.Base#step()", "protected"),
            new StepOutcome.Widening("a.Base.In", "public"));
    assertProven(Code.at(folder), rehearsal);
  }

  @Test
  void importsThatWereInOrderStayInOrderAndOthersStayInPlace() {
    Overlay after =
        moved(
            code(
                """
                --- a/A.java
                package a;
                public class A { public static final int ONE = 1; public static class In {} public static class Out {} }
                --- c/InOrder.java
                package c;

                import a.A;
                import java.util.List;
                import java.util.Map;

                class InOrder { A a; List<Map<A, A>> l; }
                --- c/AsItCame.java
                package c;

                import java.util.Map;
                import a.A; // ours
                import java.util.List;

                class AsItCame { A a; List<Map<A, A>> l; }
                --- c/Statics.java
                package c;

                import static a.A.ONE;
                import static java.lang.Math.abs;

                import a.A.In;
                import java.util.List;

                class Statics { List<In> in; int n = abs(ONE); }
                --- c/Nested.java
                package c;

                import a.A;
                import a.A.In;
                import a.A.Out;
                import b.B;

                class Nested { A a; In in; Out out; B b; }
                --- b/B.java
                package b;
                public class B {}
                """),
            "a.A",
            "k");

    assertThat(text(after, "c/InOrder.java"))
        .contains("import java.util.List;\nimport java.util.Map;\nimport k.A;\n\nclass");
    assertThat(text(after, "c/AsItCame.java"))
        .contains("import java.util.Map;\nimport k.A; // ours\nimport java.util.List;");
    assertThat(text(after, "c/Statics.java"))
        .contains("import static java.lang.Math.abs;\nimport static k.A.ONE;\n")
        .contains("import java.util.List;\nimport k.A.In;\n");
    assertThat(text(after, "c/Nested.java"))
        .contains("import b.B;\nimport k.A;\nimport k.A.In;\nimport k.A.Out;\n");
  }

  @Test
  void whatTheFileImportsIsWidenedLikeWhatItUses() {
    Overlay after =
        moved(
            code(
                """
                --- a/A.java
                package a;
                import static a.Helper.half;
                public class A { int n = half(4); }
                --- a/Helper.java
                package a;
                class Helper { static int half(int n) { return n / 2; } }
                --- b/B.java
                package b;
                class B {}
                """),
            "a.A",
            "b");

    assertThat(text(after, "a/Helper.java"))
        .isEqualTo(
            "package a;\n"
                + "public class Helper { public static int half(int n) { return n / 2; } }\n");
  }

  @Test
  void serviceFilesAndDescriptorsFollow() {
    Overlay after =
        moved(
            code(
                """
                --- src/main/java/module-info.java
                module shop {
                    exports a;
                    uses a.Face;
                    provides a.Face with c.Impl, c.Impl.More;
                }
                --- src/main/java/a/Face.java
                package a;
                public interface Face {}
                --- src/main/java/c/Impl.java
                package c;
                public class Impl implements a.Face { public static class More implements a.Face {} }
                --- src/main/resources/META-INF/services/a.Face
                # providers
                c.Impl
                c.Impl$More
                """),
            "a.Face",
            "b");

    assertThat(text(after, "src/main/java/module-info.java"))
        .isEqualTo(
            """
            module shop {
                exports b;
                uses b.Face;
                provides b.Face with c.Impl, c.Impl.More;
            }
            """);
    assertThat(after.exists("src/main/resources/META-INF/services/a.Face")).isFalse();
    assertThat(text(after, "src/main/resources/META-INF/services/b.Face"))
        .isEqualTo("# providers\nc.Impl\nc.Impl$More\n");

    assertThat(
            ServiceFiles.renamed(
                "c.Impl\nc.Impl$More # c.Impl\nc.Implicit\nx.c.Impl\n", "c.Impl", "d.Impl"))
        .isEqualTo("d.Impl\nd.Impl$More # d.Impl\nc.Implicit\nx.c.Impl\n");
  }

  @Test
  void namesThatTheNewPackageWouldShadowAreImported() {
    Overlay after =
        moved(
            code(
                """
                --- a/A.java
                package a;
                import java.util.*;
                public class A { List<Record> l; Date d; }
                --- a/Record.java
                package a;
                public class Record {}
                --- b/List.java
                package b;
                public class List {}
                --- b/Date.java
                package b;
                public class Date {}
                """),
            "a.A",
            "b");

    assertThat(text(after, "b/A.java"))
        .contains("import a.Record;", "import java.util.Date;", "import java.util.List;");
  }

  @Test
  void permitsAndAnnotationsAndGenericsFollow() {
    Overlay after =
        moved(
            code(
                """
                --- a/Mark.java
                package a;
                public @interface Mark { Class<?>[] value(); int n() default 0; }
                --- a/T.java
                package a;
                @Mark(value = {T.class, a.T.class}, n = T.N)
                public class T<X extends Comparable<X>> { public static final int N = 1; public class In {} }
                --- c/C.java
                package c;
                import a.Mark;
                import a.T;
                import a.T.In;
                @Mark(T.class)
                class C<Q extends T<?>> { T<String>.In in; In raw; int[] n = new int[T.N]; Object o = (a.T<?>) null; }
                """),
            "a.T",
            "b.c");

    assertThat(text(after, "c/C.java"))
        .contains("import b.c.T;", "import b.c.T.In;", "(b.c.T<?>) null");
    assertThat(text(after, "b/c/T.java")).contains("import a.Mark;", "a", "b.c.T.class");
  }

  @Test
  void carriageReturnsMarksAndLatinSourcesKeepTheirBytes() {
    byte[] latin =
        "package c;\r\nimport a.A;\r\n// d\u00e9j\u00e0\r\nclass C { A a; }"
            .getBytes(StandardCharsets.ISO_8859_1);
    Code code =
        Code.at(folder)
            .file("a/A.java", "\uFEFFpackage a;\r\n\r\npublic class A {\r\n\tB b;\r\n}")
            .file("a/B.java", "package a;\r\npublic class B {}")
            .file("c/C.java", latin);
    Overlay after = moved(code, "a.A", "b");

    assertThat(after.text("b/A.java").bytes())
        .isEqualTo(
            "\uFEFFpackage b;\r\n\r\nimport a.B;\r\n\r\npublic class A {\r\n\tB b;\r\n}"
                .getBytes(StandardCharsets.UTF_8));
    assertThat(after.text("c/C.java").bytes())
        .isEqualTo(
            "package c;\r\nimport b.A;\r\n// d\u00e9j\u00e0\r\nclass C { A a; }"
                .getBytes(StandardCharsets.ISO_8859_1));
  }

  @Test
  void blankLineBehindTheImportsStaysWhateverTheLineEnds() {
    for (String end : List.of("\n", "\r\n")) {
      String user = "package b;~~import java.util.List;~import z.A;~~class B { A a; List<A> l; }~";
      Code code =
          code("--- z/A.java\npackage z;\npublic class A {}\n")
              .file("b/B.java", user.replace("~", end));
      assertThat(text(moved(code, "z.A", "b"), "b/B.java"))
          .isEqualTo(user.replace("import z.A;~", "").replace("~", end));
    }
  }

  @Test
  void testsAndFilesReadBesideTheClassGoAlong() {
    Code code =
        code(
            """
            --- src/main/java/a/A.java
            package a;
            public class A {
              int hidden;
              Helper helper;
              java.io.InputStream in() { return A.class.getResourceAsStream("form.txt"); }
            }
            --- src/main/java/a/Helper.java
            package a;
            class Helper {}
            --- src/main/resources/a/form.txt
            Name:
            --- src/main/resources/a/other.txt
            --- src/test/java/a/ATest.java
            package a;
            class ATest { int n = new A().hidden; }
            --- src/test/java/a/OtherTest.java
            package a;
            class OtherTest { int n = new A().hidden; }
            """);
    Rehearsal rehearsal = code.move("a.A", "b");
    assertProven(code, rehearsal);
    Overlay after = rehearsal.sources();
    assertThat(text(after, "src/test/java/b/ATest.java")).startsWith("package b;\nclass");
    assertThat(text(after, "src/test/java/a/OtherTest.java")).contains("import b.A;");
    assertThat(text(after, "src/main/java/b/A.java")).contains("public int hidden");
    assertThat(after.paths())
        .contains("src/main/resources/b/form.txt", "src/main/resources/a/other.txt");
    StepOutcome outcome = rehearsal.steps().get(0);
    assertThat(outcome.along())
        .containsExactly(
            "a.ATest", "src/main/resources/a/form.txt -> src/main/resources/b/form.txt");
    assertThat(outcome.offers()).containsExactly("Only this uses a.Helper; move it along.");

    code.with(
        "--- src/main/java/a/B.java\n"
            + "package a;\n"
            + "class B { Object o = getClass().getResource(\"form.txt\"); }\n");
    assertThat(code.move("a.A", "b").steps().get(0).reasons())
        .extracting(StepOutcome.Reason::code)
        .contains("shared-resource");
  }

  @Test
  void stepsBuildOnEachOther() {
    Code code =
        code(
            """
            --- a/A.java
            package a;
            public class A { B b; }
            --- a/B.java
            package a;
            public class B { A a; C c; }
            --- a/C.java
            package a;
            public class C { B b; }
            """);
    Rehearsal rehearsal =
        code.rehearse(
            Step.move("a.A", "b", false, 0),
            Step.move("a.B", "b", false, 0),
            Step.move("b.A", "c", false, 0),
            Step.move("a.C", "b", false, 0));

    assertThat(rehearsal.accepted()).isTrue();
    assertProven(code, rehearsal);
    assertThat(text(rehearsal.sources(), "c/A.java")).contains("package c;", "import b.B;");
    assertThat(text(rehearsal.sources(), "b/B.java"))
        .doesNotContain("import a.")
        .contains("import c.A;");
    assertThat(rehearsal.after().units().find("a.C")).isEqualTo(-1);
  }

  @Test
  void namesThatAStepWroteOutInDocumentationAreFollowedByTheNext() {
    Code code =
        code(
            """
            --- a/A.java
            package a;
            /** See {@link B B} and {@link C}. */
            public class A { }
            --- a/B.java
            package a;
            public class B { }
            --- a/C.java
            package a;
            public class C { }
            """);
    Rehearsal rehearsal =
        code.accepted(
            Step.move("a.A", "b", false, 0),
            Step.move("a.B", "c", false, 0),
            Step.rename("a.C", "D", 0),
            Step.move("c.B", "d", false, 0));
    assertThat(text(rehearsal.sources(), "b/A.java"))
        .contains("/** See {@link d.B B} and {@link a.D}. */");
  }

  @Test
  void typeThatIsThereAlreadyIsDone() {
    Rehearsal rehearsal = code("--- a/A.java\npackage a;\nclass A {}\n").move("a.A", "a");

    assertThat(rehearsal.accepted()).isTrue();
    assertThat(rehearsal.steps().get(0).done()).isTrue();
    assertThat(rehearsal.sources().changed()).isEmpty();
  }

  @Test
  void typeOfTheUnnamedPackageGetsOne() {
    Overlay after =
        moved(
            code(
                "--- A.java\n"
                    + "import java.util.List;\n"
                    + "public class A { List<A> l; }\n"
                    + "--- B.java\n"
                    + "class B { A a; }\n"),
            "A",
            "b");

    assertThat(text(after, "b/A.java"))
        .isEqualTo("package b;\n\nimport java.util.List;\npublic class A { List<A> l; }\n");
    assertThat(text(after, "B.java")).isEqualTo("import b.A;\n\nclass B { A a; }\n");
  }
}
