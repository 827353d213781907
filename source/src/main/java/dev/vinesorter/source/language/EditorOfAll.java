package dev.vinesorter.source.language;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.source.plan.StepEditor;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Consumer;

/**
 * Gives each step to the language of the units that it names. Where only one language is there, its
 * editor answers as it is; else it sees its own part of the survey, and the rest is put back beside
 * what it foretells.
 */
final class EditorOfAll implements StepEditor {
  private final Owners owners;
  private final Reading before;
  private final ReadOptions options;
  private final Map<String, StepEditor> editors = new HashMap<>();

  EditorOfAll(Owners owners, Reading before, ReadOptions options) {
    this.owners = owners;
    this.before = before;
    this.options = options;
  }

  @Override
  public Result carryOut(Survey survey, Step step, Overlay sources) {
    List<Language> present = owners.among(sources.paths());
    Language language = present.size() == 1 ? present.get(0) : languageOf(survey, step, present);
    if (!language.verbs().contains(step.verb())) {
      return new Result(
          StepOutcome.refused(
              List.of(
                  new StepOutcome.Reason(
                      RefusalCode.NO_VERB,
                      "Sources of "
                          + language.name()
                          + " cannot be changed by '"
                          + step.verb()
                          + "' yet.",
                      List.of()))),
          survey);
    }
    if (present.size() == 1) {
      return editor(language, present).carryOut(survey, step, sources);
    }
    Survey own = LanguagePart.of(survey, present, language::owns);
    Overlay edited = sources.copy();
    Result result = editor(language, present).carryOut(own, step, edited);
    if (!result.outcome().accepted()) {
      return new Result(result.outcome(), survey);
    }
    Joined joined = joined(survey, result, language, present, edited);
    if (!joined.lost().isEmpty()) {
      return new Result(StepOutcome.refused(joined.lost()), survey);
    }
    sources.become(edited);
    return new Result(withoutFollowed(result.outcome(), present, edited), joined.survey());
  }

  /** The whole after a step, or what others name and is lost. */
  private record Joined(Survey survey, List<StepOutcome.Reason> lost) {}

  private Joined joined(
      Survey survey, Result result, Language language, List<Language> present, Overlay edited) {
    List<Survey> parts = new ArrayList<>();
    for (Language one : present) {
      parts.add(one == language ? result.foretold() : LanguagePart.of(survey, present, one::owns));
    }
    Survey foretold = LanguagePart.merged(present, parts, edited);
    Followed followed = new Followed(survey, foretold, language, edited);
    List<StepOutcome.Reason> lost = followed.lost(Map.of());
    if (!lost.isEmpty()) {
      Map<String, String> names = followed.moved();
      Survey withNames = withNeighbour(names, present, parts, edited);
      if (withNames != null) {
        foretold = withNames;
        lost = new Followed(survey, foretold, language, edited).lost(names);
      }
    }
    return new Joined(foretold, lost);
  }

  /** An outcome that does not tell of places in sources of a neighbour, which were followed. */
  private static StepOutcome withoutFollowed(
      StepOutcome outcome, List<Language> present, Overlay edited) {
    Neighbours neighbours = Neighbours.among(present);
    if (neighbours == null || !(outcome instanceof StepOutcome.Changed changed)) {
      return outcome;
    }
    return changed.with(
        changed.mentions().stream()
            .filter(
                one ->
                    !neighbours.guest().owns(one.site().file())
                        || !edited.changed().containsKey(one.site().file()))
            .toList());
  }

  /**
   * The survey once a neighbour's sources name types by their new names, which are written; null
   * where that cannot be done.
   */
  private Survey withNeighbour(
      Map<String, String> names, List<Language> present, List<Survey> parts, Overlay edited) {
    Neighbours neighbours = Neighbours.among(present);
    Map<String, SourceText> texts =
        neighbours == null || names.isEmpty() ? null : neighbours.guest().follow(names, edited);
    if (texts == null) {
      return null;
    }
    texts.forEach(edited::put);
    Language guest = neighbours.guest();
    Set<String> changed = new TreeSet<>(edited.changed().keySet());
    changed.removeIf(path -> !guest.owns(path));
    Reading fresh =
        guest
            .reader()
            .read(
                edited, options, Progress.SILENT, LanguagePart.of(guest, present, before), changed);
    parts.set(present.indexOf(guest), fresh.survey());
    return LanguagePart.merged(present, parts, edited);
  }

  private StepEditor editor(Language language, List<Language> present) {
    return editors.computeIfAbsent(
        language.name(),
        name ->
            language.editor(
                present.size() == 1 ? before : LanguagePart.of(language, present, before),
                options));
  }

  /** The language of the first unit or file that a step names and that is known. */
  private Language languageOf(Survey survey, Step step, List<Language> present) {
    Units units = survey.units();
    for (String name : step.units()) {
      Language byPath = owners.owner(name);
      if (byPath != null) {
        return byPath;
      }
      int unit = units.find(name);
      int file =
          unit < 0
              ? -1
              : units.level(unit) == Level.PACKAGE ? fileIn(units, unit) : units.fileOf(unit);
      Language owner = file < 0 ? null : owners.owner(units.name(file));
      if (owner != null) {
        return owner;
      }
    }
    return present.get(0);
  }

  private static int fileIn(Units units, int unit) {
    for (int child : units.children(unit)) {
      if (units.level(child) == Level.FILE) {
        return child;
      }
    }
    return -1;
  }

  @Override
  public boolean mayShare(Step step) {
    List<Language> all = owners.all();
    return all.size() == 1 && editor(all.get(0), all).mayShare(step);
  }

  @Override
  public void carryOut(Survey survey, List<Step> steps, Overlay sources, Consumer<Result> each) {
    List<Language> present = owners.among(sources.paths());
    if (present.size() == 1 && present.get(0).verbs().contains(steps.get(0).verb())) {
      editor(present.get(0), present).carryOut(survey, steps, sources, each);
    } else {
      each.accept(carryOut(survey, steps.get(0), sources));
    }
  }
}
