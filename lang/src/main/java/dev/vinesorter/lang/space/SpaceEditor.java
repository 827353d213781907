package dev.vinesorter.lang.space;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.lang.move.CannotMoveException;
import dev.vinesorter.lang.move.MoveProof;
import dev.vinesorter.lang.move.Readings;
import dev.vinesorter.lang.read.Project;
import dev.vinesorter.source.plan.StepEditor;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * Moves types, functions, sources and namespaces into other namespaces. The outcome is read again,
 * and each name has to mean what it meant.
 */
final class SpaceEditor implements StepEditor {
  private final Readings readings;
  private final SpaceSyntax language;

  SpaceEditor(Readings readings, SpaceSyntax language) {
    this.readings = readings;
    this.language = language;
  }

  @Override
  public Result carryOut(Survey survey, Step step, Overlay sources) {
    Project project = readings.project(sources);
    SpaceMove move = new SpaceMove(step, project, readings.rules(), sources, language);
    new SpaceRequest(move, survey.units()).resolve();
    if (move.reasons().isEmpty() && move.departures().isEmpty()) {
      return new Result(StepOutcome.alreadyDone(), survey);
    }
    Overlay edited = sources.copy();
    Reading fresh = null;
    if (move.reasons().isEmpty()) {
      new Obstacles(move).find();
    }
    if (move.reasons().isEmpty()) {
      edit(move, edited);
    }
    List<Reason> reasons = new ArrayList<>(move.reasons());
    if (reasons.isEmpty()) {
      fresh = readings.fresh(edited);
      SpaceNames names = new SpaceNames(survey.units(), move);
      reasons.addAll(new MoveProof(survey, fresh.survey(), names).reasons());
    }
    if (!reasons.isEmpty()) {
      return new Result(StepOutcome.refused(reasons), survey);
    }
    List<String> mentions = new SpaceMentions(move, edited).found();
    sources.become(edited);
    readings.accept(fresh, sources);
    return new Result(StepOutcome.changed(List.of()).with(List.of(), mentions), fresh.survey());
  }

  private void edit(SpaceMove move, Overlay edited) {
    Map<Integer, SpaceEdits> all = new TreeMap<>();
    int at = 0;
    try {
      for (Departure one : move.departures()) {
        if (!one.whole()) {
          Stretches.find(move, one);
        }
      }
      for (int file = 0; file < move.files(); file++) {
        at = file;
        if (!move.concerns(file)) {
          continue;
        }
        SpaceEdits edits = new SpaceEdits(move, file);
        edits.make();
        if (!edits.edits().isEmpty() || !move.leaving(file).isEmpty()) {
          all.put(file, edits);
        }
      }
      if (move.reasons().isEmpty()) {
        write(move, all, edited);
      }
    } catch (CannotMoveException e) {
      move.refuse(e.refusal(), e.getMessage(), at, e.at(), e.at() + 1);
    } catch (TextEdits.OverlapException e) {
      move.refuse(RefusalCode.EDITS_OVERLAP, "Two edits would meet in one place.", at, 0, 0);
    }
  }

  private void write(SpaceMove move, Map<Integer, SpaceEdits> all, Overlay edited)
      throws CannotMoveException {
    Map<String, Arrival> arrivals = new TreeMap<>();
    for (Map.Entry<Integer, SpaceEdits> one : all.entrySet()) {
      int file = one.getKey();
      for (Departure goes : move.leaving(file)) {
        if (!goes.whole()) {
          arrivals
              .computeIfAbsent(goes.to(), path -> new Arrival(move, goes))
              .add(goes, one.getValue());
        }
      }
    }
    for (Map.Entry<Integer, SpaceEdits> one : all.entrySet()) {
      int file = one.getKey();
      String path = move.path(file);
      Arrival arrival = arrivals.remove(path);
      if (arrival != null) {
        arrival.into(one.getValue().edits());
      }
      SourceText old = edited.text(path);
      String text =
          one.getValue().edits().isEmpty() ? old.text() : one.getValue().edits().apply(old.text());
      Departure whole = move.whole(file);
      if (whole != null && !whole.to().equals(path)) {
        edited.move(path, whole.to(), old.with(text));
      } else {
        edited.put(path, old.with(text));
      }
    }
    for (Arrival arrival : arrivals.values()) {
      arrival.put(edited);
    }
    new Listings(move, edited).follow();
  }
}
