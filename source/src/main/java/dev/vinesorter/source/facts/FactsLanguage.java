package dev.vinesorter.source.facts;

import dev.vinesorter.source.language.Language;
import dev.vinesorter.source.plan.StepEditor;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.read.SourceReader;
import dev.vinesorter.source.text.Memo;
import java.util.Set;

/** What other readers wrote of sources that no language here knows; it is looked at alone. */
public final class FactsLanguage implements Language {
  /** How the names of such files end. */
  public static final String END = ".facts.jsonl";

  @Override
  public String name() {
    return "facts";
  }

  @Override
  public boolean owns(String path) {
    return path.endsWith(END);
  }

  @Override
  public SourceReader reader() {
    return (sources, options, progress) -> {
      FactsReader reader = new FactsReader(sources, options.leavesOut(sources.root()));
      sources.paths().stream().filter(this::owns).sorted().forEach(reader::take);
      return new Reading(reader.survey(), Memo.NONE);
    };
  }

  @Override
  public StepEditor editor(Reading before, ReadOptions options) {
    return StepEditor.NONE;
  }

  @Override
  public Set<String> verbs() {
    return Set.of();
  }
}
