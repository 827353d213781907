package dev.vinesorter.lang.script;

import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.lang.move.CannotMoveException;
import dev.vinesorter.lang.move.Moves;
import dev.vinesorter.lang.move.Specifiers;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.read.Project;
import dev.vinesorter.source.text.TextEdits;

/** How an import names a module that lies elsewhere, in the way it did. */
final class ScriptSpecifiers implements Specifiers {
  @Override
  public void rewrite(Asked asked, String text, TextEdits edits) throws CannotMoveException {
    Import one = asked.one();
    String taken = asked.taken();
    if (taken.isEmpty()) {
      return;
    }
    int begin = one.end() - one.from().length();
    if (!text.startsWith(one.from(), begin)) {
      throw new CannotMoveException(
          RefusalCode.ARGUMENTS, "This import is not written plainly.", one.at());
    }
    String now = asked.moves().of(taken);
    String stem = stem(one, taken, asked.importer());
    String end = taken.substring(stem.length());
    String place = now.endsWith(end) ? now.substring(0, now.length() - end.length()) : now;
    String shown = one.from();
    // What is written behind the stem, such as .js for a source in TypeScript, stays.
    String kept = behind(one, stem);
    if (one.from().startsWith(".")) {
      String relative = Moves.relative(Project.folder(asked.moves().of(asked.importer())), place);
      shown = (relative.startsWith("../") ? "" : "./") + relative + kept;
    } else if (!now.equals(taken)) {
      int slash = one.from().indexOf('/');
      String inside = one.from().substring(slash + 1);
      String base = stem.endsWith(inside) ? stem.substring(0, stem.length() - inside.length()) : "";
      if (!place.startsWith(base)) {
        throw new CannotMoveException(
            RefusalCode.NOT_YET,
            "The new place has no name in the way this import is written.",
            one.at());
      }
      shown = one.from().substring(0, slash + 1) + place.substring(base.length()) + kept;
    }
    if (!shown.equals(one.from())) {
      edits.replace(begin, one.end(), shown);
    }
  }

  /** The part of a path that the import writes out: without the end, or without the index. */
  private static String stem(Import one, String taken, String importer) {
    String last = one.from().substring(one.from().lastIndexOf('/') + 1);
    String bare = last;
    for (String end : ScriptRules.ENDS) {
      bare =
          last.endsWith(end) && bare.equals(last)
              ? last.substring(0, last.length() - end.length())
              : bare;
    }
    String name = taken.substring(taken.lastIndexOf('/') + 1);
    String folder = Project.folder(taken);
    if (name.equals(last)) {
      return taken;
    }
    if (name.startsWith(last + ".")) {
      return Project.join(folder, last);
    }
    return name.startsWith(bare + ".") ? Project.join(folder, bare) : folder;
  }

  private static String behind(Import one, String stem) {
    String last = one.from().substring(one.from().lastIndexOf('/') + 1);
    String name = stem.substring(stem.lastIndexOf('/') + 1);
    return last.startsWith(name) ? last.substring(name.length()) : "";
  }
}
