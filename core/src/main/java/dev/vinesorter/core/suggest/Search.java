package dev.vinesorter.core.suggest;

import dev.vinesorter.core.misfit.PlaceScores;
import dev.vinesorter.core.misfit.TypePlaces;
import dev.vinesorter.core.misfit.TypeTies;
import dev.vinesorter.core.misfit.Words;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.structure.WholeSources;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.BooleanSupplier;

/**
 * A beam search (B. Lowerre, 1976) over moves of types between packages. Each round makes the best
 * plans one move longer: moves along the dependencies that are in cycles or run up the layers are
 * weighed by a fixed order of packages, the best of them in full. A move costs, and more where the
 * names and the company of the types speak against it. On small roots all moves are tried.
 */
public final class Search {
  /** Plans that go on to the next round. */
  private static final int BEAM = 8;

  /** Moves of a plan that are weighed in full. */
  private static final int WEIGHED = 40;

  /** Types that go together, at most. */
  private static final int MOST_TOGETHER = 8;

  private static final int NEW_PACKAGES = 3;

  /**
   * Nobody would sign a move that name and company speak against so much, however many cycles it
   * opens: the place is 55 times less probable than where the type stands.
   */
  private static final double AGAINST = .5;

  /** How much speaks against a new package for one type, and for several that hang together. */
  private static final double NEW_FOR_ONE = .4;

  private static final double NEW_FOR_MANY = .25;

  /** A pair of types that runs up the layers counts like so many references in a cycle. */
  private static final int UPWARD = 3;

  /** And so does a type that stands elsewhere than where it belongs. */
  private static final int MISFIT = 3;

  /** For whatever goes along with the first of a move so much has to be gained, in references. */
  private static final double MORE = .4;

  /** Words that no package may be called in some language. */
  private static final Set<String> KEYWORDS =
      Set.of(
          "abstract",
          "boolean",
          "byte",
          "case",
          "char",
          "class",
          "default",
          "double",
          "enum",
          "final",
          "float",
          "import",
          "int",
          "interface",
          "long",
          "native",
          "new",
          "package",
          "private",
          "protected",
          "public",
          "return",
          "short",
          "static",
          "super",
          "switch",
          "this",
          "throw",
          "transient",
          "try",
          "void",
          "volatile",
          "while");

  /** So many types and places, multiplied, may be tried out in full. */
  private static final int SMALL = 2_000;

  private final Question question;
  private final TypeTies ties;
  private final Units units;
  private final PackageState state;
  private final String[] names;
  private final PlaceScores scores;
  private final Map<Integer, double[]> chances = new HashMap<>();
  private final WholeSources sources;

  /** The types that each goes together with, itself included, ascending; those of one are equal. */
  private final int[][] together;

  /** Whether sources may go to each place. */
  private final boolean[] takes;

  /** Who must not move. */
  private final boolean[] stays;

  /** What a move is worth, in references: nothing that gains less is done. */
  private final double price;

  private final int start;

  public Search(Question question) {
    this.question = question;
    this.ties = question.inquiry().types();
    this.units = question.inquiry().units();
    int[] layers = question.layers();
    int[] none = new int[ties.places()];
    Arrays.fill(none, -1);
    this.state =
        new PackageState(ties, layers.length == 0 ? none : layers, question.wishes(), NEW_PACKAGES);
    this.names = new String[state.places()];
    for (int place = 0; place < ties.places(); place++) {
      names[place] = units.simpleName(ties.packageAt(place));
    }
    this.scores = new PlaceScores(new TypePlaces(ties, ties.homes()));
    this.sources = WholeSources.of(question.inquiry().survey());
    this.takes = new boolean[names.length];
    for (int place = 0; place < takes.length; place++) {
      takes[place] = place >= ties.places() || sources.takes(names[place]);
    }
    this.together = together();
    this.stays = new boolean[ties.size()];
    for (int type = 0; type < stays.length; type++) {
      boolean atHome = sources.holds(ties.unit(type)) && sources.stays(ties.unit(type));
      if (atHome || question.staying().contains(ties.unit(type))) {
        Arrays.stream(together[type]).forEach(one -> stays[one] = true);
      }
    }
    this.start = weight();
    this.price = start / 100.0;
  }

  private int[][] together() {
    Map<List<Integer>, List<Integer>> bySources = new HashMap<>();
    int[][] groups = new int[ties.size()][];
    for (int type = 0; type < groups.length; type++) {
      int unit = ties.unit(type);
      groups[type] = new int[] {type};
      if (sources.holds(unit)) {
        bySources.computeIfAbsent(sources.beside(unit), key -> new ArrayList<>()).add(type);
      }
    }
    for (List<Integer> group : bySources.values()) {
      int[] types = group.stream().mapToInt(Integer::intValue).toArray();
      group.forEach(type -> groups[type] = types);
    }
    return groups;
  }

