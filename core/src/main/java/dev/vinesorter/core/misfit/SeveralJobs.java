package dev.vinesorter.core.misfit;

import dev.vinesorter.core.measure.Cohesion;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * Types whose members form groups that share nothing: by fields and calls ({@link Cohesion}, after
 * M. Hitz and B. Montazeri, 1995), each group with methods of its own and words of its own.
 */
final class SeveralJobs implements Judge {
  /** A group with fewer methods is no job. */
  private static final int FEWEST_METHODS = 2;

  /** Two groups need so many methods each that do more than hand data out. */
  private static final int FEWEST_WORKING = 3;

  private static final int SHOWN = 5;

  @Override
  public MisfitKind kind() {
    return MisfitKind.SEVERAL_JOBS;
  }

  @Override
  public List<Misfit> judge(Inquiry inquiry) {
    List<Misfit> found = new ArrayList<>();
    TypeTies ties = inquiry.types();
    Units units = inquiry.units();
    for (int type = 0; type < ties.size(); type++) {
      int unit = ties.unit(type);
      List<Integer> members =
          Arrays.stream(units.children(unit))
              .filter(child -> inquiry.members().nodeOf[child] >= 0)
              .boxed()
              .toList();
      List<List<Integer>> jobs = new ArrayList<>();
      for (List<Integer> part : Cohesion.parts(inquiry.survey(), unit, members)) {
        long methods = part.stream().filter(m -> units.has(m, Trait.METHOD)).count();
        boolean inherited =
            part.stream().anyMatch(m -> inquiry.members().inFamily[inquiry.members().nodeOf[m]]);
        if (methods >= FEWEST_METHODS && !inherited) {
          jobs.add(part);
        }
      }
      boolean two =
          jobs.size() == 2
              && jobs.stream().allMatch(j -> working(inquiry, j) >= FEWEST_WORKING)
              && jobs.stream().noneMatch(j -> j.stream().allMatch(m -> isFunction(units, m)));
      boolean many =
          jobs.size() > 2
              && jobs.stream().allMatch(j -> working(inquiry, j) > 0)
              && jobs.stream().filter(j -> working(inquiry, j) > 1).count() > 1;
      if (two || many) {
        found.add(misfit(inquiry, unit, jobs));
      }
    }
    return found;
  }

  /** Functions beside objects are a custom, such as a factory's builders. */
  private static boolean isFunction(Units units, int member) {
    return units.has(member, Trait.STATIC);
  }

  /** How many of some members are methods that do more than hand data out or take it in. */
  private static long working(Inquiry inquiry, List<Integer> job) {
    return job.stream()
        .filter(m -> inquiry.units().has(m, Trait.METHOD))
        .filter(m -> !Accessors.isGetter(inquiry.survey(), m))
        .filter(m -> !Accessors.isSetter(inquiry.survey(), m))
        .count();
  }

  private static Misfit misfit(Inquiry inquiry, int unit, List<List<Integer>> jobs) {
    Units units = inquiry.units();
    List<Misfit.Evidence> evidence = new ArrayList<>();
    List<Set<String>> words = new ArrayList<>();
    Set<String> ownName = new HashSet<>(Words.of(units.simpleName(unit)));
    for (List<Integer> job : jobs) {
      List<String> names = new ArrayList<>();
      Set<String> said = new HashSet<>();
      for (int member : job) {
        String name = inquiry.brief(member);
        if (!names.contains(name)) {
          names.add(name);
        }
        said.addAll(Words.of(name));
      }
      said.removeAll(ownName);
      words.add(said);
      int shown = Math.min(SHOWN, names.size());
      evidence.add(
          Misfit.Evidence.in(
              "share nothing with the rest: "
                  + String.join(", ", names.subList(0, shown))
                  + (names.size() > shown ? " …" : ""),
              job.get(0)));
    }
    boolean apart = true;
    for (int one = 0; one < words.size(); one++) {
      for (int other = one + 1; other < words.size(); other++) {
        Set<String> both = new HashSet<>(words.get(one));
        both.retainAll(words.get(other));
        apart &= both.size() <= 1;
      }
    }
    String doc = units.doc(unit);
    boolean says = doc.contains(" and ") || doc.contains(",");
    if (says) {
      evidence.add(Misfit.Evidence.in("its documentation lists what it does: " + doc, unit));
    }
    double score = .5 + .08 * (jobs.size() - 2) + (says ? .05 : 0) + (apart ? .08 : -.12);
    return new Misfit(
        MisfitKind.SEVERAL_JOBS,
        unit,
        List.of(),
        "",
        Math.min(.85, score),
        evidence,
        apart ? List.of() : List.of("the groups' names share words"),
        List.of(),
        "split it into " + jobs.size() + " types, one for each group: 'split' does it");
  }
}
