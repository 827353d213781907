package dev.vinesorter.core.trellis;

import dev.vinesorter.core.graph.CutSet;
import dev.vinesorter.core.measure.Measures;
import dev.vinesorter.core.measure.Metric;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.structure.CycleGroups;
import dev.vinesorter.core.structure.LevelGraph;
import dev.vinesorter.core.structure.View;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;

/**
 * A survey held against a trellis. Dependencies are judged between outermost types, imports as uses
 * by the type that the file is named for; a breach has all its sites.
 *
 * @param breaches by rule, from and to
 * @param notes what in the trellis names nothing
 * @param unplaced how many types of the code base no layer holds; 0 where there are no layers
 */
public record Inspection(List<Breach> breaches, List<Note> notes, int unplaced) {
  public Inspection {
    breaches = List.copyOf(breaches);
    notes = List.copyOf(notes);
  }

  /**
   * Judges all rules.
   *
   * @throws ContradictionException when layers overlap or rules exclude each other
   */
  public static Inspection of(Survey survey, Trellis trellis, View view) {
    // The figures need nothing of the rest, and are half of the work.
    return of(
        survey,
        trellis,
        view,
        trellis.limits().set().isEmpty()
            ? CompletableFuture.completedFuture(null)
            : CompletableFuture.supplyAsync(() -> Measures.of(survey, view, trellis.limits())));
  }

  /**
   * The same for a caller who needs the figures, too.
   *
   * @param measures the figures in that view, with the limits of that trellis
   */
  public static Inspection of(Survey survey, Trellis trellis, View view, Measures measures) {
    return of(survey, trellis, view, CompletableFuture.completedFuture(measures));
  }

  private static Inspection of(
      Survey survey, Trellis trellis, View view, CompletableFuture<Measures> measures) {
    Judge judge = new Judge(survey, trellis, view.withForeign(true));
    judge.dependencies();
    judge.cycles(view);
    judge.breaches.addAll(limits(survey, trellis, measures.join()));
    judge.breaches.sort(
        Comparator.comparing(Breach::rule).thenComparing(Breach::from).thenComparing(Breach::to));
    return new Inspection(judge.breaches, judge.meanings.notes(), judge.unplaced());
  }

  private static List<Breach> limits(Survey survey, Trellis trellis, Measures measures) {
    List<Breach> breaches = new ArrayList<>();
    if (trellis.limits().set().isEmpty()) {
      return breaches;
    }
    for (Measures.Figure figure : measures.over()) {
      Metric metric = figure.metric();
      if (trellis.limits().set().containsKey(metric)) {
        String says =
            metric.shown(figure.value())
                + " "
                + metric.says()
                + ", over "
                + metric.shown(figure.limit());
        breaches.add(
            new Breach(
                "limit " + metric.key(),
                says,
                survey.units().name(figure.unit()),
                "",
                metric.level(),
                (int) Math.ceil(figure.value()),
                List.of(),
                "",
                Trellis.Place.NOWHERE));
      }
    }
    return breaches;
  }

  /** One inspection in the making. */
  private static final class Judge {
    private record Pair(int from, int to) {
      // What a record has of its own is many times slower until it is fully compiled.
      @Override
      public boolean equals(Object other) {
        return other instanceof Pair && ((Pair) other).from == from && ((Pair) other).to == to;
      }

      @Override
      public int hashCode() {
        return from * 31 + to;
      }
    }

    private final Survey survey;
    private final Units units;
    private final Trellis trellis;
    private final View view;
    private final boolean[] shown;
    private final Layers layers;
    private final Mending mending;
    private final List<Breach> breaches = new ArrayList<>();
    private final Meanings meanings;

    /** For each pair of outermost types, the references between them. */
    private final Map<Pair, List<Integer>> pairs = new LinkedHashMap<>();

    Judge(Survey survey, Trellis trellis, View view) {
      this.survey = survey;
      this.units = survey.units();
      this.trellis = trellis;
      this.view = view;
      this.shown = view.shown(survey);
      this.meanings = new Meanings(survey);
      this.layers = Layers.of(units, trellis, meanings);
      collectPairs();
      this.mending =
          new Mending(
              survey,
              layers,
              pairs.keySet().stream()
                  .filter(p -> !units.has(p.to, Trait.FOREIGN))
                  .map(p -> new int[] {p.from, p.to})
                  .toList());
    }

    private void collectPairs() {
      References references = survey.references();
      int[] speaker = speakers();
      for (int unit = 0; unit < units.size(); unit++) {
        if (!shown[unit] || speaker[unit] < 0) {
          continue;
        }
        for (int r = references.row(unit); r < references.row(unit + 1); r++) {
          int target = references.target(r);
          if (shown[target] && view.shows(references, r)) {
            int top = units.topTypeOf(target);
            int used = top < 0 ? target : top;
            if (used != speaker[unit]) {
              pairs.computeIfAbsent(new Pair(speaker[unit], used), p -> new ArrayList<>()).add(r);
            }
          }
        }
      }
    }

    /** The outermost type that answers for each unit; a file's imports are its first type's. */
    private int[] speakers() {
      int[] first = new int[units.size()];
      java.util.Arrays.fill(first, -1);
      for (int unit = 0; unit < first.length; unit++) {
        int around = units.parent(unit);
        if (units.level(unit) == Level.TYPE && around >= 0 && units.level(around) == Level.FILE) {
          boolean named = units.name(around).endsWith("/" + units.simpleName(unit) + ".java");
          first[around] = first[around] < 0 || named ? unit : first[around];
        }
      }
      int[] speaker = new int[units.size()];
      for (int unit = 0; unit < speaker.length; unit++) {
        int top = units.topTypeOf(unit);
        int file = units.fileOf(unit);
        speaker[unit] = top >= 0 ? top : file >= 0 ? first[file] >= 0 ? first[file] : file : -1;
      }
      return speaker;
    }

