package dev.vinesorter.lang.c;

import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.lang.move.CannotMoveException;
import dev.vinesorter.lang.move.Moves;
import dev.vinesorter.lang.move.Specifiers;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.read.Project;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.List;

/** How an include names a file that lies elsewhere. */
final class CSpecifiers implements Specifiers {
  @Override
  public void rewrite(Asked asked, String text, TextEdits edits) throws CannotMoveException {
    Import one = asked.one();
    String taken = asked.taken();
    if (taken.isEmpty()) {
      return;
    }
    String folder = Project.folder(asked.importer());
    String now = asked.moves().of(taken);
    String folderNow = Project.folder(asked.moves().of(asked.importer()));
    boolean beside =
        one.level() == 1 && taken.equals(Project.normal(Project.join(folder, one.from())));
    String written;
    if (beside) {
      written = Moves.relative(folderNow, now);
    } else {
      String base = taken.endsWith("/" + one.from()) ? cut(taken, one.from()) : "";
      boolean inside = base.isEmpty() || now.startsWith(base + "/");
      if (!inside && one.level() == 0) {
        throw new CannotMoveException(
            RefusalCode.NOT_YET,
            "This include finds the file from " + base + "/, where it is not any more.",
            one.at());
      }
      written =
          inside
              ? now.substring(base.isEmpty() ? 0 : base.length() + 1)
              : Moves.relative(folderNow, now);
    }
    int begin = one.end() - one.from().length();
    if (!text.startsWith(one.from(), begin)) {
      throw new CannotMoveException(
          RefusalCode.ARGUMENTS, "This include is not written plainly.", one.at());
    }
    if (!written.equals(one.from())) {
      edits.replace(begin, one.end(), written);
    }
  }

  @Override
  public List<String> names(String path) {
    List<String> names = new ArrayList<>(Specifiers.super.names(path));
    names.addAll(built(path));
    return names;
  }

  /** What builds call a source that they list: by its own name or by that of its object file. */
  static List<String> built(String path) {
    String name = path.substring(path.lastIndexOf('/') + 1);
    String stem = name.substring(0, name.lastIndexOf('.') + 1);
    return CLanguage.end(path).startsWith("h")
        ? List.of()
        : List.of(name, stem + "o", stem + "lo", stem + "obj");
  }

  private static String cut(String path, String end) {
    return path.substring(0, path.length() - end.length() - 1);
  }
}
