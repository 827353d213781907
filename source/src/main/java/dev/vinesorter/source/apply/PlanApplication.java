package dev.vinesorter.source.apply;

import dev.vinesorter.core.model.Problem;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.Application;
import dev.vinesorter.core.plan.Forecast;
import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.plan.ProvenCode;
import dev.vinesorter.source.git.GitCommits;
import dev.vinesorter.source.language.Languages;
import dev.vinesorter.source.plan.CompiledProof;
import dev.vinesorter.source.plan.Instructions;
import dev.vinesorter.source.plan.Rehearsal;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.text.CannotWorkException;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * Carries a plan out. What speaks against it is asked in the order of what it costs: the rehearsal,
 * the edited sources read again, each step apart where steps are written apart, the compiled code,
 * and what others changed meanwhile. Only then is anything written.
 */
public final class PlanApplication {
  private static final int OBJECTIONS = 20;
  private static final int FILES_NAMED = 10;

  private final Workplace place;
  private final ApplyOptions how;
  private final Plan whole;
  private final PlanRun run;

  /**
   * A plan that begins, or is gone on with.
   *
   * @throws NotResumableException where there is nothing to go on with
   */
  public PlanApplication(Workplace place, ApplyOptions how, Plan whole) {
    this.place = place;
    this.how = how;
    this.whole = whole;
    this.run = how.resume() ? PlanRun.last(whole, place.journal()) : PlanRun.NEW;
  }

  /**
   * What came of a plan.
   *
   * @param after what the sources are read as once the plan is applied, or would be
   * @param application how it went
   * @param isRead whether the kept survey tells of the sources as they are now
   */
  public record Outcome(Survey after, Application application, boolean isRead) {}

  /**
   * Carries the steps that are left out in memory.
   *
   * @return empty where the run that this goes on with did all steps
   */
  public Optional<Rehearsal> rehearse() {
    if (how.resume() && run.steps() == whole.steps().size()) {
      if (how.commit()) {
        try (GitCommits commits = GitCommits.of(place.root())) {
          PlanWriter.commitLeftOvers(place.journal(), run.id(), commits);
        }
      }
      return Optional.empty();
    }
    Survey before = place.kept().survey();
    Plan plan = how.resume() ? run.left(whole, before.units()) : whole;
    return Optional.of(
        Rehearsal.of(
            before,
            plan,
            place.sources(),
            Languages.installed().editor(place.before(), place.kept().options())));
  }

  /**
   * Proves what was rehearsed, and writes it where nothing speaks against it.
   *
   * @throws CannotWorkException where the disk, git or the verify command fails
   */
  public Outcome carryOut(Rehearsal rehearsal) {
    if (!rehearsal.accepted()) {
      return notWritten(rehearsal, Application.none(List.of()));
    }
    if (isAsOnDisk(rehearsal.sources())) {
      return notWritten(rehearsal, Application.nothingToDo(whole.steps().size()));
    }
    CompiledProof compiled = Languages.installed().proof(rehearsal.sources(), place.before());
    Rehearsal.Proof proof = readAgain(rehearsal);
    List<String> objections = objections(proof);
    if (objections.isEmpty() && how.isApart()) {
      objections = apart(rehearsal);
    }
    if (!objections.isEmpty()) {
      return notWritten(rehearsal, Application.none(objections));
    }
    ProvenCode found = found(rehearsal, proof, compiled);
    objections = objections(found);
    if (!objections.isEmpty()) {
      return notWritten(rehearsal, Application.none(objections).with(found));
    }
    Application application = written(rehearsal, proof).with(found);
    Survey after = application.applied() ? proof.reading().survey() : rehearsal.after();
    // What stopped between two steps left sources that nobody has read yet.
    boolean isRead =
        application.applied()
            || application.journal().isEmpty() && application.steps() <= run.steps();
    return new Outcome(after, application, isRead);
  }

  private static Outcome notWritten(Rehearsal rehearsal, Application application) {
    return new Outcome(rehearsal.after(), application, true);
  }

  /** Whether edits come to nothing. */
  private static boolean isAsOnDisk(Overlay sources) {
    return sources.changed().entrySet().stream()
        .allMatch(
            one ->
                one.getValue() != null
                    && sources.isOnDisk(one.getKey())
                    && Arrays.equals(one.getValue().bytes(), sources.original(one.getKey())));
  }

  private Rehearsal.Proof readAgain(Rehearsal rehearsal) {
    try (Progress progress = place.progress().get()) {
      return rehearsal.prove(
          Languages.installed().reader(), place.kept().options(), progress, place.before());
    }
  }

