package dev.vinesorter.core.misfit;

import dev.vinesorter.core.graph.Digraph;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/**
 * How well other types would do as the home of a method, by {@link HomeSign}s. The method itself is
 * left out of everything that is said about its own type. Not safe for several threads.
 */
public final class MethodHomes {
  /** Shorter methods are not asked about. */
  private static final int FEWEST_LINES = 3;

  /** A type comes into question when it owns so many of the members used. */
  private static final int FEWEST_USED = 2;

  /** Under which all methods of a type are counted; no word has blanks. */
  private static final String ALL = " all ";

  private final MemberTies ties;
  private final Units units;

  /** Words of the names of each type's members with their counts; filled when asked for. */
  private final Map<Integer, Map<String, Integer>> bags = new HashMap<>();

  /** The square of the length of each of them, once it was asked for. */
  private final Map<Integer, Double> squares = new HashMap<>();

  /** In how many types each word is met. */
  private final Map<String, Integer> typesWithWord = new HashMap<>();

  /** For each type, with which words its methods begin, and how many do with each. */
  private final List<Map<String, Integer>> beginnings = new ArrayList<>();

  private final List<Set<Integer>> relatives = new ArrayList<>();

  public MethodHomes(MemberTies ties) {
    this.ties = ties;
    this.units = ties.survey.units();
    for (int type = 0; type < ties.types.size(); type++) {
      Map<String, Integer> bag = new HashMap<>();
      ties.types.words.get(type).forEach(word -> bag.merge(word, 1, Integer::sum));
      for (int member : ties.members[type]) {
        words(member).forEach(word -> bag.merge(word, 1, Integer::sum));
      }
      beginnings.add(beginnings(type));
      bag.keySet().forEach(word -> typesWithWord.merge(word, 1, Integer::sum));
      bags.put(type, bag);
      relatives.add(new HashSet<>());
    }
    for (int type = 0; type < ties.types.size(); type++) {
      relate(type, type);
    }
  }

  /** With which words the methods of a type begin; those without words are counted, too. */
  private Map<String, Integer> beginnings(int type) {
    Map<String, Integer> begins = new HashMap<>();
    for (int member : ties.members[type]) {
      if (ties.has(member, Trait.METHOD)) {
        begins.merge(beginning(member), 1, Integer::sum);
        begins.merge(ALL, 1, Integer::sum);
      }
    }
    return begins;
  }

  /** The first word of a member's name; empty where it has none. */
  private String beginning(int member) {
    List<String> words = ties.words(member);
    return words.isEmpty() ? "" : words.get(0);
  }

  /** Marks a type and its supertypes of our own as relatives, both ways. */
  private void relate(int type, int at) {
    for (int s : ties.types.supers[at]) {
      int above = ties.types.superNode[s];
      if (above >= 0 && above != type && relatives.get(type).add(above)) {
        relatives.get(above).add(type);
        relate(type, above);
      }
    }
  }

  /** The words of a member's name and of the types of its parameters. */
  private List<String> words(int member) {
    String name = units.simpleName(ties.unitOf[member]);
    return Words.of(name);
  }

  /** Whether the judge asks about a member: a method that can go and is long enough to tell. */
  public boolean isAsked(int member) {
    int unit = ties.unitOf[member];
    return units.has(unit, Trait.METHOD)
        && !units.has(unit, Trait.ABSTRACT)
        && !units.has(unit, Trait.NATIVE)
        && !units.has(unit, Trait.GENERATED)
        && units.parent(unit) == ties.types.unitOf[ties.types.nodeOf[unit]]
        && !ties.inFamily[member]
        // One that is defined apart from its class belongs there, and not to its file.
        && !MemberNames.isApart(units, unit)
        && units.lines(unit) >= FEWEST_LINES;
  }

  /**
   * A type that comes into question.
   *
   * @param type its node among the types
   * @param signs as in {@link HomeSign}
   */
  public record Candidate(int type, double[] signs) {}

  /** The types that come into question for a method, by node. */
  public List<Candidate> candidates(int member) {
    int own = ties.owner[member];
    Map<Integer, List<Integer>> byOwner = new TreeMap<>();
    for (int used : ties.used(member)) {
      byOwner.computeIfAbsent(ties.owner[used], t -> new ArrayList<>()).add(used);
    }
    List<Candidate> candidates = new ArrayList<>();
    for (int type : byOwner.keySet()) {
      boolean asked =
          type != own
              && byOwner.get(type).size() >= FEWEST_USED
              && !relatives.get(own).contains(type)
              && isHome(ties.types.unitOf[type]);
      if (asked) {
        candidates.add(new Candidate(type, signs(member, own, type, byOwner)));
      }
    }
    return candidates;
  }

  private boolean isHome(int type) {
    String name = units.simpleName(type);
    return !units.has(type, Trait.ANNOTATION)
        && !units.has(type, Trait.GENERATED)
        && !name.endsWith("Exception")
        && !name.endsWith("Error");
  }

