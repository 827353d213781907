package dev.vinesorter.java;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.source.plan.Rehearsal;
import dev.vinesorter.source.text.Overlay;
import java.io.IOException;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import javax.tools.ToolProvider;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * A program that tells in which order it does things is run before and after a method of it has
 * moved: it says the same.
 */
class MovedBehaviourTest {
  @TempDir Path folder;

  private static final String PROGRAM =
      """
      --- a/Press.java
      package a;

      import java.util.ArrayList;
      import java.util.List;
      import java.util.function.BiFunction;
      import java.util.function.Function;
      import java.util.function.Supplier;

      /** Presses sheets. */
      public class Press<K extends Comparable<K>, V> {
        static final StringBuilder LOG = new StringBuilder();
        private final Rack<K> rack = new Rack<>();
        private final List<V> done = new ArrayList<>();
        private int turns;

        class Screw {
          final int pitch;
          Screw(int pitch) { this.pitch = pitch + turns; }
        }

        Press<K, V> same(String what) { LOG.append(what).append(';'); return this; }
        <T> T same(T value, String what) { LOG.append(what).append(';'); return value; }

        String flatten(Sheet sheet, int times) {
          turns += times;
          return times == 0 ? sheet.name : flatten(sheet, times - 1) + sheet.thickness();
        }

        K highest(Rack<K> of, K other) {
          K best = other;
          for (K one : of.all) {
            best = one.compareTo(best) > 0 ? one : best;
          }
          turns++;
          return best;
        }

        int stacked(V value) {
          done.add(value);
          return rack.all.size() + done.size();
        }

        int counted() { return rack.all.size(); }

        Supplier<String> later(Sheet sheet) {
          return new Supplier<>() {
            int calls;
            @Override public String get() {
              calls++;
              turns++;
              return sheet.name + calls + turns + this.getClass().isAnonymousClass();
            }
          };
        }

        int turned(Sheet sheet) {
          List<Screw> both = List.of(new Screw(2), this.new Screw(3));
          Screw first = both.get(0);
          return first.pitch + both.get(1).pitch + sheet.thickness();
        }

        String below(Sheet sheet) {
          String names = "";
          while (sheet.under != sheet) {
            names += sheet.name + turns;
            sheet = sheet.under;
          }
          return names + Press.this.turns;
        }

        Sheet cut(String name) {
          Sheet fresh = new Sheet(name + turns, null);
          turns++;
          return fresh;
        }

        boolean fits(Sheet sheet) { return sheet.thickness() > turns; }

        String describe(String lead, Sheet sheet, int... more) {
          return lead + sheet.name + more.length + turns;
        }

        String thickness(Sheet sheet) { return "t" + sheet.thickness() + turns; }

        static String main() {
          LOG.setLength(0);
          Press<String, Integer> press = new Press<>();
          press.rack.all.add("fern");
          press.rack.all.add("reed");
          Sheet bottom = new Sheet("bottom", null);
          Sheet top = new Sheet("top", bottom);
          LOG.append(press.flatten(top, 3)).append(press.same("p").flatten(bottom, 1));
          LOG.append(press.highest(press.rack, "moss")).append(press.same("q").highest(press.rack, "z"));
          LOG.append(press.stacked(4)).append(press.stacked(press.same(5, "five")));
          LOG.append(press.counted());
          Supplier<String> later = press.later(top);
          LOG.append(later.get()).append(later.get());
          LOG.append(press.turned(press.same(top, "top")));
          LOG.append(press.below(top));
          LOG.append(press.cut("a").name).append(press.same("r").cut(press.same("b", "s")).name);
          Function<Sheet, Boolean> fits = press::fits;
          BiFunction<Press<String, Integer>, Sheet, Boolean> unbound = Press::fits;
          LOG.append(fits.apply(top)).append(unbound.apply(press, bottom));
          LOG.append(press.describe("x", top)).append(press.describe("y", top, 1, 2));
          LOG.append(press.thickness(press.cut(press.thickness(top))));
          return LOG.toString();
        }
      }
      --- a/Sheet.java
      package a;

      public class Sheet {
        final String name;
        final Sheet under;
        Sheet(String name, Sheet under) {
          this.name = name;
          this.under = under == null ? this : under;
        }
        int thickness() { return name.length(); }
      }
      --- b/Roll.java
      package b;
      public class Roll { }
      --- a/Rack.java
      package a;

      import java.util.ArrayList;
      import java.util.List;

      public class Rack<T extends Comparable<T>> {
        final List<T> all = new ArrayList<>();
      }
      """;

