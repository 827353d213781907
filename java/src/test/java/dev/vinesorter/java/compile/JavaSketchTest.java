package dev.vinesorter.java.compile;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.java.build.JavaFile;
import dev.vinesorter.java.read.SketchChange;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class JavaSketchTest {
  private static String sketch(String text) {
    return JavaSketch.of(
        new JavaFile("A.java", text, JavaTokens.of(text), "", "", "m", false, false, false));
  }

  @Test
  void headsStayAndBodiesGo() {
    String sketch =
        sketch(
            """
            package a.b; // here
            import java.util.*;
            /** Doc. */
            @Note({1, 2}) public abstract class A<T extends List<T>> implements I {
              static { System.out.println("{"); }
              { run(); }
              private final int x = 1, y[] = {1, 2};
              final Runnable r = () -> { go(); };
              A(int... i) { this.x = "}".length(); }
              @Over(kinds = {A.class}) protected abstract <U> Map<T, U> m(final T t) throws E;
              int old()[] { return null; }
              enum Kind { ONE(1) { int f() { return 2; } }, TWO { }; Kind(int... i) {} }
              record Point(int x, int y) { Point { check(x); } int sum() { return x + y; } }
              @interface Mark { int[] value() default {1, 2}; String s() default "x"; }
              sealed interface Shape permits Round { default void draw() { go(); } }
              non-sealed class Round implements Shape { }
            }
            class Second { int a >> 2; }
            """);
    List<JavaSketch.Source> sources = JavaSketch.sources(sketch);
    assertThat(sources).extracting(JavaSketch.Source::name).containsExactly("A", "Second");
    assertThat(sources.get(0).packageName()).isEqualTo("a.b");
    assertThat(sources.get(0).text())
        .isEqualTo(
            """
            package a.b; import java.util.*;
            @Note({1, 2}) public abstract class A<T extends List<T>> implements I {
            private final int x = 1, y[] ={};
            final Runnable r = () ->{};
            A(int... i){}
            @Over(kinds = {A.class}) protected abstract <U> Map<T, U> m(final T t) throws E;
            int old()[]{}
            enum Kind {
            ONE(1) {} , TWO {};
            Kind(int... i){}
            }
            record Point(int x, int y) {
            Point{}
            int sum(){}
            }
            @interface Mark {
            int[] value() default{};
            String s() default "x";
            }
            sealed interface Shape permits Round {
            default void draw(){}
            }
            non-sealed class Round implements Shape {
            }
            }
            """);
    assertThat(JavaSketch.packageOf(sketch)).isEqualTo("a.b");
    assertThat(sketch).contains("Mm\t").contains("Mx,y\t").contains("Mold\t");
  }

  @Test
  void whatHasNoBalanceHasNoSketch() {
    assertThat(sketch("class A { void f() { }")).isNull();
    assertThat(sketch("class A { int x }")).isNull();
    assertThat(sketch("void main() { }")).isNull();
    assertThat(sketch("package a;")).isEqualTo("Hpackage a;\n");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "class A { int f() { return 1; } } | class A { int f() { return 2; } /* x */ } | nothing",
        "class A { int f() { return 1; } } | class A { long f() { return 1; } } | f",
        "class A { int f, g; } | class A { int f, h; } | f,g,h",
        "class A { } | class A { class B { } } | wide B",
        "class A { } | class A extends B { } | wide",
        "interface A { void f(); } | interface A { void f(); void g(); } | wide",
        "abstract class A { abstract void f(); } | abstract class A { } | wide",
        "class A { static final int X = 1; } | class A { static final int X = 2; } | wide",
        "enum A { X } | enum A { X, Y } | wide",
        "class A { } | class A { void close() { } } | wide",
        "import x.B; class A { void f() { B b; } } | class A { void f() { B b; } } | nothing",
        "import x.B; class A { B f() { } } | class A { B f() { } } | wide",
        "import x.*; class A { } | class A { } | wide",
        "import x.B; class A { B f() { } } | class A { } | f",
        "class A { <V> Map<V, Integer> f(V[] v) { } } | class A { } | f",
        "class A { int a = 1, b[], c; } | class A { } | a,b,c",
        "class A { String[] a() { } } | class A { } | a",
        "class A { private static final int X = 1; } | class A { public static final int X = 1; } |"
            + " X",
        "class A { @B(\"private \") final int X = 1; } | class A { @B(\"\") final int X = 1; } |"
            + " wide",
      })
  void changeReachesAsFarAsOthersCanSee(String old, String fresh, String expected) {
    SketchChange change = SketchChange.between(sketch(old), sketch(fresh));
    String names = String.join(",", new java.util.TreeSet<>(change.names()));
    String said =
        change.isEmpty()
            ? "nothing"
            : change.wide() ? ("wide " + String.join(",", change.types())).trim() : names;
    assertThat(said).isEqualTo(expected);
  }

  @Test
  void fileThatCameOrWentIsWideWithItsTypes() {
    String sketch = sketch("class A { class B { } }");
    assertThat(SketchChange.between(null, sketch).types()).as("B by A").containsExactly("A");
    String more = sketch("class A { class B { class C { } } }");
    assertThat(SketchChange.between(sketch, more).types()).containsExactly("C");
    assertThat(SketchChange.between(sketch, null).wide()).isTrue();
    assertThat(SketchChange.typeNames(sketch)).containsExactly("A", "B");
  }
}
