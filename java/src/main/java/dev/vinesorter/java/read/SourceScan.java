package dev.vinesorter.java.read;

import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.util.Trees;
import dev.vinesorter.core.model.Problem;
import dev.vinesorter.java.build.JavaFile;
import dev.vinesorter.java.build.MavenBuild;
import dev.vinesorter.java.compile.CompilerRun;
import dev.vinesorter.java.compile.JavaSketch;
import dev.vinesorter.java.scan.DocMentions;
import dev.vinesorter.java.scan.NameFallback;
import dev.vinesorter.java.scan.Overriding;
import dev.vinesorter.java.scan.ReferenceScan;
import dev.vinesorter.java.scan.UnitIndex;
import dev.vinesorter.java.scan.UnitScan;
import dev.vinesorter.source.read.Progress;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** What every reading does with a run of the compiler: units first, then references, and notes. */
public final class SourceScan {
  /** The memo's note of the class path, among those of the files. */
  public static final String CLASSPATH = "\u0001classpath";

  /** The memo's notes that are not those of files. */
  public static final Set<String> NOTES = Set.of(CLASSPATH, Worlds.NOTE);

  private SourceScan() {}

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

  /** The file that declared one of this file's types before, or null. */
  private static String twin(UnitScan scan, Map<String, String> firstFile) {
    String twin = null;
    for (String type : scan.topLevelTypes()) {
      String first = firstFile.putIfAbsent(type, scan.file().path());
      twin = first != null && !first.equals(scan.file().path()) ? first : twin;
    }
    return twin;
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
      String twin = SourceScan.twin(scan, firstFile);
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
}
