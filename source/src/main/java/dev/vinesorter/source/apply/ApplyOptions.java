package dev.vinesorter.source.apply;

/**
 * How a plan is to be carried out.
 *
 * @param title what to call a plan that has no title
 * @param verification what verifies a change, or null
 * @param verifyAtEnd whether it verifies the plan as a whole, in place of each step
 * @param commit whether each step becomes a commit
 * @param stepByStep whether each step is written on its own
 * @param resume whether to go on with a plan that stopped
 * @param strict whether to refuse where not all of the edited code could be proven
 */
public record ApplyOptions(
    String title,
    Verification verification,
    boolean verifyAtEnd,
    boolean commit,
    boolean stepByStep,
    boolean resume,
    boolean strict) {
  /** Whether steps are written one after the other. */
  boolean isStepwise() {
    return commit || stepByStep || resume || verification != null && !verifyAtEnd;
  }

  /** Whether each step has to compile without those behind it. */
  boolean isApart() {
    return commit || stepByStep;
  }
}
