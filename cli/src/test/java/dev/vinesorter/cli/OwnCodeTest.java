package dev.vinesorter.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.dataformat.yaml.YAMLFactory;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
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
        Program.run(folder, "export", "--as", "csv", "--level", "package")
            .out()
            .lines()
            .skip(1)
            .toList();
    assertThat(rows).hasSizeGreaterThan(20);
    for (String row : rows) {
      String[] cells = row.split(",");
      int from = layer(trellis, cells[0]);
      int to = layer(trellis, cells[1]);
      assertThat(to).as(row + ": uses what is above").isGreaterThanOrEqualTo(from);
      boolean apart = trellis.at("/layers").get(from).path("apart").asBoolean();
      assertThat(from == to && apart).as(row + ": is to be kept apart").isFalse();
    }
    // The way of asking shows what there is: source does use files.
    assertThat(uses("dev.vinesorter.source", "java.nio.file")).isTrue();
    for (JsonNode rule : trellis.at("/never")) {
      List<String> bound = packages().stream().filter(p -> holds(rule.at("/from"), p)).toList();
      assertThat(bound).as(rule.toString()).isNotEmpty();
      for (String from : bound) {
        assertThat(uses(from, root(rule.at("/to")))).as("%s, %s", from, rule).isFalse();
      }
    }
  }

  private List<String> packages() {
    List<String> names = new ArrayList<>();
    Program.run(folder, "export", "--as", "json", "--level", "package")
        .json()
        .at("/units")
        .forEach(unit -> names.add(unit.asText()));
    return names;
  }

  private boolean uses(String from, String to) {
    Program.Run why = Program.run(folder, "why", from, to, "--json");
    // What nothing uses is no unit of the survey.
    if (why.err().contains("There is no unit '" + to + "'")) {
      return false;
    }
    return why.json().at("/direct").asBoolean();
  }

  private static boolean holds(JsonNode pattern, String packageName) {
    return (packageName + ".").startsWith(root(pattern) + ".");
  }

  /** The layer that holds a package; every package of ours has one. */
  private static int layer(JsonNode trellis, String packageName) {
    int layer = 0;
    for (JsonNode one : trellis.at("/layers")) {
      for (JsonNode held : one.at("/holds")) {
        if (holds(held, packageName)) {
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
