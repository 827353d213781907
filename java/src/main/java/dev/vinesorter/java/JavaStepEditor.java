package dev.vinesorter.java;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.NearestNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.SurveyDraft;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.core.plan.StepOutcome.Widening;
import dev.vinesorter.source.Overlay;
import dev.vinesorter.source.SourceText;
import dev.vinesorter.source.StepEditor;
import dev.vinesorter.source.TextEdits;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * Carries out steps on Java sources. A step is judged first ({@link AccessRules}, {@link
 * NameRules}), then turned into text edits ({@link MoveEdits}, {@link ServiceFiles}, {@link
 * ModuleEdits}); only when nothing speaks against it does the overlay change. The survey that it
 * leaves has the edited texts' offsets, so the next step can start from it without reading anything
 * again.
 */
public final class JavaStepEditor implements StepEditor {
  @Override
  public Result carryOut(Survey survey, Plan.Step step, Overlay sources) {
    Units units = survey.units();
    int type = units.find(step.unit());
    List<Reason> wrong = request(units, step, type, sources);
    if (!wrong.isEmpty()) {
      return new Result(StepOutcome.refused(wrong), survey);
    }
    TypeMove move = new TypeMove(survey, sources, type, step.into());
    if (move.oldPackage().equals(step.into())) {
      return new Result(new StepOutcome(true, List.of(), List.of(), true), survey);
    }
    List<Reason> reasons = new ArrayList<>(NameRules.of(move));
    AccessRules access = AccessRules.of(move, step.widen());
    reasons.addAll(access.reasons());
    if (!reasons.isEmpty()) {
      return new Result(StepOutcome.refused(reasons), survey);
    }
    MoveEdits edits = MoveEdits.of(move, access);
    ModuleEdits modules = ModuleEdits.of(move, edits.emptiesPackage(), step.widen());
    reasons.addAll(edits.reasons());
    reasons.addAll(modules.reasons());
    if (!reasons.isEmpty()) {
      return new Result(StepOutcome.refused(reasons), survey);
    }
    Survey foretold = carryOut(move, access, edits, modules);
    List<Widening> widened = new ArrayList<>();
    access
        .widened()
        .forEach((unit, to) -> widened.add(new Widening(units.name(unit), MoveEdits.word(to))));
    access
        .widenedInside()
        .forEach(
            (unit, places) ->
                places.forEach(
                    (at, to) ->
                        widened.add(
                            new Widening(
                                "a method of a local class in " + units.name(unit),
                                MoveEdits.word(to)))));
    return new Result(new StepOutcome(true, List.of(), widened, false), foretold);
  }

  private static List<Reason> request(Units units, Plan.Step step, int type, Overlay sources) {
    if (type < 0) {
      String alreadyThere =
          step.into() + "." + step.unit().substring(step.unit().lastIndexOf('.') + 1);
      String hint =
          units.find(alreadyThere, Level.TYPE) >= 0
              ? "There is " + alreadyThere + " already; was it moved before?"
              : NearestNames.hint(units, step.unit());
      return one("unknown-unit", "There is no unit " + step.unit() + ". " + hint);
    }
    if (units.has(type, Trait.FOREIGN)) {
      return one(
          "foreign", step.unit() + " belongs to a library; only your own code can be moved.");
    }
    if (units.level(type) != Level.TYPE || units.level(units.parent(type)) != Level.FILE) {
      return one(
          "not-yet",
          step.unit()
              + " is a "
              + (units.level(type) == Level.TYPE ? "nested type" : units.level(type).word())
              + "; so far only top-level types can be moved.");
    }
    if (!NameRules.isPackageName(step.into())) {
      return one("bad-target", "'" + step.into() + "' is no name of a package.");
    }
    int file = units.fileOf(type);
    if (units.has(file, Trait.BY_NAME)) {
      return one(
          "half-read",
          units.name(file)
              + " could be read only in part, so its uses are not known. See 'vinesort survey"
              + " -v'.");
    }
    if (Files.isSymbolicLink(sources.root().path().resolve(units.name(file)))) {
      return one(
          "linked-file",
          units.name(file)
              + " is a symbolic link; moving it would leave the file behind. Replace the link by"
              + " the file first.");
    }
    return List.of();
  }

  private static List<Reason> one(String code, String message) {
    return List.of(new Reason(code, message, List.of()));
  }

