package dev.vinesorter.cli;

import java.util.concurrent.Callable;
import picocli.AutoComplete;
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

  @Override
  public Integer call() {
    spec.commandLine().getOut().print(AutoComplete.bash("vinesort", Main.commandLine()));
    spec.commandLine().getOut().flush();
    return Main.DONE;
  }
}
