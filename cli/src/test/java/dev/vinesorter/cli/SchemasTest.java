package dev.vinesorter.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SchemaLocation;
import com.networknt.schema.SpecVersion;
import com.networknt.schema.ValidationMessage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.eclipse.jgit.api.Git;
import org.eclipse.jgit.api.errors.GitAPIException;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * The JSON of every command is what its schema in {@code docs/schemas} says, and no more: for the
 * test, an object may have no key that the schema does not tell of, though readers of the published
 * schemas have to bear with new ones.
 */
class SchemasTest {
  private static final Path SCHEMAS = Program.REPOSITORY.resolve("docs/schemas");
  private static final String END = ".schema.json";
  private static final ObjectMapper MAPPER = new ObjectMapper();
  private static final Set<String> TRIED = new HashSet<>(Set.of("shared"));
  private static JsonSchemaFactory strict;

  @TempDir static Path folder;

  @BeforeAll
  static void prepare() throws IOException, GitAPIException {
    Map<String, String> texts = new HashMap<>();
    for (String name : names()) {
      JsonNode schema = MAPPER.readTree(SCHEMAS.resolve(name + END).toFile());
      forbidMore(schema);
      texts.put("mem:/" + name + END, schema.toString());
    }
    strict =
        JsonSchemaFactory.getInstance(
            SpecVersion.VersionFlag.V202012,
            builder -> builder.schemaLoaders(loaders -> loaders.schemas(texts)));
    Program.copyDemo(folder);
    try (Git git = Git.init().setDirectory(folder.toFile()).call()) {
      git.add().addFilepattern(".").call();
      git.commit().setMessage("One").setAuthor("A", "a@b").setCommitter("A", "a@b").call();
    }
    Program.run(folder, "survey", "--keep", "old");
    Program.write(
        folder,
        """
        --- plans/refused.yaml
        steps:
          - move: org.saltmarsh.loan.Loan
            into: org.saltmarsh.vault
        """);
  }

  private static Set<String> names() throws IOException {
    try (Stream<Path> all = Files.list(SCHEMAS)) {
      return all.map(file -> file.getFileName().toString().replace(END, ""))
          .collect(Collectors.toCollection(TreeSet::new));
    }
  }

  private static void forbidMore(JsonNode schema) {
    if (schema.has("properties") && !schema.has("additionalProperties")) {
      ((ObjectNode) schema).put("additionalProperties", false);
    }
    for (Map.Entry<String, JsonNode> field : schema.properties()) {
      if (!field.getKey().equals("if")) {
        forbidMore(field.getValue());
      }
    }
    if (schema.isArray()) {
      schema.forEach(SchemasTest::forbidMore);
    }
  }

  private static Set<ValidationMessage> speaksAgainst(String name, JsonNode document) {
    TRIED.add(name);
    JsonSchema schema = strict.getSchema(SchemaLocation.of("mem:/" + name + END));
    return schema.validate(document);
  }

  @ParameterizedTest(name = "{1}")
  @CsvSource(
      delimiter = '|',
      value = {
        "survey | survey --json",
        "show | show org.saltmarsh.loan.Loan --json",
        "show | show org.saltmarsh.loan --json",
        "show | show src/main/java/org/saltmarsh/loan/Loan.java --json",
        "show | show java.util.List --json",
        "reach | reach org.saltmarsh.loan.Loan --json",
        "reach | reach org.saltmarsh.loan.Loan --users --libraries --json",
        "orphans | orphans --json",
        "orphans | orphans --level member --json",
        "cycles | cycles --json",
        "cycles | cycles --level type --json",
        "matrix | matrix --json",
        "matrix | matrix --level type --json",
        "layers | layers --level file --json",
        "check | check --json",
        "metrics | metrics --json",
        "metrics | metrics --every --json",
        "misfits | misfits --json",
        "misfits | misfits org.saltmarsh.intake.LoanSlip --json",
        "suggest | suggest --for cycles --json",
        "why | why org.saltmarsh.vault org.saltmarsh.label --json",
        "why | why org.saltmarsh.label org.saltmarsh.staff --json",
        "export | export --level member --json",
        "rehearse | rehearse plans/everything-home.yaml --json",
        "rehearse | rehearse plans/refused.yaml --json",
        "apply | apply plans/refused.yaml --json",
        "undo | undo --json"
      })
  void documentIsAsItsSchemaSays(String name, String words) {
    Program.Run run = Program.run(folder, words.split(" "));
    assertThat(speaksAgainst(name, run.json())).isEmpty();
  }

