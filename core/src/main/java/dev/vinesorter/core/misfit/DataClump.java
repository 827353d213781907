package dev.vinesorter.core.misfit;

import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * The same three or more parameters or fields, by name and type, in several places (M. Fowler,
 * 1999): they are one thing that has no name yet. What overrides, overloads and plain delegation
 * repeat counts once.
 */
final class DataClump implements Judge {
  private static final int SIZE = 3;

  /** Of a list beyond this, the first ones are looked at: triples grow with the third power. */
  private static final int LONGEST = 12;

  private static final Set<String> STRETCHES =
      Set.of("String", "CharSequence", "ByteBuffer", "StringBuilder", "List");

  /**
   * Words, in the singular, of what numbers are called that say where something is, or how much of
   * it.
   */
  private static final Set<String> MEASURES =
      Set.of(
          "begin",
          "bit",
          "column",
          "count",
          "depth",
          "end",
          "first",
          "from",
          "height",
          "high",
          "hi",
          "i",
          "index",
          "j",
          "k",
          "last",
          "left",
          "len",
          "length",
          "level",
          "limit",
          "line",
          "lo",
          "low",
          "max",
          "min",
          "n",
          "off",
          "offset",
          "po",
          "pos",
          "position",
          "right",
          "row",
          "shift",
          "size",
          "start",
          "step",
          "stop",
          "to",
          "top",
          "until",
          "width",
          "x",
          "y",
          "z");

  private static final int FEWEST_PLACES = 3;

  @Override
  public MisfitKind kind() {
    return MisfitKind.DATA_CLUMP;
  }

  /** A list of parameters, or the fields of a type. */
  private record Holder(int unit, int type, String name, Set<String> items) {}

  @Override
  public List<Misfit> judge(Inquiry inquiry) {
    List<Holder> holders = holders(inquiry);
    Map<List<String>, List<Holder>> byTriple = new TreeMap<>(DataClump::compared);
    for (Holder holder : holders) {
      List<String> items = List.copyOf(holder.items);
      for (int a = 0; a < items.size(); a++) {
        for (int b = a + 1; b < items.size(); b++) {
          for (int c = b + 1; c < items.size(); c++) {
            byTriple
                .computeIfAbsent(
                    List.of(items.get(a), items.get(b), items.get(c)), t -> new ArrayList<>())
                .add(holder);
          }
        }
      }
    }
    List<Map.Entry<List<String>, List<Holder>>> clumps = new ArrayList<>();
    for (Map.Entry<List<String>, List<Holder>> one : byTriple.entrySet()) {
      if (!isStretch(one.getKey())
          && places(one.getValue()) >= FEWEST_PLACES
          && (types(one.getValue()) > 1 || isOffered(inquiry.units(), one.getValue()))) {
        clumps.add(one);
      }
    }
    clumps.sort(Comparator.comparing(one -> -places(one.getValue())));
    List<Misfit> found = new ArrayList<>();
    Set<String> told = new HashSet<>();
    for (Map.Entry<List<String>, List<Holder>> one : clumps) {
      // A larger clump shows as many triples that share two things or more.
      if (one.getKey().stream().filter(told::contains).count() < 2) {
        Set<String> items = new TreeSet<>(one.getValue().get(0).items);
        one.getValue().forEach(holder -> items.retainAll(holder.items));
        told.addAll(items);
        found.add(misfit(inquiry, List.copyOf(items), one.getValue()));
      }
    }
    return found;
  }

  /** Whether a triple is what every method takes that works on a stretch of something. */
  private static boolean isStretch(List<String> triple) {
    long numbers =
        triple.stream().filter(i -> i.startsWith("int ") || i.startsWith("long ")).count();
    // Those of type variables are what a generic type is made of.
    long variables = triple.stream().filter(i -> i.indexOf(' ') == 1).count();
    return numbers == 3 && triple.stream().anyMatch(DataClump::isMeasure)
        || variables >= 2
        || numbers == 2
            && triple.stream()
                .anyMatch(i -> i.contains("[]") || STRETCHES.contains(i.split(" ")[0]));
  }

  private static boolean isMeasure(String item) {
    List<String> words = Words.of(item.substring(item.lastIndexOf(' ') + 1));
    return words.isEmpty()
        || words.stream().anyMatch(MEASURES::contains)
        || item.length() - item.lastIndexOf(' ') <= 2;
  }