  /** Whether a type speaks for those that it goes together with. */
  private boolean leads(int type) {
    return together[type][0] == type;
  }

  /** What is to be brought to 0. */
  private int weight() {
    return (question.cycles() ? state.cycleWeight() : 0)
        + UPWARD * state.upwards()
        + MISFIT * state.misfits();
  }

  /** A plan in the making. */
  private record Line(List<Move> moves, int weight, double cost) {
    double value() {
      return weight + cost;
    }
  }

  /**
   * The best plans, the best first, at most as many as asked for, each beginning otherwise.
   *
   * @param goOn asked before each move that is weighed in full; false ends the search with what was
   *     found so far
   */
  public List<Found> plans(int most, BooleanSupplier goOn) {
    if (start == 0) {
      return List.of();
    }
    boolean all = ties.size() * ties.places() <= SMALL;
    Line none = new Line(List.of(), start, 0);
    List<Line> best = new ArrayList<>();
    List<Line> beam = List.of(none);
    for (int round = 0; round < question.mostSteps() && !beam.isEmpty(); round++) {
      Map<Set<String>, Line> next = new HashMap<>();
      for (Line line : beam) {
        play(line);
        Set<Integer> moved = new HashSet<>();
        line.moves.forEach(move -> moved.addAll(move.types()));
        for (Move move : moves(all)) {
          if (move.types().stream().anyMatch(moved::contains)) {
            continue;
          }
          if (!goOn.getAsBoolean()) {
            break;
          }
          Line longer = longer(line, move);
          Set<String> same = new TreeSet<>(longer.moves.stream().map(Move::name).toList());
          next.merge(same, longer, (a, b) -> a.value() <= b.value() ? a : b);
        }
        back(line);
      }
      beam = next.values().stream().sorted(order()).limit(BEAM).toList();
      best.addAll(beam);
      boolean done = beam.stream().anyMatch(line -> line.weight == 0);
      if (done || !goOn.getAsBoolean()) {
        break;
      }
    }
    return chosen(best, most, all);
  }

  private static Comparator<Line> order() {
    return Comparator.comparingDouble(Line::value)
        .thenComparing(line -> line.moves.size())
        .thenComparing(line -> line.moves.toString());
  }

  private void play(Line line) {
    for (Move move : line.moves) {
      names[move.place()] = move.into();
      move.types().forEach(type -> state.move(type, move.place()));
    }
  }

  private void back(Line line) {
    int[] homes = ties.homes();
    for (int at = line.moves.size() - 1; at >= 0; at--) {
      line.moves.get(at).types().forEach(type -> state.move(type, homes[type]));
    }
  }

  private Line longer(Line line, Move move) {
    List<Integer> before = move.types().stream().map(state::home).toList();
    move.types().forEach(type -> state.move(type, move.place()));
    int weight = weight();
    for (int k = 0; k < before.size(); k++) {
      state.move(move.types().get(k), before.get(k));
    }
    List<Move> moves = new ArrayList<>(line.moves);
    moves.add(move);
    long parts = parts(move.types());
    double cost = price * (1 + 4 * move.against()) + Math.max(.1 * price, MORE) * (parts - 1);
    return new Line(moves, weight, line.cost + cost);
  }

  /** All moves that the search may make as the code stands, however little they gain. */
  List<Move> every() {
    return moves(true);
  }

  /** The moves that are worth weighing as things stand; all there are where there are few. */
  private List<Move> moves(boolean all) {
    int[] core = state.core();
    int[] order = question.cycles() ? state.order(core) : new int[0];
    int[] position = new int[state.places()];
    Arrays.fill(position, -1);
    for (int at = 0; at < order.length; at++) {
      position[order[at]] = at;
    }
    record Weighed(Move move, double gain) {}
    List<Weighed> weighed = new ArrayList<>();
    for (int type = 0; type < ties.size(); type++) {
      if (stays[type] || !leads(type)) {
        continue;
      }
      int[] group = together[type];
      List<Integer> types = Arrays.stream(group).boxed().toList();
      for (int place : all ? everywhere() : near(group, position)) {
        if (place != state.home(type) && mayTake(place, type)) {
          Move move = new Move(types, place, names[place], against(group, place));
          weighed.add(new Weighed(move, gain(group, place, position) - price * 4 * move.against()));
        }
      }
    }
    weighed.removeIf(w -> w.move.against() >= AGAINST);
    weighed.sort(
        Comparator.comparingDouble((Weighed w) -> -w.gain)
            .thenComparing(w -> w.move.types().get(0))
            .thenComparing(w -> w.move.place()));
    List<Move> moves = new ArrayList<>();
    for (Weighed one : weighed) {
      if (all || moves.size() < WEIGHED) {
        moves.add(one.move);
      }
    }
    moves.addAll(apart(order));
    moves.removeIf(move -> question.refused().contains(move.name()));
    return moves;
  }

