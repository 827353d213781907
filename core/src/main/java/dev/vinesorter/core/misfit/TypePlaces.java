package dev.vinesorter.core.misfit;

import dev.vinesorter.core.graph.Digraph;
import dev.vinesorter.core.model.Units;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.IntStream;

/**
 * How well each package would do as the place of a type, by {@link PlaceSign}s. The type itself is
 * left out of everything that is said about its package. Not safe for several threads.
 */
public final class TypePlaces {
  /** So many of the nearest members of a package are looked at. */
  private static final int NEAREST = 3;

  /** Last segments of packages that part a package by custom, and not by what it is about. */
  private static final Set<String> CUSTOMS =
      Set.of(
          "internal",
          "impl",
          "spi",
          "api",
          "util",
          "utils",
          "support",
          "base",
          "common",
          "core",
          "helper",
          "helpers",
          "annotation",
          "annotations",
          "exception",
          "exceptions",
          "event",
          "events");

  private final TypeTies ties;
  private final int[] home;
  private final int nodes;
  private final int places;

  /** How many types each package holds. */
  private final int[] crowd;

  /** How many pairs of types make each dependency between packages: from, then to. */
  private final int[][] arcs;

  /** The length of each node as a vector over what it uses, what uses it, and its words. */
  private final double[] usesNorm;

  private final double[] usersNorm;
  private final double[] wordsNorm;
  private final Map<String, List<Integer>> withWord = new HashMap<>();
  private final Map<String, List<Integer>> withFirst = new HashMap<>();
  private final Map<String, List<Integer>> withLast = new HashMap<>();

  /** The nodes with each supertype. */
  private final List<List<Integer>> withSuper = new ArrayList<>();

  private final List<List<String>> packageWords = new ArrayList<>();
  private final Map<String, Integer> packagesWithWord = new HashMap<>();

  /** The packages whose names have a word like that one; one entry for each such word. */
  private final Map<String, int[]> placesLikeWord = new HashMap<>();

  /** The place of the package right around each, or -1, and whether its name is a custom's. */
  private final int[] around;

  private final boolean[] custom;

  /** What one of so many out of all nodes is worth. */
  private final double[] rarities;

  /** The neighbours of each node. */
  private final int[][] near;

  /** One over the square root of each node's degree, and the sum of that over its neighbours. */
  private final double[] easy;

  private final double[] easySum;

  /** See {@link #alike}; zero between uses. */
  private final double[] dots;

  /** The sort of each node, how many of each sort there are in all and at each place. */
  private final int[] sorts;

  private final int[] sortsAll = new int[TypeSort.values().length];
  private final int[][] sortsAt;

  /** The sum of the shares of their neighbours that types have at home, and of how many types. */
  private final double[] inside;

  private final int[] insideCount;

  /** The signs of the node that was looked at last, by place; see {@link #row}. */
  private final double[][] rows;

  /** The places of which more is to be said than of all; they head the list. */
  private final boolean[] special;

  private final int[] specials;
  private int specialCount;

  /**
   * What {@link PlaceSign#SORT} is by sort and place, where no type is left out; else not known.
   */
  private final double[][] sortSigns;

  /** Who uses each package, and whom it uses, as it was when this was asked for first. */
  private int[][] usersOf;

  private int[][] usedOf;

  /** Types as they stand, or as {@code homes} says: the place of each node's package. */
  public TypePlaces(TypeTies ties, int[] homes) {
    this.ties = ties;
    this.home = homes.clone();
    this.nodes = ties.size();
    this.places = ties.places();
    this.crowd = new int[places];
    this.arcs = new int[places][places];
    this.rows = new double[places][PlaceSign.values().length];
    this.special = new boolean[places];
    this.specials = new int[places];
    this.sortSigns = new double[sortsAll.length][places];
    this.around = new int[places];
    this.custom = new boolean[places];
    this.rarities = new double[nodes + 1];
    for (int many = 0; many <= nodes; many++) {
      rarities[many] = Math.max(0, Math.log((nodes + 1) / (many + .5)));
    }
    this.dots = new double[nodes];
    this.easy = new double[nodes];
    this.easySum = new double[nodes];
    this.usesNorm = norms(ties.uses, ties.users);
    this.usersNorm = norms(ties.users, ties.uses);
    this.wordsNorm = new double[nodes];
    this.near = new int[nodes][];
    this.sorts = new int[nodes];
    this.sortsAt = new int[places][sortsAll.length];
    this.inside = new double[places];
    this.insideCount = new int[places];
    Units units = ties.survey.units();
    for (int node = 0; node < nodes; node++) {
      near[node] = ties.neighbours(node);
      easy[node] = 1 / Math.sqrt(Math.max(1, near[node].length));
      sorts[node] = TypeSort.of(units, ties.unitOf[node]).ordinal();
      sortsAll[sorts[node]]++;
    }
    for (int node = 0; node < nodes; node++) {
      for (int other : near[node]) {
        easySum[node] += easy[other];
      }
      stand(node, 1);
      count(node, 1);
    }
    indexNames();
    for (int s = 0; s < ties.subs.length; s++) {
      withSuper.add(new ArrayList<>());
    }
    for (int node = 0; node < nodes; node++) {
      for (int s : ties.supers[node]) {
        withSuper.get(s).add(node);
      }
    }
  }

