package dev.vinesorter.core.trellis;

import dev.vinesorter.core.model.Survey;
import java.util.Arrays;

/** On which layers packages stand. */
public final class PackageLayers {
  private PackageLayers() {}

  /** The layer of each of some packages, 0 for the top one; -1 for what stands on none. */
  public static int[] of(Survey survey, Trellis trellis, int[] packages) {
    Layers layers = Layers.of(survey.units(), trellis, new Meanings(survey));
    return Arrays.stream(packages).map(layers::of).toArray();
  }
}
