package dev.vinesorter.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What apply says where not all of the edited code can be proven. */
class UnprovenTest {
  @TempDir Path folder;

  @BeforeEach
  void sources() throws IOException {
    Program.write(
        folder,
        """
        --- pom.xml
        <project>
          <modelVersion>4.0.0</modelVersion><groupId>g</groupId><artifactId>quay</artifactId><version>1</version>
          <dependencies>
            <dependency><groupId>org.nowhere</groupId><artifactId>gone</artifactId><version>3.1</version></dependency>
          </dependencies>
        </project>
        --- src/main/java/a/Rope.java
        package a;

        public class Rope {
          org.nowhere.Fibre fibre;

          int length() {
            return 1;
          }
        }
        --- src/main/java/a/Boat.java
        package a;

        class Boat {
          int one() {
            return new Rope().length();
          }
        }
        --- plan.yaml
        steps:
          - rename: a.Rope
            to: Line
        """);
    assertThat(Program.run(folder, "survey").code()).isZero();
  }

  @Test
  void whatCannotBeProvenIsCountedAndItsLibraryNamed() {
    Program.Run apply = Program.run(folder, "apply", "plan.yaml");
    assertThat(apply.code()).as(apply.err()).isZero();
    assertThat(apply.out())
        .contains("every one that binds to something means what it meant")
        .contains("the same in 2 methods")
        .contains("1 name binds to nothing; 1 file does not compile")
        .contains("'mvn dependency:get -Dartifact=org.nowhere:gone:3.1'");
  }

  @Test
  void strictRefusesWhatCannotBeProven() {
    Program.Run apply = Program.run(folder, "apply", "plan.yaml", "--strict", "--json");
    assertThat(apply.code()).isEqualTo(1);
    assertThat(apply.json().at("/applied").asBoolean()).isFalse();
    assertThat(apply.json().at("/objections/0").asText()).contains("not all of the edited code");
    assertThat(apply.json().at("/instructions/unbound").asInt()).isEqualTo(1);
    assertThat(folder.resolve("src/main/java/a/Rope.java")).exists();
  }

  @Test
  void allThatIsEditedIsProvenWhereItCompiles() throws IOException {
    Program.write(
        folder,
        """
        --- plan.yaml
        steps:
          - rename: a.Boat#one()
            to: two
        """);
    Program.Run apply = Program.run(folder, "apply", "plan.yaml", "--strict");
    assertThat(apply.code()).as(apply.out()).isZero();
    assertThat(apply.out()).contains("instructions         the same in 2 methods\n");
  }
}
