package dev.vinesorter.lang.php;

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
import org.treesitter.TreeSitterPhp;

/** PHP as others see it; so far it is looked at and not changed. */
public final class PhpLanguage implements Language {
  private static final Grammar GRAMMAR = new Grammar(TreeSitterPhp::new);

  @Override
  public String name() {
    return "php";
  }

  @Override
  public boolean owns(String path) {
    return path.endsWith(".php");
  }

  @Override
  public SourceReader reader() {
    return new OutlineReader(
        this::owns,
        (path, text) -> PhpScan.of(path, GRAMMAR.parse(text)),
        new SpacedRules(
            Set.of(
                "get",
                "set",
                "add",
                "has",
                "getName",
                "name",
                "value",
                "count",
                "__construct",
                "all",
                "create",
                "format",
                "toArray",
                "__toString",
                "key",
                "current",
                "next",
                "close",
                "run",
                "handle")));
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
