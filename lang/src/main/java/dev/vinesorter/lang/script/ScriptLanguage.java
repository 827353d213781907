package dev.vinesorter.lang.script;

import dev.vinesorter.lang.move.FileMoves;
import dev.vinesorter.lang.outline.Outline;
import dev.vinesorter.lang.read.OutlineReader;
import dev.vinesorter.lang.tree.Grammar;
import dev.vinesorter.source.language.Language;
import dev.vinesorter.source.plan.StepEditor;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.read.SourceReader;
import java.util.Set;
import org.treesitter.TreeSitterJavascript;
import org.treesitter.TreeSitterTypescript;

/** JavaScript and TypeScript as others see them. */
public final class ScriptLanguage implements Language {
  private static final Grammar SCRIPT = new Grammar(TreeSitterJavascript::new);
  private static final Grammar TYPED = new Grammar(TreeSitterTypescript::new);

  @Override
  public String name() {
    return "script";
  }

  @Override
  public boolean owns(String path) {
    return ScriptRules.ENDS.stream().anyMatch(path::endsWith) && !path.endsWith(".min.js");
  }

  @Override
  public SourceReader reader() {
    return outlines();
  }

  private OutlineReader outlines() {
    return new OutlineReader(this::owns, ScriptLanguage::scan, new ScriptRules());
  }

  private static Outline scan(String path, String text) {
    boolean typed = path.endsWith("ts") || path.endsWith(".tsx");
    return ScriptScan.of(path, (typed ? TYPED : SCRIPT).parse(text));
  }

  @Override
  public StepEditor editor(Reading before, ReadOptions options) {
    return new FileMoves(outlines(), new ScriptSpecifiers(), before, options);
  }

  @Override
  public Set<String> verbs() {
    return Set.of("move");
  }
}