    /** Those references whose user and target are both meant; imports stand for their type. */
    private List<Integer> between(List<Integer> references, boolean[] from, boolean[] to) {
      List<Integer> found = new ArrayList<>();
      for (int r : references) {
        if (to[survey.references().target(r)] && from[survey.references().from(r)]) {
          found.add(r);
        }
      }
      return found;
    }

    private void add(
        String rule,
        String says,
        Pair pair,
        List<Integer> references,
        String mend,
        Trellis.Place place) {
      List<Integer> sorted = new ArrayList<>(references);
      sorted.sort(LevelGraph.byPlace(survey));
      String cut =
          mend.isEmpty() && sorted.size() == 1 ? "cut the one place where it is used" : mend;
      breaches.add(
          new Breach(
              rule,
              says,
              units.name(pair.from),
              units.name(pair.to),
              Level.TYPE,
              sorted.size(),
              sorted,
              cut,
              place));
    }

    void dependencies() {
      for (Pair pair : pairs.keySet()) {
        layered(pair);
      }
      for (Trellis.Never rule : trellis.never()) {
        boolean[] from = meanings.any(rule.from());
        boolean[] to = meanings.any(rule.to());
        meanings.noteNothing(rule.from());
        String says = names(rule.from()) + " may not use " + names(rule.to());
        for (Map.Entry<Pair, List<Integer>> one : pairs.entrySet()) {
          List<Integer> sites = between(one.getValue(), from, to);
          if (!sites.isEmpty()) {
            add("never", says + because(rule.reason()), one.getKey(), sites, "", rule.place());
          }
        }
      }
      for (Trellis.Only rule : trellis.only()) {
        boolean[] who = meanings.any(rule.who());
        boolean[] uses = meanings.any(rule.uses());
        meanings.noteNothing(rule.who());
        String says = names(rule.uses()) + " is for " + names(rule.who()) + " alone";
        boolean[] others = new boolean[who.length];
        for (int unit = 0; unit < others.length; unit++) {
          others[unit] = !who[unit] && !uses[unit];
        }
        for (Map.Entry<Pair, List<Integer>> one : pairs.entrySet()) {
          List<Integer> sites =
              others[one.getKey().from] ? between(one.getValue(), others, uses) : List.of();
          if (!sites.isEmpty()) {
            add("only", says + because(rule.reason()), one.getKey(), sites, "", rule.place());
          }
        }
      }
    }

    private void layered(Pair pair) {
      int from = layers.of(pair.from);
      int to = layers.of(pair.to);
      if (from < 0 || to < 0) {
        return;
      }
      Trellis.Layer layer = trellis.layers().get(from);
      String below = trellis.layers().get(to).name();
      if (to < from) {
        String says = "layer " + layer.name() + " is below " + below + ", so it may not use it";
        add(
            "layers",
            says,
            pair,
            pairs.get(pair),
            mending.ofLayers(pair.from, pair.to, pairs.get(pair)),
            layer.place());
      } else if (to > from + 1 && !layer.skips()) {
        String says = "layer " + layer.name() + " may not skip down to " + below;
        add("skips", says, pair, pairs.get(pair), "", layer.place());
      } else if (to == from && layer.apart() && layers.part(pair.from) != layers.part(pair.to)) {
        String says =
            "layer "
                + layer.name()
                + " keeps apart "
                + layers.partName(pair.from)
                + " and "
                + layers.partName(pair.to);
        add(
            "apart",
            says,
            pair,
            pairs.get(pair),
            mending.ofParts(pair.from, pair.to),
            layer.place());
      }
    }

    private static String because(String reason) {
      return reason.isEmpty() ? "" : ": " + reason;
    }

    private static String names(List<Trellis.Named> patterns) {
      return String.join(", ", patterns.stream().map(Trellis.Named::toString).toList());
    }

    void cycles(View own) {
      for (Level level : trellis.acyclic()) {
        LevelGraph graph = LevelGraph.of(survey, level, own);
        for (CycleGroups.Group group : graph.groups()) {
          String says =
              group.nodes().length + " " + level.words() + " run in circles; cheapest to cut here";
          for (CutSet.Arc arc : group.cut().arcs()) {
            int from = group.nodes()[arc.from()];
            int to = group.nodes()[arc.to()];
            List<Integer> references = graph.references(from, to);
            String mend =
                level == Level.PACKAGE ? mending.ofPackages(graph, from, to, references) : "";
            breaches.add(
                new Breach(
                    "acyclic",
                    says,
                    graph.name(from),
                    graph.name(to),
                    level,
                    arc.weight(),
                    references,
                    mend,
                    Trellis.Place.NOWHERE));
          }
        }
      }
    }

    int unplaced() {
      int count = 0;
      for (int unit = 0; unit < units.size() && !trellis.layers().isEmpty(); unit++) {
        boolean own = shown[unit] && !units.has(unit, Trait.FOREIGN);
        if (own && units.level(unit) == Level.TYPE && units.topTypeOf(unit) == unit) {
          count += layers.of(unit) < 0 ? 1 : 0;
        }
      }
      return count;
    }
  }
}
