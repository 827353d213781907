package dev.vinesorter.cli;

import dev.vinesorter.core.model.Glob;
import dev.vinesorter.core.trellis.ContradictionException;
import dev.vinesorter.core.trellis.Trellis;
import dev.vinesorter.source.config.TrellisFile;
import dev.vinesorter.source.read.MemoryEnd;
import dev.vinesorter.source.text.CannotWorkException;
import dev.vinesorter.source.text.InvalidFileException;
import java.io.PrintWriter;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.CompletionException;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.IVersionProvider;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

/** The entry point. Exit codes: 0 done, 1 not as it should be, 2 wrong usage, 3 could not work. */
@Command(
    name = "vinesort",
    mixinStandardHelpOptions = true,
    versionProvider = Main.Version.class,
    description = {
      "Sees how a code base hangs together, and sorts it in small verified steps.",
      ""
    },
    synopsisSubcommandLabel = "COMMAND",
    footer = {
      "",
      "Exit codes: 0 done; 1 not as it should be, or a plan refused; 2 wrong usage;",
      "3 could not work. 'vinesort COMMAND --help' shows a command with examples.",
      "New here? 'vinesort demo' shows the whole job in a few seconds."
    })
public final class Main implements Callable<Integer> {

  private static final List<String> COMMANDS =
      List.of(
          "survey",
          "show",
          "why",
          "reach",
          "orphans",
          "cycles",
          "matrix",
          "layers",
          "check",
          "metrics",
          "misfits",
          "suggest",
          "drift",
          "export",
          "rehearse",
          "apply",
          "undo",
          "demo",
          "completion");

  private static final String UNEXPECTED =
      "vinesort: This should not have happened. Run again with -v, and report what it shows.";

  @Spec private CommandSpec spec;

  /** Runs one command line and ends the process with its exit code. */
  public static void main(String[] arguments) throws java.io.IOException {
    // Loading picocli takes longer than all the rest of this answer.
    if (arguments.length == 1 && arguments[0].equals("--version")) {
      System.out.println(ProductVersion.words());
      return;
    }
    System.exit(run(arguments));
  }

  /** Runs one command line; gives its exit code. */
  static int run(String... arguments) {
    PrintWriter out = new PrintWriter(System.out, true, java.nio.charset.StandardCharsets.UTF_8);
    PrintWriter err = new PrintWriter(System.err, true, java.nio.charset.StandardCharsets.UTF_8);
    CommandLine line = commandLine(arguments);
    // A word such as @Generated is a pattern, never the name of a file to read options from.
    line.setExpandAtFiles(false);
    line.setOut(out);
    line.setErr(err);
    line.setExecutionExceptionHandler((failure, at, parsed) -> failed(failure, at, arguments));
    line.setParameterExceptionHandler(Main::wrongUsage);
    line.getCommandSpec().exitCodeOnInvalidInput(ExitCode.WRONG_USAGE);
    int code = executed(line, arguments, err);
    out.flush();
    err.flush();
    return code;
  }

  /** What the Java machine itself runs out of is told as a sentence, too. */
  private static int executed(CommandLine line, String[] arguments, PrintWriter err) {
    try {
      return line.execute(arguments);
    } catch (StackOverflowError e) {
      err.println(
          "vinesort: The code base needs more stack than Java was given. Set"
              + " VINESORT_JAVA_OPTS=-Xss64m, or leave out what is no source with --leave-out.");
      return traced(e, arguments, err);
    } catch (Error e) {
      err.println(unexpected(e));
      return traced(e, arguments, err);
    }
  }

  /** What is said of a failure that no command has a sentence for. */
  private static String unexpected(Throwable failure) {
    return MemoryEnd.behind(failure) == null ? UNEXPECTED : memoryEnded();
  }

  private static String memoryEnded() {
    long most = Runtime.getRuntime().maxMemory() >> 20;
    long wanted = Math.max(2, (2 * most + 1023) / 1024);
    return "vinesort: The code base needs more memory than the "
        + most
        + " MiB that Java may use here. Set VINESORT_JAVA_OPTS=-Xmx"
        + wanted
        + "g, or leave out what is no source with --leave-out.";
  }

