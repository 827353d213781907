package dev.vinesorter.core.measure;

import dev.vinesorter.core.graph.Digraph;
import dev.vinesorter.core.graph.Walk;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.structure.CycleGroups;
import dev.vinesorter.core.structure.LevelGraph;
import dev.vinesorter.core.structure.View;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;

/** The figures of every unit in view, and those beyond their limits. */
public final class Measures {
  /**
   * One figure of one unit.
   *
   * @param unit the unit
   * @param metric what was counted
   * @param value the count
   * @param limit what is not too much; infinite for no limit
   * @param lines the lines of code that it is about
   */
  public record Figure(int unit, Metric metric, double value, double limit, int lines) {
    /** How far beyond the limit, as a part of the limit; 0 or less is within. */
    public double excess() {
      return Double.isInfinite(limit) ? 0 : (value - limit) / Math.max(1, limit);
    }

    public boolean over() {
      return value > limit;
    }

    /** How far over, times how much code: what ranks the table that says where to begin. */
    public double burden() {
      return Math.max(0, excess()) * lines;
    }
  }

  /**
   * Sums that can be compared between code bases of different size.
   *
   * @param lines all lines of the files in view
   * @param types all types in view
   * @param overPerThousandLines figures over their limit for each 1,000 lines
   * @param linesOver the share of lines that stand in types or members over a limit
   * @param typesInCycles the share of types that stand in cycles
   * @param meanNeeds how many types a type needs through any chain, itself included, on average
   */
  public record Totals(
      long lines,
      int types,
      double overPerThousandLines,
      double linesOver,
      double typesInCycles,
      double meanNeeds) {}

  private final Survey survey;
  private final List<Figure> figures;

  /** Worked out when first asked for: a judge of single units does without. */
  private final Supplier<Totals> work;

  private Totals totals;

  private Measures(Survey survey, List<Figure> figures, Supplier<Totals> work) {
    this.survey = survey;
    this.figures = List.copyOf(figures);
    this.work = work;
  }

  public static Measures of(Survey survey, View view, Limits limits) {
    Collector collector = new Collector(survey, view, limits);
    collector.members();
    collector.types();
    collector.packages();
    collector.modules();
    return new Measures(survey, collector.figures, collector::totals);
  }

  /** The figures of the units on one level; the work for others is not done. */
  public static List<Figure> of(Survey survey, View view, Limits limits, Level level) {
    Collector collector = new Collector(survey, view, limits);
    switch (level) {
      case MEMBER -> collector.members();
      case TYPE -> collector.types();
      case PACKAGE -> collector.packages();
      case MODULE -> collector.modules();
      default -> {
        // Files have no figures.
      }
    }
    return List.copyOf(collector.figures);
  }

  /** All figures, in the order of metrics and units. */
  public List<Figure> figures() {
    return figures;
  }

  /** Those beyond their limit, the greatest burden first. */
  public List<Figure> over() {
    return figures.stream()
        .filter(Figure::over)
        .sorted(
            Comparator.comparingDouble((Figure f) -> -f.burden())
                .thenComparing(f -> survey.units().name(f.unit()))
                .thenComparing(Figure::metric))
        .toList();
  }

  /** The sums; not for several threads at once. */
  public Totals totals() {
    if (totals == null) {
      totals = work.get();
    }
    return totals;
  }

  /** The figures of one level, with the totals of all. */
  public Measures on(Level level) {
    return new Measures(
        survey, figures.stream().filter(f -> f.metric().level() == level).toList(), this::totals);
  }

  private static final class Collector {
    private final Survey survey;
    private final Units units;
    private final View view;
    private final Limits limits;
    private final boolean[] shown;
    private final LevelGraph types;
    private final List<Figure> figures = new ArrayList<>();

    Collector(Survey survey, View view, Limits limits) {
      this.survey = survey;
      this.units = survey.units();
      this.view = view;
      this.limits = limits;
      this.shown = view.shown(survey);
      this.types = LevelGraph.of(survey, Level.TYPE, view);
    }

    private void add(int unit, Metric metric, double value, int lines) {
      figures.add(new Figure(unit, metric, value, limits.of(metric), lines));
    }

    void members() {
      for (int unit = 0; unit < units.size(); unit++) {
        boolean code = units.has(unit, Trait.METHOD) || units.has(unit, Trait.CONSTRUCTOR);
        if (units.level(unit) == Level.MEMBER && shown[unit] && code) {
          int lines = units.lines(unit);
          if (units.complexity(unit) > 0) {
            add(unit, Metric.METHOD_COMPLEXITY, units.complexity(unit), lines);
          }
          add(unit, Metric.METHOD_LINES, lines, lines);
          // A record's constructor has as many parameters as the record has parts.
          if (!units.has(units.parent(unit), Trait.RECORD) || !units.has(unit, Trait.CONSTRUCTOR)) {
            add(
                unit,
                Metric.METHOD_PARAMETERS,
                MemberNames.parameters(units.simpleName(unit)),
                lines);
          }
        }
      }
    }

    void types() {
      List<List<Integer>> membersOf = new ArrayList<>();
      for (int node = 0; node < types.size(); node++) {
        membersOf.add(new ArrayList<>());
      }
      for (int unit = 0; unit < units.size(); unit++) {
        if (units.level(unit) == Level.MEMBER && types.node(unit) >= 0) {
          membersOf.get(types.node(unit)).add(unit);
        }
      }
      Digraph uses = types.graph();
      Digraph users = uses.reversed();
      for (int node = 0; node < types.size(); node++) {
        int type = types.unit(node);
        int lines = units.lines(type);
        add(type, Metric.TYPE_LINES, lines, lines);
        add(type, Metric.TYPE_MEMBERS, membersOf.get(node).size(), lines);
        add(type, Metric.TYPE_FAN_IN, users.firstArc(node + 1) - users.firstArc(node), lines);
        add(type, Metric.TYPE_FAN_OUT, uses.firstArc(node + 1) - uses.firstArc(node), lines);
        List<List<Integer>> parts = Cohesion.parts(survey, type, membersOf.get(node));
        if (!parts.isEmpty()) {
          add(type, Metric.TYPE_PARTS, parts.size(), lines);
        }
      }
    }

