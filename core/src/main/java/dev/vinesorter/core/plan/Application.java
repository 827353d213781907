package dev.vinesorter.core.plan;

import java.util.List;

/**
 * How carrying a plan out went.
 *
 * @param applied whether the sources are changed as the plan says
 * @param forecastMet whether the fresh survey is the foretold one
 * @param verified what the verify command said; null when there was none
 * @param journal the id under which it can be taken back; empty when not applied
 * @param objections why it was not applied, or not wholly, though every step was accepted
 * @param steps how many steps were carried out, those of the run before it among them
 * @param commits the commits made, by step
 * @param log what the verify command said; empty when there was none
 * @param proven what the compiled code says; null when it did not come to that
 */
public record Application(
    boolean applied,
    boolean forecastMet,
    Boolean verified,
    String journal,
    List<String> objections,
    int steps,
    List<String> commits,
    String log,
    ProvenCode proven) {
  public Application {
    objections = List.copyOf(objections);
    commits = List.copyOf(commits);
  }

  /** A plan of which nothing was carried out. */
  public static Application none(List<String> objections) {
    return new Application(false, false, null, "", objections, 0, List.of(), "", null);
  }

  /**
   * A plan that had nothing left to change.
   *
   * @param steps how many steps it has
   */
  public static Application nothingToDo(int steps) {
    return new Application(true, true, null, "", List.of(), steps, List.of(), "", null);
  }

  /** The same, with what the compiled code says. */
  public Application with(ProvenCode found) {
    return new Application(
        applied, forecastMet, verified, journal, objections, steps, commits, log, found);
  }
}
