package dev.vinesorter.lang.kotlin;

import dev.vinesorter.lang.move.OutlineLanguage;
import dev.vinesorter.lang.read.SpacedRules;
import dev.vinesorter.lang.tree.Grammar;
import java.util.Set;
import org.treesitter.TreeSitterKotlin;

/** Kotlin as others see it; so far it is looked at and not changed. */
public final class KotlinLanguage extends OutlineLanguage {
  private static final Grammar GRAMMAR = new Grammar(TreeSitterKotlin::new);

  /** Names that members of many library types have. */
  private static final Set<String> COMMON =
      Set.of(
          "size",
          "name",
          "map",
          "filter",
          "let",
          "apply",
          "also",
          "run",
          "get",
          "add",
          "forEach",
          "first",
          "toString",
          "contains",
          "isEmpty",
          "value",
          "put",
          "remove",
          "equals",
          "length",
          "invoke",
          "close",
          "copy",
          "hashCode",
          "key",
          "message");

  /** The language. */
  public KotlinLanguage() {
    super(
        "kotlin",
        path -> path.endsWith(".kt") || path.endsWith(".kts"),
        (path, text) -> KotlinScan.of(path, GRAMMAR.parse(text)),
        () -> new SpacedRules(COMMON));
  }
}
