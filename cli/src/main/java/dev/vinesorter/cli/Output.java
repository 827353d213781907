package dev.vinesorter.cli;

import dev.vinesorter.report.Page;

/** What this process may show where; the launcher says which streams are terminals. */
final class Output {
  private Output() {}

  /** Whether standard output is a terminal that takes colour. */
  static boolean colour(boolean wanted) {
    String noColour = System.getenv("NO_COLOR");
    return wanted
        && (noColour == null || noColour.isEmpty())
        && System.getProperty("vinesort.terminal", "").contains("out");
  }

  /** Whether standard error is a terminal, so that progress may be drawn there. */
  static boolean drawsProgress() {
    return System.getProperty("vinesort.terminal", "").contains("err");
  }

  /** The columns of the terminal on standard output; 0 where it is none or does not say. */
  static int columns() {
    try {
      return Integer.parseInt(System.getProperty("vinesort.columns", "0"));
    } catch (NumberFormatException e) {
      return 0;
    }
  }

  /** A message without control characters, but for line ends. */
  static String plain(String message) {
    return String.join("\n", String.valueOf(message).lines().map(Page::printable).toList());
  }
}
