package dev.vinesorter.java;

import dev.vinesorter.java.code.NeighbourTypes;
import dev.vinesorter.java.proof.InstructionProof;
import dev.vinesorter.java.read.JavaReader;
import dev.vinesorter.source.language.Language;
import dev.vinesorter.source.plan.CompiledProof;
import dev.vinesorter.source.plan.StepEditor;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.read.SourceReader;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** Java, up to the version of the JDK that runs this, with what Maven builds say of it. */
public final class JavaLanguage implements Language {
  @Override
  public String name() {
    return "java";
  }

  @Override
  public boolean owns(String path) {
    return path.endsWith(".java") || path.endsWith("/pom.xml") || path.equals("pom.xml");
  }

  @Override
  public SourceReader reader() {
    return new JavaReader();
  }

  @Override
  public StepEditor editor(Reading before, ReadOptions options) {
    return new JavaStepEditor(before, options);
  }

  @Override
  public Map<String, SourceText> follow(Map<String, String> names, Overlay sources) {
    Map<String, SourceText> found = new TreeMap<>();
    for (String path : sources.paths()) {
      SourceText old = path.endsWith(".java") ? sources.text(path) : null;
      boolean may =
          old != null
              && names.keySet().stream()
                  .anyMatch(one -> old.text().contains(one.substring(one.lastIndexOf('.') + 1)));
      SourceText fresh = may ? NeighbourTypes.followed(old, names) : old;
      if (may && !fresh.equals(old)) {
        found.put(path, fresh);
      }
    }
    return found;
  }

  @Override
  public Set<String> verbs() {
    return new JavaStepEditor().verbs();
  }

  @Override
  public CompiledProof proof(Overlay sources, Reading before) {
    return InstructionProof.begin(sources, before);
  }
}
