import dev.vinesorter.core.misfit.Inquiry;
import dev.vinesorter.core.misfit.MemberTies;
import dev.vinesorter.core.misfit.MethodHomes;
import dev.vinesorter.core.misfit.Misfit;
import dev.vinesorter.core.misfit.MisfitKind;
import dev.vinesorter.core.misfit.Misfits;
import dev.vinesorter.core.misfit.TypeTies;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.structure.View;
import dev.vinesorter.core.trellis.Trellis;
import dev.vinesorter.source.config.ActionsFile;
import dev.vinesorter.source.plan.Rehearsal;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;

/**
 * Scrambles real code by Vine Sorter's own moves and asks what is in the wrong place: {@code SORT SEEDS LIBRARY…}, sorts being strict, near (types)
 * and static, instance (methods). Each score told is kept with whether it was right.
 */
public final class Scrambles {
  static final int MOVED = 20;

  /** How many were told with a score of .5 to .6 and so on, and how many of them were right. */
  static final int[][] TOLD = new int[5][2];

  public static void main(String[] arguments) {
    String sort = arguments[0];
    int seeds = Integer.parseInt(arguments[1]);
    double recalls = 0;
    double precisions = 0;
    int count = 0;
    for (String name : List.of(arguments).subList(2, arguments.length)) {
      Library library = Library.at(name);
      double recall = 0;
      int right = 0;
      int told = 0;
      int runs = 0;
      int moved = 0;
      for (int seed = 0; seed < seeds; seed++) {
        Random random = new Random(seed);
        Map<String, String> homes = new TreeMap<>();
        Survey scrambled = sort.equals("strict") || sort.equals("near") ? types(library, random, sort, homes) : methods(library, random, sort, homes);
        if (homes.size() < 5) {
          continue;
        }
        MisfitKind kind = sort.equals("strict") || sort.equals("near") ? MisfitKind.MISPLACED_TYPE : MisfitKind.FEATURE_ENVY;
        Inquiry inquiry = new Inquiry(scrambled, View.MAIN, ActionsFile.with(Trellis.NONE), Set.of());
        List<Misfit> misfits = Misfits.of(inquiry, Set.of(kind));
        int found = 0;
        for (int n = 0; n < misfits.size(); n++) {
          Misfit misfit = misfits.get(n);
          boolean isRight = misfit.into().equals(homes.get(scrambled.units().name(misfit.unit())));
          found += n < homes.size() && isRight ? 1 : 0;
          if (misfit.score() >= 0.5) {
            told++;
            right += isRight ? 1 : 0;
            int bin = Math.min(4, (int) (misfit.score() * 10) - 5);
            TOLD[bin][0]++;
            TOLD[bin][1] += isRight ? 1 : 0;
          }
        }
        recall += found / (double) homes.size();
        moved += homes.size();
        runs++;
      }
      if (runs == 0) {
        System.out.printf("  %-24s too few to move%n", library.name());
        continue;
      }
      System.out.printf("  %-24s recall@N %.2f  precision %.2f  (%d of %d told, %d moved in %d scrambles)%n", library.name(), recall / runs, told == 0 ? 1 : right / (double) told, right, told, moved, runs);
      recalls += recall / runs;
      precisions += told == 0 ? 1 : right / (double) told;
      count++;
    }
    System.out.printf("%s: mean of %d libraries: recall@N %.3f, precision %.3f%n", sort, count, recalls / count, precisions / count);
    for (int bin = 0; bin < 5; bin++) {
      System.out.printf("  told with 0.%d to %s: %d, right %.2f%n", 5 + bin, bin == 4 ? "1.0" : "0." + (6 + bin), TOLD[bin][0], TOLD[bin][1] / (double) Math.max(1, TOLD[bin][0]));
    }
  }

  private static Rehearsal rehearsal(Library library, List<Step> steps) {
    return Rehearsal.of(library.survey(), new Plan("", steps), library.sources(), library.editor());
  }

