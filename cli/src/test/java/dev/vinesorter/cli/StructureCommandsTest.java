package dev.vinesorter.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import javax.xml.parsers.DocumentBuilderFactory;
import org.eclipse.jgit.api.Git;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.w3c.dom.Document;

/** Looking and judging, as users do it: the built program in a folder. */
class StructureCommandsTest {
  @TempDir Path folder;

  @BeforeEach
  void shop() throws IOException {
    Program.write(
        folder,
        """
        --- src/main/java/ui/Desk.java
        package ui;
        /** The desk. */
        public class Desk {
          public static void main(String[] words) { new pay.Bill().total(); }
        }
        --- src/main/java/pay/Bill.java
        package pay;
        import stock.Shelf;
        public class Bill {
          private final Shelf shelf = new Shelf();
          public int total() { return shelf.count() + 1; }
        }
        --- src/main/java/stock/Shelf.java
        package stock;
        public class Shelf {
          public int count() { return Page.SIZE; }
        }
        --- src/main/java/stock/Page.java
        package stock;
        class Page {
          static final int SIZE = pay.Money.ONE;
        }
        --- src/main/java/pay/Money.java
        package pay;
        public class Money { public static final int ONE = 1; }
        """);
  }

  private Program.Run run(String... words) {
    return Program.run(folder, words);
  }

  private void trellis(String text) throws IOException {
    Files.writeString(folder.resolve("trellis.yaml"), text);
  }

  @Test
  void showNamesTheUnitItsUsersAndItsCycle() {
    JsonNode card = run("show", "stock", "--json").json();
    assertThat(card.at("/cycleGroup")).hasSize(2);
    assertThat(card.at("/users/0/unit").asText()).isEqualTo("pay");
    assertThat(card.at("/uses/0/unit").asText()).isEqualTo("pay");
    assertThat(card.at("/contents")).hasSize(2);
    Program.Run text = run("show", "ui.Desk");
    assertThat(text.out()).contains("The desk.", "Used by 0", "Uses ", "Next: vinesort why");
    Program.Run wrong = run("show", "stock.Shelve");
    assertThat(wrong.code()).isEqualTo(2);
    assertThat(wrong.err()).contains("Did you mean stock.Shelf");
    assertThat(run("show", "ui.Desk#main(String[])", "--json").json().at("/figures")).isNotEmpty();
  }

  @Test
  void reachIsCutAtTheDepthAskedFor() {
    JsonNode reach = run("reach", "ui.Desk", "--depth", "2", "--json").json();
    assertThat(reach.at("/reached").asInt()).isEqualTo(4);
    assertThat(reach.at("/tree")).hasSize(2);
    assertThat(reach.at("/byDistance")).hasSize(4);
    Program.Run users = run("reach", "pay.Money", "--users");
    assertThat(users.out()).contains("can reach 4 types of 5", "stock.Page", "Cut at depth 3");
    Program.Run level = run("reach", "ui.Desk", "--level", "package");
    assertThat(level.code()).isEqualTo(2);
    assertThat(level.err()).contains("holds no packages");
  }

  @Test
  void checkJudgesPackagesBesideADescriptionOfTheirModule() throws IOException {
    // The description uses packages, and stands in none itself.
    Program.write(
        folder,
        """
        --- src/main/java/module-info.java
        module shop { exports pay; exports stock; provides pay.Tax with stock.Flat; }
        --- src/main/java/pay/Tax.java
        package pay;
        public interface Tax { }
        --- src/main/java/stock/Flat.java
        package stock;
        public class Flat implements pay.Tax { }
        """);
    trellis("acyclic: [package]\n");
    JsonNode check = run("check", "--json").json();
    assertThat(check.at("/breaches/0/rule").asText()).isEqualTo("acyclic");
    assertThat(check.at("/breaches/0/from").asText()).isEqualTo("stock");
    assertThat(check.at("/breaches/0/to").asText()).isEqualTo("pay");
  }

  @Test
  void matrixGoesFromPackagesToTypesAndBack() throws IOException {
    JsonNode matrix = run("matrix", "--json").json();
    assertThat(matrix.at("/units/0").asText()).isEqualTo("ui");
    assertThat(matrix.at("/blocks")).hasToString("[[1,2]]");
    JsonNode open = run("matrix", "--open", "stock", "--json").json();
    assertThat(open.at("/units").toString()).contains("stock.Shelf", "stock.Page", "\"pay\"");
    JsonNode within = run("matrix", "--within", "pay", "--json").json();
    assertThat(within.at("/level").asText()).isEqualTo("type");
    assertThat(within.at("/units")).hasSize(2);
    String text = run("matrix").out();
    assertThat(text).contains("!", "■", "vinesort why 'stock' 'pay'");
    assertThat(text).doesNotContain("\u001b");
    Path picture = folder.resolve("m.svg");
    assertThat(run("matrix", "--svg", picture.toString()).code()).isZero();
    assertThat(xml(Files.readAllBytes(picture)).getDocumentElement().getTagName()).isEqualTo("svg");
    assertThat(run("matrix", "--open", "nowhere").code()).isEqualTo(2);
    assertThat(run("matrix", "--within", "nowhere.**").err()).contains("Nothing fits");
  }

