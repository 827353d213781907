import dev.vinesorter.core.misfit.PlaceScores;
import dev.vinesorter.core.misfit.PlaceSign;
import dev.vinesorter.core.misfit.TypePlaces;
import dev.vinesorter.core.misfit.TypeTies;
import dev.vinesorter.core.structure.View;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;

/**
 * Fits and tries what tells misplaced types: {@code fit SEEDS LIBRARY… -- HELD_OUT…}. Types that stand well are taken to be somewhere else, by number and
 * not by editing, so that hundreds of scrambles cost seconds; the weights come from the first libraries and are tried on those behind {@code --}.
 */
public final class MisplacedTypes {
  static final int MOVED = 20;
  static final double MOVED_WEIGHT = Double.parseDouble(System.getProperty("moved", "1"));
  static final double TRIM = Double.parseDouble(System.getProperty("trim", "0"));
  static final int SIGNS = PlaceSign.values().length;

  /** A type and all places for it. */
  record Case(float[][] signs, int own, int label, double weight) {}

  /** Signs whose weights may turn to the other side. */
  static final List<PlaceSign> FREE = List.of(PlaceSign.STAYS, PlaceSign.NO_LINK, PlaceSign.DENSITY, PlaceSign.CUSTOM, PlaceSign.HEIRS);

  record Scramble(int[] homes, Set<Integer> moved) {}

  public static void main(String[] arguments) {
    int seeds = Integer.parseInt(arguments[1]);
    List<String> names = List.of(arguments).subList(2, arguments.length);
    int bar = names.indexOf("--");
    List<String> fitted = bar < 0 ? names : names.subList(0, bar);
    List<String> held = bar < 0 ? List.of() : names.subList(bar + 1, names.size());
    double[][] weights = PlaceSign.weights();
    if (arguments[0].equals("fit")) {
      // How others stand is asked by the weights of the round before.
      for (int round = 0; round < 3; round++) {
        List<Case> cases = new ArrayList<>();
        for (String name : fitted) {
          collect(ties(name), seeds, cases, weights);
        }
        System.out.println(cases.size() + " cases");
        fit(cases, weights);
      }
      for (PlaceSign sign : PlaceSign.values()) {
        System.out.printf("  %s(%.2f, %.2f),%n", sign, weights[0][sign.ordinal()], weights[1][sign.ordinal()]);
      }
    }
    for (List<String> group : List.of(fitted, held)) {
      double[] sums = new double[6];
      int count = 0;
      for (String name : group) {
        TypeTies ties = ties(name);
        double[] strict = trials(ties, weights, 5, false);
        double[] near = trials(ties, weights, 5, true);
        if (strict == null || near == null) {
          System.out.println("  " + name + ": too few types");
          continue;
        }
        System.out.printf("  %-24s strict %.2f %.2f   near %.2f %.2f   untouched %d of %d%n", name.replaceAll(".*/", ""), strict[0], strict[1], near[0],
            near[1], told(new PlaceScores(new TypePlaces(ties, ties.homes()), weights)).stream().filter(t -> t.score >= 0.5).count(), ties.size());
        for (int k = 0; k < 2; k++) {
          sums[k] += strict[k];
          sums[k + 2] += near[k];
        }
        count++;
      }
      System.out.printf("mean of %d: strict recall@20 %.3f precision %.3f, near %.3f %.3f%n", count, sums[0] / count, sums[1] / count, sums[2] / count, sums[3] / count);
    }
  }

  static final java.util.Map<String, TypeTies> READ = new java.util.HashMap<>();

  static TypeTies ties(String name) {
    return READ.computeIfAbsent(name, n -> TypeTies.of(Library.at(n).survey(), View.MAIN));
  }

  /** Moves types that stand well: to a place with little to do with them, or to the one next best. */
  static Scramble scramble(TypeTies ties, Random random, boolean near) {
    int[] homes = ties.homes();
    int[] crowd = new int[ties.places()];
    for (int home : homes) {
      crowd[home]++;
    }
    List<Integer> types = new ArrayList<>();
    for (int node = 0; node < ties.size(); node++) {
      types.add(node);
    }
    java.util.Collections.shuffle(types, random);
    int[] now = homes.clone();
    Set<Integer> moved = new TreeSet<>();
    for (int node : types) {
      if (moved.size() == MOVED) {
        break;
      }
      int[] around = ties.neighbours(node);
      double[] share = new double[ties.places()];
      for (int other : around) {
        share[homes[other]] += 1.0 / around.length;
      }
      int home = homes[node];
      if (around.length < 2 || crowd[home] < 3 || share[home] < (near ? 0.35 : 0.5)) {
        continue;
      }
      int to = -1;
      if (near) {
        for (int place = 0; place < share.length; place++) {
          if (place != home && share[place] > 0 && (to < 0 || share[place] > share[to])) {
            to = place;
          }
        }
      } else {
        List<Integer> far = new ArrayList<>();
        for (int place = 0; place < share.length; place++) {
          if (place != home && share[place] <= 0.1 && crowd[place] >= 2) {
            far.add(place);
          }
        }
        to = far.isEmpty() ? -1 : far.get(random.nextInt(far.size()));
      }
      if (to >= 0) {
        now[node] = to;
        moved.add(node);
      }
    }
    return new Scramble(now, moved);
  }

