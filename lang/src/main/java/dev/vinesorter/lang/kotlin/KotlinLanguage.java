package dev.vinesorter.lang.kotlin;

import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.lang.read.OutlineReader;
import dev.vinesorter.lang.read.SpacedRules;
import dev.vinesorter.lang.tree.Grammar;
import dev.vinesorter.source.language.Language;
import dev.vinesorter.source.plan.StepEditor;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.read.SourceReader;
import java.util.Set;
import org.treesitter.TreeSitterKotlin;

/** Kotlin as others see it; so far it is looked at and not changed. */
public final class KotlinLanguage implements Language {
  private static final Grammar GRAMMAR = new Grammar(TreeSitterKotlin::new);

  @Override
  public String name() {
    return "kotlin";
  }

  @Override
  public boolean owns(String path) {
    return path.endsWith(".kt") || path.endsWith(".kts");
  }

  @Override
  public SourceReader reader() {
    return new OutlineReader(
        this::owns,
        (path, text) -> KotlinScan.of(path, GRAMMAR.parse(text)),
        new SpacedRules(
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
                "message")));
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
