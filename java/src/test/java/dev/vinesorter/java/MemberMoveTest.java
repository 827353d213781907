package dev.vinesorter.java;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.source.plan.Rehearsal;
import dev.vinesorter.source.text.Overlay;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Methods and static fields go into other types: what changes, and what is refused. */
class MemberMoveTest {
  @TempDir Path folder;

  private static final String STATIC =
      """
      --- a/Tools.java
      package a;

      import java.util.List;
      import java.util.Set;

      public class Tools {
        private static final int LIMIT = 3;
        enum Size { SMALL, LARGE }

        /**
         * How many; see {@link #LIMIT} and {@link Size}.
         */
        static int count(List<String> of, Size size) { // all of them
          if (of.isEmpty()) {
            return b.Shop.NONE + other();
          }
          return size == Size.SMALL ? LIMIT : 1 + count(of.subList(1, of.size()), size);
        }

        static int other() { return Tools.count(List.of(), Size.LARGE); }
        Set<String> kept;
      }
      --- a/User.java
      package a;

      import static a.Tools.count;

      import java.util.List;

      /** Uses {@link Tools#count(List, Tools.Size)}. */
      class User {
        int n = count(List.of("x"), Tools.Size.LARGE) + a.Tools.count(null, null);
        boolean more = n > count(null, null);
        java.util.function.BiFunction<List<String>, Tools.Size, Integer> f = Tools::count;
      }
      --- b/Shop.java
      package b;

      public class Shop {
          public static final int NONE = 0;
      }
      """;

  private Overlay moved(String drawn, String member, String into) {
    Code code = Code.at(folder).with(drawn);
    Rehearsal rehearsal = code.accepted(Step.move(member, into, true, 0));
    return rehearsal.sources();
  }

  @Test
  void staticMethodTakesItsNamesAlongAndCallersFindIt() {
    Overlay after = moved(STATIC, "a.Tools#count(List, Size)", "b.Shop");
    assertThat(after.text("b/Shop.java").text())
        .isEqualTo(
            """
            package b;

            import a.Tools;
            import java.util.List;

            public class Shop {
                public static final int NONE = 0;

                /**
                 * How many; see {@link Tools#LIMIT} and {@link Tools.Size}.
                 */
                public static int count(List<String> of, Tools.Size size) { // all of them
                  if (of.isEmpty()) {
                    return NONE + Tools.other();
                  }
                  return size == Tools.Size.SMALL ? Tools.LIMIT : 1 + count(of.subList(1, of.size()), size);
                }
            }
            """);
    assertThat(after.text("a/Tools.java").text())
        .contains("public static final int LIMIT", "public enum Size", "public static int other()")
        .contains("return Shop.count(List.of(), Size.LARGE); }", "import b.Shop;")
        .doesNotContain("How many");
    assertThat(after.text("a/User.java").text())
        .contains("import static b.Shop.count;", "{@link Shop#count(List, Tools.Size)}")
        .contains("n = count(List.of(\"x\")", "+ Shop.count(null, null);", "Shop::count");
  }

  @Test
  void typeArgumentsOfCallsStayAndStaticMethodsMayHideEachOther() {
    Overlay after =
        moved(
            """
            --- a/Tools.java
            package a;
            import java.util.List;
            class Tools {
              static List<String> all() { return List.<String>of(Tools.<String>one("a")); }
              static <T> T one(T of) { return of; }
              List<String> here(b.Shop shop) { return this.<String>two(shop.name); }
              <T> List<T> two(T of) { return List.of(of); }
              static List<String> use(b.Shop shop) { return new Tools().here(shop); }
              static { use(new b.Shop()); }
            }
            class Other extends b.Shop {
              static List<String> all() { return null; }
              static List<String> own() { return all(); }
            }
            --- b/Shop.java
            package b;
            public class Shop { public String name = "shop"; }
            """,
            "a.Tools#all()",
            "b.Shop");
    assertThat(after.text("b/Shop.java").text())
        .contains("all() { return List.<String>of(Tools.<String>one(\"a\")); }");
    Code code = Code.at(folder);
    Overlay both =
        code.accepted(
                Step.move("a.Tools#one(T)", "b.Shop", true, 0),
                Step.move("a.Tools#here(Shop)", "b.Shop", true, 0))
            .sources();
    assertThat(both.text("a/Tools.java").text()).contains("of(Shop.<String>one(\"a\"))");
    assertThat(both.text("b/Shop.java").text())
        .contains("here(Tools tools) { return tools.<String>two(name); }");
  }

