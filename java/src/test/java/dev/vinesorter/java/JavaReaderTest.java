package dev.vinesorter.java;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class JavaReaderTest {
  @TempDir Path folder;

  private Code code(String drawn) {
    return Code.at(folder).with(drawn);
  }

  @Test
  void everyKindStandsAtTheTokenThatNamesIt() {
    Code code =
        code(
            """
            --- a/Base.java
            package a;
            public class Base {
              public int count;
              public Base(int c) { count = c; }
              public void go() {}
              public static void help() {}
            }
            --- a/Face.java
            package a;
            public interface Face<T> { T one() throws Bad; }
            --- a/Bad.java
            package a;
            public class Bad extends Exception {}
            --- a/Mark.java
            package a;
            public @interface Mark { Class<?> of() default Object.class; }
            --- b/User.java
            package b;
            import a.*;
            import static a.Base.help;
            @Mark(of = Base.class)
            public class User extends Base implements Face<Base> {
              Base field;
              User() { super(1); }
              @Override public Base one() throws Bad {
                count += 2;
                field.count = count;
                Base made = new Base(3);
                made.go();
                help();
                Runnable r = made::go;
                return (Base) made;
              }
            }
            """);
    Survey survey = code.survey();

    assertThat(survey.problems()).isEmpty();
    assertThat(Code.uses(survey, code, "b/User.java"))
        .contains(
            "b/User.java imports a 'a' 2:8",
            "b/User.java imports a.Base 'Base' 3:17",
            "b.User annotates a.Mark 'Mark' 4:2",
            "b.User annotates a.Mark#of() 'of' 4:7",
            "b.User refers a.Base 'Base' 4:12",
            "b.User extends a.Base 'Base' 5:27",
            "b.User implements a.Face 'Face' 5:43",
            "b.User refers a.Base 'Base' 5:48",
            "b.User#field refers a.Base 'Base' 6:3",
            "b.User#User() calls a.Base#Base(int) 'super' 7:12",
            "b.User#one() overrides a.Face#one() 'one' 8:25",
            "b.User#one() throws a.Bad 'Bad' 8:38",
            "b.User#one() reads a.Base#count 'count' 9:5",
            "b.User#one() writes a.Base#count 'count' 9:5",
            "b.User#one() reads b.User#field 'field' 10:5",
            "b.User#one() writes a.Base#count 'count' 10:11",
            "b.User#one() creates a.Base#Base(int) 'Base' 11:21",
            "b.User#one() calls a.Base#go() 'go' 12:10",
            "b.User#one() calls a.Base#help() 'help' 13:5",
            "b.User#one() calls a.Base#go() 'go' 14:24",
            "b.User#one() refers a.Base 'Base' 15:13");
  }

  @Test
  void ofMethodsThatAreAllAlikeTheOneWrittenFirstAboveIsMeant() {
    Code code =
        code(
            """
            --- a/User.java
            package a;
            class User<T extends Both> {
              void go(Both both, T t) {
                both.name();
                t.name();
                Runnable r = both::name;
                both.other();
              }
            }
            --- a/Alpha.java
            package a;
            interface Alpha { String name(); Object other(); }
            --- a/Both.java
            package a;
            interface Both extends Zeta, Alpha { default void go() { name(); } }
            --- a/Zeta.java
            package a;
            interface Zeta extends Above { String name(); String other(); }
            --- a/Above.java
            package a;
            interface Above { String name(); }
            """);
    assertThat(Code.uses(code.survey(), code, "a/User.java"))
        .contains(
            "a.User#go(Both, T) calls a.Zeta#name() 'name' 4:10",
            "a.User#go(Both, T) calls a.Zeta#name() 'name' 5:7",
            "a.User#go(Both, T) calls a.Zeta#name() 'name' 6:24",
            "a.User#go(Both, T) calls a.Zeta#other() 'other' 7:10");
    assertThat(Code.uses(code.survey(), code, "a/Both.java"))
        .contains("a.Both#go() calls a.Zeta#name() 'name' 2:58");
  }

  @Test
  void typesThatNobodyWroteAreFoundWhereTheyComeIn() {
    Code code =
        code(
            """
            --- a/A.java
            package a;
            public class A {
              public B b() { return new B(); }
              public java.util.List<B> all() { return null; }
            }
            --- a/B.java
            package a;
            public class B extends Parent {}
            --- a/Parent.java
            package a;
            public class Parent { public void call() {} }
            --- c/C.java
            package c;
            class C {
              void m(a.A x) {
                var y = x.b();
                x.b().call();
                x.all().forEach(z -> z.call());
                for (var w : x.all()) {}
              }
            }
            """);
    List<String> uses = Code.uses(code.survey(), code, "c.C");

    assertThat(uses)
        .contains(
            "c.C#m(A) refers a.B 'var' 4:5",
            "c.C#m(A) calls a.Parent#call() 'call' 5:11",
            "c.C#m(A) through a.B 'call' 5:11",
            "c.C#m(A) refers a.B 'z' 6:21",
            "c.C#m(A) refers a.B 'var' 7:10");
    assertThat(uses).noneMatch(use -> use.contains("calls a.B"));
  }

  @Test
  void aTypeNamedOnTheWayToItsOwnMemberIsNoSecondDependency() {
    Code code =
        code(
            """
            --- a/A.java
            package a;
            public class A extends P { public static void own() {} }
            --- a/P.java
            package a;
            public class P { public static void inherited() {} }
            --- c/C.java
            package c;
            class C {
              void m() { a.A.own(); a.A.inherited(); }
            }
            """);

    assertThat(Code.uses(code.survey(), code, "c.C"))
        .containsExactlyInAnyOrder(
            "c.C#m() through a.A 'A' 3:16",
            "c.C#m() calls a.A#own() 'own' 3:18",
            "c.C#m() refers a.A 'A' 3:27",
            "c.C#m() calls a.P#inherited() 'inherited' 3:29");
  }

  @Test
  void unitsOfAllSortsWithTheirFacts() {
    Code code =
        code(
            """
            --- src/main/java/a/Shape.java
            package a;
            /** A shape. With more. */
            public sealed interface Shape permits Shape.Dot, Shape.Line {
              /** Its size in {@link Dot}s. */
              default int size(int[] of, String... names) {
                if (of.length > 0 && names != null) { return 1; }
                class Local { int x = 5; Shape again() { return Shape.this; } }
                Object o = new Object() { @Override public String toString() { return "" + new Local().x; } };
                return o.hashCode();
              }
              record Dot(int x, int y) implements Shape { public Dot { x = x > 0 ? x : 0; } }
              final class Line implements Shape { int a = 1, b; static { System.out.print(1); } { b = a; } }
              enum Colour { RED, GREEN { @Override int n() { return 2; } }; int n() { return 1; } }
            }
            class Beside<T extends Shape> { <U> U pick(java.util.Map<T, U> m, T k) { return m.get(k); } }
            --- src/main/java/a/package-info.java
            /** All shapes. */
            @Deprecated
            package a;
            --- src/test/java/a/ShapeTest.java
            package a;
            class ShapeTest { Shape s = new Shape.Dot(1, 2); int x = ((Shape.Dot) s).x(); }
            """);
    Survey survey = code.survey();
    Units units = survey.units();
    List<String> own = new ArrayList<>();
    for (int unit = 0; unit < units.size(); unit++) {
      if (!units.has(unit, Trait.FOREIGN) && units.level(unit).compareTo(Level.TYPE) >= 0) {
        own.add(units.name(unit));
      }
    }

    assertThat(survey.problems()).isEmpty();
    assertThat(own)
        .containsExactlyInAnyOrder(
            "a.Shape",
            "a.Shape#size(int[], String...)",
            "a.Shape.Dot",
            "a.Shape.Dot#x",
            "a.Shape.Dot#y",
            "a.Shape.Dot#Dot(int, int)",
            "a.Shape.Line",
            "a.Shape.Line#a",
            "a.Shape.Line#b",
            "a.Shape.Line#static {}",
            "a.Shape.Line#{}",
            "a.Shape.Colour",
            "a.Shape.Colour#RED",
            "a.Shape.Colour#GREEN",
            "a.Shape.Colour#n()",
            "a.Beside",
            "a.Beside#pick(Map, T)",
            "a.ShapeTest",
            "a.ShapeTest#s",
            "a.ShapeTest#x");
    int size = units.find("a.Shape#size(int[], String...)");
    assertThat(units.complexity(size)).isEqualTo(3);
    assertThat(units.doc(size)).isEqualTo("Its size in Dots.");
    assertThat(units.type(size)).isEqualTo("int");
    assertThat(units.has(size, Trait.IMPLICITLY_PUBLIC)).isTrue();
    assertThat(units.has(units.find("a.Shape"), Trait.SEALED)).isTrue();
    assertThat(units.has(units.find("a.Shape.Dot"), Trait.RECORD)).isTrue();
    assertThat(units.has(units.find("a.ShapeTest"), Trait.TEST)).isTrue();
    assertThat(units.doc(units.find("a.Shape"))).isEqualTo("A shape.");
    assertThat(Code.targets(survey, "a.ShapeTest#x", Kind.CALLS)).containsExactly("a.Shape.Dot#x");
    assertThat(Code.targets(survey, "a.Shape.Colour#GREEN", Kind.OVERRIDES))
        .containsExactly("a.Shape.Colour#n()");
    assertThat(Code.targets(survey, "a.Shape#size(int[], String...)", Kind.MENTIONS))
        .containsExactly("a.Shape.Dot");
    String text = code.overlay().text("src/main/java/a/Shape.java").text();
    int b = units.find("a.Shape.Line#b");
    assertThat(text.substring(units.nameAt(b), units.nameAt(b) + 3)).isEqualTo("b; ");
  }

  @Test
  void declarationsSpanWhatTheyDeclare() {
    Code code =
        code(
            """
            --- a/A.java
            package a;
            public class A {
              @Deprecated
              public static final int X = 1;
              /** Doc. */ @Override public String toString() { return "}"; }
            }
            """);
    Survey survey = code.survey();
    Units units = survey.units();
    String text = code.overlay().text("a/A.java").text();
    int method = units.find("a.A#toString()");
    int field = units.find("a.A#X");

    assertThat(text.substring(units.begin(method), units.end(method)))
        .isEqualTo("@Override public String toString() { return \"}\"; }");
    assertThat(text.substring(units.begin(field), units.end(field)))
        .startsWith("@Deprecated")
        .endsWith("1;");
    assertThat(units.lines(field)).isEqualTo(2);
  }

  @Test
  void documentationMentionsTypesByScope() {
    Code code =
        code(
            """
            --- a/A.java
            package a;
            import b.B;
            /** See {@link B#go(A)}, {@linkplain b.C.In it}, {@link String} and {@code B}.
             * @see A
             * @throws b.C never
             */
            class A {}
            --- b/B.java
            package b;
            public class B { public void go(a.Q q) {} }
            --- b/C.java
            package b;
            public class C extends Exception { public static class In {} }
            """);
    Survey survey = code.survey();

    assertThat(Code.targets(survey, "a.A", Kind.MENTIONS))
        .containsExactly("b.B", "a.A", "b.C", "b.C.In", "a.A", "b.C");
  }

  @Test
  void moduleDescriptorsNameTypesAndPackages() {
    Code code =
        code(
            """
            --- module-info.java
            module shop { requires java.sql; exports a to x, y; uses a.Face; provides a.Face with a.Impl; }
            --- a/Face.java
            package a;
            public interface Face {}
            --- a/Impl.java
            package a;
            public class Impl implements Face {}
            """);
    Survey survey = code.survey();

    assertThat(survey.problems()).isEmpty();
    assertThat(Code.targets(survey, "module-info.java", Kind.REFERS))
        .containsExactly("a", "a.Face", "a.Face", "a.Impl");
    assertThat(survey.at(Level.PACKAGE))
        .extracting(unit -> survey.units().name(unit))
        .doesNotContain("");
  }

  @Test
  void modulesAndRootsOfPlainFolders() {
    Code code =
        code(
            """
            --- shop/src/main/java/a/A.java
            package a;
            class A {}
            --- shop/src/test/java/a/ATest.java
            package a;
            class ATest {}
            --- tools/b/B.java
            package b;
            class B {}
            --- tools/b/Stray.java
            class Stray {}
            """);
    Survey survey = code.survey();
    Units units = survey.units();

    assertThat(survey.at(Level.MODULE))
        .extracting(units::name)
        .containsExactlyInAnyOrder("module:shop", "module:tools");
    assertThat(units.name(units.moduleOf(units.find("Stray")))).isEqualTo("module:tools");
    assertThat(units.has(units.find("a.ATest"), Trait.TEST)).isTrue();
    assertThat(units.has(units.find("a.A"), Trait.TEST)).isFalse();
  }

  @Test
  void mavenModulesSayTheirRootsAndParents() {
    Code code =
        code(
            """
            --- pom.xml
            <project><modelVersion>4.0.0</modelVersion><groupId>g</groupId><artifactId>all</artifactId>
            <version>1</version><packaging>pom</packaging><modules><module>one</module></modules>
            <build><testSourceDirectory>checks</testSourceDirectory></build></project>
            --- one/pom.xml
            <project><modelVersion>4.0.0</modelVersion><parent><groupId>g</groupId>
            <artifactId>all</artifactId><version>1</version></parent><artifactId>first</artifactId>
            <dependencies><dependency><groupId>no.such</groupId><artifactId>lib</artifactId>
            <version>9</version></dependency></dependencies></project>
            --- one/src/main/java/a/A.java
            package a;
            class A {}
            --- one/checks/a/ATest.java
            package a;
            class ATest {}
            """);
    Survey survey = code.survey();
    Units units = survey.units();

    assertThat(units.name(units.moduleOf(units.find("a.A")))).isEqualTo("module:first");
    assertThat(units.has(units.find("a.ATest"), Trait.TEST)).isTrue();
    assertThat(survey.problems())
        .anyMatch(p -> p.code().equals("library") && p.message().contains("no.such:lib"));
  }

  @Test
  void surveyDoesNotDependOnTheOrderOfFolders() {
    Code code =
        code(
            "--- z/a/A.java\n"
                + "package a;\n"
                + "public class A { b.B b; }\n"
                + "--- y/b/B.java\n"
                + "package b;\n"
                + "public class B {}\n");
    Survey one = code.survey();
    Survey two = code.survey();

    assertThat(one.units().columns().name()).isEqualTo(two.units().columns().name());
    assertThat(one.references().columns()).isDeepEqualTo(two.references().columns());
  }
}
