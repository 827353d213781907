package dev.vinesorter.java;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.core.plan.StepOutcome.Mention;
import dev.vinesorter.source.plan.Rehearsal;
import dev.vinesorter.source.text.Overlay;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Text that names what moves, and files that are no Java sources. */
class MentionsTest {
  @TempDir Path folder;
  private Code code;

  private static final String HOUSE =
      """
      --- src/main/java/shop/till/Till.java
      package shop.till;
      public class Till {
        static class Drawer {}
        public static String open() { return "open"; }
        public static void main(String[] args) throws Exception {
          Class<?> one = Class.forName("shop.till.Till$Drawer");
          String said = "shop.till.Till has shop.till.Tiller, not my.shop.till.Till" + '"';
          // "shop.till.Till" in a comment
          String block = \"""
              shop/till/Till and \\"shop.till.Till\\"
              \""";
        }
      }
      --- src/main/java/shop/till/Reader.java
      package shop.till;
      class Reader {
        Object one = getClass().getResource("slip.txt");
        Object two = Reader.class.getResourceAsStream("/shop/till/slip.txt");
        Object three = Reader.class.getClassLoader().getResource("shop/till/slip.txt");
        Object four = name("/shop/till/slip.txt");
        static Object name(String path) { return path; }
      }
      --- src/main/resources/shop/till/slip.txt
      Thank you.
      --- src/main/resources/META-INF/MANIFEST.MF
      Main-Class: shop.till.Till
      Note: shop.till.Till
      --- pom.xml
      <project>
        <modelVersion>4.0.0</modelVersion>
        <groupId>g</groupId><artifactId>a</artifactId><version>1</version>
        <properties><x>shop.till.Till</x><exec.mainClass>shop.till.Till</exec.mainClass></properties>
      </project>
      --- app/build.gradle
      application { mainClass = 'shop.till.Till' }
      --- log.properties
      logger.shop.till.Till=DEBUG
      shop.till.Till=DEBUG
      shop.till.Till.open=1
      --- NOTES.md
      See src/main/java/shop/till/Till.java, shop.till.Till#open() and src/main/resources/shop/till/slip.txt.
      --- plan.yaml
      steps:
        - move: shop.till.Till
          into: shop.bank
      """;

  @BeforeEach
  void draw() {
    code = Code.at(folder).with(HOUSE);
  }

  private Rehearsal done(Step... steps) {
    return code.accepted(steps);
  }

  private static List<String> shown(Rehearsal rehearsal) {
    return rehearsal.steps().get(0).mentions().stream().map(MentionsTest::shown).sorted().toList();
  }

  private static String shown(Mention mention) {
    String path = mention.site().file();
    return (mention.changed() ? "changed " : "told ")
        + path.substring(path.lastIndexOf('/') + 1)
        + ":"
        + mention.site().line()
        + " "
        + mention.name()
        + " -> "
        + mention.becomes();
  }

  @Test
  void certainOnesAreChangedAndTheRestIsTold() {
    Rehearsal rehearsal = done(Step.move("shop.till.Till", "shop.bank", true, 0));
    assertThat(shown(rehearsal))
        .containsExactly(
            "changed MANIFEST.MF:1 shop.till.Till -> shop.bank.Till",
            "changed Till.java:6 shop.till.Till -> shop.bank.Till",
            "changed build.gradle:1 shop.till.Till -> shop.bank.Till",
            "changed pom.xml:4 shop.till.Till -> shop.bank.Till",
            "told MANIFEST.MF:2 shop.till.Till -> shop.bank.Till",
            "told NOTES.md:1 shop.till.Till -> shop.bank.Till",
            "told NOTES.md:1 shop/till/Till -> shop/bank/Till",
            "told Till.java:10 shop.till.Till -> shop.bank.Till",
            "told Till.java:10 shop/till/Till -> shop/bank/Till",
            "told Till.java:7 shop.till.Till -> shop.bank.Till",
            "told log.properties:2 shop.till.Till -> shop.bank.Till",
            "told log.properties:3 shop.till.Till -> shop.bank.Till",
            "told pom.xml:4 shop.till.Till -> shop.bank.Till");
    Overlay after = rehearsal.sources();
    assertThat(after.text("src/main/java/shop/bank/Till.java").text())
        .contains("Class.forName(\"shop.bank.Till$Drawer\")", "\"shop.till.Till has");
    assertThat(after.text("pom.xml").text()).contains("<x>shop.till.", "mainClass>shop.bank.");
    assertThat(after.text("plan.yaml").text()).contains("move: shop.till.Till");
  }

