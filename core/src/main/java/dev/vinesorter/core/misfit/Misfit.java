package dev.vinesorter.core.misfit;

import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.trellis.Breach;
import java.util.List;

/**
 * A responsibility in the wrong place.
 *
 * @param kind its kind
 * @param unit the unit that it is about
 * @param with further units that it is about as much, such as the other one of two; may be empty
 * @param into the full name of the place where the unit belongs; empty where there is none to name
 * @param score how sure it is, 0 to 1: of those told with 0.8, four in five should be right
 * @param evidence what speaks for it, the strongest first
 * @param against what speaks against it
 * @param steps what mends it; empty where no verb does yet
 * @param mend the same in words
 */
public record Misfit(
    MisfitKind kind,
    int unit,
    List<Integer> with,
    String into,
    double score,
    List<Evidence> evidence,
    List<String> against,
    List<Step> steps,
    String mend) {
  public Misfit {
    with = List.copyOf(with);
    evidence = List.copyOf(evidence);
    against = List.copyOf(against);
    steps = List.copyOf(steps);
  }

  /** What stands for it in the list of what was accepted. */
  public Breach.Key key(Units units) {
    return Breach.Key.ofMisfit(kind.word(), units.name(unit), into);
  }

  /** Whether it is about a unit, or about something inside it. */
  public boolean isAbout(Units units, int around) {
    return units.inside(unit, around) || with.stream().anyMatch(u -> units.inside(u, around));
  }

  /** The same with another score. */
  public Misfit scored(double other) {
    return new Misfit(kind, unit, with, into, other, evidence, against, steps, mend);
  }

  /**
   * What speaks for a misfit.
   *
   * @param says a clause for people
   * @param reference the reference that shows it, or -1
   * @param unit else the unit whose declaration shows it, or -1
   */
  public record Evidence(String says, int reference, int unit) {
    /** Evidence that a reference shows. */
    public static Evidence at(String says, int reference) {
      return new Evidence(says, reference, -1);
    }

    /** Evidence that the declaration of a unit shows. */
    public static Evidence in(String says, int unit) {
      return new Evidence(says, -1, unit);
    }
  }
}
