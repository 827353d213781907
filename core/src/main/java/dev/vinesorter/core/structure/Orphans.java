package dev.vinesorter.core.structure;

import dev.vinesorter.core.graph.Components;
import dev.vinesorter.core.graph.Digraph;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Deque;
import java.util.List;
import java.util.Set;

/** Units that nothing uses, each with what would go with it. */
public final class Orphans {
  /** Annotations that only tell something to readers, compilers or checkers of code. */
  private static final Set<String> TELLING =
      Set.of(
          "Nullable",
          "NonNull",
          "NotNull",
          "Nonnull",
          "NullMarked",
          "CheckForNull",
          "CheckReturnValue",
          "CanIgnoreReturnValue",
          "ThreadSafe",
          "Immutable",
          "Generated",
          "VisibleForTesting",
          "GuardedBy");

  /**
   * What stands for a use from outside.
   *
   * @param library whether the public API counts: who calls it is not to be seen here
   * @param services full names of types that service files or build files name
   */
  public record Entries(boolean library, Set<String> services) {
    public Entries {
      services = Set.copyOf(services);
    }
  }

  /**
   * A unit, or a cycle group, that nothing outside uses.
   *
   * @param units itself; several that only use each other
   * @param goesToo the units that only these use, through any chain, nearest first
   * @param lines the lines of all of them
   * @param byTests whether tests use it, and only they
   */
  public record Orphan(List<Integer> units, List<Integer> goesToo, long lines, boolean byTests) {}

  private Orphans() {}

  /**
   * The orphans of the type or member level: those that not even tests use, then the rest; the most
   * lines first.
   */
  public static List<Orphan> of(Survey survey, Level level, View view, Entries entries) {
    LevelGraph graph = LevelGraph.of(survey, level, view);
    boolean[] entry = entries(survey, graph, entries);
    Digraph uses = withHalves(survey, graph);
    Digraph users = uses.reversed();
    Components components = Components.of(uses);
    boolean[] held = new boolean[components.count()];
    for (int v = 0; v < graph.size(); v++) {
      int c = components.of(v);
      held[c] |= entry[v];
      for (int k = users.firstArc(v); k < users.firstArc(v + 1); k++) {
        held[c] |= components.of(users.target(k)) != c;
      }
    }
    List<List<Integer>> heads = new ArrayList<>();
    int[] headOf = new int[components.count()];
    Arrays.fill(headOf, -1);
    for (int v = 0; v < graph.size(); v++) {
      int c = components.of(v);
      if (!held[c]) {
        if (headOf[c] < 0) {
          headOf[c] = heads.size();
          heads.add(new ArrayList<>());
        }
        heads.get(headOf[c]).add(v);
      }
    }
    boolean[] tested = byTests(survey, graph, view);
    List<Orphan> orphans = new ArrayList<>();
    for (List<Integer> head : heads) {
      List<Integer> goes = goesToo(uses, users, head, entry);
      long lines = 0;
      for (int node : head) {
        lines += survey.units().lines(graph.unit(node));
      }
      for (int node : goes) {
        lines += survey.units().lines(graph.unit(node));
      }
      orphans.add(
          new Orphan(
              head.stream().map(graph::unit).toList(),
              goes.stream().map(graph::unit).toList(),
              lines,
              head.stream().anyMatch(n -> tested[n])));
    }
    orphans.sort(
        Comparator.comparing(Orphan::byTests)
            .thenComparing(o -> -o.lines)
            .thenComparing(o -> survey.units().name(o.units.get(0))));
    return orphans;
  }

  /**
   * The graph with arcs to what is defined apart: who uses a class has the methods that another
   * file defines for it.
   */
  private static Digraph withHalves(Survey survey, LevelGraph graph) {
    Digraph plain = graph.graph();
    Units units = survey.units();
    References references = survey.references();
    List<int[]> arcs = new ArrayList<>();
    for (int unit = 0; unit < units.size(); unit++) {
      boolean apart = units.level(unit) == Level.MEMBER && MemberNames.isApart(units, unit);
      int from = apart ? graph.node(unit) : -1;
      for (int r = references.row(unit); from >= 0 && r < references.row(unit + 1); r++) {
        int to = graph.node(references.target(r));
        if (to >= 0 && to != from && isDeclarationOf(units, references.target(r), unit)) {
          arcs.add(new int[] {to, from});
        }
      }
    }
    if (arcs.isEmpty()) {
      return plain;
    }
    for (int v = 0; v < plain.nodes(); v++) {
      for (int k = plain.firstArc(v); k < plain.firstArc(v + 1); k++) {
        arcs.add(new int[] {v, plain.target(k)});
      }
    }
    int[] from = arcs.stream().mapToInt(arc -> arc[0]).toArray();
    int[] to = arcs.stream().mapToInt(arc -> arc[1]).toArray();
    int[] weight = new int[from.length];
    Arrays.fill(weight, 1);
    return Digraph.of(plain.nodes(), from, to, weight, from.length);
  }

  private static boolean isDeclarationOf(Units units, int declared, int defined) {
    String name = units.simpleName(defined);
    return units.level(declared) == Level.MEMBER
        && units.simpleName(declared).equals(name.substring(name.lastIndexOf(':') + 1));
  }

