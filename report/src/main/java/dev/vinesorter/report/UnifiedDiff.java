package dev.vinesorter.report;

import com.github.difflib.DiffUtils;
import com.github.difflib.UnifiedDiffUtils;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** Changes as a unified diff that {@code git apply} takes, moves recorded as moves. */
public final class UnifiedDiff {
  private static final int CONTEXT = 3;
  private static final String NO_LINE_END = "\n\\ No newline at end of file";

  private UnifiedDiff() {}

  public static String of(List<FileChange> changes) {
    StringBuilder diff = new StringBuilder();
    for (FileChange change : changes) {
      boolean isNew = change.oldPath().isEmpty();
      boolean gone = change.newPath().isEmpty();
      String oldPath = isNew ? change.newPath() : change.oldPath();
      String newPath = gone ? change.oldPath() : change.newPath();
      diff.append("diff --git a/").append(oldPath).append(" b/").append(newPath).append('\n');
      if (isNew) {
        diff.append("new file mode 100644\n");
      } else if (gone) {
        diff.append("deleted file mode 100644\n");
      } else if (!oldPath.equals(newPath)) {
        diff.append("rename from ").append(oldPath).append('\n');
        diff.append("rename to ").append(newPath).append('\n');
      }
      List<String> before = lines(change.oldText());
      List<String> after = lines(change.newText());
      for (String line :
          UnifiedDiffUtils.generateUnifiedDiff(
              isNew ? "/dev/null" : "a/" + oldPath,
              gone ? "/dev/null" : "b/" + newPath,
              before,
              DiffUtils.diff(before, after),
              CONTEXT)) {
        diff.append(line.startsWith("@@") ? emptySides(line) : line).append('\n');
      }
    }
    return diff.toString();
  }

  /** An empty side begins at line 0, as git has it; the library says 1. */
  private static String emptySides(String hunk) {
    return hunk.replace("-1,0 ", "-0,0 ").replace("+1,0 ", "+0,0 ");
  }

  /** Lines parted by line feeds alone, so that a carriage return stays part of its line. */
  private static List<String> lines(String text) {
    if (text.isEmpty()) {
      return List.of();
    }
    List<String> lines = new ArrayList<>(Arrays.asList(text.split("\n", -1)));
    int last = lines.size() - 1;
    if (lines.get(last).isEmpty()) {
      lines.remove(last);
    } else {
      lines.set(last, lines.get(last) + NO_LINE_END);
    }
    return lines;
  }
}