  /** Counts a node at its home, or takes it away. */
  private void stand(int node, int step) {
    crowd[home[node]] += step;
    for (double[] row : sortSigns) {
      row[home[node]] = Double.NaN;
    }
    sortsAt[home[node]][sorts[node]] += step;
    if (near[node].length > 0) {
      inside[home[node]] += step * shareAtHome(node);
      insideCount[home[node]] += step;
    }
  }

  private double shareAtHome(int node) {
    int in = 0;
    for (int other : near[node]) {
      in += home[other] == home[node] ? 1 : 0;
    }
    return in / (double) near[node].length;
  }

  private void indexNames() {
    for (int node = 0; node < nodes; node++) {
      List<String> words = ties.words.get(node);
      for (String word : new HashSet<>(words)) {
        withWord.computeIfAbsent(word, w -> new ArrayList<>()).add(node);
      }
      if (!words.isEmpty()) {
        withFirst.computeIfAbsent(words.get(0), w -> new ArrayList<>()).add(node);
        withLast.computeIfAbsent(words.get(words.size() - 1), w -> new ArrayList<>()).add(node);
      }
    }
    for (int node = 0; node < nodes; node++) {
      double sum = 0;
      for (String word : new HashSet<>(ties.words.get(node))) {
        sum += square(rarity(withWord.get(word).size()));
      }
      wordsNorm[node] = Math.sqrt(sum);
    }
    Map<String, Integer> placeOf = new HashMap<>();
    for (int place = 0; place < places; place++) {
      placeOf.put(name(place), place);
    }
    for (int place = 0; place < places; place++) {
      List<String> words = Words.of(lastSegment(place));
      packageWords.add(words);
      custom[place] = CUSTOMS.contains(lastSegment(place));
      String name = name(place);
      int dot = name.lastIndexOf('.');
      around[place] = dot < 0 ? -1 : placeOf.getOrDefault(name.substring(0, dot), -1);
      new HashSet<>(words).forEach(word -> packagesWithWord.merge(word, 1, Integer::sum));
    }
  }

  private String name(int place) {
    return ties.survey.units().simpleName(ties.packageAt(place));
  }

  private String lastSegment(int place) {
    return name(place).substring(name(place).lastIndexOf('.') + 1);
  }

  private static double square(double x) {
    return x * x;
  }

  /** What one of {@code many} out of all nodes is worth. */
  private double rarity(int many) {
    return rarities[many];
  }

  private double[] norms(Digraph rows, Digraph columns) {
    double[] norms = new double[nodes];
    for (int node = 0; node < nodes; node++) {
      for (int arc = rows.firstArc(node); arc < rows.firstArc(node + 1); arc++) {
        norms[node] += square(rarity(TypeTies.arcs(columns, rows.target(arc))));
      }
      norms[node] = Math.sqrt(norms[node]);
    }
    return norms;
  }

  /** Counts a node's own dependencies between packages, or takes them away. */
  private void count(int node, int step) {
    for (int arc = ties.uses.firstArc(node); arc < ties.uses.firstArc(node + 1); arc++) {
      arcs[home[node]][home[ties.uses.target(arc)]] += step;
    }
  }

  /** How many packages there are to stand in. */
  public int places() {
    return places;
  }

  /** How many types there are. */
  public int nodes() {
    return nodes;
  }

  /** The place where a node stands. */
  public int home(int node) {
    return home[node];
  }

