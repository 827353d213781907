package dev.vinesorter.core.suggest;

import dev.vinesorter.core.misfit.TypeTies;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Which type stands in which package, and what the packages' dependencies come to. Types move in
 * thought; a move costs as much as the type has neighbours.
 */
final class PackageState {
  private final int[][] uses;
  private final int[][] usesWeight;
  private final int[][] users;
  private final int[][] usersWeight;

  /** The place of each type's package; places behind those that are there stand for new ones. */
  private final int[] home;

  /** How many types stand at each place. */
  private final int[] crowd;

  /** References from the types of one place to those of another. */
  private final int[][] weight;

  /** The layer of each place, top first, or -1. */
  private final int[] layer;

  /** The place where each type belongs, or -1; and how many stand elsewhere. */
  private final int[] wishes;

  private int misfits;

  /** How many pairs of types run up the layers. */
  private int upwards;

  /**
   * Types as they stand.
   *
   * @param layers the layer of each place of the ties, or -1 each
   * @param wished the place where each type belongs, or -1; empty for none
   * @param spare how many new packages there may be
   */
  PackageState(TypeTies ties, int[] layers, int[] wished, int spare) {
    int types = ties.size();
    int places = ties.places() + spare;
    home = ties.homes();
    crowd = new int[places];
    weight = new int[places][places];
    layer = Arrays.copyOf(layers, places);
    Arrays.fill(layer, layers.length, places, -1);
    uses = new int[types][];
    usesWeight = new int[types][];
    users = new int[types][];
    usersWeight = new int[types][];
    for (int type = 0; type < types; type++) {
      crowd[home[type]]++;
      uses[type] = ties.used(type);
      users[type] = ties.using(type);
      int of = type;
      usesWeight[type] = Arrays.stream(uses[type]).map(t -> ties.sites(of, t)).toArray();
      usersWeight[type] = Arrays.stream(users[type]).map(t -> ties.sites(t, of)).toArray();
    }
    wishes = Arrays.copyOf(wished, types);
    Arrays.fill(wishes, wished.length, types, -1);
    for (int type = 0; type < types; type++) {
      misfits += isMisfit(type) ? 1 : 0;
      for (int k = 0; k < uses[type].length; k++) {
        count(type, uses[type][k], usesWeight[type][k]);
      }
    }
  }

  /** Counts the uses of one type by another, or takes them away. */
  private void count(int user, int used, int sites) {
    int from = home[user];
    int to = home[used];
    if (from != to) {
      weight[from][to] += sites;
      boolean up = layer[from] >= 0 && layer[to] >= 0 && layer[to] < layer[from];
      upwards += up ? Integer.signum(sites) : 0;
    }
  }

  int types() {
    return home.length;
  }

  int places() {
    return crowd.length;
  }

  int home(int type) {
    return home[type];
  }

  int crowd(int place) {
    return crowd[place];
  }

  int weight(int from, int to) {
    return weight[from][to];
  }

  int[] uses(int type) {
    return uses[type];
  }

  int[] users(int type) {
    return users[type];
  }

  int upwards() {
    return upwards;
  }

  /** How many types stand elsewhere than where they belong. */
  int misfits() {
    return misfits;
  }

  int wish(int type) {
    return wishes[type];
  }

  private boolean isMisfit(int type) {
    return wishes[type] >= 0 && wishes[type] != home[type];
  }

  /** Gives a new place the layer of an old one, since its name will begin with that one's. */
  void layerLike(int fresh, int old) {
    layer[fresh] = layer[old];
  }

  void move(int type, int place) {
    countAll(type, -1);
    misfits -= isMisfit(type) ? 1 : 0;
    crowd[home[type]]--;
    home[type] = place;
    crowd[place]++;
    misfits += isMisfit(type) ? 1 : 0;
    countAll(type, 1);
  }

