package dev.vinesorter.report;

/**
 * One file of a change.
 *
 * @param oldPath empty where the file is new
 * @param newPath empty where the file goes
 * @param oldText empty where there was none
 * @param newText empty where there is none
 */
public record FileChange(String oldPath, String newPath, String oldText, String newText) {
  /** The change as a few words. */
  public String title() {
    if (oldPath.isEmpty()) {
      return "new      " + newPath;
    }
    if (newPath.isEmpty()) {
      return "deleted  " + oldPath;
    }
    return oldPath.equals(newPath)
        ? "edited   " + newPath
        : "moved    " + oldPath + " -> " + newPath;
  }
}
