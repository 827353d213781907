package dev.vinesorter.cli;

import dev.vinesorter.source.text.CannotWorkException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.function.ToIntFunction;
import java.util.stream.Stream;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** {@code vinesort demo}. */
@Command(
    name = "demo",
    description = {
      "The whole job on the Saltmarsh Herbarium, a made-up code base that has grown together, in a "
          + "temporary folder.",
      ""
    },
    footer = {"", "Examples:", "  vinesort demo", "  vinesort demo --into /tmp/herbarium"})
final class DemoCommand extends BaseCommand {
  @Option(
      names = "--into",
      paramLabel = "DIR",
      description = "A new folder for the copy (default: a temporary one).")
  private Path into;

  /** Runs one command line; gives its exit code. */
  private final ToIntFunction<String[]> program;

  DemoCommand(ToIntFunction<String[]> program) {
    this.program = program;
  }

  @Override
  public Integer call() {
    if (common.json) {
      throw new UsageException("The demo is a tour to be read: leave --json out.");
    }
    Path folder = copy();
    boolean colour = Output.colour(!common.noColour);
    String plan = folder.resolve("plans/open-the-cycles.yaml").toString();
    List<Scene> scenes =
        List.of(
            new Scene(
                "1. Read: what is here, and where is it worst?",
                List.of("survey", "--keep", "before")),
            new Scene("2. See: which packages run in circles?", List.of("cycles")),
            new Scene("3. See: who uses whom?", List.of("matrix")),
            new Scene(
                "4. Judge: why does the vault need the labels?",
                List.of("why", "org.saltmarsh.vault", "org.saltmarsh.label")),
            new Scene(
                "5. Judge: is it as it was meant?", List.of("check"), ExitCode.NOT_AS_IT_SHOULD_BE),
            new Scene("6. Rehearse: what would a plan change?", List.of("rehearse", plan)),
            new Scene("7. Apply: compiled in memory first, then written", List.of("apply", plan)),
            new Scene("8. Keep: which circles are left?", List.of("cycles")),
            new Scene("9. Keep: what did we achieve?", List.of("drift", "before")));
    for (Scene scene : scenes) {
      show(
          page -> {
            page.line();
            page.bold("== " + scene.title).line();
            page.dim("$ vinesort " + String.join(" ", scene.words)).line();
            page.line();
          });
      int code = program.applyAsInt(arguments(scene, folder, colour));
      if (code != scene.code) {
        say("The demo stopped: 'vinesort " + scene.words.get(0) + "' ended with " + code + ".");
        return code;
      }
    }
    show(
        page -> {
          page.line();
          page.bold("== That was the job").line();
          page.line("The copy is in " + folder + "; 'mvn test' there runs its own tests.");
          page.line();
          page.line("  vinesort undo --root " + folder + "        takes the plan back");
          page.line("  vinesort cycles --level type --root " + folder);
          page.line("  vinesort survey --root YOUR-PROJECT");
        });
    return ExitCode.DONE;
  }

  private record Scene(String title, List<String> words, int code) {
    Scene(String title, List<String> words) {
      this(title, words, ExitCode.DONE);
    }
  }

  private static String[] arguments(Scene scene, Path folder, boolean colour) {
    var words = new java.util.ArrayList<>(scene.words);
    words.add("--root");
    words.add(folder.toString());
    if (!colour) {
      words.add("--no-color");
    }
    return words.toArray(String[]::new);
  }

  private Path copy() {
    String home = System.getProperty("vinesort.home", "");
    Path source = Path.of(home, "demo");
    if (home.isEmpty() || !Files.isDirectory(source)) {
      throw new CannotWorkException(
          "The demo's code base is not beside the program. Run the launcher 'vinesort' of a"
              + " checkout or of the distribution.");
    }
    try {
      Path target = into == null ? Files.createTempDirectory("saltmarsh-") : into;
      if (into != null && Files.exists(into)) {
        throw new UsageException("There is something at " + into + " already. Name a new folder.");
      }
      try (Stream<Path> files = Files.walk(source)) {
        for (Path file : files.toList()) {
          Path inside = source.relativize(file);
          boolean built = inside.startsWith("target") || inside.startsWith(".vinesort");
          if (!built) {
            Path place = target.resolve(inside);
            if (Files.isDirectory(file)) {
              Files.createDirectories(place);
            } else {
              Files.copy(file, place);
            }
          }
        }
      }
      return target;
    } catch (IOException e) {
      throw CannotWorkException.io("copy the demo from", source, e);
    }
  }
}