  private void countAll(int type, int sign) {
    for (int k = 0; k < uses[type].length; k++) {
      count(type, uses[type][k], sign * usesWeight[type][k]);
    }
    for (int k = 0; k < users[type].length; k++) {
      count(users[type][k], type, sign * usersWeight[type][k]);
    }
  }

  /** The places that can be in a cycle: those left when sources and sinks are taken away. */
  int[] core() {
    int places = crowd.length;
    boolean[] gone = new boolean[places];
    int[] in = new int[places];
    int[] out = new int[places];
    for (int from = 0; from < places; from++) {
      for (int to = 0; to < places; to++) {
        if (weight[from][to] > 0) {
          out[from]++;
          in[to]++;
        }
      }
    }
    int[] queue = new int[places];
    int end = 0;
    for (int place = 0; place < places; place++) {
      if (in[place] == 0 || out[place] == 0) {
        gone[place] = true;
        queue[end++] = place;
      }
    }
    for (int at = 0; at < end; at++) {
      int place = queue[at];
      for (int other = 0; other < places; other++) {
        boolean lost =
            !gone[other]
                && (weight[place][other] > 0
                    && --in[other] == 0 | weight[other][place] > 0
                    && --out[other] == 0);
        if (lost) {
          gone[other] = true;
          queue[end++] = other;
        }
      }
    }
    int[] core = new int[places - end];
    int count = 0;
    for (int place = 0; place < places; place++) {
      if (!gone[place]) {
        core[count++] = place;
      }
    }
    return core;
  }

  /**
   * How many references run against the best order of packages that was found: the weight of a
   * feedback arc set, by the greedy order of P. Eades, X. Lin and W. Smyth (1993), each package
   * then sifted to its best position until nothing gets better. 0 exactly where there is no cycle.
   */
  int cycleWeight() {
    int[] core = core();
    return core.length == 0 ? 0 : against(order(core));
  }

  /** An order of places with few references from a later one to an earlier one. */
  int[] order(int[] core) {
    List<Integer> front = new ArrayList<>();
    List<Integer> left = new ArrayList<>();
    for (int place : core) {
      left.add(place);
    }
    while (!left.isEmpty()) {
      int best = 0;
      int most = Integer.MIN_VALUE;
      for (int at = 0; at < left.size(); at++) {
        int balance = 0;
        for (int other : left) {
          balance += weight[left.get(at)][other] - weight[other][left.get(at)];
        }
        if (balance > most) {
          most = balance;
          best = at;
        }
      }
      front.add(left.remove(best));
    }
    int[] order = front.stream().mapToInt(Integer::intValue).toArray();
    while (sift(order)) {
      // Each pass makes the order better, so this ends.
    }
    return order;
  }

  /** Puts each place where it does best among the others; whether that changed anything. */
  private boolean sift(int[] order) {
    boolean better = false;
    for (int at = 0; at < order.length; at++) {
      int place = order[at];
      int change = 0;
      int best = 0;
      int to = at;
      for (int other = at - 1; other >= 0; other--) {
        // Before it, uses of the other one run forward, and what that one uses here backward.
        change += weight[order[other]][place] - weight[place][order[other]];
        if (change < best) {
          best = change;
          to = other;
        }
      }
      change = 0;
      for (int other = at + 1; other < order.length; other++) {
        change += weight[place][order[other]] - weight[order[other]][place];
        if (change < best) {
          best = change;
          to = other;
        }
      }
      if (to != at) {
        better = true;
        if (to < at) {
          System.arraycopy(order, to, order, to + 1, at - to);
        } else {
          System.arraycopy(order, at + 1, order, at, to - at);
        }
        order[to] = place;
      }
    }
    return better;
  }

  private int against(int[] order) {
    int sum = 0;
    for (int later = 0; later < order.length; later++) {
      for (int earlier = 0; earlier < later; earlier++) {
        sum += weight[order[later]][order[earlier]];
      }
    }
    return sum;
  }
}
