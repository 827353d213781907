package dev.vinesorter.cli;

/** What a command ends with; see {@code docs/commands.md}. */
final class ExitCode {
  static final int DONE = 0;
  static final int NOT_AS_IT_SHOULD_BE = 1;
  static final int WRONG_USAGE = 2;
  static final int COULD_NOT_WORK = 3;

  private ExitCode() {}
}
