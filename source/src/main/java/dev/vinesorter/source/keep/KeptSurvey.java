package dev.vinesorter.source.keep;

import dev.vinesorter.core.model.ShownPart;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.source.language.Languages;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.ContentHash;
import dev.vinesorter.source.text.Memo;
import dev.vinesorter.source.text.Root;
import dev.vinesorter.source.text.SourceWalk;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * A survey with what is needed to tell whether it still holds and to make it again.
 *
 * @param survey the survey of all sources; what looks are about is {@link #shown}
 * @param memo what its reader needs to read nearly the same sources again
 * @param asked how the user asked for the sources to be read
 * @param options how they were read: what was asked, and what the trellis adds
 * @param stamps the state of each file that was read, by path
 * @param leftOut how many sources are left out of looks
 */
public record KeptSurvey(
    Survey survey,
    Memo memo,
    ReadOptions asked,
    ReadOptions options,
    Map<String, Stamp> stamps,
    int leftOut) {

  /** What looks and judgements are about. */
  public Survey shown() {
    return ShownPart.of(survey);
  }

  /** The same survey made of what is there now. */
  public KeptSurvey with(Reading fresh, Map<String, Stamp> now) {
    return new KeptSurvey(fresh.survey(), fresh.memo(), asked, options, now, leftOut);
  }

  /** Size in bytes, time of change in milliseconds, and SHA-256 of a file. */
  public record Stamp(long size, long changed, String hash) {}

  /** Whether a file has a say in a survey: sources and build files of all languages. */
  public static boolean counts(String path) {
    return Languages.installed().own(path);
  }

  /** The stamps of the files below a root as they are now. */
  public static Map<String, Stamp> stamps(Root root, List<String> paths) {
    return stamps(root, paths, Map.of());
  }

  /** The same, where a file of the same size and time as before is not read to know its hash. */
  public static Map<String, Stamp> stamps(
      Root root, List<String> paths, Map<String, Stamp> before) {
    Map<String, Stamp> stamps = new TreeMap<>();
    for (String path : paths) {
      if (counts(path)) {
        try {
          Path file = root.path().resolve(path);
          BasicFileAttributes now = Files.readAttributes(file, BasicFileAttributes.class);
          long changed = now.lastModifiedTime().toMillis();
          Stamp known = before.get(path);
          boolean same = known != null && known.size == now.size() && known.changed == changed;
          String hash = same ? known.hash : ContentHash.of(Files.readAllBytes(file));
          stamps.put(path, new Stamp(now.size(), changed, hash));
        } catch (IOException e) {
          stamps.put(path, new Stamp(-1, 0, ""));
        }
      }
    }
    return stamps;
  }

  /** The files that came, went or changed since the survey, ascending. */
  public List<String> changedSince(Root root) {
    List<String> now = SourceWalk.of(root).files();
    List<String> changed = new ArrayList<>();
    Set<String> seen = new HashSet<>();
    for (String path : now) {
      if (counts(path)) {
        seen.add(path);
        Stamp stamp = stamps.get(path);
        if (stamp == null || differs(root.path().resolve(path), stamp)) {
          changed.add(path);
        }
      }
    }
    for (String path : stamps.keySet()) {
      if (!seen.contains(path)) {
        changed.add(path);
      }
    }
    changed.sort(null);
    return changed;
  }

  /** The files whose content is not what these stamps say, or that only one of both knows. */
  public List<String> differing(Map<String, Stamp> now) {
    Set<String> all = new TreeSet<>(stamps.keySet());
    all.addAll(now.keySet());
    all.removeIf(
        path -> {
          Stamp was = stamps.get(path);
          Stamp is = now.get(path);
          return was != null && is != null && was.hash.equals(is.hash);
        });
    return List.copyOf(all);
  }

  private static boolean differs(Path file, Stamp stamp) {
    try {
      BasicFileAttributes now = Files.readAttributes(file, BasicFileAttributes.class);
      if (now.size() == stamp.size && now.lastModifiedTime().toMillis() == stamp.changed) {
        return false;
      }
      return now.size() != stamp.size || !ContentHash.of(file).equals(stamp.hash);
    } catch (IOException e) {
      return stamp.size >= 0;
    }
  }
}
