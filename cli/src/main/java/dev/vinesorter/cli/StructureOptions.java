package dev.vinesorter.cli;

import dev.vinesorter.core.structure.View;
import picocli.CommandLine.Option;

/** Which part of the code a command about structure looks at. */
final class StructureOptions {
  @Option(names = "--with-tests", description = "Test code counts, too.")
  boolean withTests;

  View view() {
    return View.MAIN.withTests(withTests);
  }
}
