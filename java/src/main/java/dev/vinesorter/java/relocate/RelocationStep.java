package dev.vinesorter.java.relocate;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.SurveyDraft;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.java.code.ServiceFiles;
import dev.vinesorter.java.code.Signatures;
import dev.vinesorter.java.code.Widenings;
import dev.vinesorter.java.syntax.JavaHeader;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * Carries a {@link Relocation} out. It is judged first ({@link AccessRules}, {@link NameRules}),
 * then turned into text edits ({@link MoveEdits}, {@link ServiceFiles}, {@link ModuleEdits}); only
 * when nothing speaks against it does the overlay change. The survey that it leaves has the edited
 * texts' offsets, so the next step can start from it without reading anything again.
 */
public final class RelocationStep {
  private final Relocation move;
  private final Units units;
  private final SurveyDraft draft;

  /** The units of the packages that types go to, by name. */
  private final Map<String, Integer> packages = new TreeMap<>();

  /** The units of modules that had no sources before, by name. */
  private final Map<String, Integer> modules = new TreeMap<>();

  private RelocationStep(Relocation move) {
    this.move = move;
    this.units = move.units();
    this.draft = new SurveyDraft(move.survey());
  }

  public static Result carryOut(Relocation move, boolean widen) {
    Survey survey = move.survey();
    List<Reason> reasons = new ArrayList<>(NameRules.of(move));
    reasons.addAll(ModuleRules.of(move));
    AccessRules access = AccessRules.of(move, widen);
    if (!access.secondTypes().isEmpty()) {
      return carryOut(move.withOwnFiles(access.secondTypes()), widen);
    }
    reasons.addAll(access.reasons());
    if (!reasons.isEmpty()) {
      return new Result(StepOutcome.refused(reasons), survey);
    }
    MoveEdits edits = MoveEdits.of(move, access);
    ModuleEdits modules = ModuleEdits.of(move, widen);
    reasons.addAll(edits.reasons());
    reasons.addAll(modules.reasons());
    Belongings belongings = new Belongings(move);
    Map<String, String> resources = belongings.resources(move, reasons);
    if (!reasons.isEmpty()) {
      return new Result(StepOutcome.refused(reasons), survey);
    }
    Survey foretold = new RelocationStep(move).carryOut(access, edits, modules);
    Belongings.apply(move.sources(), resources);
    List<String> along = new ArrayList<>();
    resources.forEach((from, to) -> along.add(from + " -> " + to));
    List<String> offers = new ArrayList<>();
    for (int type : move.goals().keySet()) {
      if (move.fullAfter(type).equals(move.units().name(type)) && move.home(type) == null) {
        offers.add(move.fullAfter(type) + " gets a file of its own, " + move.pathAfter(type) + ".");
      }
    }
    for (String shared : move.comeApart()) {
      offers.add("The package " + shared + " is in two modules then.");
    }
    for (int helper : belongings.helpers(move)) {
      offers.add("Only this uses " + move.units().name(helper) + "; move it along.");
    }
    return new Result(
        StepOutcome.changed(Widenings.of(move.units(), access.widened(), access.widenedInside()))
            .with(along, offers),
        foretold);
  }

  private Survey carryOut(AccessRules access, MoveEdits edits, ModuleEdits modules) {
    move.goals().values().forEach(goal -> packageUnit(goal.packageName()));
    access.widened().forEach((unit, to) -> draft.traits(unit, to.in(units.traits(unit))));
    for (MoveEdits.FileEdits file : edits.files().values()) {
      dropRemovedImports(file);
      shift(file);
    }
    for (int file : move.ownFiles()) {
      if (move.moves(file)) {
        draft.name(file, move.pathAfter(anyIn(file)));
        draft.parent(file, packageUnit(move.packageAfter(file)));
        draft.module(file, moduleAfter(file));
      } else {
        String stays = move.pathOfWhatStays(file);
        if (!stays.equals(units.name(file))) {
          draft.name(file, stays);
        }
      }
    }
    edits.leaving().forEach(this::split);
    move.goals().keySet().stream().filter(move::isRenamed).forEach(this::rename);
    modules.into(draft, packages);
    applyTexts(edits);
    modules.applyTexts();
    ServiceFiles.apply(move.sources(), move::renamed);
    return draft.survey();
  }

  /** The type by which a moved file's path is found; the file itself where it has none. */
  private int anyIn(int file) {
    List<Integer> types = move.typesIn(file);
    return types.isEmpty() ? file : types.get(0);
  }

  private int packageUnit(String name) {
    return packages.computeIfAbsent(
        name,
        n -> {
          int unit = units.find(n, Level.PACKAGE);
          if (unit < 0) {
            return draft.add(Level.PACKAGE, -1, n, -1, 0);
          }
          if (units.has(unit, Trait.FOREIGN)) {
            draft.traits(unit, units.traits(unit) & ~Trait.FOREIGN.bit());
          }
          return unit;
        });
  }

