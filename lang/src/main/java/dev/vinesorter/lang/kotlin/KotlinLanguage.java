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
    Syntax tree = GRAMMAR.parse(KotlinText.readable(text), text);
    for (int node = 0; node < tree.size(); node++) {
      if (tree.is(node, "property_declaration")) {
        accessors(tree, node);
      }
    }
    return tree;
  }

  /**
   * Puts the accessors into their property: in lines of their own the grammar has them beside it.
   */
  private static void accessors(Syntax tree, int property) {
    int last = property;
    for (int next = tree.next(property); next >= 0; next = tree.next(next)) {
      boolean accessor = tree.is(next, "getter") || tree.is(next, "setter");
      if (!accessor && !tree.kind(next).endsWith("comment")) {
        break;
      }
      last = accessor ? next : last;
    }
    if (last != property) {
      tree.takeIn(property, last);
    }
  }
}
