package dev.vinesorter.java.read;

import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.util.Trees;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Problem;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.SurveyBuilder;
import dev.vinesorter.core.model.SurveyPatch;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.build.JavaFile;
import dev.vinesorter.java.build.JavaLayout;
import dev.vinesorter.java.build.MavenBuild;
import dev.vinesorter.java.build.MavenPoms;
import dev.vinesorter.java.compile.CompilerRun;
import dev.vinesorter.java.compile.SketchFile;
import dev.vinesorter.java.compile.Stubs;
import dev.vinesorter.java.scan.ModuleScan;
import dev.vinesorter.java.scan.UnitIndex;
import dev.vinesorter.java.scan.UnitScan;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.Memo;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * Reads sources again of which few changed:
 *
 * <ol>
 *   <li>the changed files are sketched, and {@link SketchChange} says how far each change reaches;
 *   <li>{@link Concerned} adds the files that may mean something else because of it;
 *   <li>these are compiled against the {@linkplain KeptStubs stubs} of all others, or the sketches
 *       of those that have none, as far as {@link SketchPruning} leaves them, and scanned as ever;
 *   <li>{@link SurveyPatch} carries the rest of the old survey over.
 * </ol>
 *
 * <p>The outcome equals that of reading everything, to the byte. Where this could not be sure, it
 * gives up: changed build files, types that stand twice, sources that the compiler failed on or
 * that have no sketch, messages that the compiler gives only once.
 */
public final class Reread {
  /** Above this share of files, reading everything is as quick. */
  private static final double MOST = 0.5;

  private final Overlay sources;
  private final ReadOptions options;
  private final Progress progress;
  private final Reading before;
  private final Set<String> changed;
  private final List<Problem> problems = new ArrayList<>();

  public Reread(
      Overlay sources,
      ReadOptions options,
      Progress progress,
      Reading before,
      Set<String> changed) {
    this.sources = sources;
    this.options = options;
    this.progress = progress;
    this.before = before;
    this.changed = changed;
  }

  /** The reading, or null where everything has to be read. */
  public Reading run() {
    Survey old = before.survey();
    Map<String, String> notes = new TreeMap<>(before.memo().notes());
    if (!isPlain(old, notes)) {
      return null;
    }
    MavenBuild build = MavenPoms.read(sources, options, problems);
    if (!SourceScan.classpath(build).equals(notes.remove(SourceScan.CLASSPATH))) {
      return null;
    }
    Set<String> there = new TreeSet<>();
    changed.stream().filter(sources::exists).forEach(there::add);
    List<JavaFile> fresh = JavaLayout.files(sources, there, build, options, new ArrayList<>());
    if (fresh.size() != there.size() || !fresh.stream().allMatch(JavaLayout::fits)) {
      return null;
    }
    Map<String, String> now = new TreeMap<>(notes);
    now.keySet().removeAll(changed);
    fresh.forEach(file -> SourceScan.note(file, now));
    return again(notes, now, build, there);
  }

  /** Reads what a change concerns; null where everything has to be read. */
  private Reading again(
      Map<String, String> notes, Map<String, String> now, MavenBuild build, Set<String> there) {
    Survey old = before.survey();
    Concerned concerned = Concerned.of(old, notes, now, changed, sources);
    if (concerned == null) {
      return null;
    }
    Set<String> again = new TreeSet<>(concerned.files());
    again.addAll(there);
    for (String path : sources.paths()) {
      if (path.endsWith("module-info.java")) {
        again.add(path);
      }
    }
    if (again.size() > MOST * now.size() + 1) {
      return null;
    }
    List<JavaFile> files = JavaLayout.files(sources, again, build, options, problems);
    if (files.size() != again.size() || !files.stream().allMatch(JavaLayout::fits)) {
      return null;
    }
    try {
      return read(old, now, build, files, again);
    } catch (SurveyPatch.DoesNotFitException e) {
      return null;
    }
  }

  /** Whether all that follows can be relied on. */
  private boolean isPlain(Survey old, Map<String, String> notes) {
    for (String path : changed) {
      boolean source = path.endsWith(".java") && !path.endsWith("module-info.java");
      boolean link = java.nio.file.Files.isSymbolicLink(sources.root().path().resolve(path));
      if (!source || link || "".equals(notes.get(path))) {
        return false;
      }
    }
    Units units = old.units();
    for (int unit = 0; unit < units.size(); unit++) {
      if (units.has(unit, Trait.BY_NAME)) {
        return false;
      }
    }
    return notes.containsKey(SourceScan.CLASSPATH)
        && !notes.containsKey(Worlds.NOTE)
        && !notes.containsValue("")
        && old.problems().stream().noneMatch(Reread::isSaidOnce);
  }

