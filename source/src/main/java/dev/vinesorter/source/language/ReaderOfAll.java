package dev.vinesorter.source.language;

import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.read.SourceReader;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/** Lets each language read what it owns. Where only one is there, its survey is the survey. */
final class ReaderOfAll implements SourceReader {
  private final Owners owners;

  ReaderOfAll(Owners owners) {
    this.owners = owners;
  }

  @Override
  public Reading read(Overlay sources, ReadOptions options, Progress progress) {
    List<Language> present = owners.among(sources.paths());
    if (present.size() == 1) {
      return present.get(0).reader().read(sources, options, progress);
    }
    List<Reading> parts = new ArrayList<>();
    for (Language language : present) {
      parts.add(language.reader().read(sources, options, progress));
    }
    return whole(present, parts, sources);
  }

  @Override
  public Reading read(
      Overlay sources,
      ReadOptions options,
      Progress progress,
      Reading before,
      Set<String> changed) {
    List<Language> present = owners.among(sources.paths());
    boolean oneLeft =
        changed.stream()
            .map(owners::owner)
            .anyMatch(owner -> owner != null && !present.contains(owner));
    if (oneLeft) {
      return read(sources, options, progress);
    }
    if (present.size() == 1) {
      return present.get(0).reader().read(sources, options, progress, before, changed);
    }
    List<Reading> parts = new ArrayList<>();
    for (Language language : present) {
      Set<String> own = new TreeSet<>(changed);
      own.removeIf(path -> !language.owns(path));
      Reading part = LanguagePart.of(language, present, before);
      parts.add(
          own.isEmpty() && part.survey().units().size() > 0
              ? part
              : language.reader().read(sources, options, progress, part, own));
    }
    return whole(present, parts, sources);
  }

  private static Reading whole(List<Language> present, List<Reading> parts, Overlay sources) {
    return new Reading(
        LanguagePart.merged(present, parts.stream().map(Reading::survey).toList(), sources),
        LanguagePart.notes(present, parts));
  }
}
