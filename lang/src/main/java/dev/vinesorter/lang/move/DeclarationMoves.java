package dev.vinesorter.lang.move;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.lang.outline.Outline;
import dev.vinesorter.lang.outline.Outline.Decl;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.read.Names;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.lang.read.Project;
import dev.vinesorter.source.plan.StepEditor;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/**
 * Moves functions, types, variables and macros that stand at the top of a source into another one.
 * The outcome is read again, and each name has to mean what it meant.
 */
final class DeclarationMoves {
  private final Readings readings;
  private final Declarations language;

  DeclarationMoves(Readings readings, Declarations language) {
    this.readings = readings;
    this.language = language;
  }

  StepEditor.Result carryOut(Survey survey, Step.Move step, Overlay sources) {
    List<Reason> reasons = new ArrayList<>();
    Project project = readings.project(sources);
    Relocation move = relocation(survey, step, sources, project, reasons);
    Overlay edited = sources.copy();
    Reading fresh = null;
    if (move != null && move.path(move.from()).equals(move.to())) {
      return new StepEditor.Result(StepOutcome.alreadyDone(), survey);
    }
    Declarations.Apart apart = move == null ? null : language.apart(move);
    if (apart != null) {
      move = move.into(apart.source());
    }
    if (move != null) {
      edit(move, edited);
      reasons.addAll(move.reasons());
      reasons.addAll(halfRead(move));
    }
    if (apart != null && reasons.isEmpty()) {
      declarations(move, apart.declaring(), step, edited, reasons);
    }
    if (reasons.isEmpty()) {
      fresh = readings.fresh(edited);
      RelocatedNames names = new RelocatedNames(survey, fresh.survey(), move);
      reasons.addAll(new MoveProof(survey, fresh.survey(), names).reasons());
    }
    if (reasons.isEmpty() && language.mindsCircles(move)) {
      Circles.refuse(project, readings.project(edited), readings.rules(), reasons);
    }
    if (!reasons.isEmpty()) {
      return new StepEditor.Result(StepOutcome.refused(reasons), survey);
    }
    sources.become(edited);
    readings.accept(fresh, sources);
    StepOutcome.Changed outcome = StepOutcome.changed(List.of());
    return new StepEditor.Result(outcome.with(List.of(), listings(move, sources)), fresh.survey());
  }

  /** Lets what declares that which moved go from a source to the goal of the step. */
  private void declarations(
      Relocation move, String path, Step.Move step, Overlay edited, List<Reason> reasons) {
    Set<String> names = new TreeSet<>();
    for (int decl : move.moved()) {
      names.add(full(move.names(), move.from(), decl, move.old().decls()));
    }
    Project project = readings.project(edited);
    int file = project.number(path);
    List<Decl> decls = project.outlines().get(file).decls();
    Names now = new Names(project, readings.rules());
    Set<Integer> found = new TreeSet<>();
    for (int decl = 1; decl < decls.size(); decl++) {
      if (decls.get(decl).only() && names.contains(full(now, file, decl, decls))) {
        found.add(decl);
      }
    }
    if (found.isEmpty()) {
      reasons.add(
          reason(RefusalCode.NOT_YET, path + " declares it in a way that is not understood."));
      return;
    }
    Overlay before = edited.copy();
    Relocation declared =
        new Relocation(
            step, project, readings.rules(), before, language, file, move.declaring(), found);
    edit(declared, edited);
    reasons.addAll(declared.reasons());
  }

  /** The name of a declaration with its namespace. */
  private static String full(Names names, int file, int decl, List<Decl> decls) {
    int around = Math.max(0, decls.get(decl).around());
    return names.space(file, around) + "." + decls.get(decl).name();
  }

  /** Where what moves is named in a way that nobody understands. */
  private static List<Reason> halfRead(Relocation move) {
    Set<String> names = new TreeSet<>();
    move.moved().forEach(decl -> names.add(move.old().decls().get(decl).name()));
    List<Reason> found = new ArrayList<>();
    for (int file = 0; file < move.project().outlines().size(); file++) {
      int at = file;
      Reason one =
          HalfRead.of(move.outline(file), () -> move.text(at), names, false, () -> move.tree(at));
      if (one != null) {
        found.add(one);
      }
    }
    return found;
  }

