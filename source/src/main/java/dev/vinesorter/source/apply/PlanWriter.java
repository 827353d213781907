package dev.vinesorter.source.apply;

import dev.vinesorter.core.plan.Application;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.source.git.GitCommits;
import dev.vinesorter.source.journal.Change;
import dev.vinesorter.source.journal.Journal;
import dev.vinesorter.source.keep.KeptSurvey;
import dev.vinesorter.source.plan.Rehearsal;
import dev.vinesorter.source.text.BuildOutput;
import dev.vinesorter.source.text.CannotWorkException;
import dev.vinesorter.source.text.ContentHash;
import dev.vinesorter.source.text.Overlay;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * Writes a proven rehearsal to disk through the journal: as one change, or step by step, each
 * verified and committed on its own.
 */
final class PlanWriter {
  private final Workplace place;
  private final Rehearsal rehearsal;
  private final Rehearsal.Proof proof;
  private final String title;
  private final Verification verification;
  private final BuildOutput built;

  /**
   * A writer.
   *
   * @param title what the journal and the commits call the plan
   * @param verification what the user verifies with, or null
   */
  PlanWriter(
      Workplace place,
      Rehearsal rehearsal,
      Rehearsal.Proof proof,
      String title,
      Verification verification) {
    this.place = place;
    this.rehearsal = rehearsal;
    this.proof = proof;
    this.title = title;
    this.verification = verification;
    this.built = new BuildOutput(place.root());
  }

  private Journal journal() {
    return place.journal();
  }

  private String log() {
    return verification == null ? "" : verification.log().toString();
  }

  /** What leads from one stage to another, but for what a build made and will make again. */
  private Map<String, byte[]> written(Overlay.Stage stage, Overlay.Stage last) {
    Map<String, byte[]> changes = stage.since(last);
    changes.keySet().removeIf(built::holds);
    return changes;
  }

  /** All files change, or none. */
  Application whole() {
    Overlay sources = rehearsal.sources();
    Overlay.Stage all = sources.stage();
    String id =
        journal().carryOut(Change.whole(title), written(all, Overlay.Stage.NONE), all.origins());
    Boolean verified = verification == null ? null : verification.passes(title);
    if (Boolean.FALSE.equals(verified)) {
      journal().takeBack(id);
      return new Application(
          false,
          proof.forecastMet(),
          false,
          "",
          List.of("The verify command failed, so the plan was taken back."),
          0,
          List.of(),
          log(),
          null);
    }
    keepProven();
    return new Application(
        true,
        proof.forecastMet(),
        verified,
        id,
        proof.differences(),
        rehearsal.steps().size(),
        List.of(),
        log(),
        null);
  }

  /** Keeps what was proven; of files that others changed meanwhile, the old stamps tell it. */
  private void keepProven() {
    Overlay sources = rehearsal.sources();
    List<String> there = new ArrayList<>();
    // What a build made is as it was, so it has no stamp and is read again.
    sources.changed().keySet().stream()
        .filter(path -> sources.exists(path) && !built.holds(path))
        .forEach(there::add);
    Map<String, KeptSurvey.Stamp> stamps = new TreeMap<>(place.kept().stamps());
    stamps.keySet().removeAll(sources.changed().keySet());
    stamps.putAll(KeptSurvey.stamps(place.root(), there));
    try {
      place.own().keep(place.kept().with(proof.reading(), stamps));
    } catch (CannotWorkException e) {
      // The plan is carried out; a survey that is not kept is made again when it is needed.
      place.say().accept(e.getMessage() + " The plan was carried out all the same.");
    }
  }

  /** The paths that any step changes, ascending. */
  List<String> paths() {
    TreeSet<String> paths = new TreeSet<>();
    rehearsal.stages().forEach(stage -> paths.addAll(stage.changed().keySet()));
    paths.removeIf(built::holds);
    return List.copyOf(paths);
  }

