package dev.vinesorter.core.misfit;

import dev.vinesorter.core.graph.Digraph;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.structure.WholeSources;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;

/** Types that belong into another package, by {@link PlaceScores}. */
public final class MisplacedTypes implements Judge {
  /** Less sure ones are not even told. */
  static final double LEAST = 0.1;

  private static final int MOST_EVIDENCE = 4;
  private static final double DOUBT = .7;
  private static final List<String> HIDDEN = List.of("internal", "impl");

  @Override
  public MisfitKind kind() {
    return MisfitKind.MISPLACED_TYPE;
  }

  @Override
  public List<Misfit> judge(Inquiry inquiry) {
    TypeTies ties = inquiry.types();
    List<Misfit> found = new ArrayList<>();
    if (ties.places() < 2) {
      return found;
    }
    PlaceScores scores = new PlaceScores(new TypePlaces(ties, ties.homes()));
    PlaceScores.Best[] best = scores.all();
    PlaceScores asIs = null;
    for (int node = 0; node < best.length; node++) {
      double score = best[node].score() * doubt(ties, node, best[node].place());
      boolean asked = best[node].place() >= 0 && score >= LEAST && mayMove(inquiry, node);
      if (asked) {
        asIs = asIs == null ? new PlaceScores(new TypePlaces(ties, ties.homes())) : asIs;
        found.add(misfit(inquiry, asIs, node, best[node].place(), score));
      }
    }
    return found;
  }

  /** The places that come into question for an outermost type, the most probable first. */
  static List<Place> places(Inquiry inquiry, int unit) {
    TypeTies ties = inquiry.types();
    int node = ties.node(unit);
    if (node < 0) {
      return List.of();
    }
    PlaceScores scores = new PlaceScores(new TypePlaces(ties, ties.homes()));
    double[] chances = scores.chances(node);
    List<Place> places = new ArrayList<>();
    for (int place = 0; place < chances.length; place++) {
      places.add(new Place(ties.packageAt(place), chances[place], place == ties.home[node]));
    }
    places.sort(Comparator.comparingDouble(p -> -p.score()));
    return places;
  }

  /**
   * Less sure is what one neighbour alone speaks for, and a way out of a package for internals into
   * the one around it, where most of what internals have to do with stands by custom.
   */
  private static double doubt(TypeTies ties, int node, int place) {
    if (place < 0) {
      return 1;
    }
    Units units = ties.survey.units();
    String here = units.simpleName(ties.packageAt(ties.home[node]));
    String there = units.simpleName(ties.packageAt(place));
    boolean out = HIDDEN.stream().anyMatch(word -> here.startsWith(there + "." + word));
    return out || ties.neighbours(node).length < 2 ? DOUBT : 1;
  }

  private static boolean mayMove(Inquiry inquiry, int node) {
    int unit = inquiry.types().unit(node);
    return !inquiry.units().has(unit, Trait.GENERATED)
        && !inquiry.units().simpleName(unit).equals("package-info");
  }

  private static Misfit misfit(
      Inquiry inquiry, PlaceScores scores, int node, int place, double score) {
    TypeTies ties = inquiry.types();
    int unit = ties.unit(node);
    String into = inquiry.units().simpleName(ties.packageAt(place));
    double[][] signs = scores.signs(node);
    Step.Move step = step(inquiry, unit, into);
    return new Misfit(
        MisfitKind.MISPLACED_TYPE,
        unit,
        List.of(),
        into,
        score,
        evidence(inquiry, node, place, signs),
        against(inquiry, node, place, signs),
        List.of(step),
        "move "
            + (names(step, inquiry.name(unit)) ? "it" : String.join(" and ", step.units()))
            + " into "
            + (step.into().isEmpty() ? "the unnamed package" : step.into()));
  }

  private static boolean names(Step.Move step, String type) {
    return step.units().equals(List.of(type));
  }

  /** A type goes with its source where that holds nothing else that is looked at. */
  private static Step.Move step(Inquiry inquiry, int unit, String into) {
    TypeTies ties = inquiry.types();
    WholeSources sources = WholeSources.of(inquiry.survey());
    boolean alone =
        !sources.holds(unit)
            || ties.survey.units().has(unit, Trait.LOOSE)
            || IntStream.range(0, ties.size())
                .map(ties::unit)
                .noneMatch(
                    other ->
                        other != unit
                            && sources.holds(other)
                            && sources.beside(other).equals(sources.beside(unit)));
    return alone ? inquiry.move(List.of(unit), into) : Step.move(inquiry.name(unit), into, true, 0);
  }

