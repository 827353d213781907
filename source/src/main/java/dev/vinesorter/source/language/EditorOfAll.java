package dev.vinesorter.source.language;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.UnitPattern;
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
import java.util.Comparator;
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

  /** The languages of the sources as they were read, of all that are installed. */
  private final List<Language> languages;

  EditorOfAll(Owners owners, Reading before, ReadOptions options) {
    this.owners = owners;
    this.before = before;
    this.options = options;
    Units units = before.survey().units();
    this.languages =
        owners.among(before.survey().at(Level.FILE).stream().map(units::name).toList());
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
    Survey own = LanguagePart.of(survey, present, language);
    Overlay edited = sources.copy();
    Result result = editor(language, present).carryOut(own, step, edited);
    if (!result.outcome().accepted()) {
      return new Result(result.outcome(), survey);
    }
    Joined joined = joined(new Work(survey, step, language, sources, edited), result);
    if (!joined.lost().isEmpty()) {
      return new Result(StepOutcome.refused(joined.lost()), survey);
    }
    sources.become(edited);
    StepOutcome outcome = withoutFollowed(result.outcome(), present, edited);
    if (outcome instanceof StepOutcome.Changed changed && !joined.unsure().isEmpty()) {
      List<String> offers = new ArrayList<>(changed.offers());
      offers.addAll(joined.unsure());
      outcome = changed.with(changed.along(), offers);
    }
    return new Result(outcome, joined.survey());
  }

  /** The whole after a step, or what others name and is lost; and what to look at. */
  private record Joined(Survey survey, List<StepOutcome.Reason> lost, List<String> unsure) {}

  /**
   * A step that a language carried out on its own sources.
   *
   * @param survey what was read before it, all languages together
   * @param sources as they were before it
   * @param edited the same after it
   */
  private record Work(
      Survey survey, Step step, Language language, Overlay sources, Overlay edited) {}

  private Joined joined(Work work, Result result) {
    Survey survey = work.survey;
    Step step = work.step;
    Language language = work.language;
    Overlay edited = work.edited;
    List<Language> present = owners.among(edited.paths());
    List<Survey> parts = new ArrayList<>();
    for (Language one : present) {
      parts.add(one == language ? result.foretold() : LanguagePart.of(survey, present, one));
    }
    Survey foretold = LanguagePart.merged(present, parts, edited);
    StepEffect effect = new StepEffect(survey, foretold, language, edited);
    NewNames now = new NewNames(effect);
    Map<String, String> types = now.moved();
    if (step instanceof Step.Rename && survey.units().find(step.unit(), Level.TYPE) >= 0) {
      types.put(step.unit(), step.after(step.unit()));
    }
    Neighbours neighbours = Neighbours.among(present);
    List<String> unsure =
        neighbours == null || neighbours.host() != language
            ? List.of()
            : new UnsureNames(effect).unsure(neighbours.guest(), types);
    List<StepOutcome.Reason> lost = new Followed(effect).lost(Map.of());
    if (!lost.isEmpty() && neighbours != null) {
      // A package that is renamed moves its types, which keep their simple names.
      boolean renames =
          step instanceof Step.Rename && survey.units().find(step.unit(), Level.PACKAGE) < 0;
      boolean ofGuest = neighbours.guest() == language;
      Map<String, String> names =
          renames ? now.renamed((Step.Rename) step) : ofGuest ? now.goneElsewhere() : now.moved();
      Language other = ofGuest ? neighbours.host() : neighbours.guest();
      Map<String, SourceText> texts =
          renames
              ? new RenamedUses(effect).withNames(names, work.sources).orElse(Map.of())
              : other.follow(ofGuest ? now.asWritten(names) : names, edited);
      if (texts != null && !texts.isEmpty()) {
        foretold = withOther(other, texts, present, parts, edited);
        lost = new Followed(new StepEffect(survey, foretold, language, edited)).lost(names);
      }
    }
    return new Joined(foretold, lost, unsure);
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

  /** The survey once sources of another language are written, which name what they use anew. */
  private Survey withOther(
      Language other,
      Map<String, SourceText> texts,
      List<Language> present,
      List<Survey> parts,
      Overlay edited) {
    texts.forEach(edited::put);
    Set<String> changed = new TreeSet<>(edited.changed().keySet());
    changed.removeIf(path -> !other.owns(path));
    Reading fresh =
        other
            .reader()
            .read(
                edited, options, Progress.SILENT, LanguagePart.of(other, present, before), changed);
    parts.set(present.indexOf(other), fresh.survey());
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

  /**
   * The language of the first unit or file that a step names and that is known; where none is, that
   * of most sources among those that have the verb, so that it can say what is not there.
   */
  private Language languageOf(Survey survey, Step step, List<Language> present) {
    Units units = survey.units();
    for (String name : step.units()) {
      Language byPath = owners.owner(name);
      if (byPath != null) {
        return byPath;
      }
      int unit = units.find(name);
      Language owner =
          unit >= 0 ? ownerOf(units, unit) : name.contains("*") ? ownerOf(survey, name) : null;
      if (owner != null) {
        return owner;
      }
    }
    Map<Language, Integer> sources = new HashMap<>();
    for (int unit = 0; unit < units.size(); unit++) {
      Language owner = units.level(unit) == Level.FILE ? owners.owner(units.name(unit)) : null;
      if (owner != null) {
        sources.merge(owner, 1, Integer::sum);
      }
    }
    return present.stream()
        .max(
            Comparator.comparing((Language one) -> one.verbs().contains(step.verb()))
                .thenComparing(one -> sources.getOrDefault(one, 0)))
        .orElseThrow();
  }

  /** The language of the first unit that a pattern means and whose file is known; or null. */
  private Language ownerOf(Survey survey, String pattern) {
    boolean[] meant = UnitPattern.of(pattern).in(survey);
    for (int unit = 0; unit < meant.length; unit++) {
      Language owner = meant[unit] ? ownerOf(survey.units(), unit) : null;
      if (owner != null) {
        return owner;
      }
    }
    return null;
  }

  private Language ownerOf(Units units, int unit) {
    int file = units.level(unit) == Level.PACKAGE ? fileIn(units, unit) : units.fileOf(unit);
    return file < 0 ? null : owners.owner(units.name(file));
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
    return languages.size() == 1 && editor(languages.get(0), languages).mayShare(step);
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