  private static Reason reason(RefusalCode code, String message) {
    return new Reason(code, message, List.of());
  }

  // ---- what goes where

  /** What a step means; null where it cannot be meant. */
  private Relocation relocation(
      Survey survey, Step.Move step, Overlay sources, Project project, List<Reason> reasons) {
    Units units = survey.units();
    String to = target(units, step.into(), sources);
    to = to == null ? inFolder(units, step, project) : to;
    if (to == null) {
      String message =
          "'"
              + step.into()
              + "' is no source of the language. Name the file that takes it by its path; a new one"
              + " is made.";
      reasons.add(reason(RefusalCode.BAD_TARGET, message));
      return null;
    }
    int from = -1;
    Set<Integer> moved = new TreeSet<>();
    for (String name : step.units()) {
      int unit = unit(units, name);
      int file = unit < 0 ? -1 : project.number(units.name(units.fileOf(unit)));
      if (file < 0) {
        reasons.add(reason(RefusalCode.UNKNOWN_UNIT, "There is no " + name + " in this language."));
        continue;
      }
      if (from >= 0 && file != from) {
        reasons.add(
            reason(
                RefusalCode.NOT_YET,
                "So far what moves in one step has to leave one source; give a step for each."));
        return null;
      }
      from = file;
      List<Decl> decls = project.outlines().get(file).decls();
      Set<Integer> found = declarations(decls, units.nameAt(unit), language.merges());
      if (found.isEmpty()) {
        reasons.add(
            new Reason(
                RefusalCode.NOT_YET,
                "So far what stands at the top of a source moves; " + name + " does not.",
                List.of(
                    SourceText.site(
                        project.outlines().get(file).path(),
                        project.outlines().get(file).lines(),
                        Math.max(0, units.nameAt(unit)),
                        Math.max(0, units.nameAt(unit))))));
      }
      moved.addAll(found);
    }
    return reasons.isEmpty()
        ? new Relocation(step, project, readings.rules(), sources, language, from, to, moved)
        : null;
  }

  /** The member or type of a name; -1 for none. */
  private static int unit(Units units, String name) {
    int member = units.find(name, Level.MEMBER);
    return member >= 0 ? member : units.find(name, Level.TYPE);
  }

  /** The path of a source of its own in the folder that a step names; null where it names none. */
  private String inFolder(Units units, Step.Move step, Project project) {
    int unit = unit(units, step.units().get(0));
    if (unit < 0) {
      return null;
    }
    String name = MemberNames.bare(units.simpleName(unit));
    return project.folders().stream()
        .filter(one -> one.equals(step.into()) || one.replace('/', '.').equals(step.into()))
        .sorted()
        .findFirst()
        .map(folder -> language.ownSource(name, folder, project.files()))
        .filter(path -> path != null && language.isSource(path))
        .orElse(null);
  }

  /** The path that a goal means: a source, the module that is one, or a new one; null for none. */
  private String target(Units units, String into, Overlay sources) {
    String path = FileMoves.path(units, into, sources);
    if (sources.exists(path)) {
      return readings.isSource(path) ? path : null;
    }
    boolean fresh = Project.isPlain(into) && language.isSource(into) && !sources.isTaken(into);
    return fresh ? into : null;
  }

  /**
   * The declarations at the top of a source that are called like the one whose name is there.
   *
   * @param merges whether also those of another sort
   */
  private static Set<Integer> declarations(List<Decl> decls, int nameAt, boolean merges) {
    Set<Integer> found = new TreeSet<>();
    for (int n = 1; n < decls.size(); n++) {
      Decl one = decls.get(n);
      boolean top = one.around() == 0 || decls.get(one.around()).sort() == Sort.SPACE;
      if (top && one.nameAt() == nameAt && one.sort() != Sort.SPACE) {
        for (int other = 1; other < decls.size(); other++) {
          Decl beside = decls.get(other);
          boolean same =
              beside.around() == one.around()
                  && beside.name().equals(one.name())
                  && (merges || beside.sort() == one.sort());
          if (same) {
            found.add(other);
          }
        }
      }
    }
    return found;
  }