  private boolean mayTake(int place, int type) {
    return !sources.holds(ties.unit(type)) || takes[place];
  }

  private int[] everywhere() {
    return java.util.stream.IntStream.range(0, ties.places())
        .filter(place -> state.crowd(place) > 0)
        .toArray();
  }

  /** The places of neighbours of some types, where these have a part in a cycle or a breach. */
  private int[] near(int[] group, int[] position) {
    Set<Integer> near = new TreeSet<>();
    boolean concerned = false;
    for (int type : group) {
      for (int[] side : new int[][] {state.uses(type), state.users(type)}) {
        for (int other : side) {
          int place = state.home(other);
          near.add(place);
          boolean inCore = position[place] >= 0 && position[state.home(type)] >= 0;
          concerned |= place != state.home(type) && (inCore || state.upwards() > 0);
        }
      }
      if (state.wish(type) >= 0) {
        concerned = true;
        near.add(state.wish(type));
      }
    }
    return concerned ? near.stream().mapToInt(Integer::intValue).toArray() : new int[0];
  }

  /** By how much less would run backward in the order of packages as it is. */
  private double gain(int[] group, int place, int[] position) {
    double gain = 0;
    for (int type : group) {
      int home = state.home(type);
      int wish = state.wish(type);
      int wished = wish == place ? MISFIT : wish == home ? -MISFIT : 0;
      gain += backward(type, home, position) - backward(type, place, position) + wished;
    }
    return gain;
  }

  private int backward(int type, int place, int[] position) {
    int sum = 0;
    for (int used : state.uses(type)) {
      if (together[used] != together[type]) {
        sum += against(place, state.home(used), position) * ties.sites(type, used);
      }
    }
    for (int user : state.users(type)) {
      if (together[user] != together[type]) {
        sum += against(state.home(user), place, position) * ties.sites(user, type);
      }
    }
    return sum;
  }

  private static int against(int from, int to, int[] position) {
    boolean back = position[from] >= 0 && position[to] >= 0 && position[from] > position[to];
    return back ? 1 : 0;
  }

  /** How much names and company speak against a place: 0 for as good as home, 1 at most. */
  private double against(int[] group, int place) {
    if (place >= ties.places()) {
      return NEW_FOR_MANY;
    }
    double sum = 0;
    for (int type : group) {
      double[] of = chances.computeIfAbsent(type, scores::chances);
      double own = of[ties.homes()[type]];
      double ratio = Math.log(Math.max(1e-9, own) / Math.max(1e-9, of[place]));
      sum += Math.max(0, Math.min(1, ratio / 8));
    }
    return sum / group.length;
  }

  /** Types of a package that another one needs, with all they need there, into a new package. */
  private List<Move> apart(int[] order) {
    int fresh = -1;
    for (int place = ties.places(); place < state.places() && fresh < 0; place++) {
      fresh = state.crowd(place) == 0 ? place : -1;
    }
    Map<String, Move> moves = new TreeMap<>();
    for (int later = 0; fresh >= 0 && later < order.length; later++) {
      for (int earlier = 0; earlier < later; earlier++) {
        boolean backward = state.weight(order[later], order[earlier]) > 0;
        Move move = backward ? apart(order[later], order[earlier], fresh) : null;
        if (move != null) {
          moves.put(move.name(), move);
        }
      }
    }
    for (int type = 0; fresh >= 0 && type < ties.size(); type++) {
      Move move = stays[type] || !leads(type) ? null : alone(together[type], order, fresh);
      if (move != null) {
        moves.put(move.name(), move);
      }
    }
    return moves.values().stream().limit(WEIGHED).toList();
  }

  /** What is in a cycle, several packages need, and needs none of them, by itself. */
  private Move alone(int[] group, int[] order, int fresh) {
    int home = state.home(group[0]);
    Set<Integer> needing = new TreeSet<>();
    boolean free = true;
    for (int type : group) {
      for (int user : state.users(type)) {
        if (state.home(user) != home) {
          needing.add(state.home(user));
        }
      }
      for (int used : state.uses(type)) {
        free &= state.home(used) != home || together[used] == group;
      }
    }
    boolean inCycle = Arrays.stream(order).anyMatch(place -> place == home);
    if (!inCycle || !free || needing.size() < 2 || state.crowd(home) <= group.length) {
      return null;
    }
    state.layerLike(fresh, home);
    String around = names[home].substring(0, Math.max(0, names[home].lastIndexOf('.')));
    List<String> words = words(group[0]);
    String last = words.isEmpty() ? "shared" : words.get(words.size() - 1);
    boolean named = !around.isEmpty() && !KEYWORDS.contains(last);
    String name = named ? around + "." + inMannerOf(names[home], last) : "";
    return name.isEmpty() || Arrays.asList(names).contains(name)
        ? null
        : new Move(Arrays.stream(group).boxed().toList(), fresh, name, NEW_FOR_ONE);
  }

