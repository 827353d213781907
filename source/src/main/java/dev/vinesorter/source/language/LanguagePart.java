package dev.vinesorter.source.language;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Problem;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.SurveyBuilder;
import dev.vinesorter.core.model.SurveyPatch;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.Memo;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Predicate;

/**
 * The part of one language in a survey of several, and the whole made of such parts. No language
 * reads another's sources, so no reference goes from one part into another.
 */
final class LanguagePart {
  private LanguagePart() {}

  /** What a language's own reader made of its sources. */
  static Reading of(Language language, Reading whole) {
    return new Reading(of(whole.survey(), language::owns), notes(language, whole.memo()));
  }

  /** The part of a survey that stands in some of its files. */
  static Survey of(Survey whole, Predicate<String> owned) {
    SurveyBuilder builder = new SurveyBuilder();
    carry(builder, List.of(whole), owned);
    whole.problems().stream().filter(one -> owned.test(one.file())).forEach(builder::problem);
    return builder.build();
  }

  /** The survey of all parts. */
  static Survey merged(List<Survey> parts) {
    SurveyBuilder builder = new SurveyBuilder();
    carry(builder, parts, path -> true);
    List<Problem> problems = new ArrayList<>();
    parts.forEach(part -> problems.addAll(part.problems()));
    problems.forEach(builder::problem);
    return builder.build();
  }

  private static void carry(SurveyBuilder builder, List<Survey> parts, Predicate<String> owned) {
    List<SurveyPatch> patches = new ArrayList<>();
    for (Survey part : parts) {
      Units units = part.units();
      patches.add(
          SurveyPatch.begin(
              part,
              builder,
              file -> units.level(file) == Level.FILE && owned.test(units.name(file))));
    }
    for (SurveyPatch patch : patches) {
      try {
        patch.finish();
      } catch (SurveyPatch.DoesNotFitException e) {
        throw new IllegalStateException("A language named what another one read: " + e, e);
      }
    }
  }

  private static Memo notes(Language language, Memo whole) {
    String mark = mark(language);
    Map<String, String> own = new TreeMap<>();
    whole
        .notes()
        .forEach(
            (key, note) -> {
              if (key.startsWith(mark)) {
                own.put(key.substring(mark.length()), note);
              }
            });
    return Memo.of(own);
  }

  /** The notes of all, each under its language's name. */
  static Memo notes(List<Language> languages, List<Reading> parts) {
    Map<String, String> all = new TreeMap<>();
    for (int n = 0; n < parts.size(); n++) {
      String mark = mark(languages.get(n));
      parts.get(n).memo().notes().forEach((key, note) -> all.put(mark + key, note));
    }
    return Memo.of(all);
  }

  private static String mark(Language language) {
    return language.name() + "\n";
  }
}
