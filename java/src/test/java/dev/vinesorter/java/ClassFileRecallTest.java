package dev.vinesorter.java;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.structure.LevelGraph;
import dev.vinesorter.core.structure.View;
import dev.vinesorter.java.read.JavaReader;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.Root;
import dev.vinesorter.source.text.SourceWalk;
import java.io.File;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;

/** The reader against the class files of this very project, which the build has just made. */
class ClassFileRecallTest {
  private static final Path HERE = Path.of("").toAbsolutePath();

  @Test
  void everyDependencyInTheClassFilesIsInTheSurvey() throws Exception {
    List<String> classpath =
        List.of(System.getProperty("java.class.path").split(File.pathSeparator));
    ReadOptions options = new ReadOptions(classpath, "", List.of());
    Root root = Root.of(HERE.resolve("src/main/java"));
    Overlay sources = new Overlay(root, SourceWalk.of(root).files(), options.charset());
    Survey survey = new JavaReader().read(sources, options, Progress.SILENT).survey();
    LevelGraph graph = LevelGraph.of(survey, Level.TYPE, View.MAIN);
    Set<String> ours = new TreeSet<>();
    for (int node = 0; node < graph.size(); node++) {
      for (int k = graph.graph().firstArc(node); k < graph.graph().firstArc(node + 1); k++) {
        ours.add(graph.label(node) + " -> " + graph.label(graph.graph().target(k)));
      }
    }
    Set<String> theirs = ClassFileDependencies.in(HERE.resolve("target/classes"));

    assertThat(survey.problems()).isEmpty();
    assertThat(theirs).hasSizeGreaterThan(50);
    assertThat(ours).containsAll(theirs);
    Set<String> extra = new TreeSet<>(ours);
    extra.removeAll(theirs);
    // Constants are copied into class files, so what only reads one does not show there.
    assertThat(extra).hasSizeLessThan(theirs.size() / 10);
  }
}