  /** Protected methods need no more when code that overrides them goes; those called do. */
  @Test
  void whatOverridesAWidenedMethodIsWidenedToo() {
    String drawn =
        """
        --- a/Tools.java
        package a;
        class Tools {
          static String lit() {
            return new Lamp() {
              @Override protected String oil() { return "new" + wick(this); }
              @Override String dim() { return "dim"; }
            }.oil();
          }
          static String wick(Lamp lamp) { return lamp.dim(); }
        }
        --- a/Lamp.java
        package a;
        public class Lamp {
          protected String oil() { return "oil"; }
          String dim() { return "low"; }
        }
        class Torch extends Lamp { String dim() { return "high"; } }
        --- b/Shop.java
        package b;
        public class Shop { }
        """;
    Overlay after = moved(drawn, "a.Tools#wick(Lamp)", "b.Shop");
    assertThat(after.text("a/Lamp.java").text())
        .contains("public String dim() { return \"low\"; }", "public String dim() { return \"high")
        .contains("protected String oil()");
    assertThat(after.text("a/Tools.java").text()).contains("@Override public String dim()");
    Step lit = Step.move("a.Tools#lit()", "b.Shop", true, 0);
    assertThat(Code.at(folder).rehearse(lit).steps())
        .flatExtracting(StepOutcome::reasons)
        .extracting(StepOutcome.Reason::code)
        .contains("override-lost");
    Overlay dark =
        Code.at(folder)
            .with(drawn.replace("@Override String dim() { return \"dim\"; }", ""))
            .accepted(lit)
            .sources();
    assertThat(dark.text("b/Shop.java").text()).contains("@Override protected String oil()");
    Code.at(folder)
        .with(
            "--- b/Glow.java\n"
                + "package b;\n"
                + "class Glow extends a.Lamp { public String dim() { return null; } }\n");
    assertThat(Code.at(folder).rehearse(Step.move("a.Tools#wick(Lamp)", "b.Shop", true, 0)).steps())
        .flatExtracting(StepOutcome::reasons)
        .extracting(StepOutcome.Reason::code)
        .containsExactly("override-gained");
  }

  @Test
  void newOwnerHasTheTypeParametersOfTheMethod() {
    Overlay after =
        moved(
            """
            --- a/Closure.java
            package a;
            class Closure {
              int calls;
              /**
               * Closes.
               *
               * @param <V> what is linked
               * @param <E> links
               * @param all where
               * @param start where from
               */
              <V extends Comparable<V>, E> V close(Links<V, E> all, V start) {
                calls++;
                V next = all.next(start);
                return next;
              }
              String use() { return close(new Links<String, Integer>(), "a"); }
            }
            --- a/Links.java
            package a;
            class Links<N extends Comparable<N>, V> { N next(N of) { return of; } }
            """,
            "a.Closure#close(Links, V)",
            "a.Links");
    assertThat(after.text("a/Links.java").text())
        .contains("  N close(Closure closure, N start) {", "N next = next(start);")
        .contains("@param start where from")
        .doesNotContain("@param <", "@param all");
    assertThat(after.text("a/Closure.java").text())
        .contains("return (new Links<String, Integer>()).close(this, \"a\");");
  }

