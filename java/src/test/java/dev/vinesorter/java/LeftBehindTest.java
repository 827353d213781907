package dev.vinesorter.java;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.java.member.Sweep;
import dev.vinesorter.source.plan.Rehearsal;
import dev.vinesorter.source.text.Overlay;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a moved member leaves behind: a way on for old callers, and what nobody reads any more. */
class LeftBehindTest {
  @TempDir Path folder;
  private Code code;

  private static final String LETTERS =
      """
      --- src/main/java/a/Writer.java
      package a;
      import java.util.List;
      public class Writer {
        public static final int WIDTH = 70;
        static int written;
        public String head(Letter letter, int... more)
            throws IllegalStateException {
          return "To " + letter.name() + more.length;
        }
        void sign(Letter letter) { letter.signed = true; }
        static <T> T first(List<T> of) { return of.get(0); }
      }
      --- src/main/java/a/Letter.java
      package a;
      public class Letter {
        boolean signed;
        String name() { return "fen"; }
      }
      --- src/main/java/a/Post.java
      package a;
      public class Post {
        /** Marks letters. */
        private final Stamp stamp = new Stamp();
        private final Ink ink = new Ink("blue");
        private final int size;

        Post(int size) {
          this.size = size;
        }

        String mark(Letter letter) { return stamp.on(letter) + size; }
        String ink(Letter letter) { return ink.in(letter); }
      }
      --- src/main/java/a/Ink.java
      package a;
      public class Ink {
        Ink(String colour) { System.setProperty("ink", colour); }
        String in(Letter letter) { return letter.name(); }
      }
      --- src/main/java/a/Room.java
      package a;
      public class Room {
        private Clock clock;
        private final int door;
        private int bell;
        Room(int door, Clock clock) {
          this.door = door;
          this.clock = clock;
        }
        Room() { this(1, null); }
        void clock(Clock clock) { this.clock = clock; }
        void bell(int times) { bell = times; }
        int seen(Clock other) {
          bell = 2;
          return door;
        }
      }
      --- src/main/java/a/Stamp.java
      package a;
      public class Stamp { String on(Letter letter) { return letter.name(); } }
      --- src/main/java/a/Clock.java
      package a;
      public class Clock { int ticks; }
      --- src/test/java/a/WriterTest.java
      package a;
      class WriterTest { void heads() { Writer one = new Writer(); one.head(new Letter()); } }
      """;

  @BeforeEach
  void draw() {
    code = Code.at(folder).with(LETTERS);
  }

  private Rehearsal moved(String member, String into, Leave... leaves) {
    return code.accepted(new Step.Move(List.of(member), into, Set.of(leaves), 0));
  }

  private static String text(Rehearsal rehearsal, String type) {
    return rehearsal.sources().text("src/main/java/a/" + type + ".java").text();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "first(List) | Clock | static <T> T first(List<T> of) {;  return Clock.first(of);}",
        "head(Letter, int...) | Letter | public String head(Letter letter, int... more) throws"
            + " IllegalStateException {;  return letter.head(more);}",
        "sign(Letter) | Letter | void sign(Letter letter) {;  letter.sign();}",
        "WIDTH | Clock | public static final int WIDTH = Clock.WIDTH;"
      })
  void oldPlacePassesCallersOn(String member, String into, String stays) {
    Rehearsal rehearsal = moved("a.Writer#" + member, "a." + into, Leave.WIDEN, Leave.FORWARD);
    String bare = member.replaceAll("\\(.*", "");
    String expected = stays.replace(";  ", "\n    ").replace(";}", ";\n  }");
    assertThat(text(rehearsal, "Writer"))
        .contains(
            "  /** @deprecated It is {@link "
                + into
                + "#"
                + bare
                + "} now. */\n  @Deprecated\n  "
                + expected);
  }

  @Test
  void fieldThatChangesCannotStayBesideItself() {
    StepOutcome outcome =
        code.rehearse(
                new Step.Move(List.of("a.Writer#written"), "a.Clock", Set.of(Leave.FORWARD), 0))
            .steps()
            .get(0);
    assertThat(outcome.reasons()).extracting(StepOutcome.Reason::code).contains("no-forward");
  }

  @Test
  void testsOfAMovedMethodAreProposed() {
    assertThat(moved("a.Writer#head(Letter, int...)", "a.Letter").steps().get(0).offers())
        .containsExactly(
            "a.WriterTest#heads() tests it; its place may be with the tests of a.Letter.");
  }

  @Test
  void whatNobodyReadsIsOfferedOrSwept() {
    Rehearsal told = moved("a.Stamp#on(Letter)", "a.Letter");
    assertThat(told.steps().get(0).offers())
        .containsExactly("Nobody reads a.Post#stamp any more; 'sweep: true' removes it.");
    Rehearsal swept = moved("a.Stamp#on(Letter)", "a.Letter", Leave.SWEEP);
    assertThat(swept.steps().get(0).offers())
        .containsExactly("Removed a.Post#stamp, which nobody reads any more.");
    assertThat(text(swept, "Post"))
        .contains("public class Post {\n  private final Ink", "return letter.on() + size;")
        .doesNotContain("tamp");
    assertThat(moved("a.Ink#in(Letter)", "a.Letter", Leave.SWEEP).steps().get(0).offers())
        .containsExactly(
            "Nobody reads a.Post#ink any more, but working out its first value may do something.");
  }

  /** The statement, the parameter that only it reads, what callers give for it, and the setter. */
  @Test
  void whatOnlyServedAFieldGoesWithIt() {
    Overlay sources = code.overlay();
    assertThat(Sweep.unread(code.survey(), Set.of("a.Room#clock", "a.Room#bell", "a.Room#door")))
        .containsExactlyInAnyOrder("a.Room#clock", "a.Room#bell");
    assertThat(Sweep.remove(code.survey(), sources, "a.Room#clock", false, new TreeSet<>()))
        .isNull();
    assertThat(sources.text("src/main/java/a/Room.java").text())
        .isEqualTo(
            """
            package a;
            public class Room {
              private final int door;
              private int bell;
              Room(int door) {
                this.door = door;
              }
              Room() { this(1); }
              void bell(int times) { bell = times; }
              int seen(Clock other) {
                bell = 2;
                return door;
              }
            }
            """);
  }
}
