import dev.vinesorter.core.model.Survey;
import dev.vinesorter.source.text.SourceWalk;
import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.java.JavaStepEditor;
import dev.vinesorter.java.read.JavaReader;
import dev.vinesorter.source.config.PlanFile;
import dev.vinesorter.source.config.TrellisFile;
import dev.vinesorter.source.plan.Rehearsal;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.CannotWorkException;
import dev.vinesorter.source.text.InvalidFileException;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.Root;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/**
 * Changed plans, trellis files, sources and class paths: DEMO WORK N SEED. What is not refused in a
 * sentence is carried out on the survey; nothing else may come of it, and nothing may take 10 s.
 */
public final class Fuzz {
  private static final long MOST_MILLIS = 10_000;

  private static final String[] WORDS = {
    "move: ", "rename: ", "into: ", "to: ", "tighten: ", "sort: ", "remove: ", "widen: true", "steps:", "  - ", "\n", "**", "#", "()", "..", "/", "never:",
    "layers:", "{", "}", "[", "]", "&a ", "*a", "!!x ", "\"", "'", "\u0000", "\t", "org.saltmarsh", "class ", "/*", "*/", "\"\"\"", "\\u005c", "@",
    "<", ">", "enum ", "switch (x) { case ", "-> ", "record R(", "import static ", "package ", ";;", "\uFEFF", "\uD800", "0x", "1e", "'a"
  };

  private static int escapes;
  private static long slowest;

  public static void main(String[] arguments) throws Exception {
    Path demo = Path.of(arguments[0]);
    Path work = Path.of(arguments[1]);
    int each = Integer.parseInt(arguments[2]) / 4;
    Random random = new Random(Long.parseLong(arguments[3]));
    Root root = Root.of(work);
    ReadOptions options = ReadOptions.DEFAULT;
    Reading read = new JavaReader().read(overlay(root, options), options, Progress.SILENT);
    int[] refused = new int[4];
    List<byte[]> plans = samples(demo.resolve("plans"), ".yaml");
    Path file = work.resolve("fuzz.yaml");
    for (int n = 0; n < each; n++) {
      Files.write(file, changed(plans, random));
      refused[0] += tried("plan " + n, () -> {
        Plan plan = PlanFile.read(file);
        return Rehearsal.of(read.survey(), plan, overlay(root, options), new JavaStepEditor(read, options)).accepted();
      });
    }
    Files.delete(file);
    List<byte[]> trellises = List.of(Files.readAllBytes(demo.resolve("trellis.yaml")), Files.readAllBytes(demo.resolveSibling("trellis.yaml")));
    for (int n = 0; n < each; n++) {
      Files.write(work.resolve("trellis.yaml"), changed(trellises, random));
      refused[1] += tried("trellis " + n, () -> TrellisFile.of(root) != null);
    }
    Files.delete(work.resolve("trellis.yaml"));
    Path small = Files.createDirectories(work.resolveSibling("fuzz-small"));
    Root few = Root.of(small);
    List<byte[]> sources = samples(demo.resolve("src/main/java"), ".java");
    for (int n = 0; n < each; n++) {
      Files.write(small.resolve("A.java"), changed(sources, random));
      Files.write(small.resolve("B.java"), sources.get(random.nextInt(sources.size())));
      long before = slowest;
      refused[2] += tried("source " + n, () -> survey(few, options) != null);
      if (slowest > before) {
        Files.copy(small.resolve("A.java"), work.resolveSibling("fuzz-slowest.txt"), java.nio.file.StandardCopyOption.REPLACE_EXISTING);
      }
    }
    Path jar = work.resolveSibling("fuzz.jar");
    byte[] whole = jar();
    for (int n = 0; n < each; n++) {
      Files.write(jar, changed(List.of(whole), random));
      ReadOptions with = new ReadOptions(List.of(jar.toString()), "", List.of());
      refused[3] += tried("class path " + n, () -> survey(few, with) != null);
    }
    System.out.printf("%d each of plans, trellis files, sources, class paths; refused or not as it should be %d, %d, %d, %d; escapes %d; slowest %d ms%n",
        each, refused[0], refused[1], refused[2], refused[3], escapes, slowest);
    System.exit(escapes == 0 && slowest < MOST_MILLIS ? 0 : 1);
  }

