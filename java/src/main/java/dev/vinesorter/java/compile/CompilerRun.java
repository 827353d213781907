package dev.vinesorter.java.compile;

import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.util.JavacTask;
import com.sun.source.util.TaskEvent;
import com.sun.source.util.TaskListener;
import dev.vinesorter.core.model.Problem;
import dev.vinesorter.java.build.ClassPath;
import dev.vinesorter.java.build.JavaFile;
import dev.vinesorter.source.read.MemoryEnd;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.text.CannotWorkException;
import java.io.File;
import java.io.IOException;
import java.io.StringWriter;
import java.net.URI;
import java.net.URISyntaxException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import javax.tools.JavaCompiler;
import javax.tools.JavaFileManager;
import javax.tools.JavaFileObject;
import javax.tools.SimpleJavaFileObject;
import javax.tools.StandardJavaFileManager;
import javax.tools.StandardLocation;

/**
 * One run of the JDK's compiler over sources in memory, up to attribution and flow analysis.
 * Nothing is generated, no annotation processor and no plugin runs, no source is looked up beyond
 * those given. When the compiler throws from inside, the class that it was at is given up and the
 * rest goes on.
 */
public final class CompilerRun implements AutoCloseable {
  private static final List<String> OPTIONS =
      List.of("-proc:none", "-nowarn", "-Xlint:none", "-implicit:none", "-Xmaxerrs", "1000000");

  /** Parameters' names are read of stubs; errors keep nothing from being attributed. */
  private static final List<String> ANALYZING =
      List.of("-parameters", "-XDshould-stop.ifError=FLOW");

  private static final List<String> GENERATING = List.of("-g:none");

  private final StandardJavaFileManager manager;
  private final JavacTask task;

  /** The sources by the address under which the compiler knows them; it hands out wrappers. */
  private final Map<URI, JavaFile> byUri;

  private final Map<CompilationUnitTree, JavaFile> units = new LinkedHashMap<>();
  private final Map<URI, SketchFile> bySketchUri = new HashMap<>();
  private final Map<CompilationUnitTree, SketchFile> sketches = new LinkedHashMap<>();
  private final List<Problem> problems;
  private final Set<String> crashed = new HashSet<>();

  private CompilerRun(
      StandardJavaFileManager manager,
      JavacTask task,
      Map<URI, JavaFile> byUri,
      List<Problem> problems) {
    this.manager = manager;
    this.task = task;
    this.byUri = byUri;
    this.problems = problems;
  }

  /**
   * What is compiled.
   *
   * @param files the sources; {@code module-info} files are to be left out by the caller
   * @param sketches the sketches of more sources, by path, which are only looked up in
   * @param stubs class files that stand for more sources
   * @param classpath the libraries
   */
  public record Input(
      List<JavaFile> files, Map<String, String> sketches, Stubs stubs, List<String> classpath) {}

  /** Parses and attributes. */
  public static CompilerRun of(Input input, List<Problem> problems, Progress progress) {
    CompilerRun run = begun(input, problems, null);
    try {
      run.analyze(input.files, progress);
      return run;
    } catch (IllegalStateException e) {
      // The parser itself failed, on no one knows which: each is tried alone.
      run.close();
      problems.removeIf(problem -> problem.code().equals(Problem.COMPILER));
      List<JavaFile> parsed = new ArrayList<>();
      for (JavaFile file : input.files) {
        if (SyntaxTree.canBeParsed(file.text())) {
          parsed.add(file);
        } else {
          problems.add(
              new Problem(
                  file.path(), 0, "crash", "The compiler failed on this file; it is not read."));
        }
      }
      if (parsed.size() == input.files.size()) {
        throw e;
      }
      Input rest = new Input(parsed, input.sketches, input.stubs, input.classpath);
      return of(rest, problems, progress);
    }
  }

  /** Writes the class files of what was analyzed. */
  void generate(List<Problem> problems) {
    try {
      task.generate();
    } catch (IOException e) {
      throw new CannotWorkException("The compiler could not write to memory.", e);
    } catch (RuntimeException | StackOverflowError | AssertionError | LinkageError e) {
      MemoryEnd.passOn(e);
      problems.add(new Problem("", 0, "crash", "The compiler failed while it wrote classes: " + e));
    }
  }

  /**
   * Parses what is given.
   *
   * @param sink takes class files; null where none are to be written
   */
  static CompilerRun begun(Input input, List<Problem> problems, ClassSink sink) {
    JavaCompiler compiler = JdkCompiler.get();
    StandardJavaFileManager manager =
        compiler.getStandardFileManager(null, Locale.ENGLISH, StandardCharsets.UTF_8);
    try {
      manager.setLocationFromPaths(StandardLocation.SOURCE_PATH, List.of());
      // Else the compiler would look for plugins and processors on the class path, and run them.
      manager.setLocationFromPaths(StandardLocation.ANNOTATION_PROCESSOR_PATH, List.of());
      manager.setLocationFromPaths(
          StandardLocation.CLASS_PATH, ClassPath.readable(input.classpath, problems));
    } catch (IOException e) {
      throw new CannotWorkException(
          "Could not use the class path " + String.join(File.pathSeparator, input.classpath) + ".",
          e);
    }
    List<Source> sources = input.files.stream().map(Source::new).toList();
    Map<URI, JavaFile> byUri = new HashMap<>();
    sources.forEach(source -> byUri.put(source.toUri(), source.file));
    // Sketches come first, so that what is to be analyzed is the end of the compiler's queue.
    List<SketchFile> sketched = SketchFile.of(input.sketches);
    List<JavaFileObject> given = new ArrayList<>(sketched);
    given.addAll(sources);
    List<String> options = new ArrayList<>(OPTIONS);
    options.addAll(sink == null ? ANALYZING : GENERATING);
    JavaFileManager reading = input.stubs.over(manager);
    JavacTask task =
        (JavacTask)
            compiler.getTask(
                new StringWriter(),
                sink == null ? reading : sink.over(reading, byUri),
                new CompilerErrors(byUri, problems),
                options,
                null,
                given);
    CompilerRun run = new CompilerRun(manager, task, byUri, problems);
    sketched.forEach(sketch -> run.bySketchUri.put(sketch.toUri(), sketch));
    return run;
  }

