package dev.vinesorter.java.read;

import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.util.Trees;
import dev.vinesorter.core.model.Problem;
import dev.vinesorter.core.model.SurveyBuilder;
import dev.vinesorter.java.build.JavaFile;
import dev.vinesorter.java.build.JavaLayout;
import dev.vinesorter.java.build.MavenBuild;
import dev.vinesorter.java.build.MavenPoms;
import dev.vinesorter.java.compile.CompilerRun;
import dev.vinesorter.java.compile.JavaSketch;
import dev.vinesorter.java.scan.DocMentions;
import dev.vinesorter.java.scan.ModuleScan;
import dev.vinesorter.java.scan.NameFallback;
import dev.vinesorter.java.scan.Overriding;
import dev.vinesorter.java.scan.ReferenceScan;
import dev.vinesorter.java.scan.UnitIndex;
import dev.vinesorter.java.scan.UnitScan;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.read.SourceReader;
import dev.vinesorter.source.text.CannotWorkException;
import dev.vinesorter.source.text.Memo;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Supplier;

/**
 * Reads Java sources into a survey:
 *
 * <ol>
 *   <li>{@link MavenPoms} says which modules and libraries a Maven build has;
 *   <li>{@link JavaLayout} finds the sources and where each belongs;
 *   <li>{@link CompilerRun} parses and attributes them all at once;
 *   <li>{@link UnitScan} collects what they declare, {@link ReferenceScan} and {@link DocMentions}
 *       what they use. Where the compiler failed, {@link NameFallback} reads what names tell;
 *   <li>{@link JavaSketch} notes what other sources can see of each, for {@link Reread}.
 * </ol>
 */
public final class JavaReader implements SourceReader {
  /**
   * Stack of the reading thread: an expression of 20,000 operands nests as deep in javac's trees.
   */
  private static final long STACK_BYTES = 1L << 30;

  /** The memo's note of the class path, among those of the files. */
  public static final String CLASSPATH = "\u0001classpath";

  @Override
  public Reading read(Overlay sources, ReadOptions options, Progress progress) {
    return onDeepStack(() -> readHere(sources, options, progress));
  }

  @Override
  public Reading read(
      Overlay sources,
      ReadOptions options,
      Progress progress,
      Reading before,
      Set<String> changed) {
    return onDeepStack(
        () -> {
          Reading reading = new Reread(sources, options, progress, before, changed).run();
          return reading == null ? readHere(sources, options, progress) : reading;
        });
  }

  /** Does what recurses as deep as expressions nest. */
  public static Reading onDeepStack(Supplier<Reading> work) {
    Reading[] result = new Reading[1];
    Throwable[] failure = new Throwable[1];
    Thread reader =
        new Thread(
            null,
            () -> {
              try {
                result[0] = work.get();
              } catch (RuntimeException | Error e) {
                failure[0] = e;
              }
            },
            "vinesort-reader",
            STACK_BYTES);
    reader.start();
    try {
      reader.join();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new CannotWorkException("The reading was interrupted.", e);
    }
    if (failure[0] instanceof Error error) {
      throw error;
    }
    if (failure[0] instanceof RuntimeException exception) {
      throw exception;
    }
    return result[0];
  }

  private Reading readHere(Overlay sources, ReadOptions options, Progress progress) {
    SurveyBuilder builder = new SurveyBuilder();
    List<Problem> problems = new ArrayList<>();
    MavenBuild build = MavenPoms.read(sources, options, problems);
    List<JavaFile> all = JavaLayout.files(sources, sources.paths(), build, options, problems);
    List<JavaFile> compiled = all.stream().filter(file -> !file.isModuleInfo()).toList();
    UnitIndex index = new UnitIndex(builder);
    Map<String, String> notes = new TreeMap<>();
    notes.put(CLASSPATH, classpath(build));
    if (!compiled.isEmpty()) {
      try (CompilerRun run =
          CompilerRun.of(
              new CompilerRun.Input(compiled, Map.of(), build.classpath()), problems, progress)) {
        List<UnitScan> scans = units(run, index, problems);
        for (JavaFile file : all) {
          if (file.isModuleInfo()) {
            ModuleScan.read(index, file);
          }
        }
        references(run, index, scans, problems, progress);
      }
      compiled.forEach(file -> note(file, notes));
    }
    problems.forEach(builder::problem);
    return new Reading(builder.build(), Memo.of(notes));
  }

  /** The class path as it is noted; never empty, as the note of a file without a sketch is. */
  static String classpath(MavenBuild build) {
    return "libraries\n" + String.join("\n", build.classpath());
  }

  /** The libraries in such a note; none where there is no note. */
  public static List<String> classpath(String note) {
    return note == null
        ? List.of()
        : note.lines().skip(1).filter(entry -> !entry.isEmpty()).toList();
  }

  /** Notes the sketch of a file; one that cannot be sketched has an empty note. */
  static void note(JavaFile file, Map<String, String> notes) {
    String sketch = JavaSketch.of(file);
    notes.put(file.path(), sketch == null ? "" : sketch);
  }

  static List<UnitScan> units(CompilerRun run, UnitIndex index, List<Problem> problems) {
    Trees trees = Trees.instance(run.task());
    List<UnitScan> scans = new ArrayList<>();
    // Packages of our own are known before any foreign one of the same name can be mentioned.
    for (Map.Entry<CompilationUnitTree, JavaFile> unit : run.units().entrySet()) {
      try {
        scans.add(new UnitScan(index, trees, unit.getKey(), unit.getValue()));
      } catch (RuntimeException e) {
        problems.add(
            new Problem(
                unit.getValue().path(),
                0,
                "crash",
                "What the compiler tells of this file could not be followed (" + e + ")."));
      }
    }
    return scans;
  }

  static void references(
      CompilerRun run,
      UnitIndex index,
      List<UnitScan> scans,
      List<Problem> problems,
      Progress progress) {
    Trees trees = Trees.instance(run.task());
    Overriding overriding = new Overriding(run.task().getElements(), run.task().getTypes());
    Map<String, String> firstFile = new HashMap<>();
    int done = 0;
    for (UnitScan scan : scans) {
      JavaFile file = scan.file();
      String twin = twin(scan, firstFile);
      if (twin != null) {
        problems.add(
            new Problem(
                file.path(),
                0,
                "twin",
                "Declares a type that " + twin + " declares too; read by name."));
      }
      if (twin != null || run.crashed().contains(file.path())) {
        NameFallback.read(index, scan);
      } else {
        try {
          new ReferenceScan(index, trees, overriding, scan).run();
        } catch (RuntimeException e) {
          problems.add(
              new Problem(
                  file.path(),
                  0,
                  "crash",
                  "The compiler failed on this file (" + e + "); read by name."));
          NameFallback.read(index, scan);
        }
      }
      new DocMentions(index, scan).run();
      progress.at("linking", ++done, scans.size());
    }
  }

  /** The file that declared one of this file's types before, or null. */
  private static String twin(UnitScan scan, Map<String, String> firstFile) {
    String twin = null;
    for (String type : scan.topLevelTypes()) {
      String first = firstFile.putIfAbsent(type, scan.file().path());
      twin = first != null && !first.equals(scan.file().path()) ? first : twin;
    }
    return twin;
  }
}