  @Test
  void namesOfMissingLibrariesAreImportedAsTheyWere() {
    String drawn =
        """
        --- a/Tools.java
        package a;
        import static lost.Checks.sure;
        import lost.Maybe;
        class Tools {
          static @Maybe String one(@Maybe String of) { return of; }
          @Maybe String two() { return one(null); }
          static String three(String of) { return sure(of); }
        }
        --- b/Shop.java
        package b;
        public class Shop { }
        """;
    Overlay after = moved(drawn, "a.Tools#one(String)", "b.Shop");
    assertThat(after.text("b/Shop.java").text())
        .contains("import lost.Maybe;", "public static @Maybe String one(@Maybe String of)");
    assertThat(after.text("a/Tools.java").text()).contains("import lost.Maybe;", "Shop.one(null)");
    assertThat(
            Code.at(folder).rehearse(Step.move("a.Tools#three(String)", "b.Shop", true, 0)).steps())
        .flatExtracting(StepOutcome::reasons)
        .extracting(StepOutcome.Reason::code)
        .contains("unknown-name");
  }

  /**
   * Nested types that are named in full, and texts behind case that are no constants of an enum.
   */
  @Test
  void whatIsNamedInFullIsWidenedAndTextsBehindCaseGetTheirOwner() {
    Overlay after =
        moved(
            """
            --- a/Mode.java
            package a;
            enum Mode {
              READ, WRITE;
              private static final String R = "r";
              static Mode of(String text) {
                switch (text) {
                  case R: return READ;
                  default: return new Outer.Inner().mode;
                }
              }
              int rank() { switch (this) { case READ: return 1; default: return of(R).rank(); } }
            }
            --- a/Outer.java
            package a;
            class Outer { static class Inner { Mode mode; } }
            --- b/Shop.java
            package b;
            public class Shop { }
            """,
            "a.Mode#of(String)",
            "b.Shop");
    assertThat(after.text("b/Shop.java").text()).contains("case Mode.R: return Mode.READ;");
    assertThat(after.text("a/Outer.java").text())
        .contains("public class Outer { public static class Inner { public Mode mode; } }");
  }

  @Test
  void newOwnerNeedsNoImportOfWhatItHas() {
    String shop =
        """
        package b;

        import static a.Tools.COUNT;
        import static a.Tools.count;
        import static java.lang.Math.abs;

        class Shop { int n = count(COUNT) + abs(1); }
        """;
    String tools =
        """
        --- a/Tools.java
        package a;
        public class Tools {
          public static final int COUNT = 1;
          public static int count(int of) { return of; }
        }
        --- b/Shop.java
        """;
    Overlay after = moved(tools + shop, "a.Tools#count(int)", "b.Shop");
    assertThat(after.text("b/Shop.java").text())
        .contains("import static a.Tools.COUNT;\nimport static java.lang.Math.abs;\n\nclass");
    Overlay beside =
        moved(tools + shop + "class Desk { int n = count(2); }\n", "a.Tools#count(int)", "b.Shop");
    assertThat(beside.text("b/Shop.java").text())
        .contains("import static a.Tools.COUNT;\nimport static b.Shop.count;\nimport static java");
  }

  @Test
  void componentsAreReadByTheirAccessorsAndFieldsStandFirst() {
    String code =
        """
        --- a/Tag.java
        package a;
        record Tag(String name, int size) {
          static final int[] MOST = {2};
          static String text(Tag tag, char[] of) { return tag.name + tag.size() + of.length; }
          String text(Desk desk) { return name + size() + desk.hashCode(); }
        }
        --- a/Desk.java
        package a;
        class Desk {
          private Desk() {}
        }
        """;
    assertThat(moved(code, "a.Tag#text(Tag, char[])", "a.Desk").text("a/Desk.java").text())
        .contains("return tag.name() + tag.size() + of.length;");
    assertThat(moved(code, "a.Tag#text(Desk)", "a.Desk").text("a/Desk.java").text())
        .contains("return tag.name() + tag.size() + hashCode();");
    assertThat(moved(code, "a.Tag#MOST", "a.Desk").text("a/Desk.java").text())
        .contains("class Desk {\n  static final int[] MOST = {2};\n\n  private Desk() {}\n}");
  }

