package dev.vinesorter.lang.script;

import dev.vinesorter.lang.move.OutlineLanguage;
import dev.vinesorter.lang.outline.Outline;
import dev.vinesorter.lang.tree.Grammar;
import dev.vinesorter.lang.tree.Syntax;
import dev.vinesorter.source.read.LookupPaths;
import org.treesitter.TreeSitterJavascript;
import org.treesitter.TreeSitterTypescript;

/** JavaScript and TypeScript as others see them. */
public final class ScriptLanguage extends OutlineLanguage {
  private static final Grammar SCRIPT = new Grammar(TreeSitterJavascript::new);
  private static final Grammar TYPED = new Grammar(TreeSitterTypescript::new);

  /** The language. */
  public ScriptLanguage() {
    super(
        "script",
        path -> ScriptRules.ENDS.stream().anyMatch(path::endsWith) && !path.endsWith(".min.js"),
        ScriptLanguage::scan,
        ScriptRules::new,
        ScriptSpecifiers::new,
        () -> new ScriptDeclarations(ScriptLanguage::parse));
    listensTo(LookupPaths::saysModules);
  }

  private static Outline scan(String path, String text) {
    return ScriptScan.of(path, parse(path, text));
  }

  private static Syntax parse(String path, String text) {
    return (isTyped(path) ? TYPED : SCRIPT).parse(ScriptText.readable(text, path), text);
  }

  static boolean isTyped(String path) {
    return path.endsWith("ts") || path.endsWith(".tsx");
  }
}
