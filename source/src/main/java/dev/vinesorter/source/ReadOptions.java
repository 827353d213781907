package dev.vinesorter.source;

import java.util.List;

/**
 * How sources are read; kept with the survey, so that a later reading is the same.
 *
 * @param classpath paths of libraries; empty to find them from the build
 * @param encoding name of the encoding; empty for UTF-8
 * @param leaveOut path globs of files to pass over
 */
public record ReadOptions(List<String> classpath, String encoding, List<String> leaveOut) {
  public static final ReadOptions DEFAULT = new ReadOptions(List.of(), "", List.of());

  public ReadOptions {
    classpath = List.copyOf(classpath);
    leaveOut = List.copyOf(leaveOut);
  }

  /** The expected encoding. */
  public java.nio.charset.Charset charset() {
    try {
      return encoding.isEmpty()
          ? java.nio.charset.StandardCharsets.UTF_8
          : java.nio.charset.Charset.forName(encoding);
    } catch (IllegalArgumentException e) {
      throw new CannotWorkException(
          "There is no encoding '" + encoding + "' here. Say one such as UTF-8 or ISO-8859-1.", e);
    }
  }

  /** The files below a root that these options leave in. */
  public SourceWalk walk(Root root) {
    return SourceWalk.of(root, leaveOut.stream().map(Glob::ofPath).toList());
  }
}
