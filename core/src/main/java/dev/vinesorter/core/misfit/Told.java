package dev.vinesorter.core.misfit;

import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.trellis.Breach;
import java.util.List;

/**
 * What is told of a misfit beside other things: all but why it is one.
 *
 * @param kind its kind
 * @param unit the unit that it is about
 * @param with further units that it is about as much; may be empty
 * @param into the full name of the place where the unit belongs; empty where there is none to name
 * @param score how sure it is, 0 to 1
 * @param mend what would mend it, in words
 * @param evidence where the strongest evidence with a place stands; null where none has one
 */
public record Told(
    MisfitKind kind,
    int unit,
    List<Integer> with,
    String into,
    double score,
    String mend,
    Place evidence) {
  public Told {
    with = List.copyOf(with);
  }

  /**
   * A place in the code.
   *
   * @param reference the reference there, or -1
   * @param unit else the unit that is declared there
   */
  public record Place(int reference, int unit) {}

  /** What is told of a misfit. */
  public static Told of(Misfit misfit) {
    Place place =
        misfit.evidence().stream()
            .filter(one -> one.reference() >= 0 || one.unit() >= 0)
            .map(one -> new Place(one.reference(), one.unit()))
            .findFirst()
            .orElse(null);
    return new Told(
        misfit.kind(),
        misfit.unit(),
        misfit.with(),
        misfit.into(),
        misfit.score(),
        misfit.mend(),
        place);
  }

  /** What stands for it in the list of what was accepted. */
  public Breach.Key key(Units units) {
    return Breach.Key.ofMisfit(kind.word(), units.name(unit), into);
  }

  /** Whether it is about a unit, or about something inside it. */
  public boolean isAbout(Units units, int around) {
    return units.inside(unit, around) || with.stream().anyMatch(u -> units.inside(u, around));
  }
}
