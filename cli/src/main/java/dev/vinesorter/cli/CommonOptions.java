package dev.vinesorter.cli;

import java.nio.file.Path;
import picocli.CommandLine.Option;

/** The options that every command takes. */
final class CommonOptions {
  @Option(names = "--root", paramLabel = "DIR", description = "The code base (default: here).")
  Path root = Path.of("");

  @Option(names = "--json", description = "One JSON document on standard output.")
  boolean json;

  @Option(names = "--no-color", description = "No colour; NO_COLOR does the same.")
  boolean noColour;

  @Option(names = "-v", description = "Say more: problems one by one, stack traces.")
  boolean verbose;

  @Option(
      names = {"-h", "--help"},
      usageHelp = true,
      description = "Show this help.")
  boolean help;
}
