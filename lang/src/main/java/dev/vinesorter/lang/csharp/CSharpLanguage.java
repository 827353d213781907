package dev.vinesorter.lang.csharp;

import dev.vinesorter.lang.space.SpacedLanguage;
import dev.vinesorter.lang.tree.Grammar;
import dev.vinesorter.lang.tree.Syntax;
import java.util.regex.Pattern;
import org.treesitter.TreeSitterCSharp;

/** C# as others see it. */
public final class CSharpLanguage extends SpacedLanguage {
  private static final Grammar GRAMMAR = new Grammar(TreeSitterCSharp::new);

  private static final Pattern CONDITION =
      Pattern.compile("(?m)^[ \\t]{0,100}#(?:if|elif|else|endif)\\b[^\\r\\n]*");

  /** The language. */
  public CSharpLanguage() {
    super(
        "csharp",
        path -> path.endsWith(".cs"),
        (path, text) -> CSharpScan.of(path, parse(text)),
        CSharpRules::new,
        new CSharpSyntax());
  }

  /**
   * The tree of a text. The grammar knows conditions between declarations only; where one stands
   * elsewhere, all branches are read one behind the other, if that departs less from the grammar.
   */
  static Syntax parse(String text) {
    Syntax plain = GRAMMAR.parse(text);
    if (plain.firstError() < 0 || !text.contains("#if")) {
      return plain;
    }
    String without =
        CONDITION.matcher(text).replaceAll(found -> " ".repeat(found.end() - found.start()));
    Syntax whole = GRAMMAR.parse(without);
    return errors(whole) < errors(plain) ? whole : plain;
  }

  private static int errors(Syntax tree) {
    int found = 0;
    for (int node = 0; node < tree.size(); node++) {
      found += tree.is(node, "ERROR") ? 1 : 0;
    }
    return found;
  }
}