    void packages() {
      LevelGraph packages = LevelGraph.of(survey, Level.PACKAGE, view);
      int[] count = new int[packages.size()];
      int[] inside = new int[packages.size()];
      int[] inCycles = new int[packages.size()];
      int[] lines = lines(packages);
      boolean[] circles = new boolean[types.size()];
      for (CycleGroups.Group group : types.groups()) {
        for (int node : group.nodes()) {
          circles[node] = true;
        }
      }
      Digraph uses = types.graph();
      int[] home = new int[types.size()];
      for (int node = 0; node < types.size(); node++) {
        home[node] = packages.node(types.unit(node));
        if (home[node] >= 0) {
          count[home[node]]++;
          inCycles[home[node]] += circles[node] ? 1 : 0;
        }
      }
      for (int node = 0; node < types.size(); node++) {
        for (int k = uses.firstArc(node); k < uses.firstArc(node + 1); k++) {
          if (home[node] >= 0 && home[node] == home[uses.target(k)]) {
            inside[home[node]]++;
          }
        }
      }
      Digraph out = packages.graph();
      Digraph in = out.reversed();
      for (int node = 0; node < packages.size(); node++) {
        int unit = packages.unit(node);
        double share = count[node] == 0 ? 0 : 100.0 * inCycles[node] / count[node];
        int efferent = out.firstArc(node + 1) - out.firstArc(node);
        int afferent = in.firstArc(node + 1) - in.firstArc(node);
        double instability =
            efferent + afferent == 0 ? 0 : efferent / (double) (efferent + afferent);
        add(unit, Metric.PACKAGE_TYPES, count[node], lines[node]);
        add(unit, Metric.PACKAGE_DEPENDENCIES, inside[node], lines[node]);
        add(unit, Metric.PACKAGE_CYCLE_SHARE, share, lines[node]);
        add(unit, Metric.PACKAGE_INSTABILITY, instability, lines[node]);
      }
    }

    private int[] lines(LevelGraph graph) {
      int[] lines = new int[graph.size()];
      for (int file = 0; file < units.size(); file++) {
        if (units.level(file) == Level.FILE && graph.node(file) >= 0) {
          lines[graph.node(file)] += units.lines(file);
        }
      }
      return lines;
    }

    void modules() {
      LevelGraph modules = LevelGraph.of(survey, Level.MODULE, view);
      int[] lines = lines(modules);
      Map<Integer, List<Integer>> members = new HashMap<>();
      for (int node = 0; node < types.size(); node++) {
        int module = modules.node(types.unit(node));
        if (module >= 0) {
          members.computeIfAbsent(module, m -> new ArrayList<>()).add(node);
        }
      }
      for (int module = 0; module < modules.size(); module++) {
        int[] nodes =
            members.getOrDefault(module, List.of()).stream().mapToInt(Integer::intValue).toArray();
        if (nodes.length > 0) {
          double mean = meanNeeds(types.graph().part(nodes));
          add(modules.unit(module), Metric.MODULE_CUMULATIVE, mean, lines[module]);
          double relative = mean / balancedMean(nodes.length);
          add(modules.unit(module), Metric.MODULE_RELATIVE_DEPENDENCY, relative, lines[module]);
        }
      }
    }

    private static double meanNeeds(Digraph graph) {
      long sum = 0;
      for (int reach : Walk.reachCounts(graph)) {
        sum += reach;
      }
      return graph.nodes() == 0 ? 0 : sum / (double) graph.nodes();
    }

    /** The same mean for a balanced binary tree of that many nodes (J. Lakos, 1996). */
    private static double balancedMean(int nodes) {
      double sum = (nodes + 1) * (Math.log(nodes + 1.0) / Math.log(2)) - nodes;
      return Math.max(1, sum / nodes);
    }

    Totals totals() {
      long lines = 0;
      LevelGraph files = LevelGraph.of(survey, Level.FILE, view);
      for (int node = 0; node < files.size(); node++) {
        lines += units.lines(files.unit(node));
      }
      long over = figures.stream().filter(Figure::over).count();
      int circling = types.groups().stream().mapToInt(g -> g.nodes().length).sum();
      return new Totals(
          lines,
          types.size(),
          lines == 0 ? 0 : over * 1000.0 / lines,
          lines == 0 ? 0 : linesOver() / (double) lines,
          types.size() == 0 ? 0 : circling / (double) types.size(),
          meanNeeds(types.graph()));
    }

    /** Lines of the outermost units over a limit, each line once. */
    private long linesOver() {
      boolean[] marked = new boolean[units.size()];
      for (Figure figure : figures) {
        if (figure.over() && figure.metric().level().compareTo(Level.TYPE) >= 0) {
          marked[figure.unit()] = true;
        }
      }
      long sum = 0;
      for (int unit = 0; unit < marked.length; unit++) {
        boolean inner = false;
        for (int at = units.parent(unit); marked[unit] && at >= 0; at = units.parent(at)) {
          inner |= marked[at];
        }
        sum += marked[unit] && !inner ? units.lines(unit) : 0;
      }
      return sum;
    }
  }
}
