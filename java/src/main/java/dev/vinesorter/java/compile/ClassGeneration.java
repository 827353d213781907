package dev.vinesorter.java.compile;

import dev.vinesorter.core.model.Problem;
import dev.vinesorter.java.build.JavaFile;
import dev.vinesorter.java.compile.CompilerRun.Input;
import dev.vinesorter.source.read.Progress;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** Class files of some sources, with sketches of all others behind them. */
public final class ClassGeneration {
  private ClassGeneration() {}

  /**
   * Parses, attributes and writes class files, without debugging information; none at all where
   * there is an error. The sketches become stubs first ({@link StubClasses}).
   */
  public static void generate(Input input, List<Problem> problems, ClassSink sink) {
    Stubs stubs = input.stubs().and(stubs(input, problems));
    Input alone = new Input(input.files(), Map.of(), stubs, input.classpath());
    try (CompilerRun run = CompilerRun.begun(alone, problems, sink)) {
      run.analyze(input.files(), Progress.SILENT);
      run.generate(problems);
    }
  }

  private static Map<String, byte[]> stubs(Input input, List<Problem> problems) {
    if (input.sketches().isEmpty()) {
      return Map.of();
    }
    Map<String, String> all = new TreeMap<>(input.sketches());
    Set<String> written = new HashSet<>();
    for (JavaFile file : input.files()) {
      String sketch = JavaSketch.of(file);
      if (sketch != null) {
        all.put(file.path(), sketch);
        written.add(file.path());
      }
    }
    Input sketched = new Input(List.of(), all, input.stubs(), input.classpath());
    try (CompilerRun run = CompilerRun.begun(sketched, problems, null)) {
      run.analyze(List.of(), Progress.SILENT);
      return StubClasses.of(run, written);
    }
  }
}
