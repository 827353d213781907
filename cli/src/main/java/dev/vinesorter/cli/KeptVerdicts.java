package dev.vinesorter.cli;

import dev.vinesorter.core.misfit.Inquiry;
import dev.vinesorter.core.misfit.Misfits;
import dev.vinesorter.core.misfit.Told;
import dev.vinesorter.source.config.TrellisFile;
import dev.vinesorter.source.text.ContentHash;
import java.io.IOException;
import java.net.URISyntaxException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.TreeSet;

/**
 * What is told of misfits, judged once for each survey and view: judging takes longer than most
 * questions, and its answer is the same until the survey, the trellis, what other files name or
 * Vine Sorter itself is another.
 */
final class KeptVerdicts {
  private static final int NAME = 16;

  private final Workbench bench;

  KeptVerdicts(Workbench bench) {
    this.bench = bench;
  }

  /**
   * What is told, best founded first, accepted misfits included.
   *
   * @param view the options that make up the view
   */
  List<Told> told(Inquiry inquiry, String view) {
    String name = hash(view + (inquiry.namedElsewhere().isEmpty() ? "\nalone" : ""));
    String key =
        String.join(
            "\n",
            Long.toHexString(inquiry.survey().fingerprint()),
            view,
            trellis(),
            hash(String.join("\n", new TreeSet<>(inquiry.namedElsewhere()))),
            program());
    List<Told> kept = bench.own().told(name.substring(0, NAME), key);
    if (kept != null) {
      return kept;
    }
    List<Told> fresh = Misfits.told(inquiry);
    bench.own().told(name.substring(0, NAME), key, fresh);
    return fresh;
  }

  private static String hash(String text) {
    return ContentHash.of(text.getBytes(StandardCharsets.UTF_8));
  }

  private String trellis() {
    Path file = bench.root().resolve(TrellisFile.NAME);
    try {
      return Files.isRegularFile(file) ? ContentHash.of(file) : "none";
    } catch (IOException e) {
      return "unread";
    }
  }

  /** What tells this build of the judges from others. */
  private static String program() {
    try {
      Path judges =
          Path.of(Misfits.class.getProtectionDomain().getCodeSource().getLocation().toURI());
      return ProductVersion.number()
          + " "
          + Files.size(judges)
          + " "
          + Files.getLastModifiedTime(judges).toMillis();
    } catch (IOException | URISyntaxException e) {
      return "of unknown build";
    }
  }
}