  private static Document xml(byte[] bytes) {
    try {
      return DocumentBuilderFactory.newInstance()
          .newDocumentBuilder()
          .parse(new ByteArrayInputStream(bytes));
    } catch (Exception e) {
      throw new AssertionError("not well-formed", e);
    }
  }

  @Test
  void layersAreDrawnAndWrittenAsAFirstTrellis() throws IOException {
    Path picture = folder.resolve("l.svg");
    assertThat(run("layers", "--svg", picture.toString()).code()).isZero();
    Document svg = xml(Files.readAllBytes(picture));
    assertThat(svg.getDocumentElement().getAttribute("width")).isEqualTo("1280");
    assertThat(svg.getDocumentElement().getTextContent()).contains("stock", "runs upwards");

    assertThat(run("layers", "--write").code()).isZero();
    JsonNode check = run("check", "--json").json();
    assertThat(check.at("/breaches")).hasSize(1);
    assertThat(check.at("/breaches/0/rule").asText()).isEqualTo("layers");
    assertThat(check.at("/unplaced").asInt()).isZero();
    Program.Run again = run("layers", "--write");
    assertThat(again.code()).isEqualTo(2);
    assertThat(again.err()).contains("is there already");
  }

  @Test
  void checkFailsOnNewBreachesOnly() throws IOException {
    assertThat(run("check").err()).contains("layers --write");
    trellis(
        """
        layers:
          - {name: top, holds: [ui]}
          - {name: pay, holds: [pay]}
          - {name: stock, holds: [stock]}
        """);
    Program.Run first = run("check", "--json");
    assertThat(first.code()).isEqualTo(1);
    JsonNode breach = first.json().at("/breaches/0");
    assertThat(breach.at("/from").asText()).isEqualTo("stock.Page");
    assertThat(breach.at("/to").asText()).isEqualTo("pay.Money");
    assertThat(breach.at("/sites/0/file").asText()).isEqualTo("src/main/java/stock/Page.java");
    assertThat(breach.at("/sites/0/line").asInt()).isEqualTo(3);
    assertThat(breach.at("/mend").asText()).isEqualTo("move pay.Money into stock");
    assertThat(run("check").out()).contains("1 new breach", "would mend it: move pay.Money");

    assertThat(run("check", "--accept").code()).isZero();
    Program.Run accepted = run("check", "--json");
    assertThat(accepted.code()).isZero();
    assertThat(accepted.json().at("/breaches/0/known").asBoolean()).isTrue();
    assertThat(accepted.json().at("/new").asInt()).isZero();

    Program.write(
        folder,
        """
        --- plan.yaml
        steps:
          - {move: pay.Money, into: stock, widen: true}
        """);
    Program.Run what = run("check", "--with", "plan.yaml", "--json");
    assertThat(what.json().at("/breaches")).isEmpty();
    assertThat(what.json().at("/mended/0/from").asText()).isEqualTo("stock.Page");
    assertThat(Files.exists(folder.resolve("src/main/java/pay/Money.java"))).isTrue();

    Program.write(
        folder,
        """
        --- src/main/java/stock/Worse.java
        package stock;
        class Worse { ui.Desk desk; }
        """);
    Program.Run worse = run("check", "--json");
    assertThat(worse.code()).isEqualTo(1);
    assertThat(worse.json().at("/new").asInt()).isEqualTo(1);
  }

