package dev.vinesorter.source.language;

import java.util.Collection;
import java.util.List;

/**
 * Which language a file belongs to.
 *
 * @param all the languages, by name
 */
record Owners(List<Language> all) {
  /** The language that a file belongs to; null where none knows it. */
  Language owner(String path) {
    for (Language language : all) {
      if (language.owns(path)) {
        return language;
      }
    }
    return null;
  }

  /** Those that own one of the files, by name; all where none does, so that somebody answers. */
  List<Language> among(Collection<String> paths) {
    if (all.size() == 1) {
      return all;
    }
    List<Language> owners = all.stream().filter(one -> paths.stream().anyMatch(one::owns)).toList();
    return owners.isEmpty() ? all : owners;
  }
}
