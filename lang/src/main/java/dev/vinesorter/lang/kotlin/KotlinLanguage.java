package dev.vinesorter.lang.kotlin;

import dev.vinesorter.lang.read.SpacedRules;
import dev.vinesorter.lang.space.SpacedLanguage;
import dev.vinesorter.lang.tree.Grammar;
import dev.vinesorter.lang.tree.Syntax;
import java.util.Set;
import org.treesitter.TreeSitterKotlin;

/** Kotlin as others see it. */
public final class KotlinLanguage extends SpacedLanguage {
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
        (path, text) -> KotlinScan.of(path, parse(text)),
        () -> new SpacedRules(COMMON, false, ".java"),
        new KotlinSyntax());
  }

  @Override
  public String neighbour() {
    return "java";
  }

  /** The tree of a text; what the grammar does not know is left out. */
  static Syntax parse(String text) {
    return GRAMMAR.parse(KotlinText.readable(text));
  }
}
