package dev.vinesorter.java.read;

import dev.vinesorter.core.model.Problem;
import dev.vinesorter.java.build.JavaFile;
import dev.vinesorter.java.compile.CompilerRun;
import dev.vinesorter.java.compile.Stubs;
import dev.vinesorter.java.scan.UnitIndex;
import dev.vinesorter.java.scan.UnitScan;
import dev.vinesorter.source.read.Progress;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * Reads the references of sources that see another type of some name than all others do, by a run
 * of the compiler that knows the others by their stubs and sketches, but for those that declare
 * what these see elsewhere.
 */
final class ApartReading {
  private final UnitIndex all;
  private final List<UnitScan> scans;
  private final List<String> classpath;
  private final Progress progress;

  /**
   * After the first run.
   *
   * @param all what all sources declare
   * @param scans the scans of all sources
   */
  ApartReading(UnitIndex all, List<UnitScan> scans, List<String> classpath, Progress progress) {
    this.all = all;
    this.scans = scans;
    this.classpath = classpath;
    this.progress = progress;
  }

  /**
   * Reads one world.
   *
   * @param files its sources
   * @param stubs those of all sources so far; gets those of the world
   * @param notes those of the memo, with the sketches of all sources
   */
  void read(
      Worlds.World world,
      List<JavaFile> files,
      Map<String, byte[]> stubs,
      Map<String, String> notes,
      List<Problem> problems) {
    Map<String, byte[]> others = new TreeMap<>(stubs);
    others.keySet().removeAll(world.files());
    others.keySet().removeAll(world.hidden());
    Map<String, String> sketches = new TreeMap<>(notes);
    sketches.keySet().removeAll(SourceScan.NOTES);
    sketches.keySet().removeAll(world.files());
    sketches.keySet().removeAll(world.hidden());
    sketches.values().removeIf(String::isEmpty);
    Stubs seen = Stubs.of(others);
    CompilerRun.Input input =
        new CompilerRun.Input(
            files, SketchPruning.of(sketches, files, others.keySet()), seen, classpath);
    try (CompilerRun run = CompilerRun.of(input, problems, progress)) {
      UnitIndex index = new UnitIndex(all.builder());
      List<UnitScan> own = SourceScan.units(run, index, problems);
      Map<String, Integer> fileUnits = new HashMap<>();
      for (UnitScan scan : scans) {
        String path = scan.file().path();
        fileUnits.put(path, scan.fileUnit());
        if (!world.files().contains(path) && !world.hidden().contains(path)) {
          scan.types().forEach(index::putType);
        }
      }
      stubs.putAll(KeptStubs.of(run, index, problems));
      Reread.link(run, index, fileUnits);
      index.putMembers(KeptStubs.names(run, seen));
      SourceScan.references(run, index, own, problems, progress);
    }
  }

  /** What a source is, to tell which world it is in. */
  static Worlds.Source source(UnitScan scan, String home) {
    JavaFile file = scan.file();
    return new Worlds.Source(file.path(), home, file.module(), scan.topLevelTypes());
  }
}
