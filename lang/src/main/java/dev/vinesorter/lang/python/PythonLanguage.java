package dev.vinesorter.lang.python;

import dev.vinesorter.lang.move.FileMoves;
import dev.vinesorter.lang.read.OutlineReader;
import dev.vinesorter.lang.tree.Grammar;
import dev.vinesorter.source.language.Language;
import dev.vinesorter.source.plan.StepEditor;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.read.SourceReader;
import java.util.Set;
import org.treesitter.TreeSitterPython;

/** Python as others see it. */
public final class PythonLanguage implements Language {
  private static final Grammar GRAMMAR = new Grammar(TreeSitterPython::new);

  @Override
  public String name() {
    return "python";
  }

  @Override
  public boolean owns(String path) {
    return path.endsWith(".py") || path.endsWith(".pyi");
  }

  @Override
  public SourceReader reader() {
    return outlines();
  }

  private OutlineReader outlines() {
    return new OutlineReader(
        this::owns, (path, text) -> PythonScan.of(path, GRAMMAR.parse(text)), new PythonRules());
  }

  @Override
  public StepEditor editor(Reading before, ReadOptions options) {
    return new FileMoves(outlines(), new PythonSpecifiers(new PythonRules()), before, options);
  }

  @Override
  public Set<String> verbs() {
    return Set.of("move");
  }
}
