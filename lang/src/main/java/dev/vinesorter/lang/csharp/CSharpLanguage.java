package dev.vinesorter.lang.csharp;

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
import org.treesitter.TreeSitterCSharp;

/** C# as others see it; so far it is looked at and not changed. */
public final class CSharpLanguage implements Language {
  private static final Grammar GRAMMAR = new Grammar(TreeSitterCSharp::new);

  @Override
  public String name() {
    return "csharp";
  }

  @Override
  public boolean owns(String path) {
    return path.endsWith(".cs");
  }

  @Override
  public SourceReader reader() {
    return new OutlineReader(
        this::owns,
        (path, text) -> CSharpScan.of(path, GRAMMAR.parse(text)),
        new SpacedRules(
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
                "Id")));
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