  /**
   * Whether it is more than what one method hands on to private ones: others may call three of
   * them, or there are four and more.
   */
  private static boolean isOffered(Units units, List<Holder> holders) {
    List<Holder> offered =
        holders.stream().filter(one -> !units.has(one.unit, Trait.PRIVATE)).toList();
    return places(holders) > FEWEST_PLACES || places(offered) >= FEWEST_PLACES;
  }

  private static int compared(List<String> a, List<String> b) {
    int order = 0;
    for (int n = 0; n < SIZE && order == 0; n++) {
      order = a.get(n).compareTo(b.get(n));
    }
    return order;
  }

  private static List<Holder> holders(Inquiry inquiry) {
    MemberTies members = inquiry.members();
    Units units = inquiry.units();
    List<Holder> holders = new ArrayList<>();
    Map<Integer, Set<String>> fields = new TreeMap<>();
    for (int member = 0; member < members.size(); member++) {
      int unit = members.unitOf[member];
      if (units.has(unit, Trait.GENERATED)) {
        continue;
      }
      if (members.has(member, Trait.FIELD)) {
        boolean ofObjects = !members.has(member, Trait.STATIC);
        if (ofObjects && !units.type(unit).isEmpty()) {
          fields
              .computeIfAbsent(units.parent(unit), t -> new TreeSet<>())
              .add(units.type(unit) + " " + units.simpleName(unit));
        }
      } else if (!members.inFamily[member] && !members.has(member, Trait.CONSTRUCTOR)) {
        Set<String> items = parameters(units, unit);
        if (items.size() >= SIZE) {
          String name = MemberNames.bare(units.simpleName(unit));
          holders.add(new Holder(unit, members.owner[member], name, items));
        }
      }
    }
    fields.forEach(
        (type, items) -> {
          // A type with many fields is where they have their name.
          if (items.size() >= SIZE && items.size() <= LONGEST) {
            holders.add(new Holder(type, inquiry.types().nodeOf[type], "", items));
          }
        });
    return holders;
  }

  /** The parameters of a method, each as its type and name. */
  private static Set<String> parameters(Units units, int unit) {
    List<String> names = units.facts().parameters(unit);
    String written = units.simpleName(unit);
    int open = written.indexOf('(');
    Set<String> items = new TreeSet<>();
    if (open < 0 || names.isEmpty()) {
      return items;
    }
    String[] types = written.substring(open + 1, written.length() - 1).split(", ");
    for (int n = 0; n < Math.min(LONGEST, names.size()) && types.length == names.size(); n++) {
      items.add(types[n] + " " + names.get(n));
    }
    return items;
  }

  private static long types(List<Holder> holders) {
    return holders.stream().map(Holder::type).distinct().count();
  }

  /** How many differ in name: overloads, and those that hand on to their like, are one place. */
  private static long places(List<Holder> holders) {
    return holders.stream().map(h -> h.name.isEmpty() ? h.unit + "" : h.name).distinct().count();
  }

  private static Misfit misfit(Inquiry inquiry, List<String> items, List<Holder> holders) {
    Units units = inquiry.units();
    List<Misfit.Evidence> evidence = new ArrayList<>();
    Set<String> seen = new HashSet<>();
    for (Holder holder : holders) {
      if (seen.add(holder.type + " " + holder.name)) {
        String says =
            holder.name.isEmpty()
                ? "fields of " + units.simpleName(holder.unit)
                : "parameters of "
                    + units.simpleName(units.topTypeOf(holder.unit))
                    + "#"
                    + holder.name;
        evidence.add(Misfit.Evidence.in(says, holder.unit));
      }
    }
    long types = types(holders);
    boolean alike =
        items.stream().map(i -> i.substring(0, i.lastIndexOf(' '))).distinct().count() == 1;
    double score =
        .28
            + .06 * Math.min(4, items.size() - 2)
            + .02 * Math.min(8, places(holders))
            + .03 * Math.min(4, types)
            - (types == 1 ? .04 : 0);
    List<Integer> with = holders.stream().map(Holder::unit).distinct().skip(1).toList();
    return new Misfit(
        MisfitKind.DATA_CLUMP,
        holders.get(0).unit,
        with,
        "",
        Math.min(.78, score - (alike ? .08 : 0)),
        evidence,
        alike ? List.of("all of them are of one type, and may go together by chance") : List.of(),
        List.of(),
        "bundle "
            + String.join(", ", items.stream().limit(5).toList())
            + (items.size() > 5 ? " …" : "")
            + " into a type: "
            + seen.size()
            + " places in "
            + types
            + (types == 1 ? " type" : " types")
            + " have them together: 'bundle' does it");
  }
}