  private double[] signs(int member, int own, int type, Map<Integer, List<Integer>> byOwner) {
    double[] signs = new double[HomeSign.values().length];
    List<Integer> ofOwn = ofOwn(byOwner.getOrDefault(own, List.of()), type);
    List<Integer> ofType = byOwner.get(type);
    int all = ofOwn.size();
    for (int owner : byOwner.keySet()) {
      all += owner == own ? 0 : byOwner.get(owner).size();
    }
    signs[HomeSign.BIAS.ordinal()] = 1;
    signs[HomeSign.USED_TOGETHER.ordinal()] = usedTogether(member, own, type, byOwner) / all;
    signs[HomeSign.CALLERS.ordinal()] =
        Math.log((callers(member, type) + .5) / (callers(member, own) + .5));
    signs[HomeSign.RARE.ordinal()] =
        Math.log((rare(ofType, own, type, own) + .25) / (rare(ofOwn, own, -1, -1) + .25));
    Map<String, Integer> mine = counts(words(member));
    signs[HomeSign.WORDS.ordinal()] = cosine(mine, type, Map.of()) - cosine(mine, own, mine);
    signs[HomeSign.SIBLINGS.ordinal()] = siblings(member, type) - siblings(member, own);
    signs[HomeSign.LOCALITY.ordinal()] = ofType.size() / (double) all;
    signs[HomeSign.FIELDS.ordinal()] = Math.log(1 + ofType.stream().filter(this::isState).count());
    signs[HomeSign.OTHERS.ordinal()] = Math.log(1 + others(member, own, type));
    signs[HomeSign.CREATES.ordinal()] =
        ofType.stream().anyMatch(u -> ties.has(u, Trait.CONSTRUCTOR)) ? 1 : 0;
    signs[HomeSign.FROM_HELPER.ordinal()] = isHelper(own);
    signs[HomeSign.TO_HELPER.ordinal()] = isHelper(type);
    List<String> words = ties.words(member);
    signs[HomeSign.NAMED.ordinal()] =
        words.stream().filter(ties.types.words.get(type)::contains).count()
            / (double) Math.max(1, words.size());
    signs[HomeSign.USES.ordinal()] = Math.log(all);
    signs[HomeSign.GIVES_OWN.ordinal()] = gives(member, own);
    signs[HomeSign.GIVES_OTHER.ordinal()] = gives(member, type);
    signs[HomeSign.OVERLAP.ordinal()] =
        overlap(ofType.size(), all, ties.members[type].length)
            - overlap(ofOwn.size(), all, ties.members[own].length - 1);
    return signs;
  }

  /** A field whose object would take the method is no use of one's own. */
  private List<Integer> ofOwn(List<Integer> used, int type) {
    String name = units.simpleName(ties.types.unitOf[type]);
    return used.stream()
        .filter(
            u ->
                !ties.has(u, Trait.FIELD)
                    || !TypeNames.erased(units.type(ties.unitOf[u])).equals(name))
        .toList();
  }

  private double usedTogether(int member, int own, int type, Map<Integer, List<Integer>> byOwner) {
    double sum = 0;
    for (List<Integer> used : byOwner.values()) {
      for (int one : used) {
        Map<Integer, Integer> users = ties.usersByOwner(one);
        int all = arcs(ties.users, one) - 1;
        if (all > 0) {
          sum += (users.getOrDefault(type, 0) - (users.getOrDefault(own, 0) - 1)) / (double) all;
        }
      }
    }
    return sum;
  }

  private static int arcs(Digraph graph, int node) {
    return graph.firstArc(node + 1) - graph.firstArc(node);
  }

  private int callers(int member, int type) {
    return ties.usersByOwner(member).getOrDefault(type, 0);
  }

  /**
   * The sum over members of one type of 1 / (1 + k), k being how many types other than {@code own}
   * and {@code but} use each, and one more where {@code beside} uses it otherwise than through the
   * method.
   */
  private double rare(List<Integer> used, int own, int but, int beside) {
    double sum = 0;
    for (int one : used) {
      Map<Integer, Integer> users = ties.usersByOwner(one);
      int k = 0;
      for (int user : users.keySet()) {
        k += user != own && user != but ? 1 : 0;
      }
      k += beside >= 0 && users.getOrDefault(beside, 0) > 1 ? 1 : 0;
      sum += 1.0 / (1 + k);
    }
    return sum;
  }

  private static Map<String, Integer> counts(List<String> words) {
    Map<String, Integer> counts = new HashMap<>();
    words.forEach(word -> counts.merge(word, 1, Integer::sum));
    return counts;
  }

  /**
   * The cosine of a bag of words and that of a type, rare words counting more, after {@code less}
   * is taken off the latter.
   */
  private double cosine(Map<String, Integer> one, int type, Map<String, Integer> less) {
    Map<String, Integer> other = bags.get(type);
    double dot = 0;
    double mine = 0;
    for (Map.Entry<String, Integer> word : one.entrySet()) {
      double worth = worth(word.getKey());
      mine += word.getValue() * word.getValue() * worth * worth;
      int there = other.getOrDefault(word.getKey(), 0) - less.getOrDefault(word.getKey(), 0);
      dot += word.getValue() * Math.max(0, there) * worth * worth;
    }
    double theirs = squares.computeIfAbsent(type, t -> squares(bags.get(t)));
    for (Map.Entry<String, Integer> word : less.entrySet()) {
      double worth = worth(word.getKey());
      int before = other.getOrDefault(word.getKey(), 0);
      int there = Math.max(0, before - word.getValue());
      theirs -= (before * before - there * there) * worth * worth;
    }
    return dot / Math.max(1e-9, Math.sqrt(mine * Math.max(0, theirs)));
  }

