package dev.vinesorter.lang.ruby;

import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.lang.move.CannotMoveException;
import dev.vinesorter.lang.move.Moves;
import dev.vinesorter.lang.move.Specifiers;
import dev.vinesorter.lang.outline.Outline;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.lang.read.Project;
import dev.vinesorter.source.text.TextEdits;
import java.util.function.IntFunction;

/** How a require names a source that lies elsewhere, in the way it did. */
final class RubySpecifiers implements Specifiers {
  private static final String END = ".rb";

  private final RubyRules rules;

  RubySpecifiers(RubyRules rules) {
    this.rules = rules;
  }

  @Override
  public boolean stays(String path) {
    return !path.endsWith(END);
  }

  @Override
  public void rewrite(Asked asked, String text, TextEdits edits) throws CannotMoveException {
    Import one = asked.one();
    String taken = asked.taken();
    int begin = one.end() - one.from().length();
    if (taken.isEmpty() || !text.startsWith(one.from(), begin)) {
      throw new CannotMoveException(
          RefusalCode.ARGUMENTS, "This require is not written plainly.", one.at());
    }
    String now = asked.moves().of(taken);
    String behind = one.from().endsWith(END) ? "" : END;
    String shown;
    if (one.level() == 1) {
      String folder = Project.folder(asked.moves().of(asked.importer()));
      String dot = one.from().startsWith("./") ? "./" : "";
      String relative = Moves.relative(folder, now);
      shown = (relative.startsWith("../") ? "" : dot) + relative;
    } else {
      String base = taken.substring(0, taken.length() - (one.from() + behind).length());
      if (!now.startsWith(base)) {
        throw new CannotMoveException(
            RefusalCode.NOT_YET,
            "This require looks below '" + base + "', and " + now + " is not there.",
            one.at());
      }
      shown = now.substring(base.length());
    }
    shown = shown.substring(0, shown.length() - behind.length());
    if (!shown.equals(one.from())) {
      edits.replace(begin, one.end(), shown);
    }
  }

  @Override
  public void against(Project project, int file, IntFunction<String> texts)
      throws CannotMoveException {
    String path = project.outlines().get(file).path();
    boolean isTest = ("/" + path).matches(".*/(?:test|spec|tests)/.*");
    if (!isTest && !isRequired(project, file, rules)) {
      throw new CannotMoveException(
          RefusalCode.BAD_TARGET,
          path
              + " is required by no source of this root, so it is found by its place: by the names"
              + " of its constants, or from outside.",
          0);
    }
    String text = texts.apply(file);
    for (String word : new String[] {"__dir__", "__FILE__"}) {
      int at = text.indexOf(word);
      boolean asksWhetherRun = at >= 0 && text.startsWith("__FILE__ == $", at);
      if (at >= 0 && !asksWhetherRun) {
        throw new CannotMoveException(
            RefusalCode.OTHER_MEANING, "It asks where it lies here: " + word + ".", at);
      }
    }
    for (int other = 0; other < project.outlines().size(); other++) {
      String found = madeName(texts.apply(other), path);
      if (found != null) {
        throw new CannotMoveException(
            RefusalCode.NOT_YET,
            project.outlines().get(other).path()
                + " requires sources by names that it makes, which may mean this one: "
                + found,
            0);
      }
    }
  }

  /** Whether a source of the root requires one. */
  static boolean isRequired(Project project, int file, RubyRules rules) {
    for (int other = 0; other < project.outlines().size(); other++) {
      Outline outline = project.outlines().get(other);
      for (Import one : outline.imports()) {
        Place from = one.level() < 0 ? null : rules.source(project, other, one);
        if (from != null && from.file() == file) {
          return true;
        }
      }
    }
    return false;
  }

  /** The line in which a source requires others by names that it makes, if that may mean one. */
  private static String madeName(String text, String path) {
    for (int at = text.indexOf("require"); at >= 0; at = text.indexOf("require", at + 1)) {
      int end = text.indexOf('\n', at);
      String line = text.substring(at, end < 0 ? text.length() : end);
      int hole = line.indexOf("#{");
      int quote = hole < 0 ? -1 : line.lastIndexOf('"', hole);
      String prefix = quote < 0 ? "" : line.substring(quote + 1, hole);
      boolean all = prefix.isEmpty() && (line.contains("Dir[") || line.contains("Dir.glob"));
      if (prefix.contains("/")
              && ("/" + path).contains("/" + prefix.substring(0, prefix.lastIndexOf('/') + 1))
          || all) {
        return line.strip();
      }
    }
    for (int at = text.indexOf("Dir"); at >= 0; at = text.indexOf("Dir", at + 1)) {
      int end = text.indexOf('\n', at);
      String line = text.substring(at, end < 0 ? text.length() : end);
      boolean lists = line.startsWith("Dir[") || line.startsWith("Dir.glob");
      if (lists && line.contains("require")) {
        return line.strip();
      }
    }
    return null;
  }
}
