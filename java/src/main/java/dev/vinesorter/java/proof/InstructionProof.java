package dev.vinesorter.java.proof;

import dev.vinesorter.core.model.Problem;
import dev.vinesorter.java.build.JavaFile;
import dev.vinesorter.java.compile.ClassGeneration;
import dev.vinesorter.java.compile.ClassSink;
import dev.vinesorter.java.compile.CompilerRun;
import dev.vinesorter.java.compile.Stubs;
import dev.vinesorter.java.read.JavaReader;
import dev.vinesorter.java.read.SketchPruning;
import dev.vinesorter.java.read.SourceScan;
import dev.vinesorter.java.read.Worlds;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.source.plan.CompiledProof;
import dev.vinesorter.source.plan.Instructions;
import dev.vinesorter.source.plan.Rehearsal;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.CompletableFuture;
import java.util.function.Predicate;

/**
 * Whether edited sources do what they did, told by what the compiler writes for them before and
 * after: the same instructions in every member but those that a step says it rewrites.
 *
 * <p>It knows nothing of how a step was made. What was edited is compiled; all else is known by its
 * stubs or sketches. Sources that do not compile before are outside.
 */
public final class InstructionProof implements CompiledProof {
  private final Overlay sources;
  private final Reading before;
  private final CompletableFuture<Compiled> old;

  private InstructionProof(Overlay sources, Reading before) {
    this.sources = sources;
    this.before = before;
    Set<String> edited = new TreeSet<>();
    sources
        .changed()
        .keySet()
        .forEach(
            path -> {
              if (isSource(path) && sources.isOnDisk(path)) {
                edited.add(path);
              }
            });
    // Read now: by the time they are compiled, the edits may have been written.
    Map<String, String> texts = new HashMap<>();
    edited.forEach(path -> texts.put(path, original(path)));
    this.old = CompletableFuture.supplyAsync(() -> compiled(before, edited, texts::get));
  }

  /** Begins to compile what was there before the edits, beside what else is done. */
  public static InstructionProof begin(Overlay sources, Reading before) {
    return new InstructionProof(sources, before);
  }

  private static boolean isSource(String path) {
    return path.endsWith(".java") && !path.endsWith("module-info.java");
  }

  private String original(String path) {
    return SourceText.of(sources.original(path), sources.charset()).text();
  }

  @Override
  public Instructions compare(Rehearsal rehearsal, Reading after) {
    Set<String> edited = new TreeSet<>();
    sources
        .changed()
        .forEach(
            (path, text) -> {
              if (text != null && isSource(path)) {
                edited.add(path);
              }
            });
    Compiled was = this.old.join();
    Compiled is = compiled(after, edited, path -> sources.text(path).text());
    if (!was.whole || !is.whole) {
      return new Instructions(0, 0, List.of(), List.copyOf(edited));
    }
    Map<String, String> movedTo = new HashMap<>();
    edited.forEach(path -> movedTo.put(sources.origin(path), path));
    // What does not compile on one side cannot be compared with what does on the other.
    Set<String> outside = new TreeSet<>(is.broken);
    was.broken.forEach(path -> outside.add(movedTo.getOrDefault(path, path)));
    PlannedNames names = new PlannedNames(before.survey(), after.survey(), rehearsal, movedTo);
    Map<String, byte[]> old =
        classes(was, path -> !outside.contains(movedTo.getOrDefault(path, path)));
    Map<String, byte[]> fresh = classes(is, path -> !outside.contains(path));
    // A type may have come from, or gone to, a source that does not compile.
    old.keySet()
        .removeIf(name -> !is.broken.isEmpty() && is.broken.contains(names.sourceAfter(name)));
    fresh.keySet().removeIf(name -> was.broken.contains(names.sourceBefore(name)));
    ClassPairs pairs = new ClassPairs(old, fresh, names::ofClass, names::ofMember);
    ClassComparison comparison = new ClassComparison(pairs, names);
    comparison.run();
    return new Instructions(
        comparison.same(), comparison.planned(), comparison.differ(), List.copyOf(outside));
  }

  private static Map<String, byte[]> classes(Compiled compiled, Predicate<String> wanted) {
    Map<String, byte[]> classes = new TreeMap<>();
    compiled.classes.forEach(
        (name, written) -> {
          if (wanted.test(written.path())) {
            classes.put(name, written.bytes().toByteArray());
          }
        });
    return classes;
  }

  /** What tells the text of a source. */
  private interface Texts {
    String of(String path);
  }

  /**
   * What the compiler wrote.
   *
   * @param classes the class files by internal name
   * @param broken the sources that it was not given, since they do not compile
   * @param whole whether it came to an end
   */
  private record Compiled(
      Map<String, ClassSink.Written> classes, Set<String> broken, boolean whole) {}

  /** The class files of some sources; the compiler knows all others by stubs. */
  private static Compiled compiled(Reading reading, Set<String> paths, Texts texts) {
    Set<String> broken = new HashSet<>();
    for (Problem problem : reading.survey().problems()) {
      broken.add(problem.file());
    }
    Set<String> wanted = new TreeSet<>(paths);
    wanted.removeAll(broken);
    broken.retainAll(paths);
    if (wanted.isEmpty()) {
      return new Compiled(Map.of(), broken, true);
    }
    List<JavaFile> files = new ArrayList<>();
    for (String path : wanted) {
      String text = texts.of(path);
      files.add(new JavaFile(path, text, JavaTokens.of(text), "", "", "", false, false, false));
    }
    Map<String, String> sketches = new TreeMap<>(reading.memo().notes());
    List<String> classpath = SourceScan.classpath(sketches.remove(SourceScan.CLASSPATH));
    sketches.keySet().removeAll(SourceScan.NOTES);
    Set<String> notShown = Worlds.of(reading.memo().notes()).notShown(wanted);
    Map<String, byte[]> stubs = new TreeMap<>(reading.memo().blocks());
    stubs.keySet().removeAll(notShown);
    sketches.keySet().removeAll(notShown);
    sketches.values().removeIf(String::isEmpty);
    CompilerRun.Input input =
        new CompilerRun.Input(
            files, SketchPruning.of(sketches, files, stubs.keySet()), Stubs.of(stubs), classpath);
    ClassSink sink = new ClassSink();
    List<Problem> problems = new ArrayList<>();
    JavaReader.onDeepStack(
        () -> {
          ClassGeneration.generate(input, problems, sink);
          return null;
        });
    Map<String, ClassSink.Written> classes = new TreeMap<>(sink.classes());
    boolean whole = problems.isEmpty();
    return new Compiled(classes, broken, whole);
  }
}
