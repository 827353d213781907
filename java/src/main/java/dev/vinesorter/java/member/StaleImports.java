package dev.vinesorter.java.member;

import dev.vinesorter.java.code.FileChanges;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.code.TypeNames;
import dev.vinesorter.java.syntax.JavaHeader;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.List;

/** Imports that only what changed needed. */
final class StaleImports {
  private StaleImports() {}

  /** Takes them out of the files that are edited. */
  static void takeOut(SourceView code, FileChanges changes, TypeNames names) {
    for (int edited : List.copyOf(changes.files())) {
      String text = changes.in(edited).apply(code.text(edited));
      JavaHeader header = JavaHeader.of(JavaTokens.of(text));
      String rest = text.substring(body(header));
      String before = code.text(edited).substring(body(code.header(edited)));
      for (JavaHeader.Import one : code.header(edited).imports()) {
        boolean gone =
            !one.onDemand()
                && JavaTokens.hasWord(before, one.simpleName())
                && !JavaTokens.hasWord(rest, one.simpleName());
        if (gone) {
          names.imports(edited).remove(one);
        }
      }
    }
  }

  /** Where a source goes on behind its imports. */
  private static int body(JavaHeader header) {
    int imports = header.imports().size();
    return imports == 0 ? 0 : header.imports().get(imports - 1).end();
  }
}
