import dev.vinesorter.java.RereadTrial;
import dev.vinesorter.source.read.ReadOptions;
import java.nio.file.Path;
import java.util.List;

/** Edits a copy of a library at random and compares reading again with reading everything. */
public final class Rereads {
  private Rereads() {}

  /** Arguments: folder, class path, encoding, trials, seed, and "clean" to begin without errors. */
  public static void main(String[] arguments) throws java.io.IOException {
    List<String> classpath =
        arguments[1].isEmpty() ? List.of() : List.of(arguments[1].split(":"));
    ReadOptions options = new ReadOptions(classpath, arguments[2], List.of());
    int trials = Integer.parseInt(arguments[3]);
    RereadTrial trial =
        new RereadTrial(Path.of(arguments[0]), options, Long.parseLong(arguments[4]), arguments[5].equals("clean"));
    int same = 0;
    for (int n = 0; n < trials; n++) {
      RereadTrial.Outcome outcome = trial.next();
      same += outcome.same() ? 1 : 0;
      if (!outcome.same()) {
        System.out.println("DIFFERS in trial " + n + ": " + outcome.says());
        Path aside = Path.of(arguments[0]).resolveSibling("trial-" + n);
        java.nio.file.Files.write(Path.of(aside + "-again.bin"), outcome.again());
        java.nio.file.Files.write(Path.of(aside + "-cold.bin"), outcome.cold());
      }
    }
    System.out.printf(
        "%s: %d trials, %d equal to the byte, %d of them without reading everything%n",
        Path.of(arguments[0]).getFileName(), trials, same, trial.quick());
  }
}