  private static Survey carryOut(
      TypeMove move, AccessRules access, MoveEdits edits, ModuleEdits modules) {
    Units units = move.units();
    SurveyDraft draft = new SurveyDraft(move.survey());
    int newPackage = units.find(move.newPackage(), Level.PACKAGE);
    if (newPackage < 0) {
      newPackage = draft.add(Level.PACKAGE, -1, move.newPackage(), -1, 0);
    } else if (units.has(newPackage, Trait.FOREIGN)) {
      draft.traits(newPackage, units.traits(newPackage) & ~Trait.FOREIGN.bit());
    }
    access.widened().forEach((unit, to) -> draft.traits(unit, widerTraits(units.traits(unit), to)));
    String newPath = MoveEdits.newPath(move);
    edits
        .files()
        .values()
        .forEach(
            file -> {
              dropRemovedImports(move, draft, file);
              shift(move, draft, file, edits.leaving() != null);
            });
    if (edits.leaving() == null) {
      draft.name(move.file(), newPath);
      draft.parent(move.file(), newPackage);
    } else {
      split(move, draft, edits, newPath, newPackage);
    }
    modules.into(draft, newPackage);
    applyTexts(move, edits, newPath);
    modules.applyTexts();
    ServiceFiles.apply(move);
    return draft.survey();
  }

  private static int widerTraits(int traits, Trait to) {
    return traits & ~Trait.PROTECTED.bit() | to.bit();
  }

  private static void shift(
      TypeMove move, SurveyDraft draft, MoveEdits.FileEdits file, boolean typeLeaves) {
    TextEdits edits = file.edits();
    for (int unit = 0; unit < move.units().size(); unit++) {
      if (move.units().fileOf(unit) == file.file() && !(typeLeaves && move.moves(unit))) {
        draft.shift(unit, edits::placeBefore, edits::place);
      }
    }
    String fresh = edits.apply(move.text(file.file()));
    draft.lines(file.file(), fresh.length(), SourceText.lineStarts(fresh));
  }

  /** References made by an import go with it. */
  private static void dropRemovedImports(
      TypeMove move, SurveyDraft draft, MoveEdits.FileEdits file) {
    References references = move.references();
    for (JavaHeader.Import one : move.header(file.file()).imports()) {
      if (file.imports().isRemoved(one)) {
        for (int r = references.row(file.file()); r < references.row(file.file() + 1); r++) {
          if (references.at(r) >= one.begin() && references.at(r) < one.end()) {
            draft.target(r, -1);
          }
        }
      }
    }
  }

  /** The type gets a file of its own, which imports what its copy of the header still imports. */
  private static void split(
      TypeMove move, SurveyDraft draft, MoveEdits edits, String newPath, int newPackage) {
    Units units = move.units();
    References references = move.references();
    TextEdits text = edits.leaving().edits();
    int module = units.moduleOf(move.file());
    int newFile = draft.add(Level.FILE, newPackage, newPath, module, units.traits(move.file()));
    draft.parent(move.type(), newFile);
    for (int unit = 0; unit < units.size(); unit++) {
      if (move.moves(unit)) {
        draft.shift(unit, text::placeBefore, text::place);
      }
    }
    for (JavaHeader.Import one : move.header(move.file()).imports()) {
      if (!edits.leaving().imports().isRemoved(one)) {
        for (int r = references.row(move.file()); r < references.row(move.file() + 1); r++) {
          if (references.at(r) >= one.begin() && references.at(r) < one.end()) {
            int at = text.place(references.at(r));
            Kind kind = references.kind(r);
            int length = references.end(r) - references.at(r);
            draft.reference(newFile, references.target(r), kind, at, at + length);
          }
        }
      }
    }
    String fresh = text.apply(move.text(move.file()));
    draft.lines(newFile, fresh.length(), SourceText.lineStarts(fresh));
    String stays = pathOfWhatStays(move);
    if (!stays.equals(units.name(move.file()))) {
      draft.name(move.file(), stays);
    }
  }

  /** A file named after the type that left is named after the first type that stays. */
  private static String pathOfWhatStays(TypeMove move) {
    Units units = move.units();
    String path = units.name(move.file());
    String folder = path.substring(0, path.lastIndexOf('/') + 1);
    if (!path.equals(folder + move.typeName() + ".java")) {
      return path;
    }
    for (int type : move.typesIn(move.file())) {
      String named = folder + units.simpleName(type) + ".java";
      if (type != move.type() && !move.sources().exists(named)) {
        return named;
      }
    }
    return path;
  }

  private static void applyTexts(TypeMove move, MoveEdits edits, String newPath) {
    Overlay sources = move.sources();
    Units units = move.units();
    SourceText own = sources.text(units.name(move.file()));
    for (Map.Entry<Integer, MoveEdits.FileEdits> entry : edits.files().entrySet()) {
      String path = units.name(entry.getKey());
      SourceText old = sources.text(path);
      SourceText fresh = old.with(entry.getValue().edits().apply(old.text()));
      if (entry.getKey() == move.file()) {
        String to = edits.leaving() == null ? newPath : pathOfWhatStays(move);
        if (to.equals(path)) {
          sources.put(path, fresh);
        } else {
          sources.move(path, to, fresh);
        }
      } else if (!entry.getValue().edits().isEmpty()) {
        sources.put(path, fresh);
      }
    }
    if (edits.leaving() != null) {
      sources.put(newPath, own.with(edits.leaving().edits().apply(own.text())));
    }
  }
}
