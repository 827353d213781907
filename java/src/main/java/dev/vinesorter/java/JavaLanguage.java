package dev.vinesorter.java;

import dev.vinesorter.java.proof.InstructionProof;
import dev.vinesorter.java.read.JavaReader;
import dev.vinesorter.source.language.Language;
import dev.vinesorter.source.plan.CompiledProof;
import dev.vinesorter.source.plan.StepEditor;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.read.SourceReader;
import dev.vinesorter.source.text.Overlay;
import java.util.Set;

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
  public Set<String> verbs() {
    return new JavaStepEditor().verbs();
  }

  @Override
  public CompiledProof proof(Overlay sources, Reading before) {
    return InstructionProof.begin(sources, before);
  }
}
