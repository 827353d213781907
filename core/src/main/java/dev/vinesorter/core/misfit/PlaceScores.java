package dev.vinesorter.core.misfit;

/**
 * How probable each package is as the home of each type: a softmax over the weighted signs. Types
 * are looked at twice, since how surely the others of a package stand there says whether a type
 * beside them is the odd one or the package is made that way; and once more after those that are
 * plainly elsewhere were put home in thought.
 */
public final class PlaceScores {
  /** Whoever belongs elsewhere so surely is put home before the rest is looked at again. */
  private static final double PLAIN = 0.8;

  private static final int SETTLED = PlaceSign.SETTLED.ordinal();
  private static final int BACK = PlaceSign.BACK.ordinal();

  /** The signs that tell something of every place, in their order: by the first look. */
  private static final int[] FIRST_LOOK = {
    PlaceSign.SORT.ordinal(),
    PlaceSign.NEW_DEPENDENCIES.ordinal(),
    PlaceSign.NO_LINK.ordinal(),
    PlaceSign.DENSITY.ordinal(),
    PlaceSign.CUSTOM.ordinal()
  };

  /** The same by the second. */
  private static final int[] SECOND_LOOK = {
    FIRST_LOOK[0], FIRST_LOOK[1], FIRST_LOOK[2], FIRST_LOOK[3], FIRST_LOOK[4], SETTLED, BACK
  };

  /** How surely a type stands where it should, on the average. */
  private static final double USUAL = 0.9;

  private final TypePlaces places;
  private final double[][] weights;

  /** The chance of each place for each node by the first look, and their sums by home. */
  private final float[][] chances;

  private final double[][] flow;

  /** By the weights of {@link PlaceSign}. */
  public PlaceScores(TypePlaces places) {
    this(places, PlaceSign.weights());
  }

  /** By other weights: for other packages, then for the own one; as many as there are signs. */
  public PlaceScores(TypePlaces places, double[][] weights) {
    this.places = places;
    this.weights = weights;
    this.chances = new float[places.nodes()][];
    this.flow = new double[places.places()][places.places()];
    for (int node = 0; node < chances.length; node++) {
      chances[node] = floats(firstChances(node));
      flow(node, 1);
    }
  }

  private void flow(int node, int sign) {
    double[] from = flow[places.home(node)];
    for (int place = 0; place < from.length; place++) {
      from[place] += sign * chances[node][place];
    }
  }

  private static float[] floats(double[] row) {
    float[] floats = new float[row.length];
    for (int k = 0; k < row.length; k++) {
      floats[k] = (float) row[k];
    }
    return floats;
  }

  /** The signs for each place, those that ask how others stand included. */
  public double[][] signs(int node) {
    look(node);
    double[][] signs = new double[places.places()][];
    for (int place = 0; place < signs.length; place++) {
      signs[place] = places.row(place).clone();
    }
    return signs;
  }

  private void look(int node) {
    places.look(node);
    int home = places.home(node);
    for (int place = 0; place < flow.length; place++) {
      boolean own = place == home;
      double there = places.crowd(place) - (own ? 1 : 0);
      double staying = flow[place][place] - (own ? chances[node][home] : 0);
      double[] row = places.row(place);
      row[SETTLED] = (staying + USUAL) / (there + 1) - USUAL;
      row[BACK] = own ? 0 : flow[place][home] / Math.max(1, there);
    }
  }

  /** The chance of each place by the second look; they sum to 1. */
  public double[] chances(int node) {
    look(node);
    return chances(places.home(node), SECOND_LOOK);
  }

  /** The same by what the node itself has to do with each. */
  private double[] firstChances(int node) {
    places.look(node);
    return chances(places.home(node), FIRST_LOOK);
  }

  /**
   * The chances for the node that was looked at last.
   *
   * @param always the signs that tell something of every place
   */
  private double[] chances(int own, int[] always) {
    double[] chances = new double[places.places()];
    double most = Double.NEGATIVE_INFINITY;
    for (int place = 0; place < chances.length; place++) {
      boolean empty = place != own && places.crowd(place) == 0;
      double[] weight = weights[place == own ? 1 : 0];
      double[] row = places.row(place);
      double sum = 0;
      if (places.isSpecial(place)) {
        for (int sign = 0; sign < weight.length; sign++) {
          sum += weight[sign] * row[sign];
        }
      } else {
        for (int sign : always) {
          sum += weight[sign] * row[sign];
        }
      }
      chances[place] = empty ? Double.NEGATIVE_INFINITY : sum;
      most = Math.max(most, chances[place]);
    }
    double all = 0;
    for (int place = 0; place < chances.length; place++) {
      chances[place] = Math.exp(chances[place] - most);
      all += chances[place];
    }
    for (int place = 0; place < chances.length; place++) {
      chances[place] /= all;
    }
    return chances;
  }

  /**
   * Where a node would best go.
   *
   * @param place the best place that is not its home, or -1 where there is none
   * @param score the chance of that place, 0 to 1
   */
  public record Best(int place, double score) {}

  /** The best other place of a node. */
  public Best best(int node) {
    double[] chances = chances(node);
    int best = -1;
    for (int place = 0; place < chances.length; place++) {
      if (place != places.home(node) && (best < 0 || chances[place] > chances[best])) {
        best = place;
      }
    }
    return new Best(best, best < 0 ? 0 : chances[best]);
  }

  /** The best other place of each node. */
  public Best[] all() {
    Best[] first = new Best[places.nodes()];
    int plain = 0;
    for (int node = 0; node < first.length; node++) {
      first[node] = best(node);
      plain += first[node].score >= PLAIN ? 1 : 0;
    }
    if (plain == 0) {
      return first;
    }
    for (int node = 0; node < first.length; node++) {
      if (first[node].score >= PLAIN) {
        flow(node, -1);
        places.move(node, first[node].place);
        chances[node] = floats(firstChances(node));
        flow(node, 1);
      }
    }
    Best[] again = first.clone();
    for (int node = 0; node < first.length; node++) {
      if (first[node].score < PLAIN) {
        again[node] = best(node);
      }
    }
    return again;
  }
}