  /**
   * Step after step; one that fails is taken back, those before it stay.
   *
   * @param run the run that this goes on with, or a new one
   * @param commits where each step is committed, or null
   */
  Application stepwise(PlanRun run, GitCommits commits) {
    String plan = run.id();
    int before = run.steps();
    Boolean verified = null;
    List<String> made = new ArrayList<>();
    List<String> objections = new ArrayList<>(proof.differences());
    Overlay.Stage last = Overlay.Stage.NONE;
    int done = before;
    for (int n = 0; n < rehearsal.stages().size(); n++) {
      Overlay.Stage stage = rehearsal.stages().get(n);
      Step step = rehearsal.plan().steps().get(n);
      String name = "step " + (before + n + 1) + ": " + step.title();
      Map<String, byte[]> changes = written(stage, last);
      if (!changes.isEmpty()) {
        List<String> raced = raced(changes, last);
        if (!raced.isEmpty()) {
          objections.add(
              "Stopped before " + name + ": somebody changed " + String.join(", ", raced) + ".");
          return stopped(plan, verified, objections, done, made);
        }
        Change change = new Change(title, plan, before + n + 1, step.title());
        String id;
        try {
          id = journal().carryOut(change, changes, stage.originsSince(last));
        } catch (CannotWorkException e) {
          throw new CannotWorkException(
              "Stopped at "
                  + name
                  + (done == 0 ? ". " : "; carried out before it, and staying: " + done + ". ")
                  + e.getMessage()
                  + (done == 0 ? "" : " 'vinesort apply --resume' goes on."),
              e);
        }
        plan = plan.isEmpty() ? id : plan;
        verified = verification == null ? null : verification.passes(name);
        if (Boolean.FALSE.equals(verified)) {
          journal().takeBack(id);
          objections.add("The verify command failed after " + name + ", which was taken back.");
          return stopped(plan, false, objections, done, made);
        }
        if (commits != null) {
          try {
            String commit = commits.commit(message(step.title(), title), changes.keySet());
            journal().committed(id, commit);
            made.add(commit);
          } catch (CannotWorkException e) {
            journal().takeBack(id);
            objections.add("Stopped at " + name + ", which was taken back: " + e.getMessage());
            return stopped(plan, verified, objections, done, made);
          }
        }
      }
      last = stage;
      done++;
    }
    keepProven();
    return new Application(
        true, proof.forecastMet(), verified, plan, objections, done, made, log(), null);
  }

  /**
   * Commits steps of a run that was cut short between writing a step and committing it, or between
   * that and noting it.
   */
  static void commitLeftOvers(Journal journal, String run, GitCommits commits) {
    for (Journal.Applied one : run.isEmpty() ? List.<Journal.Applied>of() : journal.run(run)) {
      if (!journal.isCommitted(one.id())) {
        List<String> left = commits.dirty(one.files());
        Change change = one.change();
        String commit =
            left.isEmpty()
                ? commits.last()
                : commits.commit(message(change.does(), change.title()), left);
        journal.committed(one.id(), commit);
      }
    }
  }

  private Application stopped(
      String plan, Boolean verified, List<String> objections, int done, List<String> made) {
    return new Application(false, false, verified, plan, objections, done, made, log(), null);
  }

  private static String message(String subject, String title) {
    return Character.toUpperCase(subject.charAt(0))
        + subject.substring(1)
        + "\n\nOf the plan: "
        + title
        + "\n";
  }

  /** The files of a step that are not what the step before, or the survey, left. */
  private List<String> raced(Map<String, byte[]> changes, Overlay.Stage last) {
    List<String> raced = new ArrayList<>();
    for (String path : changes.keySet()) {
      String hash;
      if (last.changed().containsKey(path)) {
        var text = last.changed().get(path);
        hash = text == null ? "" : ContentHash.of(text.bytes());
      } else if (place.kept().stamps().containsKey(path)) {
        hash = place.kept().stamps().get(path).hash();
      } else {
        continue;
      }
      try {
        if (!ContentHash.of(place.root().resolve(path)).equals(hash)) {
          raced.add(path);
        }
      } catch (IOException e) {
        raced.add(path);
      }
    }
    return raced;
  }
}
