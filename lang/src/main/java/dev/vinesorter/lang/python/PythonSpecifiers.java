package dev.vinesorter.lang.python;

import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.lang.move.CannotMoveException;
import dev.vinesorter.lang.move.Specifiers;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.source.text.TextEdits;

/** How an import names a module that lies elsewhere: relative where it was, else from the top. */
final class PythonSpecifiers implements Specifiers {
  private static final String INIT = PythonModules.INIT;

  private final PythonRules rules;

  PythonSpecifiers(PythonRules rules) {
    this.rules = rules;
  }

  @Override
  public boolean stays(String path) {
    return path.endsWith("/" + INIT) || path.equals(INIT) || path.endsWith("conftest.py");
  }

  @Override
  public void rewrite(Asked asked, String text, TextEdits edits) throws CannotMoveException {
    Import one = asked.one();
    Place module = asked.from();
    boolean takes = !one.name().isEmpty() && !one.name().equals("*");
    String folder =
        module.file() < 0 ? module.folder() : asked.project().outlines().get(module.file()).path();
    Place sub = takes ? rules.inFolder(asked.project(), folder, one.name()) : null;
    String importer = asked.moves().of(asked.importer());
    if (sub != null && sub.file() >= 0) {
      String path = asked.project().outlines().get(sub.file()).path();
      String now = asked.moves().of(path);
      submodule(asked, text, edits, now, importer);
      return;
    }
    String path = module.file() < 0 ? folder : asked.taken();
    String now = asked.moves().of(path);
    if (one.name().isEmpty()) {
      whole(asked, text, edits, path, now);
    } else {
      from(asked, text, edits, module(asked, now), importer);
    }
  }

  private String module(Asked asked, String path) {
    return PythonModules.name(rules, asked.project(), path);
  }

  /** {@code import a.b}: only the module's own name changes. */
  private void whole(Asked asked, String text, TextEdits edits, String path, String now)
      throws CannotMoveException {
    Import one = asked.one();
    if (path.equals(now)) {
      return;
    }
    String fresh = module(asked, now);
    int begin = one.end() - one.from().length();
    plain(text, one.from(), begin, one);
    boolean aliased = one.nameAt() == -2;
    if (aliased) {
      edits.replace(begin, one.end(), fresh);
      return;
    }
    int line = text.lastIndexOf('\n', begin) + 1;
    boolean alone =
        text.substring(line, begin).strip().equals("import")
            && endOfLine(text, one.end()).isBlank();
    if (one.from().contains(".") || !alone) {
      throw new CannotMoveException(
          RefusalCode.NOT_YET,
          "The module is reached by its full name here; import it by 'from … import' or with 'as'"
              + " first.",
          one.at());
    }
    int word = text.lastIndexOf("import", begin);
    int dot = fresh.lastIndexOf('.');
    if (dot >= 0) {
      edits.insert(word, "from " + fresh.substring(0, dot) + " ");
    }
  }

  private static String endOfLine(String text, int at) {
    int end = text.indexOf('\n', at);
    String rest = text.substring(at, end < 0 ? text.length() : end);
    int comment = rest.indexOf('#');
    return comment < 0 ? rest : rest.substring(0, comment);
  }

  private static void plain(String text, String written, int begin, Import one)
      throws CannotMoveException {
    if (begin < 0 || !text.startsWith(written, begin)) {
      throw new CannotMoveException(
          RefusalCode.ARGUMENTS, "This import is not written plainly.", one.at());
    }
  }

  /** {@code from a.b import c}: the module's name changes, for all that is taken from it. */
  private void from(Asked asked, String text, TextEdits edits, String module, String importer)
      throws CannotMoveException {
    Import one = asked.one();
    String written = ".".repeat(one.level()) + one.from();
    int begin = begin(text, one, written);
    String fresh = one.level() == 0 ? module : relative(asked, importer, module);
    boolean known =
        edits.list().stream().anyMatch(e -> e.begin() == begin && e.text().equals(fresh));
    if (!fresh.equals(written) && !known) {
      edits.replace(begin, begin + written.length(), fresh);
    }
  }

