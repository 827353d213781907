package dev.vinesorter.java.rewrite;

import dev.vinesorter.java.code.FileChanges;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.code.TypeNames;
import dev.vinesorter.java.syntax.JavaHeader;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.List;

/** Imports that only what changed needed. */
public final class StaleImports {
  private StaleImports() {}

  /** Takes them out of the files that are edited. */
  public static void takeOut(SourceView code, FileChanges changes, TypeNames names) {
    for (int edited : List.copyOf(changes.files())) {
      takeOut(code, edited, changes.in(edited).apply(code.text(edited)), names);
    }
  }

  /** Takes them out of a file that reads so by now. */
  static void takeOut(SourceView code, int file, String text, TypeNames names) {
    JavaHeader header = JavaHeader.of(JavaTokens.of(text));
    String rest = text.substring(body(header));
    String before = code.text(file).substring(body(code.header(file)));
    for (JavaHeader.Import one : code.header(file).imports()) {
      boolean gone =
          !one.onDemand()
              && JavaTokens.hasUnqualified(before, one.simpleName())
              && !JavaTokens.hasUnqualified(rest, one.simpleName());
      if (gone) {
        names.imports(file).remove(one);
      }
    }
  }

  /** Where a source goes on behind its imports. */
  private static int body(JavaHeader header) {
    int imports = header.imports().size();
    return imports == 0 ? 0 : header.imports().get(imports - 1).end();
  }
}
