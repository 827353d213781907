package dev.vinesorter.lang.ruby;

import dev.vinesorter.lang.move.OutlineLanguage;
import dev.vinesorter.lang.tree.Grammar;
import org.treesitter.TreeSitterRuby;

/** Ruby as others see it; so far it is looked at and not changed. */
public final class RubyLanguage extends OutlineLanguage {
  private static final Grammar GRAMMAR = new Grammar(TreeSitterRuby::new);

  /** The language. */
  public RubyLanguage() {
    super(
        "ruby",
        path -> path.endsWith(".rb") || path.endsWith(".rake") || path.endsWith(".gemspec"),
        (path, text) -> RubyScan.of(path, GRAMMAR.parse(text)),
        RubyRules::new);
  }
}
