package dev.vinesorter.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A root with several languages, through the built program. */
class LanguagesTest {
  @TempDir Path folder;

  @BeforeEach
  void workshop() throws IOException {
    Program.write(
        folder,
        """
        --- desk/Label.java
        package desk;
        public class Label { String text; }
        --- driver/lamp.h
        void lamp_on(int steps);
        --- driver/lamp.c
        #include "lamp.h"
        void lamp_on(int steps) {}
        --- driver/main.c
        #include "lamp.h"
        int main(void) { lamp_on(2); return 0; }
        --- tools/price.py
        def of(item):
            return item.weigh()
        --- tools/stock.py
        from tools import price
        class Item:
            def weigh(self):
                return price.of(self)
        --- page/draw.ts
        export const draw = () => 1;
        --- page/app.ts
        import { draw } from "./draw";
        draw();
        """);
  }

  private Program.Run run(String... words) {
    return Program.run(folder, words);
  }

  /** The sources once a plan is carried out as it was foretold. */
  private Map<String, String> applied(String plan) throws IOException {
    JsonNode applied = run("apply", plan, "--json").json();
    assertThat(applied.at("/applied").asBoolean()).as(applied.toString()).isTrue();
    assertThat(applied.at("/forecastMet").asBoolean()).isTrue();
    return Program.sources(folder);
  }

  private void comesBack(Map<String, String> before) throws IOException {
    assertThat(run("undo").code()).isZero();
    assertThat(Program.sources(folder)).isEqualTo(before);
  }

  @Test
  void oneSurveyHasAllAndTellsWhatOnlyANameTells() {
    JsonNode survey = run("survey", "--json").json();
    // A header and its source are one.
    assertThat(survey.at("/units/file").asInt()).isEqualTo(7);
    assertThat(survey.at("/problems")).isEmpty();
    String why = run("why", "tools/price.py", "tools/stock.py").out();
    assertThat(why).contains("likely calls tools.stock.Item#weigh()");
    String files = run("export", "--as", "csv", "--level", "file").out();
    assertThat(files)
        .contains("driver/main.c,driver/lamp.h,", "page/app.ts,page/draw.ts,", "tools/price.py,")
        .doesNotContain("lamp.c");
    String certain = run("export", "--as", "csv", "--level", "file", "--certain").out();
    assertThat(certain).contains("tools/stock.py,tools/price.py,").doesNotContain("price.py,tools");
    String apart = run("export", "--as", "csv", "--level", "file", "--fold", "none").out();
    assertThat(apart).contains("driver/main.c,driver/lamp.c,calls,1");
  }

  @Test
  void filesOfEachLanguageMoveInOnePlanAndComeBack() throws IOException {
    Files.writeString(
        folder.resolve("plan.yaml"),
        """
        steps:
          - move: driver/lamp.h
            into: driver/include
          - move: tools/price.py
            into: tools/money
          - move: page/draw.ts
            into: page/view
          - move: desk.Label
            into: label
        """);
    Map<String, String> before = Program.sources(folder);
    JsonNode applied = run("apply", "plan.yaml", "--json").json();
    assertThat(applied.at("/applied").asBoolean()).isTrue();
    assertThat(applied.at("/forecastMet").asBoolean()).isTrue();
    Map<String, String> after = Program.sources(folder);
    assertThat(after.get("driver/main.c")).startsWith("#include \"include/lamp.h\"");
    assertThat(after.get("tools/stock.py")).startsWith("from tools.money import price");
    assertThat(after.get("page/app.ts")).contains("from \"./view/draw\"");
    assertThat(after).containsKeys("label/Label.java", "driver/include/lamp.h");
    comesBack(before);
  }

