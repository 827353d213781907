package dev.vinesorter.lang.move;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Problem;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.SurveyDraft;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Forecast;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.core.structure.WholeSources;
import dev.vinesorter.lang.outline.Outline;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.lang.read.Project;
import dev.vinesorter.source.plan.StepEditor;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import dev.vinesorter.source.text.TextEdits;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Predicate;

/**
 * Moves sources into folders. Every import that names them, and every one of theirs, is written for
 * the new places; the outcome is read again, and each name has to mean what it meant.
 */
final class FileMoves {
  private final Readings readings;
  private final Specifiers specifiers;

  FileMoves(Readings readings, Specifiers specifiers) {
    this.readings = readings;
    this.specifiers = specifiers;
  }

  /** Carries a step out whose units are files, each by its path or the module that it is. */
  StepEditor.Result carryOut(Survey survey, Step.Move move, Overlay sources) {
    List<Reason> reasons = new ArrayList<>();
    Map<String, String> paths = new LinkedHashMap<>();
    for (String unit : move.units()) {
      goal(survey, unit, move.into(), sources, paths, reasons);
    }
    if (reasons.isEmpty() && paths.isEmpty()) {
      return new StepEditor.Result(StepOutcome.alreadyDone(), survey);
    }
    Overlay edited = sources.copy();
    if (reasons.isEmpty()) {
      edit(edited, new Moves(paths), reasons);
    }
    Reading fresh = null;
    if (reasons.isEmpty()) {
      fresh = readings.fresh(edited);
      compare(survey, fresh.survey(), paths, reasons);
    }
    if (!reasons.isEmpty()) {
      return new StepEditor.Result(StepOutcome.refused(reasons), survey);
    }
    sources.become(edited);
    readings.accept(fresh, sources);
    return new StepEditor.Result(
        StepOutcome.changed(List.of()).with(List.of(), mentions(sources, paths)), fresh.survey());
  }

  private static void refuse(List<Reason> reasons, RefusalCode code, String message, Site... at) {
    reasons.add(new Reason(code, message, List.of(at)));
  }

  // ---- what goes where

  private void goal(
      Survey survey,
      String unit,
      String into,
      Overlay sources,
      Map<String, String> paths,
      List<Reason> reasons) {
    String path = path(survey.units(), unit, sources);
    String folder = folder(survey, into, path, sources);
    String to = Project.join(folder, name(path));
    if (!sources.exists(path) || !readings.isSource(path)) {
      if (!sources.exists(path) && sources.exists(to)) {
        return;
      }
      refuse(
          reasons,
          sources.exists(path) ? RefusalCode.NOT_YET : RefusalCode.UNKNOWN_UNIT,
          sources.exists(path)
              ? unit + " is no source; so far files of source code move in this language."
              : "There is no file " + unit + " under the root. Name a file by its path.");
      return;
    }
    if (path.equals(to)) {
      return;
    }
    String normal = Project.normal(folder);
    boolean hidden = to.startsWith(".") || to.contains("/.");
    if (normal == null || !normal.equals(folder) || hidden || into.startsWith("/")) {
      refuse(
          reasons, RefusalCode.BAD_TARGET, "'" + into + "' is no folder for sources of this root.");
    } else if (specifiers.stays(path)) {
      refuse(
          reasons,
          RefusalCode.BAD_TARGET,
          path + " is found by its name and place, so it has to stay there.");
    } else if (Files.isSymbolicLink(sources.root().path().resolve(path))) {
      refuse(
          reasons,
          RefusalCode.LINKED_FILE,
          path + " is a symbolic link; move the file that it leads to.");
    } else if (sources.isTaken(to) || sources.exists(folder)) {
      refuse(reasons, RefusalCode.NAME_CLASH, "There is a file " + to + " already.");
    } else {
      paths.put(path, to);
    }
  }

  /** The folder that a step names: by its path, or as the package that it is. */
  private static String folder(Survey survey, String into, String path, Overlay sources) {
    if (into.equals(".") || into.equals("./")) {
      return "";
    }
    boolean named = !into.contains("/") && sources.paths().stream().noneMatch(isIn(into));
    String ofPackage = named ? WholeSources.of(survey).folder(into, path) : null;
    return ofPackage == null ? into.replaceAll("/+$", "") : ofPackage;
  }

