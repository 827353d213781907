package dev.vinesorter.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.dataformat.yaml.YAMLFactory;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Vine Sorter surveys itself: it keeps the directions that docs/architecture.md draws. */
class OwnCodeTest {
  private static final List<String> MODULES = List.of("core", "source", "java", "report", "cli");

  @TempDir Path folder;

  @Test
  void noPackageCycleAndNothingPointsBackUp() throws IOException {
    for (String module : MODULES) {
      Path main = Program.REPOSITORY.resolve(module).resolve("src/main/java");
      try (Stream<Path> all = Files.walk(main)) {
        for (Path file : all.filter(Files::isRegularFile).toList()) {
          Path copy =
              folder.resolve(module).resolve("src/main/java").resolve(main.relativize(file));
          Files.createDirectories(copy.getParent());
          Files.copy(file, copy);
        }
      }
    }
    JsonNode survey = Program.run(folder, "survey", "--json").json();
    assertThat(survey.at("/units/module").asInt()).isEqualTo(MODULES.size());
    assertThat(survey.at("/cycles/package/groups").asInt()).isZero();

    JsonNode trellis =
        new ObjectMapper(new YAMLFactory())
            .readTree(Program.REPOSITORY.resolve("trellis.yaml").toFile());
    List<String> rows =
        Program.run(folder, "export", "--as", "csv", "--level", "package").out().lines().skip(1).toList();
    assertThat(rows).hasSizeGreaterThan(20);
    for (String row : rows) {
      String[] cells = row.split(",");
      int from = layer(trellis, cells[0]);
      int to = layer(trellis, cells[1]);
      assertThat(to).as(row + ": uses what is above").isGreaterThanOrEqualTo(from);
      boolean apart = trellis.at("/layers").get(from).path("apart").asBoolean();
      assertThat(from == to && apart).as(row + ": is to be kept apart").isFalse();
    }
    for (JsonNode rule : trellis.at("/never")) {
      Program.Run why =
          Program.run(folder, "why", root(rule.at("/from")), root(rule.at("/to")), "--json");
      boolean unknown = why.code() == 2;
      assertThat(unknown || !why.json().at("/direct").asBoolean())
          .as("never %s: %s", rule, why.out())
          .isTrue();
    }
  }

  /** The layer that holds a package; every package of ours has one. */
  private static int layer(JsonNode trellis, String packageName) {
    int layer = 0;
    for (JsonNode one : trellis.at("/layers")) {
      for (JsonNode held : one.at("/holds")) {
        if ((packageName + ".").startsWith(root(held) + ".")) {
          return layer;
        }
      }
      layer++;
    }
    throw new AssertionError("No layer of trellis.yaml holds " + packageName);
  }

  private static String root(JsonNode pattern) {
    return pattern.asText().replace(".**", "");
  }
}
