package dev.vinesorter.java;

import dev.vinesorter.source.text.SourceWalk;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.structure.LevelGraph;
import dev.vinesorter.core.structure.View;
import dev.vinesorter.java.read.JavaReader;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.Root;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/** Compares a survey's type-level dependencies with those in class files: SOURCES CLASSES CLASSPATH. */
public final class Recall {
  public static void main(String[] arguments) throws Exception {
    Root root = Root.of(Path.of(arguments[0]));
    List<String> classpath = arguments[2].isEmpty() ? List.of() : List.of(arguments[2].split(":"));
    ReadOptions options = new ReadOptions(classpath, "", List.of());
    Overlay sources = new Overlay(root, SourceWalk.of(root).files(), options.charset());
    Survey survey = new JavaReader().read(sources, options, Progress.SILENT).survey();
    LevelGraph graph = LevelGraph.of(survey, Level.TYPE, View.MAIN.withTests(true));
    Set<String> ours = new TreeSet<>();
    for (int node = 0; node < graph.size(); node++) {
      for (int k = graph.graph().firstArc(node); k < graph.graph().firstArc(node + 1); k++) {
        ours.add(graph.label(node) + " -> " + graph.label(graph.graph().target(k)));
      }
    }
    Set<String> theirs = ClassFileDependencies.in(Path.of(arguments[1]));
    Set<String> missing = new TreeSet<>(theirs);
    missing.removeAll(ours);
    Set<String> extra = new TreeSet<>(ours);
    extra.removeAll(theirs);
    System.out.printf(
        "%s: %d in class files, %d missing, recall %.3f %%; %d extra%n",
        root.path().getFileName(),
        theirs.size(),
        missing.size(),
        100.0 * (theirs.size() - missing.size()) / theirs.size(),
        extra.size());
    missing.forEach(pair -> System.out.println("  missing " + pair));
    if (Boolean.getBoolean("extra")) {
      extra.forEach(pair -> System.out.println("  extra " + pair));
    }
  }
}