  /** How many types stand at a place. */
  public int crowd(int place) {
    return crowd[place];
  }

  /** Lets a node stand elsewhere from now on. */
  public void move(int node, int place) {
    usersOf = null;
    recount(node, -1);
    stand(node, -1);
    for (int other : near[node]) {
      stand(other, -1);
    }
    home[node] = place;
    for (int other : near[node]) {
      stand(other, 1);
    }
    stand(node, 1);
    recount(node, 1);
  }

  /** Counts all dependencies between packages that a node has a part in, or takes them away. */
  private void recount(int node, int step) {
    count(node, step);
    for (int arc = ties.users.firstArc(node); arc < ties.users.firstArc(node + 1); arc++) {
      arcs[home[ties.users.target(arc)]][home[node]] += step;
    }
  }

  /**
   * Works out the signs for each place, but for those that ask how others stand; see {@link #row}.
   * Cost is in the neighbours' neighbours of the node and in the number of places.
   */
  void look(int node) {
    for (int n = 0; n < specialCount; n++) {
      special[specials[n]] = false;
      Arrays.fill(rows[specials[n]], 0);
    }
    specialCount = 0;
    couplings(node);
    alike(node, PlaceSign.USE_ALIKE, ties.uses, ties.users, usesNorm);
    alike(node, PlaceSign.USED_ALIKE, ties.users, ties.uses, usersNorm);
    twoSteps(node);
    heritage(node);
    names(node);
    double[] own = at(home[node]);
    newDependencies(node);
    neighbourhood(node);
    own[PlaceSign.STAYS.ordinal()] = 1;
    own[PlaceSign.STAYS_WITH_FAMILY.ordinal()] =
        Math.max(own[PlaceSign.SUFFIX.ordinal()], own[PlaceSign.PREFIX.ordinal()]) > 0 ? 1 : 0;
    own[PlaceSign.PACKAGE_PRIVATE.ordinal()] = isTied(node) ? 1 : 0;
  }

  /** The signs for each place, as {@link #look} finds them. */
  double[][] signs(int node) {
    look(node);
    return Arrays.stream(rows).map(double[]::clone).toArray(double[][]::new);
  }

  /**
   * The signs of a place for the node that was looked at last, in the order of {@link PlaceSign}.
   */
  double[] row(int place) {
    return rows[place];
  }

  /**
   * Whether a place has something to do with the node that was looked at last. Of the others only
   * the sort, the density, the custom and the dependencies tell anything, and that nothing links
   * them.
   */
  boolean isSpecial(int place) {
    return special[place];
  }

  /** The signs of a place of which something is to be said. */
  private double[] at(int place) {
    if (!special[place]) {
      special[place] = true;
      specials[specialCount++] = place;
      Arrays.fill(rows[place], 0);
    }
    return rows[place];
  }

  /** How many types stand at a place, the node itself not counted. */
  private int members(int node, int place) {
    return crowd[place] - (home[node] == place ? 1 : 0);
  }

  private boolean isTied(int node) {
    Digraph tied = ties.packagePrivate;
    for (int arc = tied.firstArc(node); arc < tied.firstArc(node + 1); arc++) {
      if (home[tied.target(arc)] == home[node]) {
        return true;
      }
    }
    return false;
  }

  private void couplings(int node) {
    double all = 0;
    double rare = Math.log(nodes);
    for (boolean used : new boolean[] {true, false}) {
      Digraph rows = used ? ties.uses : ties.users;
      Digraph columns = used ? ties.users : ties.uses;
      int side = (used ? PlaceSign.USES : PlaceSign.USERS).ordinal();
      double count = TypeTies.arcs(rows, node) + 1;
      for (int arc = rows.firstArc(node); arc < rows.firstArc(node + 1); arc++) {
        int other = rows.target(arc);
        double worth = Math.log((nodes + 1.0) / (TypeTies.arcs(columns, other) + 1));
        double[] there = at(home[other]);
        there[side] += 1 / count;
        there[PlaceSign.REFERENCES.ordinal()] += rows.weight(arc);
        there[PlaceSign.RARE.ordinal()] += worth;
        all += rows.weight(arc);
        rare += worth;
      }
    }
    double links = 0;
    Digraph mentions = ties.mentions;
    for (int arc = mentions.firstArc(node); arc < mentions.firstArc(node + 1); arc++) {
      at(home[mentions.target(arc)])[PlaceSign.MENTIONS.ordinal()] += mentions.weight(arc);
      links += mentions.weight(arc);
    }
    for (int n = 0; n < specialCount; n++) {
      double[] row = rows[specials[n]];
      row[PlaceSign.REFERENCES.ordinal()] /= all + 2;
      row[PlaceSign.RARE.ordinal()] /= Math.max(1e-9, rare);
      row[PlaceSign.MENTIONS.ordinal()] /= links + 1;
    }
  }