  /** Problems that depend on more than the file they are told for. */
  private static boolean isSaidOnce(Problem problem) {
    return problem.code().equals("twin")
        || problem.code().equals("endless")
        || problem.code().equals("crash")
        || problem.file().isEmpty() && problem.code().equals(Problem.COMPILER)
        || problem.message().startsWith("cannot access")
        || problem.message().contains("class file for")
        || problem.message().startsWith("cyclic inheritance")
        || problem.message().startsWith("duplicate class")
        || problem.message().startsWith("class ")
            && problem.message().contains(" is already defined in ");
  }

  private Reading read(
      Survey old,
      Map<String, String> now,
      MavenBuild build,
      List<JavaFile> files,
      Set<String> again)
      throws SurveyPatch.DoesNotFitException {
    SurveyBuilder builder = new SurveyBuilder();
    UnitIndex index = new UnitIndex(builder);
    Units units = old.units();
    SurveyPatch patch =
        SurveyPatch.begin(
            old,
            builder,
            file -> !again.contains(units.name(file)) && !changed.contains(units.name(file)));
    Map<String, Integer> fileUnits = new HashMap<>();
    for (int unit = 0; unit < units.size(); unit++) {
      if (patch.keeps(unit) && units.level(unit) == Level.TYPE) {
        index.putType(units.name(unit), patch.unit(unit));
      } else if (patch.keeps(unit) && units.level(unit) == Level.FILE) {
        fileUnits.put(units.name(unit), patch.unit(unit));
      }
    }
    List<JavaFile> compiled = files.stream().filter(file -> !file.isModuleInfo()).toList();
    Map<String, byte[]> stubs = new TreeMap<>(before.memo().blocks());
    stubs.keySet().removeAll(again);
    stubs.keySet().removeAll(changed);
    Map<String, String> sketches = new TreeMap<>(now);
    sketches.keySet().removeAll(again);
    if (!compiled.isEmpty()) {
      Stubs others = Stubs.of(stubs);
      try (CompilerRun run =
          CompilerRun.of(
              new CompilerRun.Input(
                  compiled,
                  SketchPruning.of(sketches, compiled, stubs.keySet()),
                  others,
                  build.classpath()),
              problems,
              progress)) {
        List<UnitScan> scans = SourceScan.units(run, index, problems);
        stubs.putAll(KeptStubs.of(run, index, problems));
        link(run, index, fileUnits);
        index.putMembers(KeptStubs.names(run, others));
        moduleInfos(index, files);
        SourceScan.references(run, index, scans, problems, progress);
        if (!run.crashed().isEmpty() || problems.stream().anyMatch(Reread::isSaidOnce)) {
          return null;
        }
      }
    } else {
      moduleInfos(index, files);
    }
    patch.finish();
    for (Problem problem : old.problems()) {
      boolean own = problem.code().equals(Problem.COMPILER) || problem.code().equals("encoding");
      if (own && fileUnits.containsKey(problem.file())) {
        problems.add(problem);
      }
    }
    problems.forEach(builder::problem);
    now.put(SourceScan.CLASSPATH, SourceScan.classpath(build));
    return new Reading(builder.build(), Memo.of(now, stubs));
  }

  private static void moduleInfos(UnitIndex index, List<JavaFile> files) {
    for (JavaFile file : files) {
      if (file.isModuleInfo()) {
        ModuleScan.read(index, file);
      }
    }
  }

  /** Tells the index which kept unit stands for each declaration in the sketches taken. */
  static void link(CompilerRun run, UnitIndex index, Map<String, Integer> fileUnits) {
    Trees trees = Trees.instance(run.task());
    for (Map.Entry<CompilationUnitTree, SketchFile> taken : run.sketches().entrySet()) {
      SketchFile sketch = taken.getValue();
      JavaFile file =
          new JavaFile(
              sketch.path(),
              sketch.text(),
              JavaTokens.of(sketch.text()),
              sketch.packageName(),
              "",
              "",
              false,
              false,
              false);
      UnitIndex own = new UnitIndex(new SurveyBuilder());
      UnitScan scan = new UnitScan(own, trees, taken.getKey(), file);
      Map<Integer, Integer> unitOf = new HashMap<>();
      unitOf.put(scan.fileUnit(), fileUnits.get(sketch.path()));
      own.units()
          .forEach(
              (element, unit) -> {
                int kept = kept(own.builder(), unit, unitOf, index.builder());
                if (kept >= 0) {
                  index.put(element, kept);
                }
              });
    }
  }

  /** The unit of the same name inside the unit that stands for the parent, or -1. */
  private static int kept(
      SurveyBuilder own, int unit, Map<Integer, Integer> unitOf, SurveyBuilder builder) {
    Integer known = unitOf.get(unit);
    if (known != null) {
      return known;
    }
    int around = own.parent(unit) < 0 ? -1 : kept(own, own.parent(unit), unitOf, builder);
    int found =
        around >= 0 && builder.knows(own.level(unit), around, own.name(unit))
            ? builder.unit(own.level(unit), around, own.name(unit))
            : -1;
    unitOf.put(unit, found);
    return found;
  }
}
