import dev.vinesorter.core.misfit.HomeSign;
import dev.vinesorter.core.misfit.MemberTies;
import dev.vinesorter.core.misfit.MethodHomes;
import dev.vinesorter.core.structure.View;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;

/**
 * Fits and tries what tells misplaced methods: {@code fit SEEDS LIBRARY… -- HELD_OUT…}. Methods that work with their own type are taken to be another
 * one's, by number and not by editing; the weights come from the first libraries and are tried on those behind {@code --}.
 */
public final class MisplacedMethods {
  static final int MOVED = 30;
  static final int SIGNS = HomeSign.values().length;

  record Case(double[] signs, boolean right, double weight) {}

  record Scramble(int[] owners, Set<Integer> moved) {}

  public static void main(String[] arguments) {
    int seeds = Integer.parseInt(arguments[1]);
    List<String> names = List.of(arguments).subList(2, arguments.length);
    int bar = names.indexOf("--");
    List<String> fitted = bar < 0 ? names : names.subList(0, bar);
    List<String> held = bar < 0 ? List.of() : names.subList(bar + 1, names.size());
    double[] weights = HomeSign.weights();
    if (arguments[0].equals("fit")) {
      List<Case> cases = new ArrayList<>();
      for (String name : fitted) {
        collect(ties(name), seeds, cases);
      }
      System.out.println(cases.size() + " cases, right " + cases.stream().filter(c -> c.right).count());
      fit(cases, weights);
      for (HomeSign sign : HomeSign.values()) {
        System.out.printf("  %s(%.2f),%n", sign, weights[sign.ordinal()]);
      }
    }
    for (List<String> group : List.of(fitted, held)) {
      double[] sums = new double[4];
      int count = 0;
      for (String name : group) {
        MemberTies ties = ties(name);
        double[] strict = trials(ties, weights, 5, false);
        double[] near = trials(ties, weights, 5, true);
        if (strict == null || near == null) {
          System.out.println("  " + name + ": too few methods");
          continue;
        }
        long told = told(ties, weights).stream().filter(t -> t.score >= 0.5).count();
        System.out.printf("  %-24s strict %.2f %.2f   near %.2f %.2f   untouched %d of %d%n", name.replaceAll(".*/", ""), strict[0], strict[1], near[0], near[1], told, ties.size());
        for (int k = 0; k < 2; k++) {
          sums[k] += strict[k];
          sums[k + 2] += near[k];
        }
        count++;
      }
      System.out.printf("mean of %d: strict recall@N %.3f precision %.3f, near %.3f %.3f%n", count, sums[0] / count, sums[1] / count, sums[2] / count, sums[3] / count);
    }
  }

  static final Map<String, MemberTies> READ = new HashMap<>();

  static MemberTies ties(String name) {
    return READ.computeIfAbsent(name, n -> MemberTies.of(Library.at(n).survey(), View.MAIN));
  }

  /** Gives methods that work with their own type to another one: to any, or to the one they work with most after it. */
  static Scramble scramble(MemberTies ties, Random random, boolean near) {
    MethodHomes homes = new MethodHomes(ties);
    int[] owners = ties.owners();
    List<Integer> methods = new ArrayList<>();
    for (int node = 0; node < ties.size(); node++) {
      if (homes.isAsked(node)) {
        methods.add(node);
      }
    }
    java.util.Collections.shuffle(methods, random);
    int[] now = owners.clone();
    Set<Integer> moved = new TreeSet<>();
    for (int node : methods) {
      if (moved.size() == MOVED) {
        break;
      }
      Map<Integer, Integer> used = new HashMap<>();
      int all = 0;
      for (int other : ties.used(node)) {
        used.merge(owners[other], 1, Integer::sum);
        all++;
      }
      int own = used.getOrDefault(owners[node], 0);
      if (own < 2 || own < 0.4 * all) {
        continue;
      }
      int to = -1;
      if (near) {
        for (int type : new TreeSet<>(used.keySet())) {
          if (type != owners[node] && (to < 0 || used.get(type) > used.get(to))) {
            to = type;
          }
        }
      } else {
        int type = owners[random.nextInt(owners.length)];
        to = type != owners[node] && used.getOrDefault(type, 0) <= 1 ? type : -1;
      }
      if (to >= 0) {
        now[node] = to;
        moved.add(node);
      }
    }
    return new Scramble(now, moved);
  }

