package dev.vinesorter.core.drift;

import dev.vinesorter.core.graph.Digraph;
import dev.vinesorter.core.measure.Measures;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.structure.CycleGroups;
import dev.vinesorter.core.structure.LevelGraph;
import dev.vinesorter.core.structure.View;
import dev.vinesorter.core.trellis.Breach;
import dev.vinesorter.core.trellis.Inspection;
import dev.vinesorter.core.trellis.Trellis;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.CompletableFuture;

/**
 * What changed from one survey to another. A unit that moved or was renamed is the same unit, so
 * its dependencies are neither gone nor new.
 *
 * @param levels what changed on each level asked for
 * @param newBreaches breaches of the trellis that the old survey does not have
 * @param mendedBreaches those that only the old survey has
 * @param overLimit figures that are over their limit now and were not
 * @param withinLimit keys ({@code unit metric}) of figures that were over and are not, or are gone
 */
public record Drift(
    List<LevelDrift> levels,
    List<Breach> newBreaches,
    List<Breach> mendedBreaches,
    List<Measures.Figure> overLimit,
    List<String> withinLimit) {

  /** A unit under its two names. */
  public record Move(String from, String to) {}

  /** A dependency with its number of sites. */
  public record Link(String from, String to, int weight) {}

  /**
   * The changes on one level; all names as the new survey has them, but for what is gone.
   *
   * @param level the level
   * @param added units that are new
   * @param gone units that are no more
   * @param moved units that have another name now
   * @param linksAdded dependencies that are new, between old units and new ones
   * @param linksGone dependencies that are no more
   * @param opened cycle groups of units none of which ran in circles together before
   * @param closed cycle groups that are no more
   * @param changed cycle groups that grew or shrank, as they are now
   */
  public record LevelDrift(
      Level level,
      List<String> added,
      List<String> gone,
      List<Move> moved,
      List<Link> linksAdded,
      List<Link> linksGone,
      List<List<String>> opened,
      List<List<String>> closed,
      List<List<String>> changed) {
    /** Whether nothing changed. */
    public boolean isEmpty() {
      return added.isEmpty()
          && gone.isEmpty()
          && moved.isEmpty()
          && linksAdded.isEmpty()
          && linksGone.isEmpty();
    }
  }

  private record Judged(List<Breach> breaches, List<Measures.Figure> over) {
    static Judged of(Survey survey, View view, Trellis trellis) {
      Measures measures = Measures.of(survey, view, trellis.limits());
      return new Judged(Inspection.of(survey, trellis, view, measures).breaches(), measures.over());
    }
  }

  /** Compares two surveys, both in the light of one trellis. */
  public static Drift of(Survey old, Survey fresh, List<Level> levels, View view, Trellis trellis) {
    // Both surveys are judged at once, since neither judgement needs the other.
    CompletableFuture<Judged> judgedOld =
        CompletableFuture.supplyAsync(() -> Judged.of(old, view, trellis));
    CompletableFuture<Judged> judgedFresh =
        CompletableFuture.supplyAsync(() -> Judged.of(fresh, view, trellis));
    Renamed renamed = new Renamed(old, view.shown(old), fresh, view.shown(fresh));
    List<LevelDrift> drifts = new ArrayList<>();
    for (Level level : levels) {
      drifts.add(
          level(LevelGraph.of(old, level, view), LevelGraph.of(fresh, level, view), renamed));
    }
    Map<Breach.Key, Breach> before = new TreeMap<>(BY_KEY);
    Map<Breach.Key, Breach> after = new TreeMap<>(BY_KEY);
    for (Breach breach : judgedOld.join().breaches()) {
      String from = renamed.now(breach.level(), breach.from());
      String to = renamed.now(breach.level(), breach.to());
      before.put(new Breach.Key(breach.rule(), from, to), breach);
    }
    judgedFresh.join().breaches().forEach(b -> after.put(b.key(), b));
    List<Breach> fresher = new ArrayList<>();
    List<Breach> mended = new ArrayList<>();
    after.forEach((key, b) -> addIf(!before.containsKey(key), fresher, b));
    before.forEach((key, b) -> addIf(!after.containsKey(key), mended, b));
    List<Measures.Figure> over = new ArrayList<>();
    Set<String> wasOver = new TreeSet<>();
    for (Measures.Figure figure : judgedOld.join().over()) {
      Level level = figure.metric().level();
      wasOver.add(
          renamed.now(level, old.units().name(figure.unit())) + " " + figure.metric().key());
    }
    for (Measures.Figure figure : judgedFresh.join().over()) {
      String key = fresh.units().name(figure.unit()) + " " + figure.metric().key();
      if (!wasOver.remove(key)) {
        over.add(figure);
      }
    }
    return new Drift(drifts, fresher, mended, over, List.copyOf(wasOver));
  }

  private static final java.util.Comparator<Breach.Key> BY_KEY =
      java.util.Comparator.comparing(Breach.Key::rule)
          .thenComparing(Breach.Key::from)
          .thenComparing(Breach.Key::to);

  private static <T> void addIf(boolean wanted, List<T> list, T one) {
    if (wanted) {
      list.add(one);
    }
  }

  private static LevelDrift level(LevelGraph old, LevelGraph fresh, Renamed renamed) {
    Level level = old.level();
    Map<String, String> nowOf = new HashMap<>();
    Set<String> before = new LinkedHashSet<>();
    List<Move> moved = new ArrayList<>();
    List<String> gone = new ArrayList<>();
    Set<String> after = new LinkedHashSet<>();
    for (int node = 0; node < fresh.size(); node++) {
      after.add(fresh.name(node));
    }
    for (int node = 0; node < old.size(); node++) {
      String name = old.name(node);
      String now = after.contains(name) ? name : renamed.now(level, name);
      nowOf.put(name, now);
      before.add(now);
      if (!after.contains(now)) {
        gone.add(name);
      } else if (!now.equals(name)) {
        moved.add(new Move(name, now));
      }
    }
    List<String> added = after.stream().filter(n -> !before.contains(n)).toList();
    Map<Long, Link> oldLinks = links(old, fresh, nowOf);
    Map<Long, Link> freshLinks = links(fresh, fresh, Map.of());
    List<Link> linksAdded = only(freshLinks, oldLinks);
    List<Link> linksGone = only(oldLinks, freshLinks);
    List<Set<String>> oldGroups = groups(old, nowOf);
    List<Set<String>> freshGroups = groups(fresh, Map.of());
    List<List<String>> opened = new ArrayList<>();
    List<List<String>> closed = new ArrayList<>();
    List<List<String>> changed = new ArrayList<>();
    Map<String, Integer> oldGroupOf = groupOf(oldGroups);
    Map<String, Integer> freshGroupOf = groupOf(freshGroups);
    for (Set<String> group : freshGroups) {
      List<Set<String>> same = sharing(group, oldGroups, oldGroupOf);
      addIf(same.isEmpty(), opened, List.copyOf(group));
      addIf(!same.isEmpty() && !same.contains(group), changed, List.copyOf(group));
    }
    for (Set<String> group : oldGroups) {
      addIf(sharing(group, freshGroups, freshGroupOf).isEmpty(), closed, List.copyOf(group));
    }
    return new LevelDrift(
        level, added, gone, moved, linksAdded, linksGone, opened, closed, changed);
  }

  private static Map<String, Integer> groupOf(List<Set<String>> groups) {
    Map<String, Integer> groupOf = new HashMap<>();
    for (int group = 0; group < groups.size(); group++) {
      for (String name : groups.get(group)) {
        groupOf.put(name, group);
      }
    }
    return groupOf;
  }

  /** The groups that have a pair in common with one, so that this can be called the same. */
  private static List<Set<String>> sharing(
      Set<String> group, List<Set<String>> others, Map<String, Integer> groupOf) {
    Map<Integer, Integer> common = new TreeMap<>();
    for (String name : group) {
      if (groupOf.containsKey(name)) {
        common.merge(groupOf.get(name), 1, Integer::sum);
      }
    }
    List<Set<String>> sharing = new ArrayList<>();
    common.forEach((other, count) -> addIf(count >= 2, sharing, others.get(other)));
    return sharing;
  }

  /** The links by the two nodes that stand for their ends, as {@link #ends} numbers them. */
  private static Map<Long, Link> links(
      LevelGraph graph, LevelGraph fresh, Map<String, String> nowOf) {
    int[] ends = ends(graph, fresh, nowOf);
    Map<Long, Link> links = new HashMap<>();
    Digraph arcs = graph.graph();
    for (int v = 0; v < arcs.nodes(); v++) {
      String from = nowOf.getOrDefault(graph.name(v), graph.name(v));
      for (int k = arcs.firstArc(v); k < arcs.firstArc(v + 1); k++) {
        int w = arcs.target(k);
        String to = nowOf.getOrDefault(graph.name(w), graph.name(w));
        links.put(((long) ends[v] << Integer.SIZE) + ends[w], new Link(from, to, arcs.weight(k)));
      }
    }
    return links;
  }

  /** For each node the one of the same name in the new graph, or a number beyond these. */
  private static int[] ends(LevelGraph graph, LevelGraph fresh, Map<String, String> nowOf) {
    int[] ends = new int[graph.size()];
    for (int v = 0; v < ends.length; v++) {
      int now = fresh.named(nowOf.getOrDefault(graph.name(v), graph.name(v)));
      ends[v] = now < 0 ? fresh.size() + v : now;
    }
    return ends;
  }

  /** The links that only the first has, by from and to. */
  private static List<Link> only(Map<Long, Link> links, Map<Long, Link> others) {
    List<Link> only = new ArrayList<>();
    links.forEach((ends, link) -> addIf(!others.containsKey(ends), only, link));
    only.sort(java.util.Comparator.comparing(Link::from).thenComparing(Link::to));
    return only;
  }

  private static List<Set<String>> groups(LevelGraph graph, Map<String, String> nowOf) {
    List<Set<String>> groups = new ArrayList<>();
    for (CycleGroups.Group group : graph.groups()) {
      Set<String> names = new TreeSet<>();
      for (int node : group.nodes()) {
        names.add(nowOf.getOrDefault(graph.name(node), graph.name(node)));
      }
      groups.add(names);
    }
    return groups;
  }
}
