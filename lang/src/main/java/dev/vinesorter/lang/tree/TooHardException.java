package dev.vinesorter.lang.tree;

/** A text at which the parser would be for many times as long as others of its length take. */
public final class TooHardException extends RuntimeException {
  private static final long serialVersionUID = 1;

  TooHardException() {
    super("The text takes too long to parse.", null, false, false);
  }
}