  /** Attributes the sources. */
  void analyze(List<JavaFile> files, Progress progress) {
    Watch watch = new Watch(byUri, progress);
    task.addTaskListener(watch);
    try {
      for (CompilationUnitTree unit : task.parse()) {
        URI uri = unit.getSourceFile().toUri();
        if (bySketchUri.containsKey(uri)) {
          sketches.put(unit, bySketchUri.get(uri));
        } else {
          units.put(unit, byUri.get(uri));
        }
      }
    } catch (IOException e) {
      throw new CannotWorkException("The compiler could not read its sources.", e);
    } catch (IllegalStateException e) {
      MemoryEnd.passOn(e);
      throw e;
    }
    String previous = null;
    while (true) {
      try {
        task.analyze();
        return;
      } catch (IOException e) {
        throw new CannotWorkException("The compiler could not read its sources.", e);
      } catch (RuntimeException | StackOverflowError | AssertionError | LinkageError e) {
        if (e.getCause() instanceof PassedOver) {
          continue;
        }
        MemoryEnd.passOn(e);
        if (inFlow(e)) {
          // Every class is attributed by then; only errors that flow analysis finds are lost.
          problems.add(new Problem("", 0, "crash", "The compiler's flow analysis failed: " + e));
          return;
        }
        String culprit = watch.current;
        if (culprit == null || culprit.equals(previous)) {
          crashedOutsideOfAnyFile(files, e);
          return;
        }
        previous = culprit;
        watch.current = null;
        crashed.add(culprit);
        problems.add(
            new Problem(
                culprit,
                0,
                "crash",
                "The compiler failed on this file (" + e + "); read by name."));
      }
    }
  }

  private static boolean inFlow(Throwable thrown) {
    for (StackTraceElement frame : thrown.getStackTrace()) {
      if (frame.getClassName().startsWith("com.sun.tools.javac.comp.Flow")) {
        return true;
      }
    }
    return false;
  }

  private void crashedOutsideOfAnyFile(List<JavaFile> files, Throwable e) {
    for (JavaFile file : files) {
      crashed.add(file.path());
    }
    problems.add(
        new Problem(
            "", 0, "crash", "The compiler failed (" + e + "); everything is read by name."));
  }

  /** The sketches with their trees. */
  public Map<CompilationUnitTree, SketchFile> sketches() {
    return sketches;
  }

  public JavacTask task() {
    return task;
  }

  /** The parsed sources, in the order given. */
  public Map<CompilationUnitTree, JavaFile> units() {
    return units;
  }

  /** Paths of the files on which the compiler failed. */
  public Set<String> crashed() {
    return crashed;
  }

  @Override
  public void close() {
    try {
      manager.close();
    } catch (IOException e) {
      problems.add(new Problem("", 0, "classpath", "A library did not close: " + e.getMessage()));
    }
  }

  /**
   * Stops the compiler before it analyzes a sketch, which is only there to be looked up in; the
   * compiler then goes on with the next in its queue.
   */
  private static final class PassedOver extends RuntimeException {
    private static final long serialVersionUID = 1;

    PassedOver() {
      super(null, null, false, false);
    }
  }

  /** Knows which file is being analyzed and tells how far we are. */
  private static final class Watch implements TaskListener {
    private final Set<URI> begun = new HashSet<>();
    private final Map<URI, JavaFile> files;
    private final Progress progress;
    private String current;

    Watch(Map<URI, JavaFile> files, Progress progress) {
      this.files = files;
      this.progress = progress;
    }

    @Override
    public void started(TaskEvent event) {
      if (event.getKind() == TaskEvent.Kind.ANALYZE) {
        URI source = event.getSourceFile().toUri();
        if (SketchFile.isOne(source)) {
          throw new PassedOver();
        }
        JavaFile file = files.get(source);
        current = file == null ? null : file.path();
        if (begun.add(source)) {
          progress.at("reading", begun.size(), files.size());
        }
      }
    }
  }

  /** A source in memory. */
  private static final class Source extends SimpleJavaFileObject {
    private final JavaFile file;

    Source(JavaFile file) {
      super(uri(file.path()), Kind.SOURCE);
      this.file = file;
    }

    private static URI uri(String path) {
      try {
        return new URI("vine", null, "/" + path, null);
      } catch (URISyntaxException e) {
        throw new IllegalArgumentException(path, e);
      }
    }

    @Override
    public CharSequence getCharContent(boolean ignoreEncodingErrors) {
      return file.text();
    }
  }
}
