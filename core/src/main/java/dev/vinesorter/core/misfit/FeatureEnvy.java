package dev.vinesorter.core.misfit;

import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Step;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Methods that work with another type's data more than with their own, by {@link HomeSign}s. */
public final class FeatureEnvy implements Judge {
  @Override
  public MisfitKind kind() {
    return MisfitKind.FEATURE_ENVY;
  }

  /** Where a method would best go: a type's node among the types, or -1, and how surely. */
  public record Best(int type, double score, double[] signs) {}

  /** The best other home of each method that is asked about, by member; -1 for all others. */
  public static Best[] best(MemberTies ties, double[] weights) {
    MethodHomes homes = new MethodHomes(ties);
    Best[] best = new Best[ties.size()];
    for (int member = 0; member < best.length; member++) {
      best[member] = new Best(-1, 0, null);
      if (homes.isAsked(member)) {
        for (MethodHomes.Candidate candidate : homes.candidates(member)) {
          double score =
              Math.max(
                  MethodHomes.score(candidate.signs(), weights),
                  homes.dataAlone(member, candidate.type()));
          if (score > best[member].score) {
            best[member] = new Best(candidate.type(), score, candidate.signs());
          }
        }
      }
    }
    return best;
  }

  @Override
  public List<Misfit> judge(Inquiry inquiry) {
    MemberTies ties = inquiry.members();
    MethodHomes homes = new MethodHomes(ties);
    Best[] best = best(ties, HomeSign.weights());
    List<Misfit> found = new ArrayList<>();
    for (int member = 0; member < best.length; member++) {
      double score = best[member].score;
      if (best[member].type >= 0 && score >= MisplacedTypes.LEAST) {
        found.add(misfit(inquiry, homes, member, best[member], score));
      }
    }
    return found;
  }

  /** The types that come into question for a method, the most probable first, its own one last. */
  static List<Place> places(Inquiry inquiry, int unit) {
    MemberTies ties = inquiry.members();
    int member = ties.nodeOf[unit];
    MethodHomes homes = new MethodHomes(ties);
    List<Place> places = new ArrayList<>();
    if (member < 0 || !homes.isAsked(member)) {
      return places;
    }
    for (MethodHomes.Candidate candidate : homes.candidates(member)) {
      double score =
          Math.max(
              MethodHomes.score(candidate.signs(), HomeSign.weights()),
              homes.dataAlone(member, candidate.type()));
      places.add(new Place(ties.types.unit(candidate.type()), score, false));
    }
    places.sort(Comparator.comparingDouble(p -> -p.score()));
    double best = places.isEmpty() ? 0 : places.get(0).score();
    places.add(new Place(ties.types.unit(ties.owner[member]), 1 - best, true));
    return places;
  }

  private static Misfit misfit(
      Inquiry inquiry, MethodHomes homes, int member, Best best, double score) {
    MemberTies ties = inquiry.members();
    Units units = inquiry.units();
    int unit = ties.unit(member);
    int type = ties.types.unit(best.type);
    int own = ties.owner[member];
    String into = inquiry.name(type);
    List<Misfit.Evidence> evidence = new ArrayList<>();
    List<String> against = new ArrayList<>();
    List<Integer> theirs = homes.references(member, best.type);
    List<Integer> ours = homes.references(member, own);
    evidence.add(
        Misfit.Evidence.at(
            "uses "
                + members(inquiry, theirs)
                + " of "
                + units.simpleName(type)
                + (ours.isEmpty()
                    ? ", and nothing of its own type"
                    : ", and " + members(inquiry, ours) + " of its own type"),
            theirs.get(0)));
    Map<Integer, Integer> callers = ties.usersByOwner(member);
    int there = callers.getOrDefault(best.type, 0);
    int here = callers.getOrDefault(own, 0);
    if (there > here) {
      evidence.add(
          Misfit.Evidence.in(
              there
                  + " of its callers stand in "
                  + units.simpleName(type)
                  + ", "
                  + here
                  + " beside it",
              type));
    } else if (here > 0) {
      against.add(here + " of its callers stand beside it");
    }
    if (best.signs[HomeSign.WORDS.ordinal()] > 0.05) {
      evidence.add(
          Misfit.Evidence.in(
              "its words are those of " + units.simpleName(type) + "'s members", type));
    }
    if (best.signs[HomeSign.SIBLINGS.ordinal()] > 0.05) {
      evidence.add(
          Misfit.Evidence.in(
              "other methods there begin with '" + ties.words(member).get(0) + "'", type));
    }
    if (best.signs[HomeSign.OTHERS.ordinal()] > 0) {
      long others = Math.round(Math.exp(best.signs[HomeSign.OTHERS.ordinal()]) - 1);
      against.add(
          others
              + (others == 1 ? " other member" : " other members")
              + " beside it work with "
              + units.simpleName(type)
              + ", too");
    }
    if (best.signs[HomeSign.CREATES.ordinal()] > 0) {
      against.add("it makes a " + units.simpleName(type));
    }
    return new Misfit(
        MisfitKind.FEATURE_ENVY,
        unit,
        List.of(),
        into,
        score,
        evidence,
        against,
        List.of(Step.move(inquiry.name(unit), into, true, 0)),
        "move it into " + into);
  }

  /** The members that references name, counted and the first ones named. */
  private static String members(Inquiry inquiry, List<Integer> references) {
    Map<Integer, Integer> counts = new HashMap<>();
    List<String> names = new ArrayList<>();
    for (int r : references) {
      int used = inquiry.survey().references().target(r);
      if (counts.merge(used, 1, Integer::sum) == 1) {
        names.add(inquiry.brief(used));
      }
    }
    int shown = Math.min(3, names.size());
    String more = names.size() > shown ? " and " + (names.size() - shown) + " more members" : "";
    return String.join(", ", names.subList(0, shown)) + more;
  }
}
