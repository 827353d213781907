package dev.vinesorter.core.trellis;

import dev.vinesorter.core.measure.Limits;
import dev.vinesorter.core.model.Glob;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.UnitPattern;
import dev.vinesorter.core.structure.Tidy;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * The intended structure of a code base.
 *
 * @param layers top first; a layer may use itself and what is below it
 * @param never what may not use what
 * @param only what alone may use something
 * @param acyclic levels on which no units may run in circles
 * @param limits what is not too much
 * @param tidy what the structure is looked at without, shortened and folded
 * @param leaveOut path globs of files that stand outside looks and judgements
 * @param marks texts in a leading comment that tell a file was written by a program
 * @param actions members or types of libraries that act on the outside world, by sort
 */
public record Trellis(
    List<Layer> layers,
    List<Never> never,
    List<Only> only,
    List<Level> acyclic,
    Limits limits,
    Tidy tidy,
    List<String> leaveOut,
    List<String> marks,
    Map<String, List<Glob>> actions) {

  /** Nothing is asked for. */
  public static final Trellis NONE =
      new Trellis(
          List.of(),
          List.of(),
          List.of(),
          List.of(),
          Limits.DEFAULT,
          Tidy.NONE,
          List.of(),
          List.of(),
          Map.of());

  public Trellis {
    layers = List.copyOf(layers);
    never = List.copyOf(never);
    only = List.copyOf(only);
    acyclic = List.copyOf(acyclic);
    leaveOut = List.copyOf(leaveOut);
    marks = List.copyOf(marks);
    Map<String, List<Glob>> copy = new LinkedHashMap<>();
    actions.forEach((sort, patterns) -> copy.put(sort, List.copyOf(patterns)));
    actions = copy;
  }

  /** Where something stands in the trellis file: line and column from 1; 0 for nowhere. */
  public record Place(int line, int column) {
    public static final Place NOWHERE = new Place(0, 0);
  }

  /** A pattern with its place. */
  public record Named(UnitPattern pattern, Place place) {
    @Override
    public String toString() {
      return pattern.toString();
    }
  }

  /**
   * A layer.
   *
   * @param name its name
   * @param holds what belongs to it
   * @param apart whether its parts, one for each pattern, are not to use each other
   * @param skips whether it may use layers below the next one
   * @param place where its name stands
   */
  public record Layer(String name, List<Named> holds, boolean apart, boolean skips, Place place) {
    public Layer {
      holds = List.copyOf(holds);
    }
  }

  /** Nothing of {@code from} may use anything of {@code to}. */
  public record Never(List<Named> from, List<Named> to, String reason, Place place) {
    public Never {
      from = List.copyOf(from);
      to = List.copyOf(to);
    }
  }

  /** Nobody but {@code who}, and what is used itself, may use anything of {@code uses}. */
  public record Only(List<Named> who, List<Named> uses, String reason, Place place) {
    public Only {
      who = List.copyOf(who);
      uses = List.copyOf(uses);
    }
  }
}
