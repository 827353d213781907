package dev.vinesorter.lang.ruby;

import dev.vinesorter.lang.move.OutlineLanguage;
import dev.vinesorter.lang.tree.Grammar;
import org.treesitter.TreeSitterRuby;

/** Ruby: its sources go into folders, and its classes and modules into other sources. */
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
        () -> new RubyDeclarations(GRAMMAR, new RubyRules()));
  }
}