  private interface Work {
    boolean done() throws Exception;
  }

  private static int tried(String what, Work work) {
    long start = System.nanoTime();
    try {
      return work.done() ? 0 : 1;
    } catch (InvalidFileException | CannotWorkException e) {
      return 1;
    } catch (Throwable e) {
      escapes++;
      System.out.println("ESCAPE " + what + ": " + e);
      e.printStackTrace(System.out);
      return 1;
    } finally {
      long millis = (System.nanoTime() - start) / 1_000_000;
      slowest = Math.max(slowest, millis);
      if (millis > MOST_MILLIS) {
        System.out.println("SLOW " + what + ": " + millis + " ms");
      }
    }
  }

  private static Survey survey(Root root, ReadOptions options) {
    return new JavaReader().read(overlay(root, options), options, Progress.SILENT).survey();
  }

  private static Overlay overlay(Root root, ReadOptions options) {
    return new Overlay(root, SourceWalk.of(root).files(), options.charset());
  }

  private static List<byte[]> samples(Path folder, String end) throws Exception {
    List<byte[]> samples = new ArrayList<>();
    try (var all = Files.walk(folder)) {
      for (Path file : all.filter(path -> path.toString().endsWith(end)).sorted().toList()) {
        samples.add(Files.readAllBytes(file));
      }
    }
    return samples;
  }

  private static byte[] jar() throws Exception {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
      for (String name : List.of("Fuzz.class", "META-INF/MANIFEST.MF")) {
        zip.putNextEntry(new ZipEntry("org/saltmarsh/contact/" + name));
        try (var in = Fuzz.class.getResourceAsStream("Fuzz.class")) {
          zip.write(in.readAllBytes());
        }
      }
    }
    return bytes.toByteArray();
  }

  /** One to eight changes: bytes flipped, parts taken out, repeated, put in from elsewhere. */
  private static byte[] changed(List<byte[]> samples, Random random) {
    byte[] bytes = samples.get(random.nextInt(samples.size())).clone();
    for (int left = random.nextInt(8); left >= 0; left--) {
      int at = random.nextInt(bytes.length + 1);
      int length = Math.min(bytes.length - at, random.nextInt(40));
      switch (random.nextInt(6)) {
        case 0 -> {
          if (at < bytes.length) {
            bytes[at] ^= (byte) (1 << random.nextInt(8));
          }
        }
        case 1 -> bytes = spliced(bytes, at, length, new byte[0]);
        case 2 -> bytes = spliced(bytes, at, 0, WORDS[random.nextInt(WORDS.length)].getBytes(StandardCharsets.UTF_8));
        case 3 -> {
          byte[] other = samples.get(random.nextInt(samples.size()));
          int from = random.nextInt(other.length);
          bytes = spliced(bytes, at, length, java.util.Arrays.copyOfRange(other, from, Math.min(other.length, from + random.nextInt(200))));
        }
        case 4 -> {
          byte[] part = java.util.Arrays.copyOfRange(bytes, at, at + length);
          for (int times = random.nextInt(60); times > 0; times--) {
            bytes = spliced(bytes, at, 0, part);
          }
        }
        default -> bytes = spliced(bytes, at, 0, WORDS[random.nextInt(WORDS.length)].repeat(1 + random.nextInt(300)).getBytes(StandardCharsets.UTF_8));
      }
    }
    return bytes.length == 0 ? new byte[] {' '} : bytes;
  }

  private static byte[] spliced(byte[] bytes, int at, int out, byte[] in) {
    byte[] fresh = new byte[bytes.length - out + in.length];
    System.arraycopy(bytes, 0, fresh, 0, at);
    System.arraycopy(in, 0, fresh, at, in.length);
    System.arraycopy(bytes, at + out, fresh, at + in.length, bytes.length - at - out);
    return fresh;
  }
}
