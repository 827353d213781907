package dev.vinesorter.core.model;

/**
 * Something that could not be read, or was read only in part.
 *
 * @param file the file's path from the root; empty when it concerns no single file
 * @param line 1-based, 0 when unknown
 * @param code a short stable word for its sort, such as {@code syntax} or {@code encoding}
 * @param message what happened, for people
 */
public record Problem(String file, int line, String code, String message) {
  /** The code of what the compiler calls an error. */
  public static final String COMPILER = "compiler";

  /** The code of such an error where the name is known to be of another language. */
  public static final String OTHER_LANGUAGE = "other-language";

  /** The same with another code. */
  public Problem coded(String other) {
    return new Problem(file, line, other, message);
  }
}
