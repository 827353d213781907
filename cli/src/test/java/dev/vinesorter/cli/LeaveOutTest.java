package dev.vinesorter.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is left out of looks is followed by plans all the same. */
class LeaveOutTest {
  @TempDir Path folder;

  @BeforeEach
  void sources() throws IOException {
    Program.write(
        folder,
        """
        --- src/main/java/shed/Boat.java
        package shed;

        class Boat {
          String name() {
            return "fen";
          }
        }
        --- src/main/java/quay/Rope.java
        package quay;

        public class Rope {}
        --- src/test/java/shed/BoatTest.java
        package shed;

        class BoatTest {
          String told = new Boat().name();
          Missing missing;
        }
        --- generated/gen/Gen.java
        package gen;

        public class Gen {
          quay.Rope rope;
        }
        --- trellis.yaml
        leave-out: ["**/src/test/**", "src/test", "generated"]
        --- plan.yaml
        steps:
          - move: shed.Boat
            into: quay
            widen: true
        """);
  }

  @Test
  void looksCountOnlyWhatIsLeftInAndAreAsIfTheRestWereNotThere() throws IOException {
    JsonNode survey = Program.run(folder, "survey", "--json").json();
    assertThat(survey.at("/units/file").asInt()).isEqualTo(2);
    assertThat(survey.at("/leftOut/files").asInt()).isEqualTo(2);
    assertThat(survey.at("/unresolved/references").asInt()).isZero();
    List<String> looks = new ArrayList<>();
    for (String level : List.of("module", "package", "file", "type", "member")) {
      looks.add(Program.run(folder, "matrix", "--level", level, "--json").out());
      looks.add(Program.run(folder, "metrics", "--level", level, "--json").out());
    }
    looks.add(Program.run(folder, "show", "quay.Rope", "--with-tests").out());
    assertThat(Program.run(folder, "show", "gen.Gen").code()).isEqualTo(2);

    Program.sources(folder).keySet().stream()
        .filter(path -> path.contains("test") || path.contains("gen/"))
        .forEach(path -> folder.resolve(path).toFile().delete());
    assertThat(Program.run(folder, "survey").code()).isZero();
    List<String> without = new ArrayList<>();
    for (String level : List.of("module", "package", "file", "type", "member")) {
      without.add(Program.run(folder, "matrix", "--level", level, "--json").out());
      without.add(Program.run(folder, "metrics", "--level", level, "--json").out());
    }
    without.add(Program.run(folder, "show", "quay.Rope", "--with-tests").out());
    assertThat(looks).isEqualTo(without);
  }

  @Test
  void movesFollowWhatIsLeftOut() throws IOException {
    assertThat(Program.run(folder, "survey").code()).isZero();
    Program.Run apply = Program.run(folder, "apply", "plan.yaml");
    assertThat(apply.code()).as(apply.out() + apply.err()).isZero();
    assertThat(folder.resolve("src/test/java/quay/BoatTest.java"))
        .content()
        .contains("package quay;", "new Boat().name()");
    Program.write(
        folder,
        """
        --- plan.yaml
        steps:
          - move: quay.Rope
            into: loft
        """);
    assertThat(Program.run(folder, "apply", "plan.yaml").code()).isZero();
    assertThat(folder.resolve("generated/gen/Gen.java")).content().contains("loft.Rope rope;");
  }

  @Test
  void planIsRehearsedInTheLightOfTheTrellisAsItIs() throws IOException {
    assertThat(Program.run(folder, "survey").code()).isZero();
    Files.writeString(folder.resolve("trellis.yaml"), "leave-out: [src/test]\n");
    Program.Run rehearse = Program.run(folder, "rehearse", "plan.yaml", "--json");
    assertThat(rehearse.err()).contains("reading again");
    assertThat(rehearse.json().at("/before/units/file").asInt()).isEqualTo(3);
  }

  @Test
  void whatABuildMadeIsReadAndProvenAndStaysForTheNextBuild() throws IOException {
    Program.write(
        folder,
        """
        --- pom.xml
        <project><modelVersion>4.0.0</modelVersion><groupId>g</groupId><artifactId>shed</artifactId>
        <version>1</version></project>
        --- src/main/grammar/Note.g4
        note: 'shed';
        --- src/main/java/shed/Book.java
        package shed;

        class Book {
          String told = new NoteReader().read(new Boat());
        }
        --- rename.yaml
        steps:
          - rename: shed.Boat#name()
            to: called
        --- src/main/java/shed/Oar.java
        package shed;

        class Oar {
          static Object made(String name) throws Exception {
            return Class.forName(name + "s");
          }

          static int length() {
            return 3;
          }
        }
        --- members.yaml
        steps:
          - move: shed.Oar#length()
            into: shed.Boat
          - move: shed.NoteReader#read(Boat)
            into: shed.Boat
        --- generated.yaml
        steps:
          - rename: shed.NoteReader
            to: Reader
        """);
    Program.Run unread = Program.run(folder, "survey", "--json");
    assertThat(unread.out()).contains("not-generated", "src/main/grammar/Note.g4");
    assertThat(unread.json().at("/unresolved/references").asInt()).isPositive();

    String made = "target/generated-sources/grammar/shed/NoteReader.java";
    Program.write(
        folder,
        """
        --- target/generated-sources/grammar/shed/NoteReader.java
        package shed;

        class NoteReader {
          String read(Boat boat) {
            return boat.name();
          }
        }
        --- target/generated-sources/copies/shed/Boat.java
        package shed;

        class Boat {}
        --- target/classes/shed/notes.java
        nothing that is read
        """);
    JsonNode survey = Program.run(folder, "survey", "--json").json();
    assertThat(survey.at("/unresolved/references").asInt()).isZero();
    assertThat(survey.at("/problems").toString()).doesNotContain("not-generated");
    assertThat(Program.run(folder, "show", "shed.NoteReader").code()).isEqualTo(2);

    String before = Program.sources(folder).get(made);
    assertThat(Program.run(folder, "rehearse", "generated.yaml").out())
        .contains("generated: shed.NoteReader is made by a build: " + made);
    assertThat(Program.run(folder, "rehearse", "members.yaml").out())
        .contains("1  ok", "2  refused", "generated: shed.NoteReader#read(Boat) is made by a build")
        .contains("1 place looks classes or members up");
    Program.Run applied = Program.run(folder, "apply", "rename.yaml");
    assertThat(applied.out())
        .contains("1 generated source names what changes, such as " + made, "forecast", "met")
        .doesNotContain("edited   target");
    assertThat(applied.code()).isZero();
    Map<String, String> after = Program.sources(folder);
    assertThat(after.get("src/main/java/shed/Boat.java")).contains("String called()");
    assertThat(after.get(made)).isEqualTo(before);
    assertThat(Program.run(folder, "survey", "--json").json().at("/unresolved/references").asInt())
        .isZero();
    assertThat(Program.run(folder, "undo").code()).isZero();
    assertThat(Program.run(folder, "rehearse", "rename.yaml").code()).isZero();
  }
}
