package dev.vinesorter.lang.ruby;

import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.lang.read.OutlineReader;
import dev.vinesorter.lang.tree.Grammar;
import dev.vinesorter.source.language.Language;
import dev.vinesorter.source.plan.StepEditor;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.read.SourceReader;
import java.util.Set;
import org.treesitter.TreeSitterRuby;

/** Ruby as others see it; so far it is looked at and not changed. */
public final class RubyLanguage implements Language {
  private static final Grammar GRAMMAR = new Grammar(TreeSitterRuby::new);

  @Override
  public String name() {
    return "ruby";
  }

  @Override
  public boolean owns(String path) {
    return path.endsWith(".rb") || path.endsWith(".rake") || path.endsWith(".gemspec");
  }

  @Override
  public SourceReader reader() {
    return new OutlineReader(
        this::owns, (path, text) -> RubyScan.of(path, GRAMMAR.parse(text)), new RubyRules());
  }

  @Override
  public StepEditor editor(Reading before, ReadOptions options) {
    // No step comes here, since there is no verb.
    return (survey, step, sources) -> new StepEditor.Result(StepOutcome.alreadyDone(), survey);
  }

  @Override
  public Set<String> verbs() {
    return Set.of();
  }
}
