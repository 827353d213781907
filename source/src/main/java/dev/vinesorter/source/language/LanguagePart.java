package dev.vinesorter.source.language;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Problem;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.SurveyBuilder;
import dev.vinesorter.core.model.SurveyPatch;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.Memo;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Predicate;

/**
 * The part of one language in a survey of several, and the whole made of such parts. No language
 * reads another's sources; references go from one part into another where two are neighbours.
 */
final class LanguagePart {
  private LanguagePart() {}

  /** What a language's own reader made of its sources. */
  static Reading of(Language language, List<Language> present, Reading whole) {
    return new Reading(of(whole.survey(), present, language), notes(language, whole.memo()));
  }

  /** Stands for a language's part among what is worked out once of a survey. */
  private record Part(String language, List<String> present) {}

  /** What a survey tells of the sources of a language; made once, since each step asks for it. */
  static Survey of(Survey whole, List<Language> present, Language language) {
    Part part = new Part(language.name(), present.stream().map(Language::name).toList());
    return whole.once(part, () -> of(whole, present, language::owns));
  }

  /** The part of a survey that stands in some of its files. */
  private static Survey of(Survey whole, List<Language> present, Predicate<String> owned) {
    SurveyBuilder builder = new SurveyBuilder();
    Neighbours neighbours = Neighbours.among(present);
    Units units = whole.units();
    SurveyPatch patch =
        SurveyPatch.begin(
            whole,
            builder,
            file -> units.level(file) == Level.FILE && owned.test(units.name(file)));
    finish(patch, neighbours == null ? SurveyPatch.Others.NONE : neighbours.apart(whole, builder));
    for (Problem one : whole.problems()) {
      if (owned.test(one.file())) {
        boolean bound = one.code().equals(Problem.OTHER_LANGUAGE);
        builder.problem(bound ? one.coded(Problem.COMPILER) : one);
      }
    }
    return builder.build();
  }

  /**
   * The survey of all parts.
   *
   * @param languages that of each part
   */
  static Survey merged(List<Language> languages, List<Survey> parts, Overlay sources) {
    SurveyBuilder builder = new SurveyBuilder();
    List<SurveyPatch> patches = new ArrayList<>();
    for (Survey part : parts) {
      Units units = part.units();
      patches.add(SurveyPatch.begin(part, builder, file -> units.level(file) == Level.FILE));
    }
    Neighbours neighbours = Neighbours.among(languages);
    int guest = neighbours == null ? -1 : languages.indexOf(neighbours.guest());
    int host = neighbours == null ? -1 : languages.indexOf(neighbours.host());
    Set<Survey.Unresolved> bound =
        neighbours == null
            ? Set.of()
            : neighbours.bind(
                new Neighbours.Side(parts.get(host), patches.get(host)),
                new Neighbours.Side(parts.get(guest), patches.get(guest)),
                builder,
                sources);
    for (int n = 0; n < parts.size(); n++) {
      SurveyPatch.Others others =
          n == guest
              ? neighbours.together(parts.get(guest), parts.get(host), patches.get(host))
              : SurveyPatch.Others.NONE;
      finish(patches.get(n), n == host ? Neighbours.without(bound) : others);
    }
    Set<List<Object>> lines = new HashSet<>();
    bound.forEach(one -> lines.add(List.of(one.site().file(), one.site().line())));
    for (Survey part : parts) {
      for (Problem problem : part.problems()) {
        boolean elsewhere =
            isMissing(problem) && lines.contains(List.of(problem.file(), problem.line()));
        builder.problem(elsewhere ? problem.coded(Problem.OTHER_LANGUAGE) : problem);
      }
    }
    return builder.build();
  }

  /** Whether a compiler says that it does not know a name. */
  private static boolean isMissing(Problem problem) {
    return problem.code().equals(Problem.COMPILER)
        && (problem.message().startsWith("cannot find symbol")
            || problem.message().endsWith("does not exist"));
  }

  private static void finish(SurveyPatch patch, SurveyPatch.Others others) {
    try {
      patch.finish(others);
    } catch (SurveyPatch.DoesNotFitException e) {
      throw new IllegalStateException("A language named what another one read: " + e, e);
    }
  }

  private static Memo notes(Language language, Memo whole) {
    String mark = mark(language);
    return Memo.of(own(whole.notes(), mark), own(whole.blocks(), mark));
  }

  private static <T> Map<String, T> own(Map<String, T> all, String mark) {
    Map<String, T> own = new TreeMap<>();
    all.forEach(
        (key, value) -> {
          if (key.startsWith(mark)) {
            own.put(key.substring(mark.length()), value);
          }
        });
    return own;
  }

  /** The notes of all, each under its language's name. */
  static Memo notes(List<Language> languages, List<Reading> parts) {
    Map<String, String> all = new TreeMap<>();
    Map<String, byte[]> blocks = new TreeMap<>();
    for (int n = 0; n < parts.size(); n++) {
      String mark = mark(languages.get(n));
      Memo own = parts.get(n).memo();
      own.notes().forEach((key, note) -> all.put(mark + key, note));
      own.blocks().forEach((key, block) -> blocks.put(mark + key, block));
    }
    return Memo.of(all, blocks);
  }

  private static String mark(Language language) {
    return language.name() + "\n";
  }
}
