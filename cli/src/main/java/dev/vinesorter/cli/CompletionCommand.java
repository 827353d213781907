package dev.vinesorter.cli;

import java.util.concurrent.Callable;
import java.util.function.Supplier;
import picocli.AutoComplete;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** {@code vinesort completion}. */
@Command(
    name = "completion",
    description = {"A script that lets bash or zsh complete command lines.", ""},
    footer = {"", "Examples:", "  source <(vinesort completion)"})
final class CompletionCommand implements Callable<Integer> {
  @Option(
      names = {"-h", "--help"},
      usageHelp = true,
      description = "Show this help.")
  private boolean help;

  @Spec private CommandSpec spec;

  /** Makes the commands with their options. */
  private final Supplier<CommandLine> program;

  CompletionCommand(Supplier<CommandLine> program) {
    this.program = program;
  }

  @Override
  public Integer call() {
    spec.commandLine().getOut().print(AutoComplete.bash("vinesort", program.get()));
    spec.commandLine().getOut().flush();
    return ExitCode.DONE;
  }
}
