import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.vinesorter.core.graph.Components;
import dev.vinesorter.core.graph.CutSet;
import dev.vinesorter.core.graph.Digraph;
import dev.vinesorter.core.misfit.TypeTies;
import dev.vinesorter.core.structure.View;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * The weight of package cycles that is left after 1, 2, 5 and 10 steps: of {@code suggest} (which
 * passes no move against name and company, and rehearses each), beside single moves along the cut
 * set, each the one that leaves least, whatever it moves where.
 */
final class SuggestedSteps {
  /** Room for packages that plans make. */
  private static final int NEW = 20;

  private static final int[] AFTER = {1, 2, 5, 10};

  public static void main(String[] words) throws Exception {
    String program = words[0];
    int seconds = Integer.parseInt(words[1]);
    System.out.printf(
        "%-22s %6s | %27s | %27s | steps%n", "", "before", "suggest: left after 1 2 5 10", "greedy");
    for (int n = 2; n < words.length; n++) {
      Library library = Library.at(words[n]);
      TypeTies ties = TypeTies.of(library.survey(), View.MAIN);
      List<Long> suggested = suggested(library, ties, program, seconds);
      List<Long> greedy = greedy(ties);
      System.out.printf(
          "%-22s %6d | %27s | %27s | %d%n",
          library.name(), greedy.get(0), row(suggested), row(greedy), suggested.size() - 1);
    }
  }

  private static String row(List<Long> left) {
    StringBuilder row = new StringBuilder();
    for (int after : AFTER) {
      row.append(String.format(Locale.ROOT, "%6d", left.get(Math.min(after, left.size() - 1))));
    }
    return row.toString();
  }

  /** What is left before the first step and after each. */
  private static List<Long> suggested(
      Library library, TypeTies ties, String program, int seconds) throws Exception {
    Process process =
        new ProcessBuilder(
                program, "suggest", "--for", "cycles", "--json", "--most-steps", "10", "--seconds",
                String.valueOf(seconds), "--root", library.root().path().toString())
            .redirectError(ProcessBuilder.Redirect.DISCARD)
            .start();
    JsonNode plans;
    try (InputStream out = process.getInputStream()) {
      plans = new ObjectMapper().readTree(out).get("plans");
    }
    process.waitFor();
    int[] homes = ties.homes();
    List<Long> left = new ArrayList<>(List.of(weight(ties, homes)));
    Map<String, Integer> places = new HashMap<>();
    for (int place = 0; place < ties.places(); place++) {
      places.put(library.survey().units().name(ties.packageAt(place)), place);
    }
    for (JsonNode step : plans.isEmpty() ? List.<JsonNode>of() : plans.get(0).get("steps")) {
      int place = places.computeIfAbsent(step.get("into").asText(), into -> places.size());
      JsonNode moved = step.get("move");
      for (JsonNode type : moved.isArray() ? moved : List.of(moved)) {
        homes[ties.node(library.survey().units().find(type.asText()))] = place;
      }
      left.add(weight(ties, homes));
    }
    return left;
  }

  private static List<Long> greedy(TypeTies ties) {
    int[] homes = ties.homes();
    List<Long> left = new ArrayList<>(List.of(weight(ties, homes)));
    for (int step = 0; step < 10 && left.get(step) > 0; step++) {
      long best = left.get(step);
      int type = -1;
      int place = -1;
      for (int[] move : alongTheCut(ties, homes)) {
        int was = homes[move[0]];
        homes[move[0]] = move[1];
        long now = weight(ties, homes);
        homes[move[0]] = was;
        if (now < best) {
          best = now;
          type = move[0];
          place = move[1];
        }
      }
      if (type < 0) {
        break;
      }
      homes[type] = place;
      left.add(best);
    }
    return left;
  }

  /** Types that make a dependency of the cut, to the other end, and the types used, back. */
  private static List<int[]> alongTheCut(TypeTies ties, int[] homes) {
    Digraph packages = packages(ties, homes);
    boolean[][] cut = new boolean[ties.places() + NEW][ties.places() + NEW];
    for (int[] group : Components.of(packages).groups()) {
      for (CutSet.Arc arc : CutSet.of(packages.part(group)).arcs()) {
        cut[group[arc.from()]][group[arc.to()]] = true;
      }
    }
    List<int[]> moves = new ArrayList<>();
    for (int user = 0; user < ties.size(); user++) {
      for (int used : ties.used(user)) {
        if (cut[homes[user]][homes[used]]) {
          moves.add(new int[] {user, homes[used]});
          moves.add(new int[] {used, homes[user]});
        }
      }
    }
    return moves;
  }

  private static Digraph packages(TypeTies ties, int[] homes) {
    int arcs = 0;
    List<int[]> all = new ArrayList<>();
    for (int user = 0; user < ties.size(); user++) {
      for (int used : ties.used(user)) {
        if (homes[user] != homes[used]) {
          all.add(new int[] {homes[user], homes[used], ties.sites(user, used)});
        }
      }
    }
    int[] from = new int[all.size()];
    int[] to = new int[all.size()];
    int[] weight = new int[all.size()];
    for (int[] arc : all) {
      from[arcs] = arc[0];
      to[arcs] = arc[1];
      weight[arcs++] = arc[2];
    }
    return Digraph.of(ties.places() + NEW, from, to, weight, arcs);
  }

  private static long weight(TypeTies ties, int[] homes) {
    Digraph packages = packages(ties, homes);
    long weight = 0;
    for (int[] group : Components.of(packages).groups()) {
      weight += CutSet.of(packages.part(group)).weight();
    }
    return weight;
  }
}