  @Test
  void newOwnerKnowsItsTypeParametersItsTypesAndItsObjectsMembers() {
    String code =
        """
        --- a/Desk.java
        package a;
        import java.util.List;
        import java.util.function.Function;
        class Desk {
          private final Desk next = null;
          private Shelf<Integer> shelf;
          Shelf<Integer> shelf() { return shelf; }
          <B, R> List<R> all(Shelf<B> shelf, Function<B, R> to) {
            return shelf.books.stream().map(to).toList();
          }
          int code(Shelf<?> shelf) { return shelf.hashCode() + Shelf.Board.count + hashCode(); }
          int sum(int n) { return n == 0 ? shelf.width : next.sum(n - 1) + shelf.width; }
          int used(Shelf<String> s) { return all(s, String::length).size() + code(s) + sum(2); }
        }
        class Clerk { int sum(Desk desk) { return desk.sum(3); } }
        --- a/Shelf.java
        package a;
        class Shelf<T> {
          java.util.List<T> books;
          int width;
          static class Board { static int count; }
        }
        """;
    assertThat(moved(code, "a.Desk#all(Shelf, Function)", "a.Shelf").text("a/Shelf.java").text())
        .contains("  <R> List<R> all(Function<T, R> to) {\n    return books.stream().map(to)");
    assertThat(moved(code, "a.Desk#code(Shelf)", "a.Shelf").text("a/Shelf.java").text())
        .contains("{ return hashCode() + Board.count + desk.hashCode(); }");
    Overlay after = moved(code, "a.Desk#sum(int)", "a.Shelf");
    assertThat(after.text("a/Shelf.java").text())
        .contains("return n == 0 ? width : desk.next.shelf().sum(desk.next, n - 1) + width;");
    assertThat(after.text("a/Desk.java").text())
        .contains("private Shelf<Integer> shelf;", "return desk.shelf().sum(desk, 3);");
  }

  @Test
  void fieldIsReadByItsGetterWhereItWouldHaveToBecomeLessPrivate() {
    Overlay after =
        moved(
            """
            --- a/Bell.java
            package a;
            public class Bell {
              private int hours;
              private int weight;
              private int marks;
              private int turns;
              public int hours() { return hours; }
              public int weight() { return this.weight; }
              public int marks() { return marks + 1; }
              String ring(Tower tower) { turns++; return tower.name + hours + this.weight + marks; }
              static int all(Bell bell) { return bell.hours + bell.marks; }
            }
            --- a/Tower.java
            package a;
            public class Tower { String name; }
            """,
            "a.Bell#ring(Tower)",
            "a.Tower");
    assertThat(after.text("a/Tower.java").text())
        .contains("{ bell.turns++; return name + bell.hours() + bell.weight() + bell.marks; }");
    assertThat(after.text("a/Bell.java").text())
        .contains("private int hours;", "private int weight;", "\n  int marks;", "\n  int turns;");
  }

  @Test
  void fieldThatAParameterHidesIsReachedThroughItsObject() {
    Overlay after =
        moved(
            """
            --- a/Bell.java
            package a;
            class Bell {
              private final Tower tower;
              Bell(Tower tower) { this.tower = tower == null ? new Tower() : tower; height(); }
              private int height() { return tower.steps + 1; }
            }
            --- a/Tower.java
            package a;
            class Tower { int steps; }
            """,
            "a.Bell#height()",
            "a.Tower");
    assertThat(after.text("a/Bell.java").text()).contains("this.tower.height();");
  }

  @Test
  void labelsOfASwitchStandAloneInTheNewPlace() {
    Overlay after =
        moved(
            """
            --- a/Tide.java
            package a;
            public enum Tide { LOW, HIGH { int m() { return 2; } }; int m() { return 1; } }
            --- a/Gauge.java
            package a;
            class Gauge {
              static int marks(Tide tide) {
                switch (tide) {
                  case LOW: return Tide.LOW.ordinal();
                  default: return switch (tide) { case LOW, HIGH -> HIGHEST; };
                }
              }
              static final int HIGHEST = 3;
            }
            --- b/Shop.java
            package b;
            public class Shop { }
            """,
            "a.Gauge#marks(Tide)",
            "b.Shop");
    assertThat(after.text("b/Shop.java").text())
        .contains("case LOW: return Tide.LOW.ordinal();", "case LOW, HIGH -> Gauge.HIGHEST;");
  }

