package dev.vinesorter.cli;

import dev.vinesorter.core.model.UnitPattern;
import dev.vinesorter.core.structure.View;
import java.util.ArrayList;
import java.util.List;
import picocli.CommandLine.Option;

/** Which part of the code a command about structure looks at. */
final class StructureOptions {
  @Option(names = "--with-tests", description = "Test code counts, too.")
  boolean withTests;

  @Option(
      names = "--hide",
      paramLabel = "PATTERN",
      description =
          "Leave units out of the picture, such as 'org.x.gen.**', '**/gen/**', '@Generated' or "
              + "generated; may be said again.")
  private List<String> hide = new ArrayList<>();

  /** These options as one text, the same for the same view. */
  String text() {
    return withTests + " " + hide;
  }

  /** The view that these options and the trellis of the root give. */
  View view(Workbench bench) {
    return View.MAIN
        .withTests(withTests)
        .with(bench.trellis().tidy().hiding(hide.stream().map(UnitPattern::of).toList()));
  }
}
