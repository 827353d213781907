package dev.vinesorter.source.journal;

/**
 * What a change is called.
 *
 * @param title the plan's title
 * @param plan the id of the first change of the same run of the plan; empty for this one itself
 * @param step 1-based number of the plan's step that it carries out; 0 for the whole plan
 * @param does the step in words; empty for the whole plan
 */
public record Change(String title, String plan, int step, String does) {
  /** A plan carried out as one. */
  public static Change whole(String title) {
    return new Change(title, "", 0, "");
  }

  /** The title, with the step where it is one. */
  public String words() {
    return step == 0 ? title : title + ", step " + step + ": " + does;
  }
}
