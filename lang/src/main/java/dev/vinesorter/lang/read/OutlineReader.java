package dev.vinesorter.lang.read;

import dev.vinesorter.lang.outline.Outline;
import dev.vinesorter.lang.tree.TooHardException;
import dev.vinesorter.source.read.LookupPaths;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.read.SourceReader;
import dev.vinesorter.source.text.CannotWorkException;
import dev.vinesorter.source.text.Memo;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.WeakHashMap;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.Predicate;

/** Reads sources by their outlines, several at once; what did not change is not parsed again. */
public final class OutlineReader implements SourceReader {
  /** Larger files were written by programs. */
  private static final int LARGEST = 4 << 20;

  /** Deep nesting of expressions is walked by calls. */
  private static final long STACK = 512L << 20;

  /** Makes the outline of a source. */
  public interface Scanner {
    Outline scan(String path, String text);
  }

  private final Predicate<String> isSource;
  private final Predicate<String> tells;
  private final Scanner scanner;
  private final Rules rules;

  /** What notes say that somebody still holds; each step asks for the same ones. */
  private final Map<String, Outline> noted = Collections.synchronizedMap(new WeakHashMap<>());

  /**
   * Reads by a scanner.
   *
   * @param isSource tells sources from build files
   * @param tells tells files that say where sources look for what they bring in
   */
  public OutlineReader(
      Predicate<String> isSource, Predicate<String> tells, Scanner scanner, Rules rules) {
    this.isSource = isSource;
    this.tells = tells;
    this.scanner = scanner;
    this.rules = rules;
  }

  /** Whether a file is a source of the language. */
  public boolean isSource(String path) {
    return isSource.test(path);
  }

  /** What the language adds to the common way of looking names up. */
  public Rules rules() {
    return rules;
  }

  /**
   * The outlines of sources that were read before, but for those that changed since.
   *
   * @param changed the paths of these
   */
  public Project project(
      Overlay sources, ReadOptions options, Reading before, Set<String> changed) {
    return project(sources, options, Progress.SILENT, kept(before, changed));
  }

  /** What was noted of sources that did not change since. */
  private static Map<String, String> kept(Reading before, Set<String> changed) {
    Map<String, String> kept = new HashMap<>(before.memo().notes());
    kept.keySet().removeAll(changed);
    return kept;
  }

  @Override
  public Reading read(Overlay sources, ReadOptions options, Progress progress) {
    return read(sources, options, progress, Map.of());
  }

  @Override
  public Reading read(
      Overlay sources,
      ReadOptions options,
      Progress progress,
      Reading before,
      Set<String> changed) {
    return read(sources, options, progress, kept(before, changed));
  }

  private Reading read(
      Overlay sources, ReadOptions options, Progress progress, Map<String, String> kept) {
    Project project = project(sources, options, progress, kept);
    Map<String, String> notes = new TreeMap<>();
    for (Outline one : project.outlines()) {
      String note = kept.get(one.path());
      notes.put(one.path(), note != null ? note : OutlineNote.write(one));
    }
    Path root = sources.root().path().getFileName();
    String name = root == null ? "root" : root.toString();
    SurveyMaker maker = new SurveyMaker(project, rules, name, options.leavesOut(sources.root()));
    return new Reading(maker.make(), Memo.of(notes));
  }

  /** The outlines of all sources: kept ones where nothing changed, else made by several threads. */
  private Project project(
      Overlay sources, ReadOptions options, Progress progress, Map<String, String> kept) {
    List<String> paths = sources.paths().stream().filter(isSource).sorted().toList();
    List<Outline> outlines = new ArrayList<>();
    int threads = Math.max(1, Math.min(8, Runtime.getRuntime().availableProcessors()));
    ExecutorService pool =
        Executors.newFixedThreadPool(threads, work -> new Thread(null, work, "outline", STACK));
    try {
      List<Future<Outline>> open = new ArrayList<>();
      for (String path : paths) {
        String note = kept.get(path);
        open.add(
            note != null
                ? CompletableFuture.completedFuture(noted(path, note))
                : pool.submit(() -> outline(sources, path)));
      }
      for (Future<Outline> one : open) {
        outlines.add(one.get());
        progress.at("reading", outlines.size(), open.size());
      }
    } catch (ExecutionException e) {
      throw e.getCause() instanceof CannotWorkException cannot
          ? cannot
          : new IllegalStateException(e.getCause());
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new CannotWorkException("Reading was interrupted.", e);
    } finally {
      pool.shutdownNow();
    }
    return new Project(outlines, sources.paths(), LookupPaths.of(sources, tells, options));
  }

  private Outline noted(String path, String note) {
    Outline known = noted.get(note);
    // Sources that are equal have equal notes.
    if (known == null || !known.path().equals(path)) {
      known = OutlineNote.read(path, note);
      noted.put(note, known);
    }
    return known;
  }

  private Outline outline(Overlay sources, String path) {
    String text = sources.text(path).text();
    if (text.length() > LARGEST) {
      return without(path, text, Outline.TOO_LARGE);
    }
    try {
      return scanner.scan(path, text);
    } catch (TooHardException e) {
      return without(path, text, Outline.TOO_HARD);
    } catch (RuntimeException | StackOverflowError | LinkageError e) {
      // One source that nobody thought of costs itself, not the others; where a grammar does not
      // run on this machine, each of its sources is told.
      return without(path, text, Outline.FAILED);
    }
  }

  /** The outline of a source of which nothing was read. */
  private static Outline without(String path, String text, int why) {
    Outline outline = new Outline(path, text.length(), SourceText.lineStarts(text), why);
    String name = Outline.looseName(path);
    outline.add(Outline.Decl.loose(name, text.length(), 0, Outline.More.NONE));
    return outline;
  }
}
