package dev.vinesorter.java.read;

import dev.vinesorter.core.model.Problem;
import dev.vinesorter.java.build.JavaFile;
import dev.vinesorter.java.build.JavaLayout;
import dev.vinesorter.java.build.MavenBuild;
import dev.vinesorter.java.build.MavenPoms;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.ClassGeneration;
import dev.vinesorter.java.compile.ClassSink;
import dev.vinesorter.java.compile.CompilerRun;
import dev.vinesorter.java.compile.Stubs;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Function;

/**
 * Attributes some sources, as edited as they are, against the sketches of all others: for steps
 * that have to know the types of expressions.
 */
public final class Attribution {
  private final Reading before;
  private final ReadOptions options;

  /**
   * @param before the sources on disk, as they were read; null where they were not, and all of them
   *     are attributed each time
   */
  public Attribution(Reading before, ReadOptions options) {
    this.before = before;
    this.options = options;
  }

  /** What is made of some sources once they are attributed. */
  public <T> T of(Overlay sources, Set<String> paths, Function<Attributed, T> work) {
    return JavaReader.onDeepStack(() -> here(sources, paths, work));
  }

  /**
   * The class files of some sources.
   *
   * @param paths of the sources, with those of the classes that they extend
   */
  public SortedMap<String, byte[]> classes(Overlay sources, Set<String> paths) {
    List<Problem> problems = new ArrayList<>();
    ClassSink sink = new ClassSink();
    JavaReader.onDeepStack(
        () -> {
          ClassGeneration.generate(input(sources, paths, problems), problems, sink);
          return null;
        });
    SortedMap<String, byte[]> classes = new TreeMap<>();
    sink.classes().forEach((name, written) -> classes.put(name, written.bytes().toByteArray()));
    return classes;
  }

  private <T> T here(Overlay sources, Set<String> paths, Function<Attributed, T> work) {
    List<Problem> problems = new ArrayList<>();
    try (CompilerRun run =
        CompilerRun.of(input(sources, paths, problems), problems, Progress.SILENT)) {
      return work.apply(new Attributed(run));
    }
  }

  /** Some sources, or all where not all have sketches, with the sketches of the others. */
  private CompilerRun.Input input(Overlay sources, Set<String> paths, List<Problem> problems) {
    MavenBuild build = MavenPoms.read(sources, options, problems);
    Map<String, String> sketches = sketches(sources, build, problems);
    Set<String> all = sketches == null ? new TreeSet<>(sources.paths()) : paths;
    List<JavaFile> files =
        JavaLayout.files(sources, all, build, options, problems).stream()
            .filter(file -> !file.isModuleInfo())
            .toList();
    if (sketches == null) {
      return new CompilerRun.Input(files, Map.of(), Stubs.NONE, build.classpath());
    }
    Map<String, byte[]> stubs = stubs(sketches, sources.changed().keySet());
    Set<String> notShown = Worlds.of(before.memo().notes()).notShown(paths);
    stubs.keySet().removeAll(notShown);
    sketches.keySet().removeAll(notShown);
    return new CompilerRun.Input(
        files,
        SketchPruning.of(sketches, files, stubs.keySet()),
        Stubs.of(stubs),
        build.classpath());
  }

  /**
   * The kept stubs that still hold: not those of changed sources, nor where a declaration names a
   * type that came or went.
   *
   * @param sketches those of all sources as they are now
   */
  private Map<String, byte[]> stubs(Map<String, String> sketches, Set<String> changed) {
    Map<String, byte[]> stubs = new TreeMap<>(before.memo().blocks());
    Map<String, String> were = before.memo().notes();
    Set<String> types = new TreeSet<>();
    for (String path : changed) {
      stubs.remove(path);
      if (path.endsWith(".java")) {
        types.addAll(SketchChange.between(were.get(path), sketches.get(path)).types());
      }
    }
    if (!types.isEmpty()) {
      stubs.keySet().removeIf(path -> Concerned.has(sketches.getOrDefault(path, ""), types));
    }
    return stubs;
  }

  /** The sketches of all sources as they are now; null where some have none. */
  private Map<String, String> sketches(Overlay sources, MavenBuild build, List<Problem> problems) {
    if (before == null) {
      return null;
    }
    Map<String, String> notes = new TreeMap<>(before.memo().notes());
    if (!SourceScan.classpath(build).equals(notes.remove(SourceScan.CLASSPATH))) {
      return null;
    }
    notes.remove(Worlds.NOTE);
    Set<String> changed = sources.changed().keySet();
    notes.keySet().removeAll(changed);
    Set<String> there = new TreeSet<>();
    changed.stream()
        .filter(path -> path.endsWith(".java") && sources.exists(path))
        .forEach(there::add);
    for (JavaFile file : JavaLayout.files(sources, there, build, options, problems)) {
      if (!file.isModuleInfo()) {
        SourceScan.note(file, notes);
      }
    }
    return notes.containsValue("") ? null : notes;
  }
}