  @Test
  void whatStandsInFilesOfEachLanguageMovesInOnePlanAndComesBack() throws IOException {
    Program.write(
        folder,
        """
        --- tools/sheet.py
        MOST = 40
        FIRST = len("abc")

        def full(sheet):
            return len(sheet) > MOST
        --- page/rules.ts
        const LIMIT = 3;

        export function fits(n: number) {
          return n < LIMIT;
        }
        --- driver/steps.h
        #pragma once
        #define MOST_STEPS 4
        int step_count(void);
        --- driver/steps.c
        #include "steps.h"
        int step_count(void) { return MOST_STEPS; }
        --- plan.yaml
        title: What stands in files
        steps:
          - move: ["tools.sheet#full()", "tools.sheet#MOST"]
            into: tools/limits.py
          - move: page.rules#fits()
            into: page/fits.ts
            widen: true
          - move: driver.steps_h#MOST_STEPS
            into: driver/limits.h
          - move: driver.steps_c#step_count()
            into: driver/main.c
        """);
    Map<String, String> before = Program.sources(folder);
    run("survey");
    Map<String, String> after = applied("plan.yaml");
    assertThat(after.get("tools/limits.py"))
        .isEqualTo("MOST = 40\n\n\ndef full(sheet):\n    return len(sheet) > MOST\n");
    assertThat(after.get("tools/sheet.py")).isEqualTo("FIRST = len(\"abc\")\n");
    assertThat(after.get("page/fits.ts")).startsWith("import { LIMIT } from './rules';\n");
    assertThat(after.get("page/rules.ts")).isEqualTo("export const LIMIT = 3;\n");
    assertThat(after.get("driver/limits.h")).isEqualTo("#pragma once\n\n#define MOST_STEPS 4\n");
    assertThat(after.get("driver/main.c"))
        .contains("#include \"steps.h\"", "int step_count(void) { return MOST_STEPS; }")
        .contains("#include \"limits.h\"");
    comesBack(before);
  }

  @Test
  void whatStandsInNamespacesOfEachLanguageMovesInOnePlanAndComesBack() throws IOException {
    Program.write(
        folder,
        """
        --- app/press/Press.kt
        package salt.press

        class Press

        fun Press.isHot() = true
        --- app/desk/Desk.kt
        package salt.desk

        import salt.press.*

        fun dry(press: Press) = press.isHot()
        --- net/Salt.csproj
        <Project><ItemGroup><Compile Include="Press\\Press.cs" /></ItemGroup></Project>
        --- net/Press/Press.cs
        namespace Salt.Press;

        public class Iron { }
        --- net/Desk/Desk.cs
        namespace Salt.Desk;

        public class Table { public Press.Iron Iron; }
        --- web/src/Press/Press.php
        <?php
        namespace Salt\\Press;

        class Press {}
        --- web/src/Desk/Desk.php
        <?php
        namespace Salt\\Desk;

        use Salt\\Press\\Press;

        class Desk { public Press $press; }
        --- gem/lib/salt.rb
        require 'salt/press'
        --- gem/lib/salt/press.rb
        class Press
        end
        --- plan.yaml
        title: What stands in namespaces
        steps:
          - move: salt.press.Press_kt#Press::isHot()
            into: salt.rules
          - move: Salt.Press.Iron
            into: Salt.Tools
          - move: web/src/Press/Press.php
            into: web/src/Tools
          - move: gem/lib/salt/press.rb
            into: gem/lib/salt/tools
        """);
    Map<String, String> before = Program.sources(folder);
    run("survey");
    Map<String, String> after = applied("plan.yaml");
    assertThat(after.get("app/rules/Press.kt"))
        .isEqualTo("package salt.rules\n\nimport salt.press.Press\n\nfun Press.isHot() = true\n");
    assertThat(after.get("app/desk/Desk.kt"))
        .contains("import salt.press.*\nimport salt.rules.isHot\n");
    assertThat(after.get("net/Desk/Desk.cs")).contains("public Salt.Tools.Iron Iron;");
    assertThat(after.get("net/Salt.csproj")).contains("Tools\\Press.cs");
    assertThat(after.get("web/src/Tools/Press.php")).contains("namespace Salt\\Tools;");
    assertThat(after.get("web/src/Desk/Desk.php")).contains("use Salt\\Tools\\Press;");
    assertThat(after.get("gem/lib/salt.rb")).isEqualTo("require 'salt/tools/press'\n");
    comesBack(before);
  }

