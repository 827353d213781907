package dev.vinesorter.lang.csharp;

import dev.vinesorter.lang.move.OutlineLanguage;
import dev.vinesorter.lang.read.SpacedRules;
import dev.vinesorter.lang.tree.Grammar;
import java.util.Set;
import org.treesitter.TreeSitterCSharp;

/** C# as others see it; so far it is looked at and not changed. */
public final class CSharpLanguage extends OutlineLanguage {
  private static final Grammar GRAMMAR = new Grammar(TreeSitterCSharp::new);

  /** Names that members of many library types have. */
  private static final Set<String> COMMON =
      Set.of(
          "ToString",
          "Equals",
          "GetHashCode",
          "Add",
          "Count",
          "Length",
          "Name",
          "Value",
          "Key",
          "Dispose",
          "Select",
          "Where",
          "First",
          "Any",
          "Contains",
          "Get",
          "Set",
          "Invoke",
          "Remove",
          "Clear",
          "Message",
          "Write",
          "Read",
          "Close",
          "ToArray",
          "ToList",
          "Item",
          "Type",
          "Id");

  /** The language. */
  public CSharpLanguage() {
    super(
        "csharp",
        path -> path.endsWith(".cs"),
        (path, text) -> CSharpScan.of(path, GRAMMAR.parse(text)),
        () -> new SpacedRules(COMMON));
  }
}