  private static Predicate<String> isIn(String folder) {
    return path -> path.startsWith(folder + "/");
  }

  /** The path of the source that a name means: its own, or that of the file that holds a type. */
  static String path(Units units, String unit, Overlay sources) {
    if (sources.exists(unit) || unit.contains("/")) {
      return unit;
    }
    int found = units.find(unit, Level.TYPE);
    int file = found < 0 ? -1 : units.fileOf(found);
    boolean whole = file >= 0 && units.begin(found) == 0 && units.end(found) == units.end(file);
    return whole ? units.name(file) : unit;
  }

  // ---- imports

  private void edit(Overlay sources, Moves moves, List<Reason> reasons) {
    Project project = readings.project(sources);
    unread(project, sources, moves, reasons);
    for (String path : moves.paths().keySet()) {
      int file = project.number(path);
      try {
        specifiers.against(
            project, file, n -> sources.text(project.outlines().get(n).path()).text());
      } catch (CannotMoveException e) {
        int[] lines = project.outlines().get(file).lines();
        refuse(
            reasons, e.refusal(), e.getMessage(), SourceText.site(path, lines, e.at(), e.at() + 1));
      }
    }
    Map<String, TextEdits> all = new TreeMap<>();
    for (int file = 0; file < project.outlines().size(); file++) {
      Outline outline = project.outlines().get(file);
      String text = null;
      for (Import one : outline.imports()) {
        Place from = one.level() < 0 ? null : readings.rules().source(project, file, one);
        boolean concerns =
            from != null && !from.isForeign() && concerns(project, file, from, one, moves);
        if (!concerns) {
          continue;
        }
        text = text == null ? sources.text(outline.path()).text() : text;
        TextEdits edits = all.computeIfAbsent(outline.path(), path -> new TextEdits());
        try {
          specifiers.rewrite(new Specifiers.Asked(project, file, one, from, moves), text, edits);
        } catch (CannotMoveException e) {
          Site at = SourceText.site(outline.path(), outline.lines(), e.at(), e.at() + 1);
          refuse(reasons, e.refusal(), e.getMessage(), at);
        } catch (TextEdits.OverlapException e) {
          Site at = SourceText.site(outline.path(), outline.lines(), one.at(), one.end());
          refuse(
              reasons, RefusalCode.EDITS_OVERLAP, "Two imports share what would be written.", at);
        }
      }
    }
    if (!reasons.isEmpty()) {
      return;
    }
    all.forEach(
        (path, edits) -> {
          if (!edits.isEmpty()) {
            SourceText old = sources.text(path);
            sources.put(path, old.with(edits.apply(old.text())));
          }
        });
    moves.paths().forEach((from, to) -> sources.move(from, to, sources.text(from)));
  }

  /** What nobody read can name what goes, and be named by it. */
  private static void unread(Project project, Overlay sources, Moves moves, List<Reason> reasons) {
    Set<String> names = new TreeSet<>();
    moves.paths().keySet().forEach(path -> names.add(calledName(path)));
    for (Outline one : project.outlines()) {
      if (one.isRead()) {
        continue;
      }
      if (moves.paths().containsKey(one.path())) {
        refuse(
            reasons,
            RefusalCode.HALF_READ,
            "Nothing of " + one.path() + " was read, so what it names could not follow.");
        continue;
      }
      Reason named =
          HalfRead.of(one, () -> sources.text(one.path()).text(), names, true, () -> null);
      if (named != null) {
        reasons.add(named);
      }
    }
  }

  /** By what a source is brought in: its name, or that of the folder that it stands for. */
  private static String calledName(String path) {
    String[] parts = path.replaceAll("\\.[^./]*$", "").split("/");
    int last = parts.length - 1;
    boolean ofFolder = last > 0 && List.of("__init__", "index").contains(parts[last]);
    return parts[ofFolder ? last - 1 : last];
  }

  /** Whether an import is of a source that goes, or stands in one. */
  private boolean concerns(Project project, int file, Place from, Import one, Moves moves) {
    String importer = project.outlines().get(file).path();
    boolean goes = !moves.of(importer).equals(importer);
    if (from.file() >= 0) {
      String path = project.outlines().get(from.file()).path();
      goes |= !moves.of(path).equals(path);
    }
    Place named = one.name().isEmpty() ? null : submodule(project, from, one.name());
    if (named != null && named.file() >= 0) {
      String path = project.outlines().get(named.file()).path();
      goes |= !moves.of(path).equals(path);
    }
    return goes;
  }

