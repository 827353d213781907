package dev.vinesorter.cli;

import dev.vinesorter.core.model.NearestNames;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.structure.View;
import dev.vinesorter.core.trellis.Trellis;
import dev.vinesorter.report.FileChange;
import dev.vinesorter.report.SourceLines;
import dev.vinesorter.source.config.KnownBreaches;
import dev.vinesorter.source.config.PlanFile;
import dev.vinesorter.source.config.TrellisFile;
import dev.vinesorter.source.disk.RootLock;
import dev.vinesorter.source.journal.Journal;
import dev.vinesorter.source.keep.KeptSurvey;
import dev.vinesorter.source.keep.OwnFolder;
import dev.vinesorter.source.language.Languages;
import dev.vinesorter.source.plan.StepEditor;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.read.SourceReader;
import dev.vinesorter.source.text.BuildOutput;
import dev.vinesorter.source.text.CannotWorkException;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.Root;
import dev.vinesorter.source.text.SourceText;
import dev.vinesorter.source.text.SourceWalk;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.function.Consumer;
import java.util.function.Predicate;

/** A root with its kept survey: where commands get what they report on. */
final class Workbench {
  private final Root root;
  private final OwnFolder own;
  private final Consumer<String> say;

  /** Read beside all else, since nearly every command needs it late. */
  private final CompletableFuture<Trellis> trellis;

  private KeptSurvey loaded;

  /** Whether the kept survey was looked for, so that one that is damaged is told once. */
  private boolean looked;

  private long millis;

  private Workbench(Root root, OwnFolder own, Consumer<String> say) {
    this.root = root;
    this.own = own;
    this.say = say;
    this.trellis = CompletableFuture.supplyAsync(() -> TrellisFile.of(root));
  }

  /** Opens a root; what an earlier run of this user left half done is finished first. */
  static Workbench at(Path folder, Consumer<String> say) {
    Root root = Root.of(folder);
    Workbench bench = new Workbench(root, new OwnFolder(root, say), say);
    if (bench.own.exists() && bench.journal().isUndecided()) {
      bench.locked("recovery", bench.journal()::recover).forEach(say);
    }
    if (bench.own.exists()) {
      bench.journal().leftAlone().forEach(say);
    }
    return bench;
  }

  Root root() {
    return root;
  }

  /** Tells the user something beside the report. */
  void say(String what) {
    say.accept(what);
  }

  /**
   * The journal, for a command that writes to it.
   *
   * @throws CannotWorkException where an earlier run is still half done
   */
  Journal journalToWrite() {
    Journal journal = journal();
    if (journal.isUndecided()) {
      throw new CannotWorkException(
          "What an earlier run began is neither finished nor taken back; see above. Mend that"
              + " first.");
    }
    return journal;
  }

  OwnFolder own() {
    return own;
  }

  /** The journal of applied plans. */
  Journal journal() {
    return new Journal(own);
  }

  /** Does work while no other run may change the root. */
  <T> T locked(String command, java.util.function.Supplier<T> work) {
    RootLock lock = own.lock(command);
    try {
      return work.get();
    } finally {
      lock.close();
    }
  }

  /** The survey as it was kept, loaded once; null where there is none. */
  private KeptSurvey loaded() {
    if (loaded == null && !looked) {
      looked = true;
      loaded = own.kept();
    }
    return loaded;
  }

  /** The intended structure; one that asks for nothing where there is none. */
  Trellis trellis() {
    try {
      return trellis.join();
    } catch (CompletionException e) {
      throw e.getCause() instanceof RuntimeException cause ? cause : e;
    }
  }

  /** How long the last reading took. */
  long millis() {
    return millis;
  }

  /** The kept survey where it was asked for with the same options and nothing changed since. */
  KeptSurvey unchanged(ReadOptions asked) {
    long start = System.nanoTime();
    KeptSurvey kept = loaded();
    boolean holds =
        kept != null
            && kept.asked().equals(asked)
            && kept.options().equals(asked.with(trellis()))
            && kept.changedSince(root).isEmpty();
    millis = (System.nanoTime() - start) / 1_000_000;
    return holds ? kept : null;
  }

  /** Reads the sources, as asked and as the trellis adds, and keeps the survey. */
  KeptSurvey read(ReadOptions asked) {
    return read(asked, loaded());
  }