  private static ProvenCode found(
      Rehearsal rehearsal, Rehearsal.Proof proof, CompiledProof compiled) {
    Instructions found = compiled.compare(rehearsal, proof.reading());
    Survey fresh = proof.reading().survey();
    return new ProvenCode(
        found.same(),
        found.rewritten(),
        found.differ(),
        found.outside(),
        unbound(rehearsal, fresh),
        missing(fresh));
  }

  /** How many names in edited sources bind to nothing. */
  private static int unbound(Rehearsal rehearsal, Survey fresh) {
    return (int)
        fresh.unresolved().stream()
            .filter(name -> rehearsal.sources().changed().get(name.site().file()) != null)
            .count();
  }

  /** Libraries that are not in the local repository, as {@code group:artifact:version}. */
  private static List<String> missing(Survey fresh) {
    String head = "Not in the local repository: ";
    return fresh.problems().stream()
        .map(Problem::message)
        .filter(message -> message.startsWith(head))
        .map(
            message -> message.substring(head.length(), message.length() - 1).replace(":jar:", ":"))
        // It is shown as part of a command, which must not be more than it looks like.
        .filter(artifact -> artifact.matches("[\\w.:-]+"))
        .distinct()
        .toList();
  }

  // ---- what speaks against it

  /** Why a plan is refused where sources are not those of the survey. */
  public static String staleMessage(List<String> changed) {
    int shown = Math.min(changed.size(), FILES_NAMED);
    return "The plan is refused: these files changed since the survey: "
        + String.join(", ", changed.subList(0, shown))
        + (changed.size() > shown ? " and " + (changed.size() - shown) + " more" : "")
        + ". Run 'vinesort survey' again, then rehearse.";
  }

  private static List<String> objections(Rehearsal.Proof proof) {
    List<String> objections = new ArrayList<>();
    for (Problem error : proof.newErrors()) {
      objections.add(error.file() + ":" + error.line() + ": would not compile: " + error.message());
    }
    for (Forecast.Rebinding name : proof.rebindings()) {
      objections.add(
          name.file()
              + ":"
              + name.line()
              + ":"
              + name.column()
              + ": a name would change its meaning: expected "
              + name.expected()
              + ", found "
              + name.found());
    }
    return first(objections);
  }

  /** What speaks against steps that are written apart: each has to compile for itself. */
  private List<String> apart(Rehearsal rehearsal) {
    List<String> objections = new ArrayList<>();
    try (Progress progress = place.progress().get()) {
      for (Rehearsal.Unfinished one :
          rehearsal.unfinished(
              Languages.installed().reader(), place.kept().options(), progress, place.before())) {
        Problem error = one.errors().get(0);
        objections.add(
            "step "
                + one.step()
                + " would not compile apart from those behind it: "
                + error.file()
                + ":"
                + error.line()
                + ": "
                + error.message().lines().findFirst().orElse("")
                + ". Change the order, or apply the plan as a whole.");
      }
    }
    return objections;
  }

  private List<String> objections(ProvenCode found) {
    List<String> objections = new ArrayList<>();
    for (String one : found.differ()) {
      objections.add("the compiler would write something else than planned: " + one);
    }
    if (how.strict() && !found.isWhole()) {
      objections.add("not all of the edited code could be proven: " + ProofGaps.sentence(found));
    }
    return first(objections);
  }

  private static List<String> first(List<String> objections) {
    return objections.size() <= OBJECTIONS ? objections : objections.subList(0, OBJECTIONS);
  }

  // ---- writing

  private Application written(Rehearsal rehearsal, Rehearsal.Proof proof) {
    String title = rehearsal.plan().title().isEmpty() ? how.title() : rehearsal.plan().title();
    PlanWriter writer = new PlanWriter(place, rehearsal, proof, title, how.verification());
    List<String> raced = place.kept().changedSince(place.root());
    if (!raced.isEmpty()) {
      return Application.none(List.of(staleMessage(raced)));
    }
    if (how.commit()) {
      return committed(writer);
    }
    return how.isStepwise() ? writer.stepwise(run, null) : writer.whole();
  }

  private Application committed(PlanWriter writer) {
    try (GitCommits commits = GitCommits.of(place.root())) {
      List<String> filtered = commits.filtered(writer.paths());
      if (!filtered.isEmpty()) {
        return Application.none(List.of(GitCommits.leftToUser(filtered)));
      }
      PlanWriter.commitLeftOvers(place.journal(), run.id(), commits);
      List<String> dirty = commits.dirty(writer.paths());
      if (!dirty.isEmpty()) {
        return Application.none(
            List.of(
                "These files have changes that are not committed: "
                    + String.join(", ", dirty)
                    + ". Commit or stash them first."));
      }
      return writer.stepwise(run, commits);
    }
  }
}