  /** The module of a file or type that goes. */
  private int moduleAfter(int unit) {
    Relocation.Home home = move.home(unit);
    return home == null
        ? units.moduleOf(unit)
        : home.module() >= 0
            ? home.module()
            : modules.computeIfAbsent(
                home.name(), name -> draft.add(Level.MODULE, -1, "module:" + name, -1, 0));
  }

  private void shift(MoveEdits.FileEdits file) {
    TextEdits edits = file.edits();
    boolean whole = move.moves(file.file());
    for (int unit : units.withAllInside(file.file())) {
      if (whole || !move.moves(unit)) {
        draft.shift(unit, edits::placeBefore, edits::place);
      }
    }
    String fresh = edits.apply(move.text(file.file()));
    draft.lines(file.file(), fresh.length(), SourceText.lineStarts(fresh));
    placeRelocated(file, fresh);
  }

  /**
   * References made by an import that goes to another line stand there, as many names from its end.
   */
  private void placeRelocated(MoveEdits.FileEdits file, String text) {
    Map<JavaHeader.Import, String> relocated = file.imports().relocated();
    if (relocated.isEmpty()) {
      return;
    }
    References references = move.references();
    JavaTokens old = move.tokens(file.file());
    JavaTokens fresh = JavaTokens.of(text);
    List<JavaHeader.Import> imports = JavaHeader.of(fresh).imports();
    relocated.forEach(
        (one, name) -> {
          int end =
              imports.stream()
                  .filter(i -> i.isStatic() == one.isStatic() && i.name().equals(name))
                  .mapToInt(JavaHeader.Import::nameEnd)
                  .findFirst()
                  .orElse(-1);
          for (int r = references.row(file.file()); r < references.row(file.file() + 1); r++) {
            if (end >= 0
                && references.at(r) >= one.nameBegin()
                && references.at(r) < one.nameEnd()) {
              int behind = old.from(one.nameEnd()) - old.from(references.at(r));
              draft.place(r, fresh.begin(fresh.from(end) - behind));
            }
          }
        });
  }

  /** References made by an import go with it. */
  private void dropRemovedImports(MoveEdits.FileEdits file) {
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
  private void split(int type, MoveEdits.FileEdits copy) {
    References references = move.references();
    TextEdits text = copy.edits();
    int file = units.fileOf(type);
    int newFile =
        draft.add(
            Level.FILE,
            packageUnit(move.packageAfter(type)),
            move.pathAfter(type),
            moduleAfter(type),
            units.traits(file));
    draft.parent(type, newFile);
    for (int unit : units.withAllInside(type)) {
      draft.shift(unit, text::placeBefore, text::place);
    }
    for (JavaHeader.Import one : move.header(file).imports()) {
      if (!copy.imports().isRemoved(one)) {
        for (int r = references.row(file); r < references.row(file + 1); r++) {
          if (references.at(r) >= one.begin() && references.at(r) < one.end()) {
            int at = text.place(references.at(r));
            Kind kind = references.kind(r);
            int length = references.end(r) - references.at(r);
            draft.reference(newFile, references.target(r), kind, at, at + length);
          }
        }
      }
    }
    String fresh = text.apply(move.text(file));
    draft.lines(newFile, fresh.length(), SourceText.lineStarts(fresh));
  }

  /** A type's simple name stands in its constructors' names and in signatures, too. */
  private void rename(int type) {
    draft.name(type, move.simpleAfter(type));
    Signatures.retype(move, draft, type, move.simpleAfter(type));
  }

  private void applyTexts(MoveEdits edits) {
    Overlay sources = move.sources();
    Map<String, SourceText> copies = new TreeMap<>();
    edits
        .leaving()
        .forEach(
            (type, copy) -> {
              SourceText own = sources.text(units.name(copy.file()));
              copies.put(move.pathAfter(type), own.with(copy.edits().apply(own.text())));
            });
    Map<String, String> moves = new TreeMap<>();
    Map<String, SourceText> texts = new TreeMap<>();
    edits
        .files()
        .forEach(
            (file, of) -> {
              String path = units.name(file);
              SourceText old = sources.text(path);
              String to =
                  move.moves(file)
                      ? move.pathAfter(anyIn(file))
                      : move.ownFiles().contains(file) ? move.pathOfWhatStays(file) : path;
              if (!of.edits().isEmpty() || !to.equals(path)) {
                moves.put(path, to);
                texts.put(path, old.with(of.edits().apply(old.text())));
              }
            });
    moves.forEach(
        (path, to) -> {
          if (to.equals(path)) {
            sources.put(path, texts.get(path));
          } else {
            sources.move(path, to, texts.get(path));
          }
        });
    copies.forEach(sources::put);
  }
}
