package dev.vinesorter.java.rewrite;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.SurveyDraft;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * Whether every name means what it has to after sources were written anew: a name that stands where
 * it stood, or was copied, what it meant before or what the step says; a name that was written,
 * what it was written for; and a name in any other source the same as before.
 */
final class MeaningProof {
  private final Survey expected;
  private final Survey fresh;
  private final Map<String, Patch> patches;

  /** Methods that come between others: what each of them overrides, by its name. */
  private final Map<String, Set<String>> between;

  private final List<Reason> reasons = new ArrayList<>();

  private static final String WHEN = "After the step";

  /** The most places that are told. */
  private static final int MOST = 3;

  private MeaningProof(
      Survey expected, Survey fresh, Map<String, Patch> patches, Map<String, Set<String>> between) {
    this.expected = expected;
    this.fresh = fresh;
    this.patches = patches;
    this.between = between;
  }

  /**
   * The names that mean something else; none where all is well.
   *
   * @param expected what the sources were, with the names that units have afterwards
   * @param fresh what they are
   * @param patches what was written, by path
   * @param between methods that are new between others: what each overrides, which is the same when
   *     either is called
   */
  static List<Reason> of(
      Survey expected, Survey fresh, Map<String, Patch> patches, Map<String, Set<String>> between) {
    MeaningProof proof = new MeaningProof(expected, fresh, patches, between);
    proof.run();
    return proof.reasons.subList(0, Math.min(MOST, proof.reasons.size()));
  }

  private void run() {
    patches.forEach(this::inFile);
    reasons.addAll(
        Rebindings.of(
            Rebindings.without(expected, inside(expected)),
            Rebindings.without(withoutNew(), inside(fresh)),
            WHEN));
  }

  /** What was read, with what new methods between others override in their place. */
  private Survey withoutNew() {
    if (between.isEmpty()) {
      return fresh;
    }
    SurveyDraft draft = new SurveyDraft(fresh);
    References references = fresh.references();
    between.forEach(
        (name, overridden) -> {
          int unit = fresh.units().find(name, Level.MEMBER);
          for (int r : unit < 0 ? new int[0] : references.to(unit)) {
            int above = instead(references.from(r), overridden);
            if (above >= 0) {
              draft.target(r, above);
            }
          }
        });
    return draft.survey();
  }

  /** Of what a new method overrides, the one that a unit has to do with as well. */
  private int instead(int user, Set<String> overridden) {
    References references = fresh.references();
    int any = -1;
    for (String name : overridden) {
      int above = fresh.units().find(name, Level.MEMBER);
      any = any < 0 ? above : any;
      for (int r = references.row(user); above >= 0 && r < references.row(user + 1); r++) {
        if (references.target(r) == above) {
          return above;
        }
      }
    }
    return any;
  }

  /** The same meanings where a new method between others is taken for what it overrides. */
  private Set<String> asBefore(Set<String> was, Set<String> is) {
    Set<String> names = new TreeSet<>();
    for (String one : is) {
      Set<String> above = new TreeSet<>(between.getOrDefault(one, Set.of()));
      above.retainAll(was);
      names.add(above.isEmpty() || was.contains(one) ? one : above.iterator().next());
    }
    return names;
  }

  /** The units in the sources that are written. */
  private Set<Integer> inside(Survey survey) {
    Set<Integer> inside = new HashSet<>();
    for (String path : patches.keySet()) {
      int file = survey.units().find(path, Level.FILE);
      inside.addAll(file < 0 ? List.of() : survey.units().withAllInside(file));
    }
    return inside;
  }