  @Test
  void movedMembersKeepToTheHabitsOfTheirNewFile() {
    String drawn =
        """
        --- a/Bell.java
        package a;

        public class Bell {
            int weight;

            // Ringing ----

            /**
             * Rings.
             *
             * @param tower where
             * @param times how often
             */
            String ring(final Tower tower, final int times) {
                return tower.name + weight + times;
            }

            static int most() {
                return 3;
            }
        }
        --- a/Tower.java
        package a;

        public class Tower {
            String name;

            int steps() {
                return 1;
            }

            static class Stair {
                int width;
            }

        }
        --- a/Rope.java
        package a;

        public class Rope {
        }
        """;
    Overlay after = moved(drawn, "a.Bell#ring(Tower, int)", "a.Tower");
    assertThat(after.text("a/Tower.java").text())
        .isEqualTo(
            """
            package a;

            public class Tower {
                String name;

                int steps() {
                    return 1;
                }

                /**
                 * Rings.
                 *
                 * @param bell the bell
                 * @param times how often
                 */
                String ring(final Bell bell, final int times) {
                    return name + bell.weight + times;
                }

                static class Stair {
                    int width;
                }

            }
            """);
    assertThat(after.text("a/Bell.java").text())
        .isEqualTo(
            """
            package a;

            public class Bell {
                int weight;

                // Ringing ----

                static int most() {
                    return 3;
                }
            }
            """);
    assertThat(moved(drawn, "a.Bell#most()", "a.Rope").text("a/Rope.java").text())
        .isEqualTo(
            """
            package a;

            public class Rope {
                static int most() {
                    return 3;
                }
            }
            """);
  }

  @Test
  void annotationOfATypeStaysRightBeforeIt() {
    Overlay after =
        moved(
            """
            --- a/Tools.java
            package a;
            import java.util.Map.Entry;
            class Tools {
              static @Maybe Entry<String, @Maybe(1) Kind> first(Kind kind) { return null; }
              enum Kind { ONE }
            }
            --- a/Maybe.java
            package a;
            @java.lang.annotation.Target(java.lang.annotation.ElementType.TYPE_USE)
            @interface Maybe { int value() default 0; }
            --- b/Shop.java
            package b;
            class Shop { }
            """,
            "a.Tools#first(Kind)",
            "b.Shop");
    assertThat(after.text("b/Shop.java").text())
        .contains(
            "import a.Maybe;\nimport a.Tools;\nimport a.Tools.Kind;\nimport java.util.Map.Entry;")
        .contains("@Maybe Entry<String, @Maybe(1) Kind> first(Tools.Kind kind)");
  }

  @Test
  void constantGoesIntoAnEnumWithoutMembers() {
    Overlay after = moved(STATIC, "a.Tools#LIMIT", "a.Tools.Size");
    assertThat(after.text("a/Tools.java").text())
        .contains("enum Size { SMALL, LARGE;", "Size.LIMIT : 1")
        .doesNotContain("Tools.LIMIT");
  }

  private static final String OBJECTS =
      """
      --- a/Desk.java
      package a;

      public class Desk {
        private final Shelf shelf = new Shelf();
        private int asked;

        /**
         * The mark of a place.
         *
         * @param place the {@link Shelf}, or {@link #pick(Place)}
         * @param loud whether to shout
         */
        String mark(Place place, boolean loud) {
          String text = place.room() + "-" + place.row;
          return loud ? text.toUpperCase() : this.ask(text) + place;
        }

        String plain(Place place) {
          int row = place.row;
          return place.room() + row;
        }

        String usedBefore(Place place) { return place.room(); }
        static String safe() {
          Desk desk = new Desk();
          return desk.usedBefore(new Place());
        }

        String ask(String text) { asked++; return text; }

        int full() { return shelf.count() + shelf.count(); }

        String all(Place one, Desk other) {
          return mark(one, true) + other.mark(pick(one), false) + plain(one) + full();
        }

        Place pick(Place one) { return one; }
        boolean known(Place place) { return place != null; }
        synchronized void lock(Place place) { place.room(); }
        Runnable later(Place place) { return () -> ask(place.room()); }
        public boolean equals(Object other) { return other == this; }
        String both(Place one, Place two) { return one.room() + two.room(); }
        String twice(Place place) { return place.row == 0 ? "" : twice(place); }
        String anonymous(Place place) {
          return new Object() { public String toString() { return place.room(); } }.toString();
        }
      }
      --- a/Place.java
      package a;
      class Place {
        int row;
        String room() { return "r"; }
      }
      --- a/Shelf.java
      package a;
      class Shelf {
        int count() { return 2; }
      }
      --- a/Caller.java
      package a;
      class Caller {
        String m(Desk desk, Place place) {
          return desk.mark(place, desk.asked() > 1) + new Desk().mark(place, false);
        }
        String risky(Desk desk, Place place) { return desk.nothing(place); }
      }
      """;