  /** A group too large for the optimum: what is searched longer is no worse, and tells how good. */
  @Test
  void cutsOfLargeGroupsAreSearchedForLonger() throws IOException {
    StringBuilder facts =
        new StringBuilder("{\"facts\":1}\n{\"unit\":\"b\",\"level\":\"package\"}\n");
    facts.append("{\"unit\":\"b/B.cbl\",\"level\":\"file\",\"in\":\"b\",\"lines\":90}\n");
    java.util.Random random = new java.util.Random(1);
    for (int n = 0; n < 150; n++) {
      facts.append(
          "{\"unit\":\"b.T" + n + "\",\"level\":\"type\",\"in\":\"b/B.cbl\",\"line\":1}\n");
    }
    for (int n = 0; n < 900; n++) {
      facts.append(
          "{\"from\":\"b.T"
              + random.nextInt(150)
              + "\",\"to\":\"b.T"
              + random.nextInt(150)
              + "\",\"kind\":\"calls\",\"line\":"
              + (1 + random.nextInt(90))
              + ",\"column\":1,\"length\":1}\n");
    }
    Files.writeString(folder.resolve("big.facts.jsonl"), facts);
    JsonNode usual = run("cycles", "--level", "type", "--json").json().at("/groups/0/cut");
    JsonNode longer =
        run("cycles", "--level", "type", "--seconds", "1", "--json").json().at("/groups/0/cut");
    assertThat(usual.get("optimal").asBoolean()).isFalse();
    assertThat(usual.get("least").asLong()).isPositive().isLessThan(usual.get("weight").asLong());
    assertThat(longer.get("weight").asLong())
        .isBetween(usual.get("least").asLong(), usual.get("weight").asLong());
    assertThat(run("cycles", "--level", "type").out())
        .contains("(none has fewer than " + usual.get("least").asText() + ")");
    assertThat(run("cycles", "--seconds=-1").err()).contains("--seconds takes a number from 0");
  }

  @Test
  void checkSpeaksSarifAndJUnit() throws IOException {
    trellis(
        """
        layers:
          - {name: top, holds: [ui]}
          - {name: pay, holds: [pay]}
          - {name: stock, holds: [stock, gone]}
        limits: {type.members: 1, package.types: 1}
        """);
    run("check", "--accept");
    Program.write(
        folder,
        "--- src/main/java/stock/ä b.java\npackage stock;\nclass Wörse { ui.Desk desk; }\n");
    Program.Run sarif = run("check", "--as", "sarif");
    assertThat(sarif.code()).isEqualTo(1);
    assertThat(sarif.err()).contains("trellis.yaml:4:34: 'gone' names nothing");
    JsonSchema schema =
        JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V7)
            .getSchema(getClass().getResourceAsStream("/schema/sarif-schema-2.1.0.json"));
    assertThat(schema.validate(sarif.json())).isEmpty();
    JsonNode results = sarif.json().at("/runs/0/results");
    assertThat(results).hasSizeGreaterThan(3);
    assertThat(sarif.out()).contains("%C3%A4%20b.java", "\"suppressions\"", "\"new\"");
    // The check can fail: the schema does not take just anything.
    com.fasterxml.jackson.databind.node.ObjectNode broken = sarif.json().deepCopy();
    broken.put("version", "9");
    assertThat(schema.validate(broken)).isNotEmpty();

