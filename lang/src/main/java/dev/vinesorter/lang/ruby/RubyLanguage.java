package dev.vinesorter.lang.ruby;

import dev.vinesorter.lang.move.OutlineLanguage;
import dev.vinesorter.lang.tree.Grammar;
import org.treesitter.TreeSitterRuby;

/** Ruby: its sources go into folders, with every require that names them. */
public final class RubyLanguage extends OutlineLanguage {
  private static final Grammar GRAMMAR = new Grammar(TreeSitterRuby::new);

  /** The language. */
  public RubyLanguage() {
    super(
        "ruby",
        path -> path.endsWith(".rb") || path.endsWith(".rake") || path.endsWith(".gemspec"),
        (path, text) -> RubyScan.of(path, GRAMMAR.parse(text)),
        RubyRules::new,
        () -> new RubySpecifiers(new RubyRules()),
        () -> null);
  }
}