  private static final String FIXED =
      OBJECTS
          .replace("desk.asked() > 1", "true")
          .replace("desk.nothing(place)", "desk.pick(place).room()");

  @Test
  void methodGoesToItsParameterAndTakesItsObjectAlong() {
    Overlay after = moved(FIXED, "a.Desk#mark(Place, boolean)", "a.Place");
    assertThat(after.text("a/Place.java").text())
        .contains("   * @param loud whether to shout\n   */")
        .doesNotContain("@param place")
        .contains("String mark(Desk desk, boolean loud) {")
        .contains("String text = room() + \"-\" + row;")
        .contains("desk.ask(text) + this;");
    assertThat(after.text("a/Desk.java").text())
        .contains("return one.mark(this, true) + pick(one).mark(other, false)");
    assertThat(after.text("a/Caller.java").text())
        .contains("place.mark(desk, true) + place.mark(new Desk(), false)");
  }

  @Test
  void objectThatIsNotNeededIsDroppedAndALocalKeepsItsName() {
    Overlay after = moved(FIXED, "a.Desk#plain(Place)", "a.Place");
    assertThat(after.text("a/Place.java").text())
        .contains("String plain() {\n    int row = this.row;\n    return room() + row;");
    assertThat(after.text("a/Desk.java").text()).contains("one.plain() + full()");
  }

  @Test
  void objectThatCannotBeNullMayBeDropped() {
    Overlay after = moved(FIXED, "a.Desk#usedBefore(Place)", "a.Place");
    assertThat(after.text("a/Desk.java").text())
        .contains("Desk desk = new Desk();\n    return new Place().usedBefore();");
    assertThat(after.text("a/Place.java").text())
        .contains("String usedBefore() { return room(); }")
        .doesNotContain("import");
  }

  @Test
  void methodGoesToTheObjectOfAField() {
    Overlay after = moved(FIXED, "a.Desk#full()", "a.Shelf");
    assertThat(after.text("a/Shelf.java").text())
        .contains("int full() { return count() + count(); }");
    assertThat(after.text("a/Desk.java").text()).contains("plain(one) + shelf.full();");
  }

  /**
   * Where nothing of the new type is at hand, the method becomes static, in a new type if wanted.
   */
  @Test
  void methodGoesAnywhereWithItsObject() {
    Code code =
        Code.at(folder)
            .file(
                "a/Sheet.java",
                """
                package a;
                public class Sheet {
                  private boolean torn;
                  public boolean isTorn() { return torn; }
                  public boolean mayGo(Post post) { return !torn && post == Post.KEEPER; }
                  enum Post { KEEPER }
                }
                """)
            .file(
                "a/Desk.java",
                """
                package a;
                class Desk {
                  boolean ask(Sheet sheet) { return sheet.mayGo(Sheet.Post.KEEPER); }
                }
                """);
    Overlay after =
        code.accepted(
                new Step.Move(
                    List.of("a.Sheet#mayGo(Post)"),
                    "b.Rules",
                    Set.of(Leave.NEW_TYPE, Leave.WIDEN),
                    0))
            .sources();
    assertThat(after.text("b/Rules.java").text())
        .isEqualTo(
            """
            package b;

            import a.Sheet;

            /** Comes from {@link a.Sheet}. */
            public final class Rules {
              private Rules() {}

              public static boolean mayGo(Sheet sheet, Sheet.Post post) { return !sheet.isTorn() && post == Sheet.Post.KEEPER; }
            }
            """);
    assertThat(after.text("a/Desk.java").text())
        .contains("return Rules.mayGo(sheet, Sheet.Post.KEEPER);");
  }