  private static int begin(String text, Import one, String written) throws CannotMoveException {
    int begin = one.from().isEmpty() ? one.at() : one.end() - written.length();
    plain(text, written, begin, one);
    return begin;
  }

  private String relative(Asked asked, String importer, String module) {
    return PythonModules.relative(rules, asked.project(), importer, module);
  }

  /** {@code from a import m}, where m is a module: the package before it changes. */
  private void submodule(Asked asked, String text, TextEdits edits, String now, String importer)
      throws CannotMoveException {
    Import one = asked.one();
    String full = module(asked, now);
    int dot = full.lastIndexOf('.');
    String around = dot < 0 ? "" : full.substring(0, dot);
    String written = ".".repeat(one.level()) + one.from();
    String fresh =
        one.level() == 0 || around.isEmpty() ? around : relative(asked, importer, around);
    if (fresh.equals(written)) {
      return;
    }
    int begin = begin(text, one, written);
    long beside =
        asked.project().outlines().get(asked.file()).imports().stream()
            .filter(other -> other.at() == one.at())
            .count();
    String alias = one.alias().equals(one.name()) ? "" : " as " + one.alias();
    String statement =
        (fresh.isEmpty() ? "import " : "from " + fresh + " import ") + one.name() + alias;
    if (beside == 1) {
      int from = text.lastIndexOf("from", begin);
      int end = one.nameAt() + one.name().length();
      boolean simple = endOfLine(text, end).isBlank() || !alias.isEmpty();
      if (fresh.isEmpty() && !simple) {
        throw new CannotMoveException(
            RefusalCode.NOT_YET, "This import would have to be written anew.", one.at());
      }
      if (fresh.isEmpty()) {
        edits.replace(from, end, "import " + one.name());
      } else {
        edits.replace(begin, begin + written.length(), fresh);
      }
      return;
    }
    takeOut(text, edits, one, alias, statement);
  }

  /** Takes one name out of several, and imports it in a line of its own. */
  private static void takeOut(
      String text, TextEdits edits, Import one, String alias, String statement)
      throws CannotMoveException {
    int begin = one.nameAt();
    int end = begin + one.name().length();
    if (!alias.isEmpty()) {
      int as = text.indexOf(one.alias(), end);
      end = as < 0 ? end : as + one.alias().length();
    }
    int next = end;
    while (next < text.length() && Character.isWhitespace(text.charAt(next))) {
      next++;
    }
    if (next < text.length() && text.charAt(next) == ',') {
      next++;
      while (next < text.length() && (text.charAt(next) == ' ' || text.charAt(next) == '\t')) {
        next++;
      }
      edits.remove(begin, next);
    } else {
      int comma = begin - 1;
      while (comma > 0 && Character.isWhitespace(text.charAt(comma))) {
        comma--;
      }
      if (text.charAt(comma) != ',') {
        throw new CannotMoveException(
            RefusalCode.NOT_YET, "This import is not written plainly.", one.at());
      }
      edits.remove(comma, end);
    }
    int word = text.lastIndexOf("import", begin);
    int paren = text.indexOf('(', word);
    int close = paren >= 0 && paren < begin ? text.indexOf(')', end) : end;
    int line = text.indexOf('\n', close < 0 ? end : close);
    int from = text.lastIndexOf("from", word);
    int lineBegin = text.lastIndexOf('\n', from) + 1;
    String indent = text.substring(lineBegin, from);
    if (!indent.isBlank()) {
      throw new CannotMoveException(
          RefusalCode.NOT_YET, "Several statements share this line.", one.at());
    }
    String ended = text.contains("\r\n") ? "\r\n" : "\n";
    int at = line < 0 ? text.length() : line + 1;
    edits.insert(at, indent + statement + ended);
  }
}
