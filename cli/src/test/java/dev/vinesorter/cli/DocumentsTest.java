package dev.vinesorter.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.measure.Metric;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.source.config.PlanFile;
import dev.vinesorter.source.text.InvalidFileException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import picocli.CommandLine;

/** What the documents say is there, and what is there is in the documents. */
class DocumentsTest {
  private static final Set<String> OF_ALL =
      Set.of("--root", "--json", "--no-color", "-v", "--verbose", "-h", "--help");

  private static String document(String name) throws IOException {
    return Files.readString(Program.REPOSITORY.resolve("docs").resolve(name));
  }

  private static Set<String> found(String regex, String text) {
    return Pattern.compile(regex, Pattern.MULTILINE)
        .matcher(text)
        .results()
        .map(match -> match.group(1))
        .collect(Collectors.toCollection(TreeSet::new));
  }

  @Test
  void everyCommandHasItsSectionWithEveryOption() throws IOException {
    String commands = document("commands.md");
    String shared = commands.substring(0, commands.indexOf("\n## "));
    TreeMap<String, String> sections = new TreeMap<>();
    for (String section : commands.split("(?m)^## ")) {
      sections.put(section.split("[\\s\\[]")[0], section);
    }
    CommandLine line = Main.commandLine();
    Set<String> there = new TreeSet<>(line.getSubcommands().keySet());
    assertThat(found("^## (\\w+)", commands)).isEqualTo(there);
    List<String> missing = new ArrayList<>();
    for (String command : there) {
      String told = shared + sections.get(command);
      Set<String> options = new TreeSet<>(OF_ALL);
      for (CommandLine.Model.OptionSpec option :
          line.getSubcommands().get(command).getCommandSpec().options()) {
        options.addAll(List.of(option.names()));
        boolean said = Arrays.stream(option.names()).anyMatch(name -> says(told, name));
        if (!said && !option.hidden()) {
          missing.add(command + " " + option.longestName());
        }
      }
      for (String option : found("(?<![\\w-])(--[a-z][a-z-]+)", heading(sections.get(command)))) {
        assertThat(options).as(command).contains(option);
      }
    }
    assertThat(missing).as("options that docs/commands.md does not tell of").isEmpty();
  }

  private static String heading(String section) {
    return section.lines().findFirst().orElse("");
  }

  private static boolean says(String text, String option) {
    return Pattern.compile("(?<![\\w-])" + Pattern.quote(option) + "(?![\\w-])")
        .matcher(text)
        .find();
  }

  @Test
  void everyMetricHasItsRowWithItsLimit() throws IOException {
    String metrics = document("metrics.md");
    Set<String> keys =
        Arrays.stream(Metric.values())
            .map(Metric::key)
            .collect(Collectors.toCollection(TreeSet::new));
    assertThat(found("^\\| `((?:method|type|package|module)\\.[a-z-]+)` \\|", metrics))
        .isEqualTo(keys);
    for (Metric metric : Metric.values()) {
      String row =
          metrics.lines().filter(l -> l.startsWith("| `" + metric.key() + "`")).findFirst().get();
      String limit = row.split("(?<!&#124;) \\| ")[2].replace(",", "");
      boolean none = limit.equals("none");
      assertThat(none).as(row).isEqualTo(Double.isInfinite(metric.limit()));
      assertThat(none || Double.parseDouble(limit) == metric.limit()).as(row).isTrue();
    }
  }

  @Test
  void everyReasonForARefusalIsExplained() throws IOException {
    Set<String> told = new TreeSet<>();
    for (String codes : found("^\\| (`[a-z-]+`(?:, `[a-z-]+`)*) \\|", document("plans.md"))) {
      told.addAll(found("`([a-z-]+)`", codes));
    }
    Set<String> codes =
        EnumSet.allOf(RefusalCode.class).stream()
            .map(RefusalCode::word)
            .collect(Collectors.toCollection(TreeSet::new));
    assertThat(told).containsAll(codes);
  }

