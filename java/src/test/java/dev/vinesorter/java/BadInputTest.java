package dev.vinesorter.java;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.java.read.JavaReader;
import dev.vinesorter.source.read.Progress;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.objectweb.asm.ClassWriter;
import org.objectweb.asm.Opcodes;

/** Whatever is wrong with the sources, the rest is read and the wrong part is said. */
class BadInputTest {
  @TempDir Path folder;

  private static final String GOOD = "--- b/B.java\npackage b;\npublic class B { public a.A a; }\n";

  @Test
  void syntaxErrorCostsNoOtherFile() {
    Code code =
        Code.at(folder)
            .with(GOOD + "--- a/A.java\npackage a;\npublic class A { b.B x; int f( { }\n");
    Survey survey = code.survey();

    assertThat(Code.targets(survey, "b.B#a", Kind.REFERS)).containsExactly("a.A");
    assertThat(Code.targets(survey, "a.A#x", Kind.REFERS)).containsExactly("b.B");
    assertThat(survey.problems()).allMatch(p -> p.file().equals("a/A.java")).isNotEmpty();
  }

  @Test
  void missingLibraryLeavesTheRestBound() {
    Code code =
        Code.at(folder)
            .with(
                GOOD
                    + "--- a/A.java\npackage a;\nimport lib.Thing;\n"
                    + "public class A extends Thing { b.B x; void f(Thing t) { t.go(x.a.x); } }\n");
    Survey survey = code.survey();

    assertThat(Code.targets(survey, "a.A#f(Thing)", Kind.READS))
        .containsExactly("a.A#x", "b.B#a", "a.A#x");
    assertThat(survey.unresolved())
        .extracting(Survey.Unresolved::name)
        .containsExactly("Thing", "Thing", "Thing");
  }

  @Test
  void secondTypeOfANameIsReadByName() {
    Code code =
        Code.at(folder)
            .with(
                GOOD
                    + "--- one/src/main/java/a/A.java\n"
                    + "package a;\n"
                    + "public class A {}\n"
                    + "--- one/src/test/java/a/A.java\n"
                    + "package a;\n"
                    + "import b.B;\n"
                    + "public class A { B twin; }\n");
    Survey survey = code.survey();
    int twin = survey.units().find("one/src/test/java/a/A.java");

    assertThat(survey.units().has(twin, Trait.BY_NAME)).isTrue();
    assertThat(survey.problems()).anyMatch(p -> p.code().equals("twin"));
    assertThat(Code.uses(survey, code, "one/src/test/java/a/A.java"))
        .contains(
            "one/src/test/java/a/A.java imports b.B 'B' 2:10", "a.A#twin refers b.B 'B' 3:18");
  }

  @Test
  void otherEncodingIsReadAndSaid() {
    byte[] latin =
        "package a;\npublic class A { String s = \"café\"; b.B b; }\n"
            .getBytes(StandardCharsets.ISO_8859_1);
    Code code = Code.at(folder).with(GOOD).file("a/A.java", latin);
    Survey survey = code.survey();

    assertThat(Code.targets(survey, "a.A#b", Kind.REFERS)).containsExactly("b.B");
    assertThat(survey.problems())
        .singleElement()
        .satisfies(p -> assertThat(p.code()).isEqualTo("encoding"));
  }

  @Test
  void twentyThousandOperandsDoNotOverflow() {
    String sum = "x" + " + x".repeat(20_000);
    Code code =
        Code.at(folder)
            .with(
                GOOD
                    + "--- a/A.java\npackage a;\npublic class A { int x; int sum = "
                    + sum
                    + "; String s = \"\" + "
                    + sum
                    + "; A me() { return this; } A c = this"
                    + ".me()".repeat(4000)
                    + "; }\n");
    Survey survey = code.survey();

    assertThat(survey.problems()).isEmpty();
    assertThat(Code.targets(survey, "a.A#sum", Kind.READS)).hasSize(20_001);
    assertThat(Code.targets(survey, "a.A#c", Kind.CALLS)).hasSize(4000);
  }

