package dev.vinesorter.java;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.plan.MemberOrder.Group;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.source.plan.Rehearsal;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Members are put in order, with their comments, and what runs when a class is made still does. */
class SortTest {
  @TempDir Path folder;

  private Rehearsal sorted(Code code, Step step) {
    return code.accepted(step);
  }

  @Test
  void membersGoWhereTheirKindAndAccessSay() {
    Code code =
        Code.at(folder)
            .with(
                """
                --- a/Desk.java
                package a;

                /** A desk. */
                public class Desk { // one of two

                  private void wipe() {}

                  /** Never seen. */
                  static class Drawer {
                    int depth;
                  }

                  // ---- asking

                  /** Answers. */
                  public int answer() {
                    return ask(1); // always
                  }
                  private int ask(int n) { return n + twice; }

                  Desk() { wipe(); }

                  public void open() { answer(); }
                  int twice = LIMIT * 2;
                  private static final int LIMIT = 3, /* not
                    more */ MOST = 4;
                  static int made;

                  // the end
                }
                """);
    Rehearsal rehearsal = sorted(code, Step.sort("a.Desk", List.of(), 0));
    String expected =
        """
        package a;

        /** A desk. */
        public class Desk { // one of two

          private static final int LIMIT = 3, /* not
            more */ MOST = 4;
          static int made;
          int twice = LIMIT * 2;

          Desk() { wipe(); }

          public void open() { answer(); }

          // ---- asking

          /** Answers. */
          public int answer() {
            return ask(1); // always
          }

          private void wipe() {}

          private int ask(int n) { return n + twice; }

          /** Never seen. */
          static class Drawer {
            int depth;
          }

          // the end
        }
        """;
    assertThat(rehearsal.sources().text("a/Desk.java").text()).isEqualTo(expected);
    code.with("--- a/Desk.java\n" + expected);
    assertThat(code.rehearse(Step.sort("a.Desk", List.of(), 0)).steps().get(0).done()).isTrue();
  }

  @Test
  void valuesAreWorkedOutInTheirOldOrder() {
    Code code =
        Code.at(folder)
            .with(
                """
                --- a/Once.java
                package a;
                class Once {
                  static int early = count();
                  static final int FIRST = 1;
                  static int plain = 7;
                  static { plain++; }
                  static final int SECOND = count();
                  final int mine = other();
                  int given = 5;
                  int other() { return given; }
                  static int count() { return plain; }
                }
                """);
    Rehearsal rehearsal =
        sorted(code, Step.sort("a.Once", List.of(Group.METHODS, Group.CONSTANTS, Group.FIELDS), 0));
    assertThat(rehearsal.sources().text("a/Once.java").text())
        .isEqualTo(
            """
            package a;
            class Once {
              int other() { return given; }
              static int count() { return plain; }

              static final int FIRST = 1;
              static int early = count();
              static int plain = 7;
              static { plain++; }
              static final int SECOND = count();
              final int mine = other();
              int given = 5;
            }
            """);
  }

  @Test
  void membersThatShareALineStayTogetherAndBracesAreLeftAlone() {
    Code code =
        Code.at(folder)
            .with(
                """
                --- a/Two.java
                package a;
                enum Two {
                  ONE { void go() {} }, OTHER;
                  void go() {} int field; private int last;
                  static final int A = 1;
                }
                --- a/Short.java
                package a;
                class Short { void late() {}
                  int early;
                }
                """);
    Rehearsal rehearsal = sorted(code, Step.sort("a.Two", List.of(), 0));
    assertThat(rehearsal.sources().text("a/Two.java").text())
        .contains("OTHER;\n  static final int A = 1;\n  void go() {} int field; private");
    assertThat(
            code.rehearse(Step.sort("a.Short", List.of(), 0))
                .steps()
                .get(0)
                .reasons()
                .get(0)
                .code())
        .isEqualTo("one-line");
    assertThat(
            code.rehearse(Step.sort("a.Two#A", List.of(), 0))
                .steps()
                .get(0)
                .reasons()
                .get(0)
                .code())
        .isEqualTo("bad-target");
  }
}