  /** The clauses that tell what a sign says about a place; the strongest first. */
  private static List<Misfit.Evidence> evidence(
      Inquiry inquiry, int node, int place, double[][] signs) {
    int home = inquiry.types().home[node];
    record Weighed(PlaceSign sign, double gain) {}
    List<Weighed> gains = new ArrayList<>();
    for (PlaceSign sign : PlaceSign.values()) {
      double there = sign.weight(false) * signs[place][sign.ordinal()];
      double here = sign.weight(true) * signs[home][sign.ordinal()];
      gains.add(new Weighed(sign, there - here));
    }
    gains.sort(Comparator.comparingDouble(w -> -w.gain));
    List<Misfit.Evidence> evidence = new ArrayList<>();
    Set<PlaceSign> said = java.util.EnumSet.noneOf(PlaceSign.class);
    Told told = new Told(inquiry, node, place);
    for (Weighed weighed : gains) {
      PlaceSign asked = Told.spokesman(weighed.sign);
      if (weighed.gain > 0 && said.add(asked) && evidence.size() < MOST_EVIDENCE) {
        Misfit.Evidence clause = told.about(asked);
        if (clause != null) {
          evidence.add(clause);
        }
      }
    }
    return evidence;
  }

  private static List<String> against(Inquiry inquiry, int node, int place, double[][] signs) {
    TypeTies ties = inquiry.types();
    int home = ties.home[node];
    List<String> against = new ArrayList<>();
    Told here = new Told(inquiry, node, home);
    int beside = here.near.length;
    if (beside > 0) {
      against.add(
          beside
              + " of the "
              + here.all
              + " types it has to do with stand in its own package: "
              + inquiry.some(here.near));
    }
    if (signs[home][PlaceSign.PACKAGE_PRIVATE.ordinal()] > 0) {
      against.add("it uses or gives what only its own package may name");
    }
    if (signs[home][PlaceSign.STAYS_WITH_FAMILY.ordinal()] > 0) {
      int[] family = here.namedAlike();
      if (family.length > 0) {
        against.add("named like " + inquiry.some(family) + " beside it");
      }
    }
    double fresh = signs[place][PlaceSign.NEW_DEPENDENCIES.ordinal()];
    if (fresh > signs[home][PlaceSign.NEW_DEPENDENCIES.ordinal()]) {
      against.add("packages would come to need each other that do not so far");
    }
    return against;
  }

  /** What the signs say about one place, with what shows it. */
  private static final class Told {
    private final Inquiry inquiry;
    private final TypeTies ties;
    private final Units units;
    private final int node;
    private final int place;

    /** The units of the neighbours that stand there, and how many neighbours there are. */
    private final int[] near;

    private final int all;

    Told(Inquiry inquiry, int node, int place) {
      this.inquiry = inquiry;
      this.ties = inquiry.types();
      this.units = inquiry.units();
      this.node = node;
      this.place = place;
      int[] neighbours = ties.neighbours(node);
      this.all = neighbours.length;
      this.near = there(neighbours);
    }

    /** Signs that say nearly the same are told by one of them. */
    static PlaceSign spokesman(PlaceSign sign) {
      return switch (sign) {
        case REFERENCES, RARE, TWO_STEPS -> PlaceSign.RARE;
        case SUFFIX, PREFIX, NAMED_ALIKE -> PlaceSign.NAMED_ALIKE;
        case SIBLINGS, HEIRS -> PlaceSign.SIBLINGS;
        default -> sign;
      };
    }

    private int[] there(int[] nodes) {
      return java.util.Arrays.stream(nodes)
          .filter(n -> n != node && ties.home[n] == place)
          .map(ties::unit)
          .toArray();
    }