  @Test
  void whatKotlinMakesOrTakesForAnotherIsNotChangedBehindItsBack() throws IOException {
    Program.write(
        folder,
        """
        --- app/src/salt/press/Queue.java
        package salt.press;

        public class Queue extends java.util.ArrayDeque<String> {}
        --- app/src/salt/press/Desk.java
        package salt.press;

        public class Desk {
          public Desk() {}
        }
        --- app/src/salt/desk/Use.kt
        package salt.desk

        import salt.press.Desk
        import salt.press.Queue

        fun first(queue: Queue): String = queue.poll()

        fun desk(): Desk = Desk()
        --- compose.yaml
        steps:
          - compose: salt.press.Queue
            as: waiting
        --- signature.yaml
        steps:
          - signature: salt.press.Desk#Desk()
            parameters: [{new: lamps, type: int, value: "2"}]
        """);
    run("survey");
    assertThat(run("rehearse", "compose.yaml").out())
        .contains("salt.press.Queue, and may take it for java.util.ArrayDeque, and does not");
    assertThat(run("rehearse", "signature.yaml").out())
        .contains("app/src/salt/desk/Use.kt names salt.press.Desk, and makes it with (), and does");
  }

  @Test
  void kotlinAndJavaSeeEachOtherAndFollow() throws IOException {
    Program.write(
        folder,
        """
        --- app/src/salt/press/Press.java
        package salt.press;

        public class Press {
          private int hours;

          public boolean isHot() {
            return true;
          }

          public int getHours() {
            return hours;
          }

          public void setHours(int hours) {
            this.hours = hours;
          }

          public void dry(int hours) {}

          public void cool() {}
        }
        --- app/src/salt/press/Iron.kt
        package salt.press

        class Iron(val press: Press)
        --- app/src/salt/desk/Desk.kt
        package salt.desk

        import salt.press.Press

        class Desk {
            fun dry(press: Press): salt.press.Press? = if (press.isHot) press else null
        }

        fun lay(desk: Desk) = desk
        --- app/src/salt/desk/Warm.kt
        package salt.desk

        import salt.press.Press

        class Warm : Press() {
            override fun dry(hours: Int) = super.dry(hours + 1)

            fun ready(): Warm? = this.takeIf { true }
        }

        fun most(warm: Warm, some: List<Press>): Int {
            warm.hours = 2
            return warm.hours + some.maxOf { it.hours }
        }
        --- app/src/salt/desk/Clerk.java
        package salt.desk;

        /** Uses a salt.desk.Warm one. */
        class Clerk {
          Object work(Desk desk, salt.desk.Warm warm) {
            return DeskKt.lay(desk);
          }
        }
        --- app/src/salt/door/Door.java
        package salt.door;

        import salt.desk.*;
        import salt.desk.Desk;

        class Door {
          Desk desk;
          Warm warm;
        }
        --- warm.yaml
        steps:
          - move: salt.desk.Warm
            into: salt.tools
          - move: app/src/salt/desk/Desk.kt
            into: salt.door
        --- move.yaml
        steps:
          - move: salt.press.Press
            into: salt.tools
        --- rename.yaml
        steps:
          - rename: salt.press.Press#isHot()
            to: isWarm
          - rename: salt.press.Press
            to: Iron2
        --- dry.yaml
        steps:
          - rename: salt.press.Press#dry(int)
            to: press
          - remove: salt.press.Press#getHours()
          - rename: salt.press.Press#setHours(int)
            to: putHours
        --- hours.yaml
        steps:
          - rename: salt.press.Press#getHours()
            to: time
        --- cool.yaml
        steps:
          - rename: salt.press.Press#cool()
            to: chill
        """);
    Map<String, String> before = Program.sources(folder);
    run("survey");
    String all = run("export", "--as", "csv", "--level", "member").out();
    assertThat(all).contains("salt.desk.Desk#dry(),salt.press.Press#isHot(),reads,1");
    String types = run("export", "--as", "csv", "--level", "type").out();
    assertThat(types)
        .contains("salt.desk.Clerk,salt.desk.Desk,refers,1")
        .contains("salt.desk.Clerk,salt.desk.Desk_kt,refers,1")
        .contains("salt.press.Iron,salt.press.Press,refers,1");

    Program.Run refused = run("rehearse", "dry.yaml");
    assertThat(refused.code()).isEqualTo(1);
    assertThat(refused.out())
        .contains("not-yet: app/src/salt/desk/Warm.kt has salt.desk.Warm#dry(), as it has salt.pre")
        .contains("not-yet: app/src/salt/desk/Warm.kt names salt.press.Press#getHours(), and does")
        .contains("not-yet: app/src/salt/desk/Warm.kt names salt.press.Press#setHours(int), and");
    assertThat(run("rehearse", "cool.yaml").code()).isZero();
    assertThat(run("rehearse", "hours.yaml").out())
        .contains("1 place in sources of another language, app/src/salt/desk/Warm.kt:13, may mean")
        .contains("salt.press.Press#getHours() by 'hours', and nobody knows; look at it.");

    Map<String, String> renamed = applied("rename.yaml");
    assertThat(renamed.get("app/src/salt/desk/Desk.kt"))
        .contains("import salt.press.Iron2\n")
        .contains("fun dry(press: Iron2): salt.press.Iron2? = if (press.isWarm) press else null");
    assertThat(renamed.get("app/src/salt/desk/Warm.kt")).contains("class Warm : Iron2() {");
    comesBack(before);

    Map<String, String> followed = applied("warm.yaml");
    assertThat(followed.get("app/src/salt/desk/Clerk.java"))
        .isEqualTo(
            """
            package salt.desk;

            import salt.door.Desk;
            import salt.door.DeskKt;

            /** Uses a salt.tools.Warm one. */
            class Clerk {
              Object work(Desk desk, salt.tools.Warm warm) {
                return DeskKt.lay(desk);
              }
            }
            """);
    assertThat(followed.get("app/src/salt/door/Door.java"))
        .startsWith("package salt.door;\n\nimport salt.desk.*;\nimport salt.tools.Warm;\n\nclass");
    comesBack(before);

    Map<String, String> after = applied("move.yaml");
    assertThat(after.get("app/src/salt/press/Iron.kt"))
        .isEqualTo(
            "package salt.press\n\nimport salt.tools.Press\n\nclass Iron(val press: Press)\n");
    assertThat(after.get("app/src/salt/desk/Desk.kt"))
        .contains("import salt.tools.Press\n", "fun dry(press: Press): salt.tools.Press?");
    run("survey", "--anew");
    assertThat(run("export", "--as", "csv", "--level", "type").out())
        .contains("salt.press.Iron,salt.tools.Press,refers,1");
    comesBack(before);
  }