  /** The mean of the nearest cosines with members of each package, by one sort of dependency. */
  private void alike(int node, PlaceSign sign, Digraph rows, Digraph columns, double[] norms) {
    List<Integer> met = new ArrayList<>();
    for (int arc = rows.firstArc(node); arc < rows.firstArc(node + 1); arc++) {
      int shared = rows.target(arc);
      double worth = square(rarity(TypeTies.arcs(columns, shared)));
      for (int back = columns.firstArc(shared); back < columns.firstArc(shared + 1); back++) {
        add(node, met, columns.target(back), worth);
      }
    }
    nearest(node, met, norms, sign);
  }

  private void add(int node, List<Integer> met, int other, double worth) {
    if (other != node && worth > 0) {
      if (dots[other] == 0) {
        met.add(other);
      }
      dots[other] += worth;
    }
  }

  /** Takes the products collected for the nodes met, and leaves none behind. */
  private void nearest(int node, List<Integer> met, double[] norms, PlaceSign sign) {
    Map<Integer, double[]> best = new HashMap<>();
    for (int other : met) {
      double cosine = dots[other] / Math.max(1e-9, norms[node] * norms[other]);
      dots[other] = 0;
      double[] top = best.computeIfAbsent(home[other], place -> new double[NEAREST]);
      for (int rank = 0; rank < NEAREST; rank++) {
        if (cosine > top[rank]) {
          double less = top[rank];
          top[rank] = cosine;
          cosine = less;
        }
      }
    }
    best.forEach(
        (place, top) -> {
          double sum = 0;
          for (double cosine : top) {
            sum += cosine;
          }
          at(place)[sign.ordinal()] = sum / NEAREST;
        });
  }

  private void twoSteps(int node) {
    for (int first : near[node]) {
      double mass = easy[first] / easySum[node];
      for (int second : near[first]) {
        if (second != node) {
          at(home[second])[PlaceSign.TWO_STEPS.ordinal()] += mass * easy[second] / easySum[first];
        }
      }
    }
  }

  private void heritage(int node) {
    int[] supers = ties.supers[node];
    for (int s : supers) {
      for (int other : withSuper.get(s)) {
        if (other != node) {
          at(home[other])[PlaceSign.SIBLINGS.ordinal()] +=
              1.0 / Math.max(1, ties.subs[s] - 1) / (supers.length + .5);
        }
      }
      if (ties.superNode[s] >= 0) {
        at(home[ties.superNode[s]])[PlaceSign.HEIRS.ordinal()] += 1;
      }
    }
    int asSuper = ties.superOf[node];
    if (asSuper >= 0) {
      List<Integer> heirs = withSuper.get(asSuper);
      heirs.forEach(h -> at(home[h])[PlaceSign.HEIRS.ordinal()] += 1.0 / heirs.size());
      TypeSort sort = TypeSort.values()[sorts[node]];
      boolean general = sort == TypeSort.INTERFACE || sort == TypeSort.ABSTRACT;
      for (int heir : heirs) {
        boolean below = name(home[heir]).startsWith(name(home[node]) + ".");
        if (general && below) {
          at(home[heir])[PlaceSign.BELOW.ordinal()] = 1;
        }
      }
    }
  }

  private void names(int node) {
    List<String> words = ties.words.get(node);
    if (words.isEmpty()) {
      return;
    }
    List<Integer> met = new ArrayList<>();
    for (String word : new HashSet<>(words)) {
      double worth = square(rarity(withWord.get(word).size()));
      withWord.get(word).forEach(other -> add(node, met, other, worth));
    }
    met.sort(null);
    nearest(node, met, wordsNorm, PlaceSign.NAMED_ALIKE);
    family(node, withLast.get(words.get(words.size() - 1)), PlaceSign.SUFFIX);
    family(node, withFirst.get(words.get(0)), PlaceSign.PREFIX);
    double most = Math.log(places + 1);
    Set<Integer> like = new TreeSet<>();
    for (String word : words) {
      for (int place : placesLikeWord.computeIfAbsent(word, this::placesLike)) {
        like.add(place);
      }
    }
    for (int place : like) {
      for (String part : packageWords.get(place)) {
        if (words.stream().anyMatch(word -> Words.alike(word, part))) {
          at(place)[PlaceSign.PACKAGE_NAME.ordinal()] +=
              Math.log((places + 1) / (packagesWithWord.get(part) + .5)) / most;
        }
      }
    }
  }

