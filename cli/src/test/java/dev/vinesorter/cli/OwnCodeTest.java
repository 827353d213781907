package dev.vinesorter.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
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

    List<String> rows =
        Program.run(folder, "export", "--as", "csv", "--level", "package")
            .out()
            .lines()
            .skip(1)
            .toList();
    assertThat(rows).isNotEmpty();
    String vine = "dev.vinesorter.";
    assertThat(rows)
        .noneMatch(
            row -> row.startsWith(vine + "core") && !row.split(",")[1].startsWith(vine + "core"))
        .noneMatch(row -> row.startsWith(vine + "source,") && row.contains("," + vine + "java,"))
        .noneMatch(row -> row.startsWith(vine + "report,") && row.contains("," + vine + "source,"))
        .noneMatch(row -> row.contains("," + vine + "cli,"))
        .noneMatch(row -> row.startsWith(vine + "core.graph,") && row.contains("core.model"))
        .noneMatch(row -> row.startsWith(vine + "core.model,") && row.contains("core.graph"));
  }
}