  /**
   * The same, from the ground up where there is no survey of nearly the same sources.
   *
   * @param previous such a survey, or null
   */
  KeptSurvey read(ReadOptions asked, KeptSurvey previous) {
    long start = System.nanoTime();
    KeptSurvey kept = readAlone(root, asked, previous);
    loaded = kept;
    millis = (System.nanoTime() - start) / 1_000_000;
    try {
      own.keep(kept);
    } catch (CannotWorkException e) {
      say.accept(e.getMessage() + " Going on without keeping it.");
    }
    return kept;
  }

  /**
   * Reads the sources of a folder in the light of our trellis, and keeps nothing.
   *
   * @param previous a survey of nearly the same sources, or null
   */
  KeptSurvey readAlone(Root root, ReadOptions asked, KeptSurvey previous) {
    ReadOptions options = asked.with(trellis());
    boolean near = previous != null && previous.options().equals(options);
    SourceWalk walk = SourceWalk.of(root);
    // Another folder's times of change tell nothing about ours.
    Map<String, KeptSurvey.Stamp> known = near && root == this.root ? previous.stamps() : Map.of();
    Map<String, KeptSurvey.Stamp> stamps = KeptSurvey.stamps(root, walk.files(), known);
    Overlay sources = new Overlay(root, walk.files(), options.charset());
    Reading reading;
    try (Drawing progress = Drawing.start()) {
      SourceReader reader = Languages.installed().reader();
      reading =
          near
              ? reader.read(
                  sources,
                  options,
                  progress,
                  new Reading(previous.survey(), previous.memo()),
                  new TreeSet<>(previous.differing(stamps)))
              : reader.read(sources, options, progress);
    }
    Predicate<String> leavesOut = options.leavesOut(root);
    int leftOut = (int) stamps.keySet().stream().filter(leavesOut).count();
    Survey survey = reading.survey();
    if (!walk.problems().isEmpty()) {
      List<dev.vinesorter.core.model.Problem> all = new ArrayList<>(walk.problems());
      all.addAll(survey.problems());
      survey = new Survey(survey.units(), survey.references(), all, survey.unresolved());
    }
    return new KeptSurvey(survey, reading.memo(), asked, options, stamps, leftOut);
  }

  /** The survey as of now: the kept one, or a new one where there is none or sources changed. */
  KeptSurvey current() {
    KeptSurvey kept = loaded();
    if (kept == null) {
      return read(ReadOptions.DEFAULT);
    }
    KeptSurvey now = inTheLightOfTheTrellis(kept);
    if (now != kept) {
      return now;
    }
    List<String> changed = kept.changedSince(root);
    if (changed.isEmpty()) {
      return kept;
    }
    say.accept(
        changed.size()
            + (changed.size() == 1 ? " file" : " files")
            + " changed since the survey, such as "
            + changed.get(0)
            + "; reading again.");
    return read(kept.asked());
  }

  /**
   * The kept survey, made first where there is none, and again where the trellis reads sources
   * otherwise than it did; sources may have changed since.
   */
  KeptSurvey kept() {
    KeptSurvey kept = loaded();
    return kept == null ? read(ReadOptions.DEFAULT) : inTheLightOfTheTrellis(kept);
  }

  private KeptSurvey inTheLightOfTheTrellis(KeptSurvey kept) {
    if (kept.options().equals(kept.asked().with(trellis()))) {
      return kept;
    }
    say.accept("trellis.yaml leaves out other files than it did at the survey; reading again.");
    return read(kept.asked());
  }

  /** The unit with that name. */
  static int unit(Survey survey, String name) {
    int unit = found(survey, name);
    if (unit < 0) {
      throw new UsageException(
          "There is no unit '" + name + "'. " + NearestNames.hint(survey.units(), name));
    }
    return unit;
  }

  /** The unit with that name, which may be written as a picture shows it. */
  static int unit(Survey survey, View view, String name) {
    for (String one : view.tidy().meant(name)) {
      int unit = found(survey, one);
      if (unit >= 0) {
        return unit;
      }
    }
    return unit(survey, name);
  }

  private static int found(Survey survey, String name) {
    // Javadoc itself writes parameters with a space between them, and without one.
    return survey.units().find(name.replaceAll(",\\s*", ", "));
  }

