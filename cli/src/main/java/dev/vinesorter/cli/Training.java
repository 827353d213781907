package dev.vinesorter.cli;

import java.io.OutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;

/**
 * Runs the common commands once on a small sample, so that the Java machine can put the classes
 * they load into a shared archive. The launcher calls it once for each Java; users do not.
 */
final class Training {
  private Training() {}

  public static void main(String[] arguments) {
    String root = arguments[0];
    PrintStream out = System.out;
    System.setOut(new PrintStream(OutputStream.nullOutputStream(), true, StandardCharsets.UTF_8));
    String[][] lines = {
      {"--version"},
      {"--help"},
      {"survey", "--root", root},
      {"survey", "--root", root, "--json"},
      {"cycles", "--root", root},
      {"cycles", "--root", root, "--json", "--level", "type"},
      {"why", "a", "b", "--root", root},
      {"show", "a.A", "--root", root},
      {"reach", "a", "--root", root},
      {"orphans", "--root", root},
      {"matrix", "--root", root},
      {"matrix", "--json", "--root", root},
      {"matrix", "--svg", root + "/matrix.svg", "--root", root},
      {"layers", "--root", root},
      {"layers", "--svg", root + "/layers.svg", "--root", root},
      {"layers", "--write", "--root", root},
      {"check", "--root", root},
      {"check", "--as", "sarif", "--root", root},
      {"check", "--with", root + "/plan.yaml", "--root", root},
      {"metrics", "--root", root},
      {"survey", "--anew", "--keep", "one", "--root", root},
      {"drift", "one", "--root", root},
      {"export", "--as", "csv", "--level", "type", "--root", root},
      {"rehearse", root + "/plan.yaml", "--root", root},
      {"rehearse", root + "/plan.yaml", "--diff", "--root", root},
      {"apply", root + "/plan.yaml", "--root", root},
      {"undo", "--root", root}
    };
    for (String[] line : lines) {
      Main.run(line);
    }
    System.setOut(out);
  }
}