  /** The words of what a type is called, or its source where that goes as a whole. */
  private List<String> words(int type) {
    int unit = ties.unit(type);
    return sources.holds(unit) ? Words.of(sources.called(unit)) : ties.words(type);
  }

  private Move apart(int user, int used, int fresh) {
    Set<Integer> wanted = new TreeSet<>();
    for (int type = 0; type < ties.size(); type++) {
      for (int by : state.home(type) == used ? state.users(type) : new int[0]) {
        if (state.home(by) == user) {
          addAll(wanted, together[type]);
        }
      }
    }
    List<Integer> queue = new ArrayList<>(wanted);
    for (int at = 0; at < queue.size() && parts(wanted) <= MOST_TOGETHER; at++) {
      for (int needed : state.uses(queue.get(at))) {
        if (state.home(needed) == used && !wanted.contains(needed)) {
          addAll(wanted, together[needed]);
          Arrays.stream(together[needed]).forEach(queue::add);
        }
      }
    }
    boolean fits =
        parts(wanted) >= 2
            && parts(wanted) <= MOST_TOGETHER
            && wanted.size() < state.crowd(used)
            && wanted.stream().noneMatch(type -> stays[type]);
    if (!fits) {
      return null;
    }
    state.layerLike(fresh, used);
    List<Integer> types = new ArrayList<>(wanted);
    return new Move(types, fresh, newName(used, types), NEW_FOR_MANY);
  }

  private static void addAll(Set<Integer> types, int[] group) {
    Arrays.stream(group).forEach(types::add);
  }

  /** How many types there are, those that go together counted as one. */
  private long parts(Collection<Integer> types) {
    return types.stream().filter(this::leads).count();
  }

  /** A name for a new package below an old one: the word that most of its types have. */
  private String newName(int below, List<Integer> types) {
    Map<String, Integer> counts = new TreeMap<>();
    for (int type : types) {
      for (String word : leads(type) ? new HashSet<>(words(type)) : Set.<String>of()) {
        counts.merge(word, 1, Integer::sum);
      }
    }
    String last = names[below].substring(names[below].lastIndexOf('.') + 1);
    String best = "shared";
    int most = 1;
    for (Map.Entry<String, Integer> word : counts.entrySet()) {
      boolean good =
          word.getKey().length() > 2
              && !word.getKey().equals(last.toLowerCase(Locale.ROOT))
              && !KEYWORDS.contains(word.getKey());
      if (good && word.getValue() > most) {
        most = word.getValue();
        best = word.getKey();
      }
    }
    best = inMannerOf(names[below], best);
    String name = names[below].isEmpty() ? best : names[below] + "." + best;
    Set<String> taken = new HashSet<>(Arrays.asList(names));
    return taken.contains(name) ? name + "parts" : name;
  }

  /** A word with a capital where the last name of a package has one. */
  private static String inMannerOf(String name, String word) {
    int last = name.lastIndexOf('.') + 1;
    boolean capital = last < name.length() && Character.isUpperCase(name.charAt(last));
    return capital ? word.substring(0, 1).toUpperCase(Locale.ROOT) + word.substring(1) : word;
  }

  /** The best plans that begin otherwise, without moves that gain nothing. */
  private List<Found> chosen(List<Line> lines, int most, boolean all) {
    List<Line> sorted = new ArrayList<>(lines);
    sorted.sort(order());
    List<Found> chosen = new ArrayList<>();
    Set<String> begun = new HashSet<>();
    for (Line line : sorted) {
      boolean gains = line.weight < start && line.value() < start;
      if (chosen.size() < most && gains && begun.add(line.moves.get(0).name())) {
        chosen.add(found(line, all));
      }
    }
    return chosen;
  }

  private Found found(Line line, boolean all) {
    List<Integer> cycles = new ArrayList<>(List.of(question.cycles() ? state.cycleWeight() : 0));
    List<Integer> upwards = new ArrayList<>(List.of(state.upwards()));
    List<Integer> misfits = new ArrayList<>(List.of(state.misfits()));
    for (Move move : line.moves) {
      move.types().forEach(type -> state.move(type, move.place()));
      cycles.add(question.cycles() ? state.cycleWeight() : 0);
      upwards.add(state.upwards());
      misfits.add(state.misfits());
    }
    back(line);
    boolean proven = line.weight == 0 && (line.moves.size() == 1 || all && line.moves.size() == 2);
    return new Found(line.moves, cycles, upwards, misfits, proven);
  }
}
