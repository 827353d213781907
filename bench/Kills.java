import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/** Kills {@code apply} (SIGKILL) at random instants: VINESORT ROOT CLASSPATH N SEED. */
public final class Kills {
  private static String vinesort;
  private static Path root;

  public static void main(String[] arguments) throws Exception {
    vinesort = arguments[0];
    root = Path.of(arguments[1]);
    int trials = Integer.parseInt(arguments[3]);
    long seed = Long.parseLong(arguments[4]);
    run("survey", "--classpath", arguments[2]);
    Path plan = root.resolveSibling("plan.yaml");
    java.io.PrintStream out = System.out;
    System.setOut(new java.io.PrintStream(plan.toFile()));
    RandomPlan.main(new String[] {root.toString(), "12", String.valueOf(seed)});
    System.setOut(out);
    Map<String, String> before = state();
    long start = System.nanoTime();
    if (run("apply", plan.toString()) != 0) {
      throw new IllegalStateException("The plan does not apply.");
    }
    long millis = (System.nanoTime() - start) / 1_000_000;
    Map<String, String> after = state();
    run("undo");
    check(state().equals(before), "undo restores");
    Random random = new Random(seed);
    int killed = 0;
    int allBefore = 0;
    int allAfter = 0;
    int recovered = 0;
    for (int trial = 0; trial < trials; trial++) {
      Process apply = start("apply", plan.toString());
      // Half of the instants anywhere, half in the last part of the run, where files are written.
      double share = trial % 2 == 0 ? random.nextDouble() * 1.05 : 0.75 + 0.3 * random.nextDouble();
      if (!apply.waitFor((long) (millis * share), TimeUnit.MILLISECONDS)) {
        apply.descendants().forEach(ProcessHandle::destroyForcibly);
        apply.destroyForcibly().waitFor();
        killed++;
      }
      boolean undecided = !state().equals(before) && !state().equals(after);
      check(run("cycles") == 0, "the next command works");
      Map<String, String> now = state();
      boolean isBefore = now.equals(before);
      boolean isAfter = now.equals(after);
      check(isBefore || isAfter, "all before or all after, trial " + trial);
      allBefore += isBefore ? 1 : 0;
      allAfter += isAfter ? 1 : 0;
      recovered += undecided ? 1 : 0;
      if (isAfter) {
        check(run("undo") == 0 && state().equals(before), "undo restores");
      }
    }
    System.out.printf("%d trials, %d killed while running; all before %d, all after %d; half-done until the next command finished it %d; never half-changed after it%n",
        trials, killed, allBefore, allAfter, recovered);
  }

  private static void check(boolean holds, String what) {
    if (!holds) {
      throw new IllegalStateException("Failed: " + what);
    }
  }

  private static Process start(String... words) throws Exception {
    List<String> line = new java.util.ArrayList<>(List.of(vinesort));
    line.addAll(Arrays.asList(words));
    line.addAll(List.of("--root", root.toString()));
    return new ProcessBuilder(line).redirectOutput(ProcessBuilder.Redirect.DISCARD)
        .redirectError(ProcessBuilder.Redirect.DISCARD).start();
  }

  private static int run(String... words) throws Exception {
    return start(words).waitFor();
  }

  private static Map<String, String> state() throws Exception {
    Map<String, String> found = new TreeMap<>();
    try (Stream<Path> all = Files.walk(root)) {
      for (Path path : all.toList()) {
        String name = root.relativize(path).toString();
        if (!name.startsWith(".vinesort/") && !name.equals(".vinesort")) {
          String mode = Files.getPosixFilePermissions(path).toString();
          found.put(name, mode + (Files.isDirectory(path) ? "" : Files.readString(path, java.nio.charset.StandardCharsets.ISO_8859_1)));
        }
      }
    }
    return found;
  }
}