    /** A clause, or null where there is nothing that people could follow. */
    Misfit.Evidence about(PlaceSign sign) {
      String where = units.label(ties.packageAt(place));
      return switch (sign) {
        case RARE ->
            near.length == 0
                ? null
                : shown(
                    near.length
                        + " of the "
                        + all
                        + " types it has to do with stand there: "
                        + inquiry.some(near),
                    near);
        case USES -> uses(ties.uses, "what it uses there: ");
        case USERS -> uses(ties.users, "what uses it there: ");
        case USE_ALIKE -> alike(ties.uses, ties.users, "use the same as it: ");
        case USED_ALIKE -> alike(ties.users, ties.uses, "are used by the same as it: ");
        case SIBLINGS -> siblings();
        case NAMED_ALIKE -> {
          int[] named = namedAlike();
          yield named.length == 0
              ? null
              : Misfit.Evidence.in("named like " + inquiry.some(named) + " there", named[0]);
        }
        case PACKAGE_NAME -> packageName(where);
        case MENTIONS -> mentions();
        case NEW_DEPENDENCIES ->
            Misfit.Evidence.in(
                "where it stands, it alone makes packages need each other", ties.unit(node));
        default -> null;
      };
    }

    private Misfit.Evidence uses(Digraph graph, String says) {
      int[] found = there(graph.targets(node));
      return found.length == 0 ? null : shown(says + inquiry.some(found), found);
    }

    private Misfit.Evidence alike(Digraph rows, Digraph columns, String says) {
      java.util.TreeSet<Integer> found = new java.util.TreeSet<>();
      for (int shared : rows.targets(node)) {
        for (int other : columns.targets(shared)) {
          if (other != node && ties.home[other] == place) {
            found.add(ties.unit(other));
          }
        }
      }
      int[] units = found.stream().mapToInt(Integer::intValue).toArray();
      return units.length == 0
          ? null
          : Misfit.Evidence.in("types there " + says + inquiry.some(units), units[0]);
    }

    private Misfit.Evidence siblings() {
      for (int s : ties.supers[node]) {
        int above = ties.superNode[s];
        if (above >= 0 && ties.home[above] == place) {
          int unit = ties.unit(above);
          return shown("its supertype " + units.simpleName(unit) + " stands there", unit);
        }
      }
      for (int other = 0; other < ties.size(); other++) {
        for (int s : ties.supers[node]) {
          boolean sibling = other != node && ties.home[other] == place;
          for (int theirs : ties.supers[other]) {
            if (sibling && theirs == s) {
              int unit = ties.unit(other);
              return Misfit.Evidence.in(
                  "has a supertype in common with " + units.simpleName(unit) + " there", unit);
            }
          }
        }
      }
      return null;
    }

    /** Types there that begin or end with the same word; else with any word in common. */
    int[] namedAlike() {
      List<String> mine = ties.words.get(node);
      List<Integer> family = new ArrayList<>();
      List<Integer> rest = new ArrayList<>();
      for (int other = 0; other < ties.size(); other++) {
        List<String> theirs = ties.words.get(other);
        if (other == node || ties.home[other] != place || mine.isEmpty() || theirs.isEmpty()) {
          continue;
        }
        boolean ends = mine.get(mine.size() - 1).equals(theirs.get(theirs.size() - 1));
        if (ends || mine.get(0).equals(theirs.get(0))) {
          family.add(ties.unit(other));
        } else if (theirs.stream().anyMatch(mine::contains)) {
          rest.add(ties.unit(other));
        }
      }
      return (family.isEmpty() ? rest : family).stream().mapToInt(Integer::intValue).toArray();
    }

    private Misfit.Evidence packageName(String where) {
      String last = where.substring(where.lastIndexOf('.') + 1);
      for (String word : ties.words.get(node)) {
        for (String part : Words.of(last)) {
          if (Words.alike(word, part)) {
            return Misfit.Evidence.in(
                "'" + word + "' is in its name, and '" + last + "' is that package's",
                ties.unit(node));
          }
        }
      }
      return null;
    }

    private Misfit.Evidence mentions() {
      int[] found = there(ties.mentions.targets(node));
      return found.length == 0
          ? null
          : Misfit.Evidence.in(
              "documentation links it with " + inquiry.some(found) + " there", found[0]);
    }

    /** Evidence with the first reference between the type and one of some others. */
    private Misfit.Evidence shown(String says, int... others) {
      References references = inquiry.survey().references();
      int type = ties.unit(node);
      for (int other : others) {
        for (int from : new int[] {type, other}) {
          int to = from == type ? other : type;
          for (int unit : units.withAllInside(from)) {
            for (int r = references.row(unit); r < references.row(unit + 1); r++) {
              boolean counts = references.kind(r).structural();
              if (counts && units.inside(references.target(r), to)) {
                return Misfit.Evidence.at(says, r);
              }
            }
          }
        }
      }
      return Misfit.Evidence.in(says, type);
    }
  }
}