  private int[] placesLike(String word) {
    return IntStream.range(0, places)
        .filter(p -> packageWords.get(p).stream().anyMatch(part -> Words.alike(word, part)))
        .toArray();
  }

  private void family(int node, List<Integer> alike, PlaceSign sign) {
    for (int other : alike) {
      if (other != node) {
        int members = members(node, home[other]);
        at(home[other])[sign.ordinal()] += 1.0 / (members + 1);
      }
    }
  }

  /** What the other types of each package are like, and how the package stands to its own. */
  private void neighbourhood(int node) {
    double[] known = sortSigns[sorts[node]];
    for (int place = 0; place < places; place++) {
      boolean own = place == home[node];
      double[] row = rows[place];
      if (!own && Double.isNaN(known[place])) {
        known[place] = sortSign(node, place);
      }
      row[PlaceSign.SORT.ordinal()] = own ? sortSign(node, place) : known[place];
      row[PlaceSign.NO_LINK.ordinal()] =
          special[place] && row[PlaceSign.REFERENCES.ordinal()] > 0 ? 0 : 1;
      boolean counted = own && near[node].length > 0;
      double sum = inside[place] - (counted ? shareAtHome(node) : 0);
      int count = insideCount[place] - (counted ? 1 : 0);
      row[PlaceSign.DENSITY.ordinal()] = (sum + .3) / (count + 1);
      boolean parted =
          own
              ? custom[place]
              : custom[home[node]] && around[home[node]] == place
                  || custom[place] && around[place] == home[node];
      row[PlaceSign.CUSTOM.ordinal()] = parted ? 1 : 0;
    }
  }

  private double sortSign(int node, int place) {
    double usual = (sortsAll[sorts[node]] - .5) / nodes;
    int same = sortsAt[place][sorts[node]] - (place == home[node] ? 1 : 0);
    return Math.log((same + 2 * usual) / (members(node, place) + 2) / usual);
  }

  /** Dependencies between packages that no other type makes, were the node to stand there. */
  private void newDependencies(int node) {
    if (usersOf == null) {
      listArcs();
    }
    recount(node, -1);
    Set<Integer> used = homes(ties.uses, node);
    Set<Integer> using = homes(ties.users, node);
    Set<Integer> touched = new HashSet<>(used);
    touched.addAll(using);
    double scale = 1 + Math.sqrt(touched.size());
    int[] fresh = new int[places];
    Arrays.fill(fresh, used.size() + using.size());
    for (int other : used) {
      fresh[other]--;
      for (int place : usersOf[other]) {
        fresh[place] -= place != other && arcs[place][other] > 0 ? 1 : 0;
      }
    }
    for (int other : using) {
      fresh[other]--;
      for (int place : usedOf[other]) {
        fresh[place] -= place != other && arcs[other][place] > 0 ? 1 : 0;
      }
    }
    for (int place = 0; place < places; place++) {
      rows[place][PlaceSign.NEW_DEPENDENCIES.ordinal()] = Math.min(8, fresh[place]) / scale;
    }
    recount(node, 1);
  }

  /** Lists which packages use which, since most do not. */
  private void listArcs() {
    usersOf = new int[places][];
    usedOf = new int[places][];
    for (int place = 0; place < places; place++) {
      int at = place;
      usersOf[place] = IntStream.range(0, places).filter(other -> arcs[other][at] > 0).toArray();
      usedOf[place] = IntStream.range(0, places).filter(other -> arcs[at][other] > 0).toArray();
    }
  }

  private Set<Integer> homes(Digraph rows, int node) {
    Set<Integer> found = new HashSet<>();
    for (int arc = rows.firstArc(node); arc < rows.firstArc(node + 1); arc++) {
      found.add(home[rows.target(arc)]);
    }
    return found;
  }
}
