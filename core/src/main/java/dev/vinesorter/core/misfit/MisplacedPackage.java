package dev.vinesorter.core.misfit;

import dev.vinesorter.core.graph.Digraph;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Step;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * A package that has nothing to do with those beside it and nearly all with one elsewhere: it
 * belongs below that one. Packages that stand alone, and those of one type, are passed over.
 */
final class MisplacedPackage implements Judge {
  private static final double NEARLY_ALL = .75;

  /** The least share of ties by which others use it: what nobody uses is there for outsiders. */
  private static final double USED = .2;

  /** Packages of such names stand beside others on purpose. */
  private static final Set<String> APART = Set.of("internal", "internals", "impl", "api", "spi");

  private static final int FEWEST_TYPES = 2;
  private static final int FEWEST_TIES = 3;

  @Override
  public MisfitKind kind() {
    return MisfitKind.MISPLACED_PACKAGE;
  }

  @Override
  public List<Misfit> judge(Inquiry inquiry) {
    List<Misfit> found = new ArrayList<>();
    Places places = new Places(inquiry);
    for (int place = 0; place < places.names.length; place++) {
      String name = places.names[place];
      int dot = name.lastIndexOf('.');
      boolean apart =
          APART.stream().anyMatch(word -> ("." + name + ".").contains("." + word + "."));
      if (dot > 0 && !apart && places.isAmongOthers(place, name.substring(0, dot))) {
        Misfit misfit = judged(places, place, name.substring(0, dot));
        if (misfit != null) {
          found.add(misfit);
        }
      }
    }
    return found;
  }

  /** The packages by their names, and what stands in each. */
  private static final class Places {
    final Inquiry inquiry;
    final TypeTies ties;
    final String[] names;
    final Map<String, Integer> byName = new HashMap<>();

    /** The types of each. */
    final List<List<Integer>> types = new ArrayList<>();

    /** For each name that packages begin with, these packages. */
    final Map<String, List<Integer>> below = new HashMap<>();

    Places(Inquiry inquiry) {
      this.inquiry = inquiry;
      this.ties = inquiry.types();
      this.names = new String[ties.places()];
      for (int place = 0; place < names.length; place++) {
        names[place] = inquiry.name(ties.packageAt(place));
        byName.putIfAbsent(names[place], place);
        types.add(new ArrayList<>());
        for (String name = names[place]; !name.isEmpty(); name = above(name)) {
          below.computeIfAbsent(name, n -> new ArrayList<>()).add(place);
        }
      }
      for (int type = 0; type < ties.size(); type++) {
        types.get(ties.home[type]).add(type);
      }
    }

    /** A name without its last segment; empty where it has one. */
    static String above(String name) {
      return name.substring(0, Math.max(0, name.lastIndexOf('.')));
    }

    List<Integer> below(String name) {
      return below.getOrDefault(name, List.of());
    }

    /** Whether it has types enough, and the package above it holds other things, too. */
    boolean isAmongOthers(int place, String above) {
      boolean others = below(above).size() > below(names[place]).size();
      return others && types.get(place).size() >= FEWEST_TYPES;
    }
  }

  private static boolean isBelow(String name, String above) {
    return name.equals(above) || name.startsWith(above) && name.charAt(above.length()) == '.';
  }

  private static Misfit judged(Places places, int place, String above) {
    TypeTies ties = places.ties;
    Map<Integer, Integer> with = new TreeMap<>();
    Map<Integer, Integer> typesWith = new TreeMap<>();
    int all = 0;
    int used = 0;
    Set<Integer> own = new HashSet<>(places.below(places.names[place]));
    for (int home : own) {
      for (int type : places.types.get(home)) {
        for (Digraph graph : List.of(ties.uses, ties.users)) {
          Set<Integer> counted = new TreeSet<>();
          for (int arc = graph.firstArc(type); arc < graph.firstArc(type + 1); arc++) {
            int there = ties.home[graph.target(arc)];
            if (!own.contains(there)) {
              with.merge(there, 1, Integer::sum);
              all++;
              used += graph == ties.users ? 1 : 0;
              counted.add(there);
            }
          }
          counted.forEach(there -> typesWith.merge(there, 1, Integer::sum));
        }
      }
    }
    int beside = 0;
    Map<Integer, Integer> shares = new TreeMap<>();
    for (Map.Entry<Integer, Integer> one : with.entrySet()) {
      String there = places.names[one.getKey()];
      beside += isBelow(there, above) ? one.getValue() : 0;
      for (String name = there; !name.isEmpty(); name = Places.above(name)) {
        Integer around = places.byName.get(name);
        if (around != null && !isBelow(name, above) && !isBelow(above, name)) {
          shares.merge(around, one.getValue(), Integer::sum);
        }
      }
    }
    int best = -1;
    int bestShare = 0;
    for (Map.Entry<Integer, Integer> one : shares.entrySet()) {
      if (one.getValue() > bestShare) {
        best = one.getKey();
        bestShare = one.getValue();
      }
    }
    boolean belongs =
        best >= 0
            && beside == 0
            && used >= USED * all
            && bestShare >= NEARLY_ALL * all
            && bestShare >= FEWEST_TIES
            && typesWith.getOrDefault(best, 0) >= FEWEST_TYPES;
    return belongs ? misfit(places.inquiry, place, best, bestShare / (double) all, above) : null;
  }

  private static Misfit misfit(Inquiry inquiry, int place, int best, double share, String above) {
    TypeTies ties = inquiry.types();
    String into = inquiry.name(ties.packageAt(best));
    int unit = ties.packageAt(place);
    String name = inquiry.name(unit);
    int shown = example(inquiry, place, best);
    List<Misfit.Evidence> evidence = new ArrayList<>();
    evidence.add(
        Misfit.Evidence.at(
            Math.round(100 * share) + " % of its ties are with " + into + " and below", shown));
    evidence.add(
        Misfit.Evidence.in(
            "nothing else below " + above + " uses it or is used by it",
            inquiry.survey().references().from(shown)));
    return new Misfit(
        MisfitKind.MISPLACED_PACKAGE,
        unit,
        List.of(),
        into,
        Math.min(.75, .2 + .45 * share + .02 * Math.min(5, ties.places())),
        evidence,
        List.of(),
        List.of(Step.move(name, into, false, 0)),
        "move it below " + into);
  }

  /** A reference between two packages. */
  private static int example(Inquiry inquiry, int place, int other) {
    TypeTies ties = inquiry.types();
    Units units = inquiry.units();
    References references = inquiry.survey().references();
    int found = -1;
    for (int unit = 0; unit < units.size(); unit++) {
      int user = ties.nodeOf[unit];
      for (int r = references.row(unit); user >= 0 && r < references.row(unit + 1); r++) {
        int used = ties.nodeOf[references.target(r)];
        boolean between =
            used >= 0
                && (ties.home[user] == place && ties.home[used] == other
                    || ties.home[user] == other && ties.home[used] == place);
        if (between && references.kind(r).structural() && references.kind(r) != Kind.IMPORTS) {
          return r;
        }
        found = between && found < 0 ? r : found;
      }
    }
    return found;
  }
}