  /** Where builds list the source that things left, and may have to list another one. */
  private List<String> listings(Relocation move, Overlay sources) {
    String old = move.path(move.from());
    boolean fresh = move.toFile() < 0 && !language.listed(move.to()).isEmpty();
    List<String> names = language.listed(old);
    if (names.isEmpty() || !fresh && sources.exists(old)) {
      return List.of();
    }
    List<String> found = new ArrayList<>();
    for (PathMentions.Mention one : new PathMentions(sources, readings::isSource).of(old, names)) {
      String now = fresh ? move.to() + " has to be listed there" : "it has to be listed there";
      found.add(
          one.path() + ":" + one.line() + " names " + one.name() + "; look whether " + now + ".");
    }
    return found;
  }

  // ---- edits

  private void edit(Relocation move, Overlay edited) {
    try {
      for (int decl : List.copyOf(move.moved())) {
        Declarations.Stretch one = language.stretch(move, decl);
        boolean known =
            move.stretches().stream()
                .anyMatch(other -> other.begin() <= one.begin() && one.end() <= other.end());
        if (!known) {
          move.stretches().add(one);
        }
        move.stretches().addAll(language.companions(move, decl));
      }
      move.stretches().sort((one, other) -> one.begin() - other.begin());
      language.follow(move);
    } catch (CannotMoveException e) {
      // Where the reason stands in another source, it was told there.
      if (move.reasons().isEmpty()) {
        move.refuse(e.refusal(), e.getMessage(), move.from(), e.at(), e.at() + 1);
      }
    } catch (TextEdits.OverlapException e) {
      int at = move.stretches().isEmpty() ? 0 : move.stretches().get(0).begin();
      move.refuse(
          RefusalCode.EDITS_OVERLAP, "Two edits would meet in one place.", move.from(), at, at);
    }
    if (!move.reasons().isEmpty()) {
      return;
    }
    SourceText old = edited.text(move.path(move.from()));
    if (move.toFile() < 0) {
      edited.put(move.to(), old.with(move.fresh()));
    }
    move.edits()
        .forEach(
            (path, edits) -> {
              if (!edits.isEmpty()) {
                SourceText text = edited.text(path);
                String now = TextLines.begunAs(text.text(), edits.apply(text.text()));
                edited.put(path, text.with(now.isBlank() ? "" : now));
              }
            });
    withoutEmpty(move, edited);
  }

  /** Takes the old source away where nothing is left of it, unless somebody takes all of it. */
  private void withoutEmpty(Relocation move, Overlay edited) {
    String path = move.path(move.from());
    if (!language.isNothing(language.parse(path, edited.text(path).text()))) {
      return;
    }
    Project project = readings.project(edited);
    int old = project.number(path);
    for (int file = 0; file < project.outlines().size(); file++) {
      Outline outline = project.outlines().get(file);
      for (Import one : outline.imports()) {
        Place from = one.level() < 0 ? null : readings.rules().source(project, file, one);
        boolean takes = from != null && from.file() == old && file != old;
        if (takes && !withoutHandingOn(outline, one, edited)) {
          move.reasons()
              .add(
                  new Reason(
                      RefusalCode.NOT_YET,
                      "Nothing would be left of "
                          + path
                          + ", which is taken as a whole here; move the file instead.",
                      List.of(
                          SourceText.site(outline.path(), outline.lines(), one.at(), one.end()))));
          return;
        }
      }
    }
    edited.remove(path);
  }

  /** Takes out a statement that hands on all of what is left, which is nothing. */
  private boolean withoutHandingOn(Outline outline, Import one, Overlay edited) {
    SourceText old = edited.text(outline.path());
    Declarations.Stretch all =
        language.handsAllOn(language.parse(outline.path(), old.text()), one.at());
    if (all == null) {
      return false;
    }
    String text = old.text().substring(0, all.begin()) + old.text().substring(all.end());
    edited.put(outline.path(), old.with(text));
    return true;
  }
}