  @Test
  void compilerThatThrowsCostsOneFile() {
    Code code =
        Code.at(folder)
            .with(
                GOOD
                    + "--- a/A.java\n"
                    + "package a;\n"
                    + "import b.B;\n"
                    + "public class A { void m() { B other = null; } }\n"
                    + "--- c/C.java\n"
                    + "package c;\n"
                    + "public class C { a.A a; b.B b; }\n");
    boolean[] thrown = new boolean[1];
    // Told from inside the compiler's attribution of a/A.java, which this ends as a defect of it
    // would.
    Progress failing =
        (phase, done, all) -> {
          if (phase.equals("reading") && done == 1 && !thrown[0]) {
            thrown[0] = true;
            throw new IllegalStateException("a defect of the compiler");
          }
        };
    Survey survey = new JavaReader().read(code.overlay(), code.options(), failing).survey();

    assertThat(survey.problems())
        .singleElement()
        .satisfies(
            problem -> {
              assertThat(problem.file()).isEqualTo("a/A.java");
              assertThat(problem.code()).isEqualTo("crash");
              assertThat(problem.message())
                  .contains("a defect of the compiler")
                  .contains("by name");
            });
    assertThat(Code.targets(survey, "a.A#m()", Kind.REFERS)).containsExactly("b.B");
    assertThat(survey.units().has(survey.units().find("a/A.java"), Trait.BY_NAME)).isTrue();
    assertThat(Code.targets(survey, "c.C#a", Kind.REFERS)).containsExactly("a.A");
    assertThat(survey.units().has(survey.units().find("c/C.java"), Trait.BY_NAME)).isFalse();
  }

  @Test
  void brokenLibraryClassIsSaidAndCostsNoOtherFile() throws IOException {
    ClassWriter broken = new ClassWriter(0);
    broken.visit(Opcodes.V17, Opcodes.ACC_PUBLIC, "lib/Broken", null, "java/lang/Object", null);
    broken
        .visitMethod(Opcodes.ACC_PUBLIC, "go", "()Ljava/util/List;", "()Ljava/util/List<", null)
        .visitEnd();
    broken.visitEnd();
    Path lib = Files.createDirectories(folder.resolve("classes/lib"));
    Files.write(lib.resolve("Broken.class"), broken.toByteArray());
    Code code =
        Code.at(Files.createDirectory(folder.resolve("root")))
            .with(
                GOOD
                    + "--- a/A.java\n"
                    + "package a;\n"
                    + "public class A { public void use(lib.Broken x) { x.go(); b.B other; } }\n")
            .classpath(folder.resolve("classes").toString());
    Survey survey = code.survey();

    assertThat(survey.problems())
        .singleElement()
        .satisfies(problem -> assertThat(problem.message()).contains("lib.Broken"));
    assertThat(Code.targets(survey, "b.B#a", Kind.REFERS)).containsExactly("a.A");
    assertThat(Code.targets(survey, "a.A#use(Broken)", Kind.REFERS)).contains("b.B");
  }

  @Test
  void emptyRootIsAnEmptySurvey() {
    assertThat(Code.at(folder).survey().units().size()).isZero();
  }

  @Test
  void oddSourcesAreRead() {
    Code code =
        Code.at(folder)
            .file("a/Empty.java", "")
            .file("a/Comment.java", "/* never closed")
            .file("a/Text.java", "package a; class Text { String s = \"never closed\n; }")
            .file(
                "a/Escaped.java",
                "package a; class \\u0045scaped { \\u0045scaped me; int \\u0061b; int c = ab; }")
            .file("a/Mark.java", "\uFEFFpackage a;\r\nclass Mark { Escaped e; }");
    Survey survey = code.survey();

    assertThat(Code.targets(survey, "a.Mark#e", Kind.REFERS)).containsExactly("a.Escaped");
    assertThat(Code.uses(survey, code, "a.Escaped"))
        .contains(
            "a.Escaped#me refers a.Escaped '\\u0045scaped' 1:33",
            "a.Escaped#c reads a.Escaped#ab 'ab' 1:71");
  }
}
