package dev.vinesorter.lang.python;

import dev.vinesorter.lang.move.OutlineLanguage;
import dev.vinesorter.lang.tree.Grammar;
import org.treesitter.TreeSitterPython;

/** Python as others see it. */
public final class PythonLanguage extends OutlineLanguage {
  private static final Grammar GRAMMAR = new Grammar(TreeSitterPython::new);

  /** The language. */
  public PythonLanguage() {
    super(
        "python",
        path -> path.endsWith(".py") || path.endsWith(".pyi"),
        (path, text) -> PythonScan.of(path, GRAMMAR.parse(text)),
        PythonRules::new,
        () -> new PythonSpecifiers(new PythonRules()),
        () -> new PythonDeclarations(new PythonRules(), GRAMMAR));
  }
}