  /** Takes away what has lost all its users, until nothing more goes. */
  private static List<Integer> goesToo(
      Digraph uses, Digraph users, List<Integer> head, boolean[] entry) {
    boolean[] gone = new boolean[uses.nodes()];
    Deque<Integer> queue = new ArrayDeque<>(head);
    head.forEach(n -> gone[n] = true);
    List<Integer> goes = new ArrayList<>();
    while (!queue.isEmpty()) {
      int v = queue.remove();
      for (int k = uses.firstArc(v); k < uses.firstArc(v + 1); k++) {
        int w = uses.target(k);
        boolean lost = !gone[w] && !entry[w];
        for (int u = users.firstArc(w); lost && u < users.firstArc(w + 1); u++) {
          lost = gone[users.target(u)];
        }
        if (lost) {
          gone[w] = true;
          goes.add(w);
          queue.add(w);
        }
      }
    }
    return goes;
  }

  private static boolean[] entries(Survey survey, LevelGraph graph, Entries entries) {
    Units units = survey.units();
    References references = survey.references();
    boolean[] entry = new boolean[graph.size()];
    boolean members = graph.level() == Level.MEMBER;
    heldByFiles(survey, graph, entry);
    for (int unit = 0; unit < units.size(); unit++) {
      int node = graph.node(unit);
      if (node < 0) {
        continue;
      }
      boolean self = graph.unit(node) == unit;
      int traits = units.traits(unit);
      boolean counts = self || !members;
      if (counts) {
        entry[node] |= units.simpleName(unit).equals("main(String[])") && Trait.STATIC.in(traits);
        entry[node] |= isStart(survey, unit);
        entry[node] |= Trait.TEST.in(traits) && isTestMethod(survey, unit);
        entry[node] |= entries.services.contains(units.name(unit));
        entry[node] |= entries.library && self && exposed(units, unit) && !Trait.TEST.in(traits);
      }
      if (members && self && !Trait.METHOD.in(traits) && !Trait.FIELD.in(traits)) {
        // Constructors and initialisers stand and fall with their class.
        entry[node] = true;
      }
      for (int r = references.row(unit); r < references.row(unit + 1); r++) {
        int used = references.target(r);
        Kind kind = references.kind(r);
        boolean foreign = Trait.FOREIGN.in(units.traits(used));
        if (counts && kind == Kind.ANNOTATES && foreign && calls(units, used)) {
          entry[node] = true;
        }
        // A library calls what overrides its methods; our own callers name the overridden one.
        if (members && self && kind == Kind.OVERRIDES) {
          entry[node] = true;
        }
      }
    }
    return entry;
  }

  /**
   * Marks what files themselves need: the services that a module's descriptor provides, and members
   * that a file uses when it is loaded, which is no member's doing. Imports alone are no use.
   */
  private static void heldByFiles(Survey survey, LevelGraph graph, boolean[] entry) {
    Units units = survey.units();
    References references = survey.references();
    for (int unit = 0; unit < units.size(); unit++) {
      boolean file = units.level(unit) == Level.FILE;
      boolean loads = graph.level() == Level.MEMBER && units.has(unit, Trait.LOOSE);
      for (int r = references.row(unit); (file || loads) && r < references.row(unit + 1); r++) {
        Kind kind = references.kind(r);
        int node = graph.node(references.target(r));
        if (node >= 0 && (file ? kind == Kind.REFERS : kind != Kind.IMPORTS)) {
          entry[node] = true;
        }
      }
    }
  }

  /**
   * Whether a program starts here: a function called main outside of any type, or a file that does
   * something when it is loaded. A file that holds nothing is none that could go as a type.
   */
  private static boolean isStart(Survey survey, int unit) {
    Units units = survey.units();
    if (units.level(unit) == Level.MEMBER) {
      return units.simpleName(unit).equals("main()") && units.has(units.parent(unit), Trait.LOOSE);
    }
    References references = survey.references();
    boolean acts = units.has(unit, Trait.LOOSE) && units.children(unit).length == 0;
    for (int r = references.row(unit);
        units.has(unit, Trait.LOOSE) && r < references.row(unit + 1);
        r++) {
      acts |= references.kind(r) == Kind.CALLS;
    }
    return acts;
  }

  private static boolean isTestMethod(Survey survey, int unit) {
    return survey.units().level(unit) == Level.MEMBER
        || survey.units().simpleName(unit).endsWith("Test");
  }

  /** Whether a framework may find and call what carries this annotation. */
  private static boolean calls(Units units, int annotation) {
    int in = units.packageOf(annotation);
    String name = in < 0 ? "" : units.simpleName(in);
    return !name.equals("java.lang")
        && !name.equals("java.lang.annotation")
        && !TELLING.contains(units.simpleName(annotation));
  }

  /** Whether code elsewhere can name it: public or protected, as is all around it. */
  private static boolean exposed(Units units, int unit) {
    for (int at = unit; at >= 0; at = units.parent(at)) {
      Level level = units.level(at);
      if (level != Level.TYPE && level != Level.MEMBER) {
        return true;
      }
      if (!units.has(at, Trait.PUBLIC) && !units.has(at, Trait.PROTECTED)) {
        return false;
      }
    }
    return true;
  }

  private static boolean[] byTests(Survey survey, LevelGraph graph, View view) {
    boolean[] tested = new boolean[graph.size()];
    Units units = survey.units();
    References references = survey.references();
    if (view.tests()) {
      return tested;
    }
    for (int unit = 0; unit < units.size(); unit++) {
      if (units.has(unit, Trait.TEST)) {
        for (int r = references.row(unit); r < references.row(unit + 1); r++) {
          int node = graph.node(references.target(r));
          if (node >= 0 && references.kind(r).structural()) {
            tested[node] = true;
          }
        }
      }
    }
    return tested;
  }
}