  static void collect(MemberTies ties, int seeds, List<Case> cases) {
    int[] owners = ties.owners();
    for (int seed = 0; seed < 2 * seeds; seed++) {
      Scramble scramble = scramble(ties, new Random(1000 + seed), seed % 2 == 1);
      MemberTies now = ties.owned(scramble.owners);
      MethodHomes homes = new MethodHomes(now);
      for (int node = 0; node < now.size(); node++) {
        boolean moved = scramble.moved.contains(node);
        if (homes.isAsked(node) && (moved || seed < 2)) {
          for (MethodHomes.Candidate candidate : homes.candidates(node)) {
            cases.add(new Case(candidate.signs(), moved && candidate.type() == owners[node], moved ? 1 : seeds));
          }
        }
      }
    }
  }

  /** Gradient steps with momentum and scaling (D. Kingma and J. Ba, 2015) on the mean log loss, L2. */
  static void fit(List<Case> cases, double[] weights) {
    double[] m = new double[SIGNS];
    double[] v = new double[SIGNS];
    double total = cases.stream().mapToDouble(Case::weight).sum();
    for (int step = 1; step <= 3000; step++) {
      double[] g = new double[SIGNS];
      double loss = 0;
      for (Case one : cases) {
        double p = MethodHomes.score(one.signs, weights);
        loss -= one.weight * Math.log(Math.max(1e-12, one.right ? p : 1 - p));
        double d = one.weight * (p - (one.right ? 1 : 0));
        for (int k = 0; k < SIGNS; k++) {
          g[k] += d * one.signs[k];
        }
      }
      double rate = 0.05 / (1 + step / 500.0);
      for (int k = 0; k < SIGNS; k++) {
        double grad = g[k] / total + 0.0001 * weights[k];
        m[k] = 0.9 * m[k] + 0.1 * grad;
        v[k] = 0.999 * v[k] + 0.001 * grad * grad;
        weights[k] -= rate * m[k] / (1 - Math.pow(0.9, step)) / (Math.sqrt(v[k] / (1 - Math.pow(0.999, step))) + 1e-8);
      }
      if (step % 1000 == 0) {
        System.out.printf("step %d loss %.4f%n", step, loss / total);
      }
    }
  }

  record Told(int node, int type, double score) {}

  static List<Told> told(MemberTies ties, double[] weights) {
    MethodHomes homes = new MethodHomes(ties);
    List<Told> told = new ArrayList<>();
    for (int node = 0; node < ties.size(); node++) {
      Told best = null;
      if (homes.isAsked(node)) {
        for (MethodHomes.Candidate candidate : homes.candidates(node)) {
          double score = MethodHomes.score(candidate.signs(), weights);
          best = best == null || score > best.score ? new Told(node, candidate.type(), score) : best;
        }
      }
      if (best != null) {
        told.add(best);
      }
    }
    told.sort(Comparator.comparingDouble(t -> -t.score));
    return told;
  }

  static double[] trials(MemberTies ties, double[] weights, int seeds, boolean near) {
    double recall = 0;
    double right = 0;
    double all = 0;
    int[] owners = ties.owners();
    for (int seed = 0; seed < seeds; seed++) {
      Scramble scramble = scramble(ties, new Random(seed), near);
      int n = scramble.moved.size();
      if (n < 5) {
        return null;
      }
      List<Told> told = told(ties.owned(scramble.owners), weights);
      Set<Integer> found = new HashSet<>();
      for (Told one : told.subList(0, Math.min(n, told.size()))) {
        if (scramble.moved.contains(one.node) && owners[one.node] == one.type) {
          found.add(one.node);
        }
      }
      recall += found.size() / (double) n;
      for (Told one : told) {
        if (one.score >= 0.5) {
          all++;
          right += scramble.moved.contains(one.node) && owners[one.node] == one.type ? 1 : 0;
        }
      }
    }
    return new double[] {recall / seeds, all == 0 ? 1 : right / all};
  }
}