  /** Moves types that stand well; gives what came of it, and by new name where each came from. */
  private static Survey types(Library library, Random random, String sort, Map<String, String> homes) {
    TypeTies ties = TypeTies.of(library.survey(), View.MAIN);
    MisplacedTypes.Scramble scramble = MisplacedTypes.scramble(ties, random, sort.equals("near"));
    Units units = library.survey().units();
    List<Step> steps = new ArrayList<>();
    for (int node : scramble.moved()) {
      String into = units.simpleName(ties.packageAt(scramble.homes()[node]));
      steps.add(new Step.Move(List.of(units.name(ties.unit(node))), into, Set.of(Leave.WIDEN), 0));
    }
    Rehearsal rehearsal = rehearsal(library, steps);
    int[] old = ties.homes();
    int at = 0;
    for (int node : scramble.moved()) {
      if (rehearsal.steps().get(at).accepted()) {
        homes.put(steps.get(at).after(units.name(ties.unit(node))), units.simpleName(ties.packageAt(old[node])));
      }
      at++;
    }
    return rehearsal.after();
  }

  /** Moves methods that work with their own type: static ones anywhere, others to what they are handed. */
  private static Survey methods(Library library, Random random, String sort, Map<String, String> homes) {
    MemberTies ties = MemberTies.of(library.survey(), View.MAIN);
    MethodHomes asked = new MethodHomes(ties);
    Units units = library.survey().units();
    int[] owners = ties.owners();
    Map<String, List<Integer>> bySimpleName = new HashMap<>();
    TypeTies types = TypeTies.of(library.survey(), View.MAIN);
    for (int type = 0; type < types.size(); type++) {
      bySimpleName.computeIfAbsent(units.simpleName(types.unit(type)), n -> new ArrayList<>()).add(type);
    }
    List<Integer> methods = new ArrayList<>();
    for (int node = 0; node < ties.size(); node++) {
      if (asked.isAsked(node) && units.has(ties.unit(node), Trait.STATIC) == sort.equals("static")) {
        methods.add(node);
      }
    }
    Collections.shuffle(methods, random);
    List<Step> steps = new ArrayList<>();
    List<Integer> chosen = new ArrayList<>();
    for (int node : methods) {
      if (steps.size() == 2 * MOVED) {
        break;
      }
      int own = 0;
      int all = 0;
      for (int used : ties.used(node)) {
        own += owners[used] == owners[node] ? 1 : 0;
        all++;
      }
      if (own < 2 || own < 0.4 * all) {
        continue;
      }
      int to = -1;
      if (sort.equals("static")) {
        to = random.nextInt(types.size());
      } else {
        String name = units.simpleName(ties.unit(node));
        for (String parameter : name.substring(name.indexOf('(') + 1, name.length() - 1).split(", ")) {
          List<Integer> named = bySimpleName.getOrDefault(parameter, List.of());
          to = named.size() == 1 ? named.get(0) : to;
        }
      }
      if (to >= 0 && to != owners[node]) {
        steps.add(new Step.Move(List.of(units.name(ties.unit(node))), units.name(types.unit(to)), Set.of(Leave.WIDEN, Leave.NEVER_NULL), 0));
        chosen.add(node);
      }
    }
    if (steps.isEmpty()) {
      return library.survey();
    }
    Rehearsal rehearsal = rehearsal(library, steps);
    Survey after = rehearsal.after();
    for (int n = 0; n < steps.size(); n++) {
      if (rehearsal.steps().get(n).accepted()) {
        String home = units.name(types.unit(owners[chosen.get(n)]));
        String bare = bare(units.simpleName(ties.unit(chosen.get(n))));
        String into = ((Step.Move) steps.get(n)).into();
        for (int member : after.units().children(after.units().find(into))) {
          if (bare(after.units().simpleName(member)).equals(bare) && library.survey().units().find(after.units().name(member)) < 0) {
            homes.put(after.units().name(member), home);
          }
        }
      }
    }
    return after;
  }

  private static String bare(String name) {
    return name.indexOf('(') < 0 ? name : name.substring(0, name.indexOf('('));
  }
}
