package dev.vinesorter.cli;

import picocli.CommandLine.Option;

/** How long lists for people may be. */
final class ListOptions {
  @Option(names = "--all", description = "Shorten nothing.")
  boolean all;
}