  private static int traced(Error error, String[] arguments, PrintWriter err) {
    if (List.of(arguments).contains("-v")) {
      error.printStackTrace(err);
    }
    return ExitCode.COULD_NOT_WORK;
  }

  /** Making all commands costs more than most of them do, so only the one named is made. */
  static CommandLine commandLine(String... arguments) {
    CommandLine line = new CommandLine(new Main());
    String first = arguments.length == 0 ? "" : arguments[0];
    if (COMMANDS.contains(first)) {
      line.addSubcommand(first, command(first));
    } else if (!first.equals("--version") && !first.equals("-V")) {
      for (String name : COMMANDS) {
        line.addSubcommand(name, command(name));
      }
    }
    return line;
  }

  private static Object command(String name) {
    return switch (name) {
      case "survey" -> new SurveyCommand();
      case "show" -> new ShowCommand();
      case "reach" -> new ReachCommand();
      case "orphans" -> new OrphansCommand();
      case "matrix" -> new MatrixCommand();
      case "layers" -> new LayersCommand();
      case "check" -> new CheckCommand();
      case "metrics" -> new MetricsCommand();
      case "drift" -> new DriftCommand();

      case "misfits" -> new MisfitsCommand();
      case "suggest" -> new SuggestCommand();
      case "cycles" -> new CyclesCommand();
      case "why" -> new WhyCommand();
      case "export" -> new ExportCommand();
      case "rehearse" -> new RehearseCommand();
      case "apply" -> new ApplyCommand();
      case "undo" -> new UndoCommand();
      case "demo" -> new DemoCommand(Main::run);
      case "completion" -> new CompletionCommand(Main::commandLine);
      default -> throw new IllegalArgumentException(name);
    };
  }

  private static int wrongUsage(ParameterException failure, String[] arguments) {
    CommandLine at = failure.getCommandLine();
    at.getErr().println("vinesort: " + Output.plain(failure.getMessage()));
    if (!CommandLine.UnmatchedArgumentException.printSuggestions(failure, at.getErr())) {
      at.getErr().println("See '" + at.getCommandSpec().qualifiedName() + " --help'.");
    }
    return ExitCode.WRONG_USAGE;
  }

  private static int failed(Exception failure, CommandLine at, String[] arguments) {
    if (failure instanceof CompletionException && failure.getCause() instanceof Exception cause) {
      return failed(cause, at, arguments);
    }
    PrintWriter err = at.getErr();
    boolean verbose = List.of(arguments).contains("-v");
    if (failure instanceof ContradictionException contradiction) {
      Trellis.Place place = contradiction.place();
      err.println(
          Output.plain(
              "vinesort: "
                  + TrellisFile.NAME
                  + ":"
                  + place.line()
                  + ":"
                  + place.column()
                  + ": "
                  + failure.getMessage()
                  + "."));
      return ExitCode.WRONG_USAGE;
    }
    if (failure instanceof Glob.TooLongException) {
      err.println("vinesort: Too long: " + failure.getMessage() + ".");
      return ExitCode.WRONG_USAGE;
    }
    if (failure instanceof InvalidFileException) {
      err.println("vinesort: " + Output.plain(failure.getMessage()));
      return ExitCode.WRONG_USAGE;
    }
    if (failure instanceof UsageException) {
      err.println("vinesort: " + Output.plain(failure.getMessage()));
      return ExitCode.WRONG_USAGE;
    }
    if (failure instanceof CannotWorkException) {
      err.println("vinesort: " + Output.plain(failure.getMessage()));
    } else {
      err.println(unexpected(failure));
    }
    if (verbose) {
      failure.printStackTrace(err);
    }
    return ExitCode.COULD_NOT_WORK;
  }

  @Override
  public Integer call() {
    spec.commandLine().usage(spec.commandLine().getErr());
    return ExitCode.WRONG_USAGE;
  }

  /** Reads the version that the build wrote down. */
  static final class Version implements IVersionProvider {
    @Override
    public String[] getVersion() throws java.io.IOException {
      return new String[] {ProductVersion.words()};
    }
  }
}