  /** The square of a bag's length. */
  private double squares(Map<String, Integer> bag) {
    double sum = 0;
    for (Map.Entry<String, Integer> word : bag.entrySet()) {
      double worth = worth(word.getKey());
      sum += word.getValue() * word.getValue() * worth * worth;
    }
    return sum;
  }

  private double worth(String word) {
    return Math.max(
        0, Math.log((ties.types.size() + 1) / (typesWithWord.getOrDefault(word, 0) + .5)));
  }

  /** The share of a type's methods that begin with the member's first word. */
  private double siblings(int member, int type) {
    Map<String, Integer> begins = beginnings.get(type);
    int itself = ties.owner[member] == type && ties.has(member, Trait.METHOD) ? 1 : 0;
    int methods = begins.getOrDefault(ALL, 0) - itself;
    String first = beginning(member);
    int alike = first.isEmpty() ? 0 : begins.getOrDefault(first, 0) - itself;
    return methods == 0 ? 0 : alike / (double) methods;
  }

  private boolean isState(int member) {
    boolean constant = ties.has(member, Trait.STATIC) && ties.has(member, Trait.FINAL);
    return ties.has(member, Trait.FIELD) && !constant;
  }

  /** How many other members of its own type use a member of another one. */
  private int others(int member, int own, int type) {
    Set<Integer> found = new HashSet<>();
    for (int theirs : ties.members[type]) {
      for (int user : ties.using(theirs)) {
        if (ties.owner[user] == own && user != member) {
          found.add(user);
        }
      }
    }
    return found.size();
  }

  private double isHelper(int type) {
    return TypeSort.isHelper(units, ties.types.unitOf[type]) ? 1 : 0;
  }

  private double gives(int member, int type) {
    String given = TypeNames.erased(units.type(ties.unitOf[member]));
    return given.equals(units.simpleName(ties.types.unitOf[type])) ? 1 : 0;
  }

  private static double overlap(int both, int used, int members) {
    return both / (double) Math.max(1, used + members - both);
  }

  /** Last words of types that are made to work with the data of others. */
  private static final Set<String> WORKS_FOR_OTHERS =
      Set.of(
          "writer",
          "reader",
          "formatter",
          "printer",
          "serializer",
          "deserializer",
          "converter",
          "mapper",
          "visitor",
          "renderer",
          "factory",
          "builder",
          "comparator",
          "parser",
          "adapter",
          "handler",
          "validator",
          "checker",
          "util",
          "utility",
          "helper",
          "test",
          "encoder",
          "decoder",
          "generator",
          "transformer",
          "translator",
          "processor",
          "provider",
          "strategy",
          "report",
          "view",
          "page",
          "command",
          "controller",
          "resolver",
          "analyzer",
          "judge");

  /**
   * How sure it is that a method belongs into a type because it works with that type's data alone:
   * three or more of its fields and getters, next to nothing of others, nothing of its own. Whoever
   * has more such methods was made for that.
   */
  double dataAlone(int member, int type) {
    int own = ties.owner[member];
    List<String> words = ties.types.words.get(own);
    boolean madeForIt =
        isHelper(own) > 0
            || !words.isEmpty() && WORKS_FOR_OTHERS.contains(words.get(words.size() - 1));
    int data = 0;
    int rest = 0;
    for (int used : ties.used(member)) {
      if (ties.owner[used] == own) {
        return 0;
      }
      boolean counts = ties.owner[used] == type && Accessors.isData(ties.survey, ties.unitOf[used]);
      data += counts ? 1 : 0;
      rest += counts ? 0 : 1;
    }
    if (madeForIt || data < 3 || rest > 1) {
      return 0;
    }
    return Math.max(0, Math.min(.75, .4 + .1 * (data - 1)) - .1 * others(member, own, type));
  }

  /** How sure it is that a method belongs into a type, 0 to 1. */
  public static double score(double[] signs, double[] weights) {
    double sum = 0;
    for (int sign = 0; sign < signs.length; sign++) {
      sum += signs[sign] * weights[sign];
    }
    return 1 / (1 + Math.exp(-sum));
  }

  /** The references that a method makes to members of a type, in the order of the source. */
  List<Integer> references(int member, int type) {
    References references = ties.survey.references();
    List<Integer> found = new ArrayList<>();
    int unit = ties.unitOf[member];
    for (int r = references.row(unit); r < references.row(unit + 1); r++) {
      int used = ties.nodeOf[references.target(r)];
      Kind kind = references.kind(r);
      if (used >= 0 && ties.owner[used] == type && kind.structural()) {
        found.add(r);
      }
    }
    return found;
  }
}
