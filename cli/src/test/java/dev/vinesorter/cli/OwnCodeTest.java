package dev.vinesorter.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.File;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.spi.ToolProvider;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Vine Sorter checks itself: it keeps to its own trellis.yaml. */
class OwnCodeTest {
  private static final List<String> MODULES =
      List.of("core", "source", "java", "lang", "report", "cli");

  @TempDir Path folder;

  @BeforeEach
  void copyOwnCode() throws IOException {
    copy("trellis.yaml");
    copy("pom.xml");
    for (String module : MODULES) {
      copy(module + "/pom.xml");
      Path main = Program.REPOSITORY.resolve(module).resolve("src/main/java");
      try (Stream<Path> all = Files.walk(main)) {
        for (Path file : all.filter(Files::isRegularFile).toList()) {
          copy(Program.REPOSITORY.relativize(file).toString());
        }
      }
    }
  }

  private void copy(String path) throws IOException {
    Path place = folder.resolve(path);
    Files.createDirectories(place.getParent());
    Files.copy(Program.REPOSITORY.resolve(path), place);
  }

  @Test
  void noCycleAndNoBreach() {
    Program.Run check = Program.run(folder, "check");
    assertThat(check.out()).startsWith("No breach.");
    assertThat(check.code()).isZero();
    JsonNode json = Program.run(folder, "check", "--json").json();
    assertThat(json.at("/breaches")).isEmpty();
    assertThat(json.at("/notes")).as("every rule names something").isEmpty();
    assertThat(json.at("/unplaced").asInt()).as("every type has a layer").isZero();
    JsonNode survey = Program.run(folder, "survey", "--json").json();
    assertThat(survey.at("/units/module").asInt()).isEqualTo(MODULES.size());
    assertThat(survey.at("/unresolved/share").asDouble()).isLessThan(0.001);
  }

  /** The programs that measure are run by hand, and seldom; they go with the code all the same. */
  @Test
  void measuringProgramsCompile() throws IOException {
    String jars;
    try (Stream<Path> all = Files.list(Program.DISTRIBUTION.resolve("lib"))) {
      jars = all.map(Path::toString).collect(Collectors.joining(File.pathSeparator));
    }
    List<String> options =
        new ArrayList<>(List.of("-proc:none", "-nowarn", "-cp", jars, "-d", folder.toString()));
    for (Path from : List.of(Path.of("bench"), Path.of("java/src/test/java/dev/vinesorter/java"))) {
      try (Stream<Path> all = Files.list(Program.REPOSITORY.resolve(from))) {
        all.map(Path::toString)
            .filter(
                path ->
                    path.matches(
                        ".*/(bench/.*|RandomEdit|RereadTrial|ClassFileDependencies)\\.java"))
            .forEach(options::add);
      }
    }
    StringWriter told = new StringWriter();
    PrintWriter out = new PrintWriter(told);
    int code =
        ToolProvider.findFirst("javac").orElseThrow().run(out, out, options.toArray(String[]::new));
    assertThat(code).as(told.toString()).isZero();
  }

  @Test
  void plantedBreachesAreFound() throws IOException {
    Program.write(
        folder,
        """
        --- core/src/main/java/dev/vinesorter/core/graph/Planted.java
        package dev.vinesorter.core.graph;
        /** Breaks four rules at once. */
        final class Planted {
          private final dev.vinesorter.core.model.Level level = null;
          private final java.io.File file = null;
          private final picocli.CommandLine line = null;
          void print() { System.out.println(dev.vinesorter.core.structure.View.MAIN); }
        }
        """);
    Program.Run check = Program.run(folder, "check", "--json");
    assertThat(check.code()).isEqualTo(1);
    assertThat(check.json().findValuesAsText("rule"))
        .contains("layers", "apart", "never", "only", "acyclic");
  }
}
