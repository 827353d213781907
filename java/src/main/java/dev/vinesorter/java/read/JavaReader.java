package dev.vinesorter.java.read;

import dev.vinesorter.core.model.Problem;
import dev.vinesorter.core.model.SurveyBuilder;
import dev.vinesorter.java.build.JavaFile;
import dev.vinesorter.java.build.JavaLayout;
import dev.vinesorter.java.build.MavenBuild;
import dev.vinesorter.java.build.MavenPoms;
import dev.vinesorter.java.build.ModuleSight;
import dev.vinesorter.java.compile.CompilerRun;
import dev.vinesorter.java.compile.JavaSketch;
import dev.vinesorter.java.compile.Stubs;
import dev.vinesorter.java.scan.DocMentions;
import dev.vinesorter.java.scan.ModuleScan;
import dev.vinesorter.java.scan.NameFallback;
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
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
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
  public static <T> T onDeepStack(Supplier<T> work) {
    List<T> result = new ArrayList<>();
    Throwable[] failure = new Throwable[1];
    Thread reader =
        new Thread(
            null,
            () -> {
              try {
                result.add(work.get());
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
    return result.get(0);
  }

  private Reading readHere(Overlay sources, ReadOptions options, Progress progress) {
    SurveyBuilder builder = new SurveyBuilder();
    List<Problem> problems = new ArrayList<>();
    MavenBuild build = MavenPoms.read(sources, options, problems);
    List<JavaFile> all = JavaLayout.files(sources, sources.paths(), build, options, problems);
    List<JavaFile> compiled = all.stream().filter(file -> !file.isModuleInfo()).toList();
    UnitIndex index = new UnitIndex(builder);
    Map<String, String> notes = new TreeMap<>();
    Map<String, byte[]> stubs = new TreeMap<>();
    notes.put(SourceScan.CLASSPATH, SourceScan.classpath(build));
    if (!compiled.isEmpty()) {
      try (CompilerRun run =
          CompilerRun.of(
              new CompilerRun.Input(compiled, Map.of(), Stubs.NONE, build.classpath()),
              problems,
              progress)) {
        List<UnitScan> scans = SourceScan.units(run, index, problems);
        stubs.putAll(KeptStubs.of(run, index, problems));
        for (JavaFile file : all) {
          if (file.isModuleInfo()) {
            ModuleScan.read(index, file);
          }
        }
        compiled.forEach(file -> SourceScan.note(file, notes));
        Worlds worlds = worlds(scans, sources, build);
        Set<String> apart = new TreeSet<>();
        worlds.apart().forEach(world -> apart.addAll(world.files()));
        List<UnitScan> together = new ArrayList<>(scans);
        together.removeIf(scan -> apart.contains(scan.file().path()));
        SourceScan.references(run, index, together, problems, progress);
        // What the run said of the others, it said of another type of some name.
        problems.removeIf(one -> one.code().equals(Problem.COMPILER) && apart.contains(one.file()));
        ApartReading reading = new ApartReading(index, scans, build.classpath(), progress);
        for (Worlds.World world : worlds.apart()) {
          List<JavaFile> own =
              compiled.stream().filter(file -> world.files().contains(file.path())).toList();
          reading.read(world, own, stubs, notes, problems);
        }
        if (!apart.isEmpty()) {
          notes.put(Worlds.NOTE, worlds.note());
        }
      }
    }
    problems.forEach(builder::problem);
    return new Reading(builder.build(), Memo.of(notes, stubs));
  }

  /** Which sources see another type of some name than all others. */
  private static Worlds worlds(List<UnitScan> scans, Overlay sources, MavenBuild build) {
    List<Worlds.Source> all = new ArrayList<>();
    scans.forEach(scan -> all.add(ApartReading.source(scan, JavaLayout.home(scan.file(), build))));
    ModuleSight[] sight = new ModuleSight[1];
    return Worlds.of(
        all,
        (module, other) -> {
          sight[0] = sight[0] == null ? ModuleSight.of(sources) : sight[0];
          return sight[0].knows(module)
              && sight[0].knows(other)
              && sight[0].sees(module, true, other, false);
        });
  }
}