  @ParameterizedTest
  @CsvSource({
    "a.Desk#known(Place), null-receiver",
    "a.Desk#lock(Place), synchronized",
    "a.Desk#equals(Object), overriding",
    "a.Desk#both(Place; Place), two-targets",
    "a.Desk#shelf, no-target",
    "a.Desk#pick(Place), null-receiver"
  })
  void refusals(String member, String code) {
    String name = member.replace(";", ",");
    StepOutcome outcome =
        Code.at(folder).with(FIXED).rehearse(Step.move(name, "a.Place", true, 0)).steps().get(0);
    assertThat(outcome.reasons()).extracting(StepOutcome.Reason::code).contains(code);
  }

  /** The object and the argument before it change places; the program must not be able to tell. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "mark(1, place(), k = 3) | place().mark(1, this, k = 3)",
        "mark(k, place, k = 3) | place.mark(k, this, k = 3)",
        "self().mark(k, place, next()) | place.mark(k, self(), next())",
        "mark(next(), place, next()) | place.mark(next(), this, next())",
        "desk.mark(n, place, 1) | place.mark(n, desk, 1)",
        "self().mark(n, place, 1) | refused",
        "mark(n, place(), 1) | refused",
        "self().mark(1, place(), 1) | refused",
        "mark(k = 2, place, k) | refused",
        "desk.lamp.mark(next(), place, 1) | refused",
        "new Lamp().by(place) | place.by(new Lamp())",
        "lamp.plain(place) | place.plain()",
        "made().plain(place) | refused"
      })
  void orderOfEvaluationIsKept(String call, String after) {
    String method = call.replaceAll("(?s).*?([a-z]+)\\((?!\\)).*", "$1");
    String parameters = method.equals("mark") ? "(int, Place, int)" : "(Place)";
    String owner = call.contains("amp") || method.equals("plain") ? "Lamp" : "Desk";
    Code code =
        Code.at(folder)
            .with(
                """
                --- a/Desk.java
                package a;
                public class Desk {
                  int n;
                  Lamp lamp = new Lamp();
                  Desk self() { n++; return this; }
                  Lamp made() { n++; return new Lamp(); }
                  int next() { n++; lamp = new Lamp(); return n; }
                  Place place() { n++; return new Place(); }
                  String mark(int a, Place place, int c) { return place.row + "" + n + a + c; }
                  String all(Desk desk, Place place, int k) { return "" + %s; }
                }
                --- a/Lamp.java
                package a;
                public class Lamp {
                  int oil;
                  String mark(int a, Place place, int c) { return place.row + "" + oil + a + c; }
                  String by(Place place) { return place.row + "" + oil; }
                  int plain(Place place) { return place.row; }
                }
                --- a/Place.java
                package a;
                public class Place { int row; }
                """
                    .formatted(call));
    Step step = Step.move("a." + owner + "#" + method + parameters, "a.Place", true, 0);
    if (after.equals("refused")) {
      assertThat(code.rehearse(step).steps().get(0).reasons())
          .extracting(StepOutcome.Reason::code)
          .containsOnly("evaluation-order");
    } else {
      assertThat(code.accepted(step).sources().text("a/Desk.java").text())
          .contains("return \"\" + " + after + ";");
    }
  }

  @Test
  void accessIsNotWidenedUnasked() {
    StepOutcome outcome =
        Code.at(folder)
            .with(STATIC)
            .rehearse(Step.move("a.Tools#count(List, Size)", "b.Shop", false, 0))
            .steps()
            .get(0);
    assertThat(outcome.reasons()).extracting(StepOutcome.Reason::code).containsOnly("access");
    List<String> said = outcome.reasons().stream().map(StepOutcome.Reason::message).toList();
    assertThat(said).anyMatch(m -> m.contains("a.Tools#LIMIT"));
  }
}