  private final Map<String, String> texts = new TreeMap<>();

  private Rehearsal moved(String program, Step step) {
    Code code = Code.at(folder.resolve("code")).with(program);
    Rehearsal rehearsal = code.accepted(step);
    Overlay after = rehearsal.sources();
    after.changed().forEach((path, text) -> texts.put(path, text.text()));
    return rehearsal;
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "flatten(Sheet, int) | Sheet | String flatten(Press<K, V> press, int times) {",
        "highest(Rack, K) | Rack | T highest(Press<T, V> press, T other) {",
        "stacked(V) | Rack | int stacked(Press<T, V> press, V value) {",
        "counted() | Rack | int counted() {",
        "later(Sheet) | Sheet | return Sheet.this.name + calls + press.turns",
        "turned(Sheet) | Sheet | List<Press<K, V>.Screw> both = List.of(press.new Screw(2),"
            + " press.new Screw(3));",
        "below(Sheet) | Sheet | Sheet sheet = this;",
        "cut(String) | Sheet | static <K extends Comparable<K>, V> Sheet cut(Press<K, V> press,",
        "fits(Sheet) | Sheet | <K extends Comparable<K>, V> boolean fits(Press<K, V> press) {",
        "describe(String, Sheet, int...) | Sheet | describe(String lead, Press<K, V> press, int...",
        "thickness(Sheet) | Sheet | String thickness(Press<K, V> press) {"
      })
  void programSaysTheSame(String member, String into, String written) throws Exception {
    String before = run(PROGRAM);
    Rehearsal rehearsal = moved(PROGRAM, Step.move("a.Press#" + member, "a." + into, true, 0));
    assertThat(texts.get("a/" + into + ".java")).contains(written.strip());
    assertThat(run(drawn(rehearsal.sources()))).isEqualTo(before).hasSizeGreaterThan(50);
  }

  @Test
  void referencesBecomeLambdasAndRecursionStaysHome() {
    moved(PROGRAM, Step.move("a.Press#fits(Sheet)", "a.Sheet", true, 0));
    assertThat(texts.get("a/Press.java"))
        .contains("fits = sheet -> sheet.fits(press);")
        .contains("unbound = (press2, sheet) -> sheet.fits(press2);");
    texts.clear();
    moved(PROGRAM, Step.move("a.Press#flatten(Sheet, int)", "a.Sheet", true, 0));
    assertThat(texts.get("a/Sheet.java"))
        .contains("return times == 0 ? name : flatten(press, times - 1) + thickness();");
  }

  @Test
  void stepSaysWhichOfTwoIsMeant() {
    String two =
        """
        --- a/A.java
        package a;
        class A {
          String both(B one, B two) { return one.name + two.name; }
          String use(A a) { return a.both(new B(), new B()); }
        }
        --- a/B.java
        package a;
        class B { String name = "b"; }
        """;
    Code code = Code.at(folder.resolve("code")).with(two);
    Step.Move step = Step.move("a.A#both(B, B)", "a.B", true, 0);
    assertThat(code.rehearse(step).steps().get(0).reasons().get(0).message())
        .isEqualTo("Two parameters are of that type. Name one of them with 'through: two'.");
    assertThat(code.rehearse(step.through("none")).steps().get(0).reasons().get(0).code())
        .isEqualTo("no-target");
    assertThat(code.rehearse(step.through("two")).steps().get(0).reasons().get(0).code())
        .isEqualTo("evaluation-order");
    moved(
        two.replace("new B(), new B()", "null, new B()").replace("a.both", "both"),
        step.through("two"));
    assertThat(texts.get("a/B.java")).contains("String both(B one) { return one.name + name; }");
    assertThat(texts.get("a/A.java")).contains("return new B().both(null);");
  }

  private static final String NULLS =
      """
      --- a/Press.java
      package a;
      public class Press {
        private Sheet top = new Sheet("top");
        private Sheet maybe;
        private Sheet set;
        private final Sheet low;
        boolean idle;

        Press(Sheet low) { this.low = low; }

        String sure(Sheet sheet) { return idle ? "idle" : sheet.name; }
        String loose(Sheet sheet) { return idle ? "idle" : sheet.name; }
        String strict(Sheet sheet) { String name = sheet.name; return idle ? "idle" : name; }
        String late(Sheet sheet) { if (idle) { return "idle"; } return sheet.name; }
        String onTop() { return idle ? "idle" : top.name; }
        String onLow() { return idle ? "idle" : low.name; }
        String onMaybe() { return idle ? "idle" : maybe.name; }
        private String onSet() { return idle ? "idle" : set.name; }
        private String prepared() { prepare(); return set.name; }
        private void prepare() { set = made(); }
        private Sheet made() { return idle ? new Sheet("made") : top; }

        private String guarded(Sheet sheet) { return sheet == null ? "none" : late(sheet); }

        String all() {
          StringBuilder said = new StringBuilder();
          for (Sheet sheet : new Sheet[] {null, low}) {
            said.append(sure(made())).append(guarded(sheet)).append(sheet == null ? loose(null) : "");
            try {
              said.append(strict(sheet));
            } catch (NullPointerException e) {
              said.append("nothing");
            }
            said.append(prepared());
            said.append(onTop()).append(onLow()).append(onMaybe()).append(onSet()).append(';');
            set = null;
          }
          return said.toString();
        }

        static String main() {
          Press press = new Press(new Sheet("low"));
          press.idle = true;
          String said = press.all();
          press.idle = false;
          press.maybe = new Sheet("maybe");
          return said + press.onMaybe() + press.onTop() + press.onLow() + press.sure(press.made());
        }
      }
      --- a/Sheet.java
      package a;
      class Sheet { final String name; Sheet(String name) { this.name = name; } }
      --- a/Rack.java
      package a;
      class Rack { }
      --- b/Roll.java
      package b;
      class Roll { }
      """;

  /** What would fail on null from now on is refused; what is not refused says the same. */
  @ParameterizedTest
  @CsvSource({
    "sure(Sheet), true",
    "loose(Sheet), false",
    "strict(Sheet), true",
    "late(Sheet), true",
    "onTop(), true",
    "onLow(), true",
    "onMaybe(), false",
    "onSet(), false",
    "prepared(), false",
    "guarded(Sheet), false"
  })
  void methodsGoOnlyWhereAnObjectIs(String method, boolean goes) throws Exception {
    Step step = Step.move("a.Press#" + method, "a.Sheet", true, 0);
    Rehearsal rehearsal = Code.at(folder.resolve("nulls")).with(NULLS).rehearse(step);
    assertThat(rehearsal.steps().get(0).reasons())
        .extracting(StepOutcome.Reason::code)
        .allMatch("null-receiver"::equals)
        .hasSize(goes ? 0 : rehearsal.steps().get(0).reasons().size());
    assertThat(rehearsal.accepted()).isEqualTo(goes);
    String said = run(NULLS);
    assertThat(run(drawn(rehearsal.sources()))).isEqualTo(said).contains("idle", "nothing");
  }

  private static String drawn(Overlay sources) {
    StringBuilder drawn = new StringBuilder();
    for (String path : List.of("a/Press.java", "a/Sheet.java", "a/Rack.java", "b/Roll.java")) {
      drawn.append("--- ").append(path).append('\n').append(sources.text(path).text());
    }
    return drawn.toString();
  }

  private String run(String program) throws Exception {
    Path place = Files.createTempDirectory(folder, "run");
    Code.at(place).with(program);
    List<String> arguments = new ArrayList<>(List.of("-nowarn", "-d", place.toString()));
    arguments.addAll(sources(place));
    assertThat(
            ToolProvider.getSystemJavaCompiler()
                .run(null, null, null, arguments.toArray(new String[0])))
        .isZero();
    try (URLClassLoader loader = new URLClassLoader(new URL[] {place.toUri().toURL()})) {
      var main = loader.loadClass("a.Press").getDeclaredMethod("main");
      main.setAccessible(true);
      return (String) main.invoke(null);
    }
  }

  private static List<String> sources(Path place) throws IOException {
    try (Stream<Path> all = Files.walk(place)) {
      return all.map(Path::toString).filter(path -> path.endsWith(".java")).toList();
    }
  }
}