  /** The source in a folder that an import names; null for none. */
  private Place submodule(Project project, Place from, String name) {
    String folder = from.file() < 0 ? from.folder() : project.outlines().get(from.file()).path();
    return readings.rules().inFolder(project, folder, name);
  }

  // ---- the proof

  /** Whether all is as it was but for the places: every name, and what could not be told. */
  private void compare(
      Survey before, Survey fresh, Map<String, String> paths, List<Reason> reasons) {
    SurveyDraft draft = new SurveyDraft(before);
    Units units = before.units();
    paths.forEach(
        (from, to) -> {
          int file = units.find(from, Level.FILE);
          int there = fresh.units().find(to, Level.FILE);
          String home = fresh.units().name(fresh.units().packageOf(there));
          int inPackage = units.find(home, Level.PACKAGE);
          draft.name(file, to);
          draft.parent(
              file, inPackage >= 0 ? inPackage : draft.add(Level.PACKAGE, -1, home, -1, 0));
        });
    Survey foretold = draft.survey();
    // What only a name tells is told otherwise from another place, and proves nothing.
    Survey proven = certain(foretold);
    for (Forecast.Rebinding one : Forecast.rebindings(proven, certain(fresh))) {
      refuse(
          reasons,
          RefusalCode.REBINDING,
          one.found() + " would be meant instead of " + one.expected() + ".",
          new Site(one.file(), one.line(), one.column(), 0, 0));
    }
    Set<String> imports = imports(foretold);
    imports.removeAll(imports(fresh));
    for (String lost : imports) {
      refuse(reasons, RefusalCode.REBINDING, "This import would be lost: " + lost + ".");
    }
    for (Problem one : Forecast.newProblems(before, fresh)) {
      refuse(
          reasons,
          RefusalCode.WOULD_NOT_COMPILE,
          "After the step: " + one.message(),
          new Site(one.file(), one.line(), 1, 0, 0));
    }
    if (open(fresh) > open(before)) {
      refuse(reasons, RefusalCode.REBINDING, "A name that was known would mean nothing any more.");
    }
  }

  /** A survey without what only a name tells. */
  static Survey certain(Survey survey) {
    SurveyDraft draft = new SurveyDraft(survey);
    for (int r = 0; r < survey.references().size(); r++) {
      if (survey.references().isLikely(r)) {
        draft.target(r, -1);
      }
    }
    return draft.survey();
  }

  /** How many names nobody can tell for certain. */
  static int open(Survey survey) {
    int open = survey.unresolved().size();
    for (int r = 0; r < survey.references().size(); r++) {
      open += survey.references().isLikely(r) ? 1 : 0;
    }
    return open;
  }

  private static Set<String> imports(Survey survey) {
    Set<String> all = new TreeSet<>();
    Units units = survey.units();
    for (int unit = 0; unit < units.size(); unit++) {
      for (int r = survey.references().row(unit); r < survey.references().row(unit + 1); r++) {
        int target = survey.references().target(r);
        // A package is taken with each of its modules, and another one with a module elsewhere.
        boolean whole = units.simpleName(target).equals("__init__");
        if (survey.references().kind(r) == Kind.IMPORTS && !whole) {
          all.add(units.name(units.fileOf(unit)) + " takes " + units.name(target));
        }
      }
    }
    return all;
  }

  /** Where other texts have the old paths, each as a sentence. */
  private List<String> mentions(Overlay sources, Map<String, String> paths) {
    PathMentions mentions = new PathMentions(sources, readings::isSource);
    List<String> found = new ArrayList<>();
    for (String old : paths.keySet()) {
      for (PathMentions.Mention one : mentions.of(old, specifiers.names(old))) {
        String asWritten = one.name().equals(name(old)) ? old : one.name();
        found.add(
            one.path()
                + ":"
                + one.line()
                + " names "
                + asWritten
                + "; look whether it has to follow.");
      }
    }
    return found;
  }

  private static String name(String path) {
    return path.substring(path.lastIndexOf('/') + 1);
  }
}
