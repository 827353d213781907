package dev.vinesorter.core.misfit;

import dev.vinesorter.core.graph.Digraph;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Step;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
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
    TypeTies ties = inquiry.types();
    List<Misfit> found = new ArrayList<>();
    for (int place = 0; place < ties.places(); place++) {
      String name = inquiry.name(ties.packageAt(place));
      int dot = name.lastIndexOf('.');
      boolean apart =
          APART.stream().anyMatch(word -> ("." + name + ".").contains("." + word + "."));
      if (dot > 0 && !apart && isAmongOthers(inquiry, place, name.substring(0, dot))) {
        Misfit misfit = judged(inquiry, place, name, name.substring(0, dot));
        if (misfit != null) {
          found.add(misfit);
        }
      }
    }
    return found;
  }

  /** Whether it has types enough, and the package above it holds other things, too. */
  private static boolean isAmongOthers(Inquiry inquiry, int place, String above) {
    TypeTies ties = inquiry.types();
    int types = 0;
    for (int home : ties.home) {
      types += home == place ? 1 : 0;
    }
    boolean others = false;
    for (int other = 0; other < ties.places(); other++) {
      String name = inquiry.name(ties.packageAt(other));
      String own = inquiry.name(ties.packageAt(place));
      others |= isBelow(name, above) && !isBelow(name, own);
    }
    return others && types >= FEWEST_TYPES;
  }

  private static boolean isBelow(String name, String above) {
    return name.equals(above) || name.startsWith(above) && name.charAt(above.length()) == '.';
  }

  private static Misfit judged(Inquiry inquiry, int place, String name, String above) {
    TypeTies ties = inquiry.types();
    double[] with = new double[ties.places()];
    int[] typesWith = new int[ties.places()];
    double all = 0;
    int used = 0;
    boolean[] own = new boolean[ties.places()];
    for (int one = 0; one < own.length; one++) {
      own[one] = isBelow(inquiry.name(ties.packageAt(one)), name);
    }
    for (int type = 0; type < ties.size(); type++) {
      for (Digraph graph :
          own[ties.home[type]] ? List.of(ties.uses, ties.users) : List.<Digraph>of()) {
        Set<Integer> counted = new TreeSet<>();
        for (int arc = graph.firstArc(type); arc < graph.firstArc(type + 1); arc++) {
          int there = ties.home[graph.target(arc)];
          if (!own[there]) {
            with[there] += 1;
            all += 1;
            used += graph == ties.users ? 1 : 0;
            counted.add(there);
          }
        }
        counted.forEach(there -> typesWith[there]++);
      }
    }
    int best = -1;
    double bestShare = 0;
    double beside = 0;
    for (int there = 0; there < with.length; there++) {
      String candidate = inquiry.name(ties.packageAt(there));
      if (isBelow(candidate, above)) {
        beside += with[there];
      } else if (!isBelow(above, candidate)) {
        double share = 0;
        for (int below = 0; below < with.length; below++) {
          boolean counts = with[below] > 0;
          share +=
              counts && isBelow(inquiry.name(ties.packageAt(below)), candidate) ? with[below] : 0;
        }
        if (share > bestShare) {
          best = there;
          bestShare = share;
        }
      }
    }
    boolean belongs =
        best >= 0
            && beside == 0
            && used >= USED * all
            && bestShare >= NEARLY_ALL * all
            && bestShare >= FEWEST_TIES
            && typesWith[best] >= FEWEST_TYPES;
    return belongs ? misfit(inquiry, place, best, bestShare / all, above) : null;
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
