package dev.vinesorter.core.misfit;

import dev.vinesorter.core.graph.Digraph;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.structure.View;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/**
 * What ties the members of a code base to each other: nodes are the members in view in the order of
 * the survey, owned by the outermost type around them. Made once for a survey and a view.
 */
public final class MemberTies {
  final Survey survey;
  final TypeTies types;

  /** The unit of each node, and the node of each unit, or -1. */
  final int[] unitOf;

  final int[] nodeOf;

  /** The node of the outermost type around each member; see {@link TypeTies}. */
  final int[] owner;

  /** The members of each outermost type. */
  final int[][] members;

  /** Which member uses which, by sites, and the other way round. */
  final Digraph uses;

  final Digraph users;

  /** Members that override one of our own or of a library's, or that are overridden. */
  final boolean[] inFamily;

  /** See {@link #usersByOwner}; judges that run beside each other ask for it. */
  private final Map<Integer, Map<Integer, Integer>> byOwner = new ConcurrentHashMap<>();

  private MemberTies(Survey survey, View view) {
    this.survey = survey;
    this.types = TypeTies.of(survey, view);
    Units units = survey.units();
    boolean[] shown = view.shown(survey);
    List<Integer> found = new ArrayList<>();
    for (int unit = 0; unit < units.size(); unit++) {
      if (shown[unit] && units.level(unit) == Level.MEMBER && types.nodeOf[unit] >= 0) {
        found.add(unit);
      }
    }
    unitOf = found.stream().mapToInt(Integer::intValue).toArray();
    nodeOf = new int[units.size()];
    Arrays.fill(nodeOf, -1);
    owner = new int[unitOf.length];
    for (int node = 0; node < unitOf.length; node++) {
      nodeOf[unitOf[node]] = node;
      owner[node] = types.nodeOf[unitOf[node]];
    }
    members = rows(owner, types.size());
    inFamily = new boolean[unitOf.length];
    References references = survey.references();
    int[] from = new int[references.size()];
    int[] to = new int[references.size()];
    int[] weight = new int[references.size()];
    int arcs = 0;
    for (int node = 0; node < unitOf.length; node++) {
      for (int r = references.row(unitOf[node]); r < references.row(unitOf[node] + 1); r++) {
        Kind kind = references.kind(r);
        int used = nodeOf[references.target(r)];
        if (kind == Kind.ANNOTATES && isOverride(references.target(r))) {
          // What a library that is missing declares is known by this alone.
          inFamily[node] = true;
        } else if (kind == Kind.OVERRIDES) {
          inFamily[node] = true;
          if (used >= 0) {
            inFamily[used] = true;
          }
        } else if (used >= 0 && used != node && kind.structural()) {
          from[arcs] = node;
          to[arcs] = used;
          weight[arcs++] = 1;
        }
      }
    }
    uses = Digraph.of(unitOf.length, from, to, weight, arcs);
    users = uses.reversed();
  }

  /** The same ties with some members owned by other types, as if they had moved. */
  private MemberTies(MemberTies same, int[] owners) {
    survey = same.survey;
    types = same.types;
    unitOf = same.unitOf;
    nodeOf = same.nodeOf;
    owner = owners.clone();
    uses = same.uses;
    users = same.users;
    inFamily = same.inFamily;
    members = rows(owner, types.size());
  }

  /** The same ties with each member owned by the type that is given for it. */
  public MemberTies owned(int[] owners) {
    return new MemberTies(this, owners);
  }

  /** The type that owns each member, by its node; a copy. */
  public int[] owners() {
    return owner.clone();
  }

  /** The members of each of some owners, ascending. */
  private static int[][] rows(int[] owner, int owners) {
    int[] count = new int[owners];
    for (int one : owner) {
      count[one]++;
    }
    int[][] rows = new int[owners][];
    for (int type = 0; type < owners; type++) {
      rows[type] = new int[count[type]];
    }
    for (int node = owner.length - 1; node >= 0; node--) {
      rows[owner[node]][--count[owner[node]]] = node;
    }
    return rows;
  }

  /** The ties in a view of a survey. */
  public static MemberTies of(Survey survey, View view) {
    return survey.once(new Key(view), () -> new MemberTies(survey, view));
  }

  private record Key(View view) {}

  private boolean isOverride(int annotation) {
    return survey.units().simpleName(annotation).equals("Override");
  }

  /** How many members there are. */
  public int size() {
    return unitOf.length;
  }

  /** The unit of a node. */
  public int unit(int node) {
    return unitOf[node];
  }

  /** How many members of each outermost type use a member, by the type's node. */
  Map<Integer, Integer> usersByOwner(int member) {
    return byOwner.computeIfAbsent(
        member,
        m -> {
          Map<Integer, Integer> counts = new HashMap<>();
          for (int arc = users.firstArc(m); arc < users.firstArc(m + 1); arc++) {
            counts.merge(owner[users.target(arc)], 1, Integer::sum);
          }
          return counts;
        });
  }

  /** The members that a member uses, each once. */
  public int[] used(int node) {
    return uses.targets(node);
  }

  /** The members that use a member, each once. */
  int[] using(int node) {
    return users.targets(node);
  }

  boolean has(int node, Trait trait) {
    return survey.units().has(unitOf[node], trait);
  }

  /** The words of a member's own name. */
  List<String> words(int node) {
    return Words.of(MemberNames.bare(survey.units().simpleName(unitOf[node])));
  }
}
