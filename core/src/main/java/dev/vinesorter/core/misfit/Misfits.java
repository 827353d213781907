package dev.vinesorter.core.misfit;

import dev.vinesorter.core.model.Units;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;

/** All misfits of a code base, by the judges of their kinds. */
public final class Misfits {
  /** What is told where nothing else is said. */
  public static final double USUAL_LEAST = 0.5;

  private static final List<Judge> JUDGES =
      List.of(
          new MisplacedTypes(),
          new MisplacedPackage(),
          new FeatureEnvy(),
          new MutualTypes(),
          new SeveralJobs(),
          new ScatteredFunctions(),
          new HiddenAction(),
          new AwkwardCollaborator(),
          new ConcreteType(),
          new ScatteredCreation(),
          new RepeatedDecision(),
          new RulesInEntity(),
          new TwiceAnnounced(),
          new DirectNotification(),
          new NearDuplicate(),
          new LongParameterList(),
          new DataClump(),
          new MisleadingName(),
          new MisplacedTest(),
          new ExposedField(),
          new WiderThanUsed(),
          new Unused());

  private Misfits() {}

  /**
   * The places that come into question for an outermost type or a method, the most probable first;
   * none for what is not judged by place.
   */
  public static List<Place> places(Inquiry inquiry, int unit) {
    return switch (inquiry.units().level(unit)) {
      case TYPE ->
          inquiry.units().topTypeOf(unit) == unit
              ? MisplacedTypes.places(inquiry, unit)
              : List.of();
      case MEMBER -> FeatureEnvy.places(inquiry, unit);
      default -> List.of();
    };
  }

  /** What is told beside other things: whatever is sure enough, best founded first. */
  public static List<Told> told(Inquiry inquiry) {
    return of(inquiry, Set.of()).stream()
        .filter(m -> m.score() >= USUAL_LEAST)
        .map(Told::of)
        .toList();
  }

  /** The misfits of some kinds, best founded first; all kinds where none is named. */
  public static List<Misfit> of(Inquiry inquiry, Set<MisfitKind> kinds) {
    Set<MisfitKind> asked = kinds.isEmpty() ? EnumSet.allOf(MisfitKind.class) : kinds;
    // Ties are made first, since all need them; judges need nothing of each other.
    inquiry.members();
    List<Misfit> found = new ArrayList<>();
    JUDGES.parallelStream()
        .filter(judge -> asked.contains(judge.kind()))
        .map(judge -> judge.judge(inquiry))
        .toList()
        .forEach(found::addAll);
    Units units = inquiry.units();
    found.sort(
        Comparator.comparingDouble((Misfit m) -> -m.score())
            .thenComparing(Misfit::kind)
            .thenComparing(m -> units.name(m.unit())));
    return found;
  }
}
