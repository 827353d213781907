package dev.vinesorter.java;

import dev.vinesorter.core.model.Problem;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.java.read.JavaReader;
import dev.vinesorter.java.read.Reread;
import dev.vinesorter.java.syntax.JavaHeader;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.source.keep.KeptSurvey;
import dev.vinesorter.source.keep.OwnFolder;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.Root;
import dev.vinesorter.source.text.SourceWalk;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * Edits the sources of a folder at random, one trial after the other, and reads them twice each
 * time: again, from the survey of the trial before, and from the ground up.
 */
public final class RereadTrial {
  private final Path folder;
  private final ReadOptions options;
  private final Random random;
  private final TreeMap<String, byte[]> originals = new TreeMap<>();
  private final boolean clean;
  private final int problems;
  private Reading before;
  private int quick;

  /**
   * Trials in a folder.
   *
   * @param clean whether edits that bring errors are taken back before the next ones: code without
   *     errors is that of which only what is concerned is read
   */
  public RereadTrial(Path folder, ReadOptions options, long seed, boolean clean)
      throws IOException {
    this.clean = clean;
    this.folder = folder;
    this.options = options;
    this.random = new Random(seed);
    for (String path : overlay().paths()) {
      if (path.endsWith(".java")) {
        originals.put(path, Files.readAllBytes(folder.resolve(path)));
      }
    }
    this.before = new JavaReader().read(overlay(), options, Progress.SILENT);
    this.problems = before.survey().problems().size();
  }

  private Overlay overlay() {
    Root root = Root.of(folder);
    return new Overlay(root, SourceWalk.of(root).files(), options.charset());
  }

  /** How many trials were read without reading everything. */
  public int quick() {
    return quick;
  }

  /** One trial: what was done, and both readings as they are kept; the first may be null. */
  public record Outcome(String says, byte[] again, byte[] cold) {
    public boolean same() {
      return again == null || Arrays.equals(again, cold);
    }
  }

  /** Edits one to three files, or takes all edits back, and compares. */
  public Outcome next() throws IOException {
    Set<String> changed = new TreeSet<>();
    List<String> says = new ArrayList<>();
    boolean broken = before.survey().problems().size() > problems;
    if (random.nextInt(3) == 0 || clean && broken) {
      says.add("all edits taken back");
      restore(changed);
    } else {
      for (int edits = 1 + random.nextInt(3); edits > 0; edits--) {
        edit(changed, says);
      }
    }
    JavaReader reader = new JavaReader();
    Reading again = new Reread(overlay(), options, Progress.SILENT, before, changed).run();
    Reading cold = reader.read(overlay(), options, Progress.SILENT);
    quick += again == null ? 0 : 1;
    before = cold;
    return new Outcome(
        String.join(", ", says),
        again == null ? null : bytes(clean ? again : withErrorsOf(cold, again)),
        bytes(cold));
  }

  /**
   * The same, with the errors of the cold reading for sources that have some in both: after some
   * errors, whether the compiler analyzes the flow of a class hangs on what it is given beside.
   */
  private static Reading withErrorsOf(Reading cold, Reading again) {
    Set<String> broken = broken(cold);
    broken.retainAll(broken(again));
    List<Problem> told = again.survey().problems();
    List<Problem> problems = new ArrayList<>();
    for (Problem one : cold.survey().problems()) {
      if (broken.contains(one.file()) || told.contains(one)) {
        problems.add(one);
      }
    }
    for (Problem one : told) {
      if (!broken.contains(one.file()) && !problems.contains(one)) {
        problems.add(one);
      }
    }
    Survey survey = again.survey();
    return new Reading(
        new Survey(survey.units(), survey.references(), problems, survey.unresolved()),
        again.memo());
  }

  private static Set<String> broken(Reading reading) {
    Set<String> files = new TreeSet<>();
    for (Problem one : reading.survey().problems()) {
      if (one.code().equals("compiler")) {
        files.add(one.file());
      }
    }
    return files;
  }

  private void restore(Set<String> changed) throws IOException {
    for (Map.Entry<String, byte[]> one : originals.entrySet()) {
      Path file = folder.resolve(one.getKey());
      if (!Files.exists(file) || !Arrays.equals(Files.readAllBytes(file), one.getValue())) {
        Files.write(file, one.getValue());
        changed.add(one.getKey());
      }
    }
    for (String path : overlay().paths()) {
      if (path.endsWith(".java") && !originals.containsKey(path)) {
        Files.delete(folder.resolve(path));
        changed.add(path);
      }
    }
  }

  private void edit(Set<String> changed, List<String> says) throws IOException {
    List<String> paths =
        overlay().paths().stream()
            .filter(p -> p.endsWith(".java") && !p.endsWith("-info.java"))
            .toList();
    String path = paths.get(random.nextInt(paths.size()));
    Path file = folder.resolve(path);
    int what = random.nextInt(RandomEdit.Kind.values().length + 2);
    if (what == RandomEdit.Kind.values().length) {
      Files.delete(file);
      changed.add(path);
      says.add("deleted " + path);
      return;
    }
    String text = Files.readString(file, StandardCharsets.ISO_8859_1);
    if (what > RandomEdit.Kind.values().length) {
      // Now and then one that a source elsewhere has the name of already.
      String other = paths.get(random.nextInt(paths.size()));
      String base = other.substring(other.lastIndexOf('/') + 1, other.length() - 5);
      boolean known = random.nextBoolean() && !Files.exists(file.resolveSibling(base + ".java"));
      String name = known ? base : "New" + random.nextInt(1000);
      String added = path.substring(0, path.lastIndexOf('/') + 1) + name + ".java";
      int end = JavaHeader.of(JavaTokens.of(text)).packageStatementEnd();
      String head = end < 0 ? "" : text.substring(0, end);
      Files.writeString(
          folder.resolve(added), head + "\npublic class " + name + " { public int x; }\n");
      changed.add(added);
      says.add("added " + added);
      return;
    }
    RandomEdit.Kind kind = RandomEdit.Kind.values()[what];
    String edited = RandomEdit.apply(random, kind, text);
    if (!edited.equals(text)) {
      Files.writeString(file, edited, StandardCharsets.ISO_8859_1);
      changed.add(path);
      says.add(kind + " in " + path);
    }
  }

  /** A reading as it is kept, with nothing in it that depends on the clock. */
  private byte[] bytes(Reading reading) throws IOException {
    Path aside = Files.createTempDirectory("reading");
    Root root = Root.of(aside);
    new OwnFolder(root)
        .keep(new KeptSurvey(reading.survey(), reading.memo(), options, options, Map.of(), 0));
    byte[] bytes = Files.readAllBytes(root.ownFolder().resolve("survey.bin"));
    Files.delete(root.ownFolder().resolve("survey.bin"));
    Files.delete(root.ownFolder().resolve(".gitignore"));
    Files.delete(root.ownFolder());
    Files.delete(aside);
    // The seal at the head is another one for each root.
    int head = 80;
    return Arrays.copyOfRange(bytes, head, bytes.length);
  }
}