  private void inFile(String path, Patch patch) {
    NavigableMap<Integer, Set<String>> before = names(expected, path);
    NavigableMap<Integer, Set<String>> after = names(fresh, path);
    before.putAll(patch.meant());
    for (Patch.Origin part : patch.origins()) {
      NavigableMap<Integer, Set<String>> found =
          after.subMap(part.begin(), true, part.end(), false);
      if (part.places() != null) {
        moved(path, part, found);
        continue;
      }
      if (part.from() < 0) {
        Set<String> means = new TreeSet<>();
        found.values().forEach(means::addAll);
        boolean alike = isAlike(part.means(), means, part.free());
        if (!alike) {
          differ(path, part.begin(), part.means(), means);
        }
        continue;
      }
      int shift = part.begin() - part.from();
      Set<Integer> places = new TreeSet<>();
      found.keySet().forEach(at -> places.add(at - shift));
      places.addAll(before.subMap(part.from(), true, part.end() - shift, false).keySet());
      for (int at : places) {
        Set<String> was = before.getOrDefault(at, Set.of());
        Set<String> is = asBefore(was, after.getOrDefault(at + shift, Set.of()));
        boolean same = patch.meant().containsKey(at) ? isAlike(was, is, false) : was.equals(is);
        if (!same) {
          differ(path, at + shift, was, is);
        }
      }
    }
  }

  /** Each name in a text that another source had means what it has to. */
  private void moved(String path, Patch.Origin part, NavigableMap<Integer, Set<String>> found) {
    Set<Integer> places = new TreeSet<>(part.places().keySet());
    found.keySet().forEach(at -> places.add(at - part.begin()));
    for (int at : places) {
      Set<String> wanted = part.places().getOrDefault(at, Set.of());
      Set<String> is = asBefore(wanted, found.getOrDefault(at + part.begin(), Set.of()));
      if (!isAlike(wanted, is, false)) {
        differ(path, at + part.begin(), wanted, is);
      }
    }
  }

  /**
   * Whether names mean what they were written for. A member may be told with its type, or with that
   * of the array that a call of it makes; and a type is not told where it only stands before what
   * it declares.
   */
  private static boolean isAlike(Set<String> means, Set<String> found, boolean free) {
    Set<String> more = new TreeSet<>(found);
    more.removeAll(means);
    more.removeIf(type -> means.stream().anyMatch(member -> member.startsWith(type + "#")));
    // An inner class of a class with type parameters names that, too.
    more.removeIf(outer -> means.stream().anyMatch(inner -> inner.startsWith(outer + ".")));
    // A call of a method that takes any number makes an array of what it takes, where it names it.
    more.removeIf(
        type -> !type.contains("#") && means.stream().anyMatch(one -> one.endsWith("...)")));
    Set<String> less = new TreeSet<>(means);
    less.removeAll(found);
    less.removeIf(outer -> isBefore(outer, means) || isBefore(outer, found));
    return less.isEmpty() && (free || more.isEmpty());
  }

  private static boolean isBefore(String outer, Set<String> names) {
    return names.stream()
        .anyMatch(name -> name.startsWith(outer + ".") || name.startsWith(outer + "#"));
  }

  private void differ(String path, int at, Set<String> expectedNames, Set<String> found) {
    int file = fresh.units().find(path, Level.FILE);
    Site site =
        file < 0
            ? new Site(path, 0, 0, 0, 0)
            : new Site(path, fresh.units().line(file, at), fresh.units().column(file, at), at, at);
    Set<String> gained = new TreeSet<>(found);
    gained.removeAll(expectedNames);
    Set<String> lost = new TreeSet<>(expectedNames);
    lost.removeAll(found);
    reasons.add(Rebindings.reason(words(gained), words(lost), site, WHEN));
  }

  private static String words(Set<String> names) {
    return names.isEmpty() ? "nothing" : String.join(", ", names);
  }

  /** What the names in a file mean, by where they stand; imports and documentation left out. */
  static NavigableMap<Integer, Set<String>> names(Survey survey, String path) {
    NavigableMap<Integer, Set<String>> names = new TreeMap<>();
    Units units = survey.units();
    References references = survey.references();
    int file = units.find(path, Level.FILE);
    for (int unit : file < 0 ? List.<Integer>of() : units.withAllInside(file)) {
      for (int r = references.row(unit); r < references.row(unit + 1); r++) {
        Kind kind = references.kind(r);
        boolean binds = kind != Kind.IMPORTS && kind != Kind.MENTIONS && kind != Kind.THROUGH;
        if (binds && unit != file) {
          names
              .computeIfAbsent(references.at(r), at -> new TreeSet<>())
              .add(units.name(references.target(r)));
        }
      }
    }
    return names;
  }
}