  @Test
  void aPatternIsForTheLanguageOfWhatItMeans() throws IOException {
    Files.writeString(
        folder.resolve("plan.yaml"), "steps:\n  - move: \"desk.*bel\"\n    into: desk.paper\n");
    run("survey");
    assertThat(applied("plan.yaml").keySet()).contains("desk/paper/Label.java");
  }

  @Test
  void whatALanguageCannotDoIsSaid() throws IOException {
    Files.writeString(folder.resolve("plan.yaml"), "steps:\n  - remove: tools.price\n");
    Program.Run run = run("rehearse", "plan.yaml");
    assertThat(run.code()).isEqualTo(1);
    assertThat(run.out()).contains("no-verb", "python", "'remove'");
    // Names that nobody knows are told by the language that has the verb.
    Files.writeString(folder.resolve("plan.yaml"), "steps:\n  - remove: desk.Lable\n");
    assertThat(run("rehearse", "plan.yaml").out()).contains("unknown-unit", "desk.Label");
    Program.Run facts = run("survey", "--facts", "elsewhere.jsonl");
    assertThat(facts.code()).isEqualTo(2);
    assertThat(facts.err()).contains("elsewhere.jsonl is no file of facts below the root");
  }

  @Test
  void factsOfASurveyGiveTheSameStructure() throws IOException {
    String facts = run("export", "--as", "facts").out();
    Path other = Files.createDirectory(folder.resolve(".other"));
    Files.writeString(other.resolve("shop.facts.jsonl"), facts);
    JsonNode one = run("survey", "--json").json();
    JsonNode two = Program.run(other, "survey", "--json").json();
    assertThat(two.at("/problems")).isEmpty();
    assertThat(two.at("/units")).isEqualTo(one.at("/units"));
    assertThat(two.at("/dependencies")).isEqualTo(one.at("/dependencies"));
  }
}