  @Test
  void othersAreChangedWhenTheStepSaysSo() {
    Step step = new Step.Rename(List.of("shop.till"), "shop.desk", Set.of(Leave.MENTIONS), 0);
    Overlay after = done(step).sources();
    assertThat(after.text("NOTES.md").text())
        .startsWith("See src/main/java/shop/desk/Till.java, shop.desk.Till#open()");
    assertThat(after.text("src/main/java/shop/desk/Till.java").text())
        .contains("\"shop.desk.Till has shop.till.Tiller, not my.shop.till.Till\"")
        .contains("// \"shop.till.Till\" in a comment", "shop/desk/Till and \\\"shop.desk.Till");
    assertThat(after.text("log.properties").text())
        .isEqualTo("logger.shop.till.Till=DEBUG\nshop.desk.Till=DEBUG\nshop.desk.Till.open=1\n");
  }

  @Test
  void membersAreNamedInTextToo() {
    assertThat(shown(done(Step.rename("shop.till.Till#open()", "unlock", 0))))
        .containsExactly(
            "told NOTES.md:1 shop.till.Till#open -> shop.till.Till#unlock",
            "told log.properties:3 shop.till.Till.open -> shop.till.Till.unlock");
  }

  @Test
  void fileGoesIntoAFolderAndItsReadersFindIt() {
    String slip = "src/main/resources/shop/till/slip.txt";
    Rehearsal rehearsal = done(Step.move(slip, "src/main/resources/shop/paper", false, 0));
    assertThat(shown(rehearsal))
        .containsExactly(
            "changed Reader.java:3 slip.txt -> /shop/paper/slip.txt",
            "changed Reader.java:4 /shop/till/slip.txt -> /shop/paper/slip.txt",
            "changed Reader.java:5 shop/till/slip.txt -> shop/paper/slip.txt",
            "told NOTES.md:1 src/main/resources/shop/till/slip.txt ->"
                + " src/main/resources/shop/paper/slip.txt",
            "told Reader.java:6 /shop/till/slip.txt -> /shop/paper/slip.txt");
    Overlay after = rehearsal.sources();
    assertThat(after.exists(slip)).isFalse();
    assertThat(after.text("src/main/resources/shop/paper/slip.txt").text())
        .isEqualTo("Thank you.\n");
    assertThat(after.text("src/main/java/shop/till/Reader.java").text())
        .contains("getClass().getResource(\"/shop/paper/slip.txt\")");
  }

  @Test
  void javaFileGoesWithItsTypesAndAStepDoneBeforeIsTold() {
    String till = "src/main/java/shop/till/Till.java";
    Step step = Step.move(till, "src/main/java/shop/bank/", true, 0);
    Rehearsal rehearsal = done(step, step);
    assertThat(rehearsal.sources().text("src/main/java/shop/bank/Till.java").text())
        .startsWith("package shop.bank;");
    assertThat(rehearsal.steps().get(1).done()).isTrue();
  }

  @ParameterizedTest
  @CsvSource({
    "src/main/resources/shop/till/slip.txt, test/files, resource-read",
    "src/main/resources/shop/till/slip.txt, .git/hooks, bad-target",
    "src/main/resources/shop/till/slip.txt, pom.xml, name-clash",
    "pom.xml, sub, bad-target",
    "none/none.txt, sub, unknown-unit",
    "src/main/java/shop/till/Till.java, other, bad-target"
  })
  void refusals(String file, String into, String reason) {
    StepOutcome outcome = code.rehearse(Step.move(file, into, true, 0)).steps().get(0);
    assertThat(outcome.reasons()).extracting(StepOutcome.Reason::code).contains(reason);
  }
}
