package dev.vinesorter.lang.php;

import dev.vinesorter.lang.read.SpacedRules;
import dev.vinesorter.lang.space.SpacedLanguage;
import dev.vinesorter.lang.tree.Grammar;
import java.util.Set;
import org.treesitter.TreeSitterPhp;

/** PHP as others see it. */
public final class PhpLanguage extends SpacedLanguage {
  static final Grammar GRAMMAR = new Grammar(TreeSitterPhp::new);

  /** Names that members of many library types have. */
  private static final Set<String> COMMON =
      Set.of(
          "get",
          "set",
          "add",
          "has",
          "getName",
          "name",
          "value",
          "count",
          "__construct",
          "all",
          "create",
          "format",
          "toArray",
          "__toString",
          "key",
          "current",
          "next",
          "close",
          "run",
          "handle");

  /** The language. */
  public PhpLanguage() {
    super(
        "php",
        path -> path.endsWith(".php"),
        (path, text) -> PhpScan.of(path, GRAMMAR.parse(text)),
        () -> new SpacedRules(COMMON, false, ""),
        new PhpSyntax());
  }
}
