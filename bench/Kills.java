import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/**
 * Kills {@code apply} (SIGKILL) at random instants: VINESORT ROOT CLASSPATH N SEED WAY. The way is
 * {@code whole}, {@code steps} or {@code commits}, where in the last two each step is written alone,
 * or {@code undo}, which kills the undo of a plan instead.
 */
public final class Kills {
  private static String vinesort;
  private static Path root;
  private static String last = "";

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
    String way = arguments[5];
    if (way.equals("undo")) {
      undone(plan, trials, seed);
      return;
    }
    if (!way.equals("whole")) {
      stepwise(plan, trials, seed, way.equals("commits"));
      return;
    }
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
      told(trial, killed);
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

  /** An undo that is killed has taken the whole plan back or nothing of it, by the end of the next command. */
  private static void undone(Path plan, int trials, long seed) throws Exception {
    Map<String, String> before = state();
    check(run("apply", plan.toString()) == 0, "the plan applies");
    Map<String, String> after = state();
    long start = System.nanoTime();
    check(run("undo") == 0 && state().equals(before), "undo restores");
    long millis = (System.nanoTime() - start) / 1_000_000;
    Random random = new Random(seed);
    int killed = 0;
    int taken = 0;
    int recovered = 0;
    for (int trial = 0; trial < trials; trial++) {
      if (state().equals(before)) {
        check(run("apply", plan.toString()) == 0 && state().equals(after), "the plan applies again");
      }
      Process undo = start("undo");
      if (undo.waitFor((long) (millis * (0.2 + 0.9 * random.nextDouble())), TimeUnit.MILLISECONDS)) {
        // The machine is quicker by now.
        millis -= millis / 20;
      } else {
        undo.descendants().forEach(ProcessHandle::destroyForcibly);
        undo.destroyForcibly().waitFor();
        killed++;
      }
      boolean undecided = !state().equals(before) && !state().equals(after);
      check(run("cycles") == 0, "the next command works");
      boolean isBefore = state().equals(before);
      check(isBefore || state().equals(after), "all before or all after, trial " + trial);
      told(trial, killed);
      taken += isBefore ? 1 : 0;
      recovered += undecided ? 1 : 0;
    }
    System.out.printf("%d trials of undo, %d killed while running; all taken back %d, nothing taken back %d; half-done until the next command finished it %d%n",
        trials, killed, taken, trials - taken, recovered);
  }

  /** Whatever happens, the tree is at the end of a step, and going on leads to the end of the plan. */
  private static void stepwise(Path plan, int trials, long seed, boolean commits) throws Exception {
    if (commits) {
      git("init", "-q", ".");
      git("config", "user.name", "Ada");
      git("config", "user.email", "ada@example.org");
      git("add", "-A");
      git("commit", "-q", "-m", "start");
    }
    String option = commits ? "--commit" : "--step-by-step";
    String first = commits ? git("rev-parse", "HEAD") : "";
    List<Map<String, String>> states = new java.util.ArrayList<>();
    Map<String, String> before = state();
    long start = System.nanoTime();
    check(run("apply", plan.toString(), option) == 0, "the plan applies");
    long millis = (System.nanoTime() - start) / 1_000_000;
    states.add(state());
    while (run("undo", "--step") == 0) {
      states.add(state());
    }
    check(states.get(states.size() - 1).equals(before), "undo restores, step by step");
    Random random = new Random(seed);
    int killed = 0;
    int resumed = 0;
    int locks = 0;
    java.util.TreeSet<Integer> ends = new java.util.TreeSet<>();
    for (int trial = 0; trial < trials; trial++) {
      if (commits) {
        git("reset", "-q", "--hard", first);
        git("clean", "-fdq");
        run("survey");
      }
      Process apply = start("apply", plan.toString(), option);
      double share = trial % 4 == 0 ? random.nextDouble() * 1.05 : 0.5 + 0.55 * random.nextDouble();
      if (!apply.waitFor((long) (millis * share), TimeUnit.MILLISECONDS)) {
        apply.descendants().forEach(ProcessHandle::destroyForcibly);
        apply.destroyForcibly().waitFor();
        killed++;
      } else {
        // The machine is quicker by now.
        millis -= millis / 20;
      }
      // As the message asks for.
      for (String lock : List.of("index", "HEAD", "refs/heads/master", "refs/heads/main")) {
        locks += Files.deleteIfExists(root.resolve(".git/" + lock + ".lock")) ? 1 : 0;
      }
      check(run("cycles") == 0, "the next command works");
      int at = states.indexOf(state());
      check(at >= 0, "at the end of a step, trial " + trial);
      ends.add(states.size() - 1 - at);
      told(trial, killed);
      millis += at == states.size() - 1 ? millis / 30 : 0;
      if (at > 0 && at < states.size() - 1) {
        check(run("survey") == 0 && run("apply", plan.toString(), option, "--resume") == 0, "goes on, trial " + trial);
        check(state().equals(states.get(0)), "goes on to the end of the plan, trial " + trial);
        resumed++;
      }
      if (!state().equals(before)) {
        check(run("undo") == 0 && state().equals(before), "undo restores");
      }
    }
    System.out.printf("%d trials with %s, %d killed while running; always at the end of a step (of %s); gone on with and finished %d; git's lock left %d times%n",
        trials, option, killed, ends, resumed, locks);
  }

  /** A long run that is stopped has said by then how far it came. */
  private static void told(int trial, int killed) {
    if (trial % 10 == 9) {
      System.err.printf("  %d trials, %d killed while running%n", trial + 1, killed);
    }
  }

  private static String git(String... words) throws Exception {
    List<String> line = new java.util.ArrayList<>(List.of("git"));
    line.addAll(Arrays.asList(words));
    Process process = new ProcessBuilder(line).directory(root.toFile()).redirectErrorStream(true).start();
    String out = new String(process.getInputStream().readAllBytes()).strip();
    check(process.waitFor() == 0, "git " + words[0] + ": " + out);
    return out;
  }

  private static void check(boolean holds, String what) {
    if (!holds) {
      throw new IllegalStateException("Failed: " + what + "; last said:\n" + last);
    }
  }

  private static Process start(String... words) throws Exception {
    return command(words).redirectOutput(ProcessBuilder.Redirect.DISCARD)
        .redirectError(ProcessBuilder.Redirect.DISCARD).start();
  }

  private static ProcessBuilder command(String... words) {
    List<String> line = new java.util.ArrayList<>(List.of(vinesort));
    line.addAll(Arrays.asList(words));
    line.addAll(List.of("--root", root.toString()));
    return new ProcessBuilder(line);
  }

  private static int run(String... words) throws Exception {
    Path said = root.resolveSibling("said.txt");
    Process process = command(words).redirectOutput(said.toFile()).redirectErrorStream(true).start();
    int code = process.waitFor();
    last = String.join(" ", words) + ": exit " + code + "\n" + Files.readString(said);
    return code;
  }

  private static Map<String, String> state() throws Exception {
    Map<String, String> found = new TreeMap<>();
    try (Stream<Path> all = Files.walk(root)) {
      for (Path path : all.toList()) {
        String name = root.relativize(path).toString();
        if (!name.startsWith(".vinesort") && !name.equals(".git") && !name.startsWith(".git/")) {
          String mode = Files.getPosixFilePermissions(path).toString();
          found.put(name, mode + (Files.isDirectory(path) ? "" : Files.readString(path, java.nio.charset.StandardCharsets.ISO_8859_1)));
        }
      }
    }
    return found;
  }
}