  /** The most chars of a file that names in it are looked for. */
  private static final int MOST_CHARS = 1 << 18;

  /** Ends of the names of files that settings stand in. */
  private static final List<String> SETTINGS =
      List.of(".xml", ".properties", ".yml", ".yaml", ".conf", ".json");

  /** Dotted names in service files, build files and other settings beside the sources. */
  Set<String> namedElsewhere(KeptSurvey survey) {
    Set<String> names = new HashSet<>();
    Overlay sources = overlay(survey);
    for (String path : sources.paths()) {
      boolean own = path.equals(TrellisFile.NAME) || path.equals(KnownBreaches.NAME);
      boolean setting = path.contains("META-INF/") || SETTINGS.stream().anyMatch(path::endsWith);
      if (setting && !own) {
        String text = sources.text(path).text();
        if (!PlanFile.isLike(text)) {
          addDotted(text, Math.min(text.length(), MOST_CHARS), names);
        }
      }
    }
    return names;
  }

  /** Names of at least two segments among the first chars of a text, in one pass. */
  private static void addDotted(String text, int end, Set<String> names) {
    int at = 0;
    while (at < end) {
      int from = at;
      boolean dotted = false;
      while (at < end && Character.isJavaIdentifierStart(text.charAt(at))) {
        at++;
        while (at < end && Character.isJavaIdentifierPart(text.charAt(at))) {
          at++;
        }
        boolean goesOn =
            at + 1 < end
                && text.charAt(at) == '.'
                && Character.isJavaIdentifierStart(text.charAt(at + 1));
        dotted |= goesOn;
        at += goesOn ? 1 : 0;
      }
      if (dotted) {
        names.add(text.substring(from, at).replace('$', '.'));
      }
      at += at == from ? 1 : 0;
    }
  }

  /** What carries steps out on the sources of a survey. */
  static StepEditor editor(KeptSurvey kept) {
    Reading before = new Reading(kept.survey(), kept.memo());
    return Languages.installed().editor(before, kept.options());
  }

  Overlay overlay(KeptSurvey survey) {
    return new Overlay(root, SourceWalk.of(root).files(), survey.options().charset());
  }

  /** Lines of the sources as they are on disk. */
  SourceLines lines(KeptSurvey survey) {
    Map<String, List<String>> texts = new HashMap<>();
    Overlay sources = new Overlay(root, List.of(), survey.options().charset());
    return (file, line) -> {
      List<String> lines =
          texts.computeIfAbsent(
              file,
              path -> {
                try {
                  return sources.text(path).text().lines().toList();
                } catch (CannotWorkException e) {
                  return List.of();
                }
              });
      return line >= 1 && line <= lines.size() ? lines.get(line - 1) : "";
    };
  }

  /** What an overlay changes and will be written, moves told as moves, by new path. */
  static List<FileChange> changes(Overlay sources) {
    BuildOutput built = new BuildOutput(sources.root());
    Map<String, String> movedFrom = new HashMap<>();
    sources
        .changed()
        .forEach(
            (path, text) -> {
              if (text != null && !sources.origin(path).equals(path)) {
                movedFrom.put(sources.origin(path), path);
              }
            });
    List<FileChange> changes = new ArrayList<>();
    sources
        .changed()
        .forEach(
            (path, text) -> {
              if (text == null) {
                if (!movedFrom.containsKey(path)) {
                  changes.add(new FileChange(path, "", old(sources, path), ""));
                }
              } else {
                String from = sources.origin(path);
                boolean isNew = !sources.isOnDisk(from);
                boolean took = from.equals(path) || path.equals(movedFrom.get(from));
                boolean same =
                    from.equals(path) && !isNew && text.text().equals(old(sources, path));
                if (same) {
                  return;
                }
                changes.add(
                    new FileChange(
                        isNew || !took ? "" : from,
                        path,
                        isNew || !took ? "" : old(sources, from),
                        text.text()));
              }
            });
    changes.removeIf(one -> built.holds(one.newPath().isEmpty() ? one.oldPath() : one.newPath()));
    return changes;
  }

  private static String old(Overlay sources, String path) {
    return SourceText.of(sources.original(path), sources.charset()).text();
  }
}