  @Test
  void everyPlanInTheDocumentIsOne(@TempDir Path folder) throws IOException {
    String plans = document("plans.md");
    Set<String> verbs = new TreeSet<>();
    Set<Leave> leaves = EnumSet.noneOf(Leave.class);
    List<MatchResult> blocks =
        Pattern.compile("(?ms)^```yaml\n(  - .*?)^```").matcher(plans).results().toList();
    for (MatchResult block : blocks) {
      Path file = folder.resolve("plan.yaml");
      Files.writeString(file, "steps:\n" + block.group(1));
      for (Step step : PlanFile.read(file).steps()) {
        verbs.add(step.verb());
        leaves.addAll(step.leaves());
      }
    }
    assertThat(verbs).isEqualTo(found("^\\| \\[`([a-z]+)`\\]", plans));
    assertThat(verbs).isEqualTo(found("([a-z]+)(?=,|;)", unknownVerb(folder)));
    assertThat(leaves).containsExactlyInAnyOrder(Leave.values());
  }

  /** The verbs as the tool lists them. */
  private static String unknownVerb(Path folder) throws IOException {
    Path file = folder.resolve("unknown.yaml");
    Files.writeString(file, "steps:\n  - fly: a.A\n");
    try {
      PlanFile.read(file);
      throw new AssertionError("'fly' is a verb by now");
    } catch (InvalidFileException e) {
      return e.getMessage().substring(e.getMessage().indexOf("known verbs: "));
    }
  }

  /** Steps of the examples that are about the demo's own units are accepted there. */
  @Test
  void examplesOfMovesRunOnTheDemo(@TempDir Path folder) throws IOException {
    Program.copyDemo(folder);
    for (String unit : List.of("LabelSheet", "FrontDesk#shelfMark(Placement)")) {
      String plans = document("plans.md");
      String step =
          plans
              .lines()
              .dropWhile(line -> !(line.contains("- move:") && line.contains(unit)))
              .takeWhile(line -> !line.startsWith("```") && !line.startsWith("  - move: ["))
              .collect(Collectors.joining("\n"));
      Files.writeString(folder.resolve("one.yaml"), "steps:\n" + step + "\n");
      Program.Run run = Program.run(folder, "rehearse", "one.yaml");
      assertThat(run.code()).as(step + "\n" + run.out()).isZero();
    }
  }

  @Test
  void classesThatArchitectureNamesAreThere() throws IOException {
    Set<String> classes = new TreeSet<>();
    try (Stream<Path> all = Files.walk(Program.REPOSITORY)) {
      all.map(path -> path.getFileName().toString())
          .filter(name -> name.endsWith(".java"))
          .forEach(name -> classes.add(name.substring(0, name.length() - ".java".length())));
    }
    Set<String> named = found("`([A-Z]\\w*[a-z]\\w*)(?:[.#][^`]*)?`", document("architecture.md"));
    assertThat(named).hasSizeGreaterThan(30);
    named.removeAll(classes);
    assertThat(named)
        .as("classes that docs/architecture.md names and that are not there")
        .isEmpty();
  }

  @Test
  void packagesThatArchitectureNamesAreThere() throws IOException {
    Set<String> named =
        found(
            "^\\|[^|]*\\| `((?:core|source|java|report|cli)(?:\\.[a-z]+)?)` \\|",
            document("architecture.md"));
    Set<String> there = new TreeSet<>();
    for (String module : List.of("core", "source", "java", "report", "cli")) {
      Path root = Program.REPOSITORY.resolve(module).resolve("src/main/java/dev/vinesorter");
      try (Stream<Path> all = Files.walk(root)) {
        all.filter(path -> path.endsWith("package-info.java"))
            .map(path -> root.relativize(path.getParent()).toString().replace('/', '.'))
            .forEach(there::add);
      }
    }
    assertThat(named).isEqualTo(there);
  }
}