    Program.Run junit = run("check", "--as", "junit");
    Document suites = xml(junit.out().getBytes(StandardCharsets.UTF_8));
    assertThat(suites.getElementsByTagName("failure").getLength())
        .isEqualTo(run("check", "--json").json().at("/new").asInt());
    assertThat(suites.getElementsByTagName("skipped").getLength()).isPositive();
  }

  @Test
  void trellisThatCannotBeMeantIsRefused() throws IOException {
    trellis("layers:\n  - {name: a, holds: [pay]}\n  - {name: b, holds: [\"**\"]}\n");
    Program.Run overlap = run("check");
    assertThat(overlap.code()).isEqualTo(2);
    assertThat(overlap.err()).contains("trellis.yaml:3:23:", "overlaps");
    trellis("layers: 3\n");
    Program.Run broken = run("cycles");
    assertThat(broken.code()).isEqualTo(2);
    assertThat(broken.err()).contains("trellis.yaml:1:9:");
  }

  @Test
  void tidyViewsLeaveOutAndSayHowMuch() throws IOException {
    Program.write(
        folder,
        """
        --- src/main/java/made/Big.java
        // Written by a machine, DO NOT EDIT.
        package made;
        public class Big { ui.Desk desk; }
        --- src/main/java/left/Out.java
        package left;
        public class Out { }
        """);
    trellis("leave-out: [\"**/left/**\"]\ngenerated: DO NOT EDIT\nhide: generated\n");
    JsonNode survey = run("survey", "--json").json();
    assertThat(survey.at("/units/package").asInt()).isEqualTo(3);
    assertThat(survey.at("/leftOut/files").asInt()).isEqualTo(1);
    assertThat(survey.at("/leftOut/hidden/type").asInt()).isEqualTo(1);
    assertThat(run("survey").out()).contains("1 source left out by pattern", "1 type hidden");
    assertThat(run("matrix", "--json").json().at("/units").toString()).doesNotContain("made");
    assertThat(run("matrix", "--hide", "ui.**", "--json").json().at("/units")).hasSize(2);
    assertThat(run("show", "made.Big").code()).isZero();
    assertThat(run("layers", "--short", "stock=~").out()).contains("~");
    String fold = "**/*Shelf.java,**/*Page.java";
    assertThat(run("matrix", "--level", "file", "--fold", fold, "--json").json().at("/units"))
        .hasSize(4);
  }

  @Test
  void metricsRankWhatIsOverItsLimit() throws IOException {
    trellis("limits: {type.fan-out: 0}\n");
    JsonNode metrics = run("metrics", "--json").json();
    assertThat(metrics.at("/figures/0/metric").asText()).isEqualTo("type.fan-out");
    assertThat(metrics.at("/totals/types").asInt()).isEqualTo(5);
    assertThat(metrics.at("/limits/type.fan-out").asDouble()).isZero();
    assertThat(run("metrics").out()).contains("Where to begin", "1 types it uses, limit 0");
    JsonNode every = run("metrics", "--every", "--level", "package", "--json").json();
    assertThat(every.at("/figures").findValuesAsText("unit"))
        .contains("stock")
        .doesNotContain("ui.Desk");
  }

  @Test
  void driftComparesKeptSurveysFoldersAndRevisions() throws Exception {
    run("survey", "--keep", "first");
    try (Git git = Git.init().setDirectory(folder.toFile()).call()) {
      git.add().addFilepattern(".").call();
      git.commit()
          .setMessage("One")
          .setAuthor("N", "n@x")
          .setCommitter("N", "n@x")
          .setSign(false)
          .call();
      Program.write(
          folder,
          """
          --- src/main/java/stock/Page.java
          package stock;
          class Page {
            static final int SIZE = 1;
          }
          """);
      Files.move(
          folder.resolve("src/main/java/pay/Money.java"),
          folder.resolve("src/main/java/ui/Money.java"));
      Files.writeString(
          folder.resolve("src/main/java/ui/Money.java"),
          "package ui;\npublic class Money { public static final int ONE = 1; }\n");
      git.add().addFilepattern(".").setUpdate(false).call();
      git.commit()
          .setAll(true)
          .setMessage("Two")
          .setAuthor("N", "n@x")
          .setCommitter("N", "n@x")
          .setSign(false)
          .call();
      assertThat(git.status().call().isClean()).isTrue();

      for (String old : new String[] {"first", "HEAD~1"}) {
        JsonNode drift = run("drift", old, "--json").json();
        JsonNode packages = drift.at("/levels/1");
        assertThat(packages.at("/cyclesClosed")).hasSize(1);
        JsonNode types = drift.at("/levels/2");
        assertThat(types.at("/moved/0/to").asText()).isEqualTo("ui.Money");
        assertThat(types.at("/added")).isEmpty();
        assertThat(types.at("/dependenciesGone/0/from").asText()).isEqualTo("stock.Page");
      }
      assertThat(git.status().call().isClean()).as("nothing was touched").isTrue();
    }
    assertThat(run("drift", "HEAD~1", "HEAD").out()).contains("pay.Money  is now  ui.Money");
    assertThat(run("drift", folder.toString()).out()).contains("came, went or moved");
    assertThat(run("drift", "no-such-thing").code()).isEqualTo(2);

    Program.Run history = run("drift", "--history", "5", "--as", "csv");
    assertThat(history.out().lines()).hasSize(3);
    assertThat(history.out().lines().toList().get(2)).contains(",Two,");
    assertThat(run("drift", "--history", "5").err()).as("noted before").doesNotContain("reading");
    Path plots = folder.resolve("h.svg");
    run("drift", "--history", "5", "--svg", plots.toString());
    assertThat(xml(Files.readAllBytes(plots)).getDocumentElement().getTextContent())
        .contains("packages in cycles");
  }

  @Test
  void surveyAgainReadsOnlyWhatChangedAndSaysTheSame() throws IOException {
    JsonNode cold = run("survey", "--json").json();
    assertThat(run("survey", "--json").json().at("/units")).isEqualTo(cold.at("/units"));
    Program.write(
        folder,
        """
        --- src/main/java/ui/Desk.java
        package ui;
        public class Desk {
          public static void main(String[] words) { new stock.Shelf().count(); }
        }
        """);
    run("survey");
    byte[] again = Files.readAllBytes(folder.resolve(".vinesort/survey.bin"));
    run("survey", "--anew");
    assertThat(Files.readAllBytes(folder.resolve(".vinesort/survey.bin"))).isEqualTo(again);
    assertThat(run("why", "ui", "stock", "--json").json().at("/direct").asBoolean()).isTrue();
  }
}