  @Test
  void whatAPlanLeavesIsToo() {
    Program.Run applied =
        Program.run(folder, "apply", "plans/three-jobs-apart.yaml", "--verify", "true", "--json");
    assertThat(applied.code()).as(applied.err()).isZero();
    assertThat(speaksAgainst("apply", applied.json())).isEmpty();
    assertThat(speaksAgainst("drift", Program.run(folder, "drift", "old", "--json").json()))
        .isEmpty();
    assertThat(
            speaksAgainst("history", Program.run(folder, "drift", "--history=3", "--json").json()))
        .isEmpty();
    assertThat(speaksAgainst("undo", Program.run(folder, "undo", "--json").json())).isEmpty();
  }

  @Test
  void factsAreLineByLine() throws IOException {
    List<String> lines =
        Program.run(folder, "export", "--as", "facts").out().lines().collect(Collectors.toList());
    assertThat(lines).hasSizeGreaterThan(500);
    for (String line : lines) {
      assertThat(speaksAgainst("facts-line", MAPPER.readTree(line))).as(line).isEmpty();
    }
  }

  /** What has no document of its own, or more than one, says so in place of another one. */
  @Test
  void whereThereIsNoDocumentItIsSaid() {
    Program.Run demo = Program.run(folder, "demo", "--json");
    assertThat(demo.code()).isEqualTo(2);
    assertThat(demo.err()).contains("leave --json out");
    Program.Run export = Program.run(folder, "export", "--level", "type");
    assertThat(export.code()).isEqualTo(2);
    assertThat(export.err()).contains("Say the form: --as csv, json or facts.");
  }

  /** The schemas can fail, each by a key that is gone and by one of another kind. */
  @Test
  void whatIsOtherwiseIsRefused() {
    ObjectNode cycles = (ObjectNode) Program.run(folder, "cycles", "--json").json();
    assertThat(speaksAgainst("cycles", cycles.deepCopy().put("more", 1))).isNotEmpty();
    assertThat(speaksAgainst("cycles", cycles.deepCopy().put("level", "street"))).isNotEmpty();
    cycles.withArray("groups").forEach(group -> ((ObjectNode) group.get("cut")).remove("optimal"));
    assertThat(speaksAgainst("cycles", cycles)).isNotEmpty();
  }

  /** Every key of a schema stands in the document on formats, and the other way round. */
  @Test
  void formatsTellsOfTheSameKeys() throws IOException {
    String formats = Files.readString(Program.REPOSITORY.resolve("docs/formats.md"));
    Set<String> told = new TreeSet<>();
    String json = formats.substring(0, formats.indexOf("\n## trellis.yaml"));
    Pattern.compile("[\"`]([a-zA-Z]+)[\"`]")
        .matcher(json)
        .results()
        .forEach(m -> told.add(m.group(1)));
    Set<String> keys = new TreeSet<>();
    for (String name : names()) {
      keys(MAPPER.readTree(SCHEMAS.resolve(name + END).toFile()), keys);
    }
    List<String> missing = new ArrayList<>(keys);
    missing.removeAll(told);
    assertThat(missing).as("keys that docs/formats.md does not tell of").isEmpty();
    Set<String> quoted = new TreeSet<>();
    Pattern.compile("\"([a-zA-Z]+)\"(?=[,}:\\]])")
        .matcher(String.join("\n", blocks(json)))
        .results()
        .forEach(m -> quoted.add(m.group(1)));
    quoted.removeAll(keys);
    assertThat(quoted).as("keys of docs/formats.md that no schema has").isEmpty();
    for (String name : names()) {
      assertThat(formats).contains("schemas/" + name + END);
    }
  }

  /** The blocks of code, but for the lines that show facts by example: their values are made up. */
  private static List<String> blocks(String text) {
    String[] parts = text.split("(?m)^```.*$");
    List<String> blocks = new ArrayList<>();
    for (int i = 1; i < parts.length; i += 2) {
      if (!parts[i].contains("{\"facts\":1}")) {
        blocks.add(parts[i]);
      }
    }
    return blocks;
  }

  private static void keys(JsonNode schema, Set<String> keys) {
    JsonNode properties = schema.get("properties");
    if (properties != null && properties.isObject()) {
      properties.properties().forEach(field -> keys.add(field.getKey()));
    }
    schema.forEach(part -> keys(part, keys));
  }

  @AfterAll
  static void everySchemaWasTried() throws IOException {
    assertThat(TRIED).isEqualTo(names());
  }
}