  static void collect(TypeTies ties, int seeds, List<Case> cases, double[][] weights) {
    int[] homes = ties.homes();
    for (int seed = 0; seed < 2 * seeds; seed++) {
      Random random = new Random(1000 + seed);
      Scramble scramble = scramble(ties, random, seed % 2 == 1);
      if (scramble.moved.size() < 5) {
        continue;
      }
      PlaceScores scores = new PlaceScores(new TypePlaces(ties, scramble.homes), weights);
      for (int node = 0; node < ties.size(); node++) {
        boolean moved = scramble.moved.contains(node);
        int others = ties.size() - scramble.moved.size();
        if (moved || random.nextInt(others) < 60) {
          double weight = moved ? MOVED_WEIGHT : Math.max(1, others / 60.0);
          if (!moved && scores.chances(node)[homes[node]] < TRIM) {
            continue;
          }
          cases.add(new Case(floats(scores.signs(node)), scramble.homes[node], homes[node], weight));
        }
      }
    }
  }

  static float[][] floats(double[][] rows) {
    float[][] out = new float[rows.length][];
    for (int r = 0; r < rows.length; r++) {
      out[r] = new float[rows[r].length];
      for (int k = 0; k < rows[r].length; k++) {
        out[r][k] = (float) rows[r][k];
      }
    }
    return out;
  }

  /** Gradient steps with momentum and scaling (D. Kingma and J. Ba, 2015) on the mean log loss, L2, signs kept. */
  static void fit(List<Case> cases, double[][] weights) {
    Random random = new Random(7);
    double[][] start = {weights[0].clone(), weights[1].clone()};
    double[][] m = new double[2][SIGNS];
    double[][] v = new double[2][SIGNS];
    int step = 0;
    List<Case> order = new ArrayList<>(cases);
    for (int epoch = 0; epoch < 12; epoch++) {
      java.util.Collections.shuffle(order, random);
      double loss = 0;
      double total = 0;
      for (int from = 0; from < order.size(); from += 200) {
        double[][] g = new double[2][SIGNS];
        double sum = 0;
        for (Case one : order.subList(from, Math.min(order.size(), from + 200))) {
          double[] p = chances(one.signs, one.own, weights);
          loss -= one.weight * Math.log(Math.max(1e-12, p[one.label]));
          sum += one.weight;
          for (int place = 0; place < p.length; place++) {
            double d = one.weight * (p[place] - (place == one.label ? 1 : 0));
            double[] row = g[place == one.own ? 1 : 0];
            for (int k = 0; k < SIGNS; k++) {
              row[k] += d * one.signs[place][k];
            }
          }
        }
        total += sum;
        step++;
        double rate = 0.03 / (1 + epoch / 3.0);
        for (int side = 0; side < 2; side++) {
          for (int k = 0; k < SIGNS; k++) {
            double grad = g[side][k] / sum + 0.0005 * weights[side][k];
            m[side][k] = 0.9 * m[side][k] + 0.1 * grad;
            v[side][k] = 0.999 * v[side][k] + 0.001 * grad * grad;
            double change = rate * m[side][k] / (1 - Math.pow(0.9, step)) / (Math.sqrt(v[side][k] / (1 - Math.pow(0.999, step))) + 1e-8);
            weights[side][k] -= change;
            if (start[side][k] == 0 || FREE.indexOf(PlaceSign.values()[k]) < 0 && weights[side][k] * start[side][k] < 0) {
              weights[side][k] = 0;
            }
          }
        }
      }
      System.out.printf("epoch %d loss %.4f%n", epoch, loss / total);
    }
  }

  static double[] chances(float[][] signs, int own, double[][] weights) {
    double[] s = new double[signs.length];
    double most = Double.NEGATIVE_INFINITY;
    for (int place = 0; place < s.length; place++) {
      double[] row = weights[place == own ? 1 : 0];
      for (int k = 0; k < SIGNS; k++) {
        s[place] += row[k] * signs[place][k];
      }
      most = Math.max(most, s[place]);
    }
    double sum = 0;
    for (int place = 0; place < s.length; place++) {
      s[place] = Math.exp(s[place] - most);
      sum += s[place];
    }
    for (int place = 0; place < s.length; place++) {
      s[place] /= sum;
    }
    return s;
  }

  record Told(int node, int place, double score) {}

  static List<Told> told(PlaceScores scores) {
    PlaceScores.Best[] best = scores.all();
    List<Told> told = new ArrayList<>();
    for (int node = 0; node < best.length; node++) {
      told.add(new Told(node, best[node].place(), best[node].score()));
    }
    told.sort(Comparator.comparingDouble(t -> -t.score));
    return told;
  }

  /** recall@N and precision at 0.5, means over scrambles. */
  static double[] trials(TypeTies ties, double[][] weights, int seeds, boolean near) {
    double recall = 0;
    double right = 0;
    double all = 0;
    int count = 0;
    int[] homes = ties.homes();
    for (int seed = 0; seed < seeds; seed++) {
      Scramble scramble = scramble(ties, new Random(seed), near);
      if (scramble.moved.size() < 5) {
        return null;
      }
      List<Told> told = told(new PlaceScores(new TypePlaces(ties, scramble.homes), weights));
      int n = scramble.moved.size();
      Set<Integer> found = new HashSet<>();
      for (Told one : told.subList(0, n)) {
        if (scramble.moved.contains(one.node) && homes[one.node] == one.place) {
          found.add(one.node);
        }
      }
      recall += found.size() / (double) n;
      for (Told one : told) {
        if (one.score >= 0.5) {
          all++;
          right += scramble.moved.contains(one.node) && homes[one.node] == one.place ? 1 : 0;
        }
      }
      count++;
    }
    return new double[] {recall / count, all == 0 ? 1 : right / all};
  }
}
