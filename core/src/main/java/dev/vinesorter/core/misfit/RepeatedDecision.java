package dev.vinesorter.core.misfit;

import dev.vinesorter.core.model.Decision;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * The same switch, or chain of conditions, in several types: who adds a case has to find them all
 * (M. Fowler, 1999, "switch statements"). Decisions are the same if they tell the same things
 * apart, most of them; numbers and characters count only where they are asked of the same name.
 */
final class RepeatedDecision implements Judge {
  private static final int FEWEST_LABELS = 3;
  private static final double SAME = .6;

  /** A label that more decisions have is a word of the trade, such as a character of a grammar. */
  private static final int MOST_WITH_LABEL = 60;

  @Override
  public MisfitKind kind() {
    return MisfitKind.REPEATED_DECISION;
  }

  /** A decision and the member that makes it. */
  private record Made(int member, int type, Decision decision, Set<String> labels) {}

  @Override
  public List<Misfit> judge(Inquiry inquiry) {
    List<Made> all = all(inquiry);
    Map<String, List<Integer>> withLabel = new HashMap<>();
    for (int n = 0; n < all.size(); n++) {
      for (String label : all.get(n).labels) {
        withLabel.computeIfAbsent(label, l -> new ArrayList<>()).add(n);
      }
    }
    Map<Integer, List<Made>> byKind = new LinkedHashMap<>();
    List<Misfit> found = new ArrayList<>();
    Set<Integer> told = new HashSet<>();
    for (int n = 0; n < all.size(); n++) {
      List<Made> same = new ArrayList<>();
      for (int other : told.contains(n) ? Set.<Integer>of() : alike(all, withLabel, n)) {
        if (told.add(other)) {
          same.add(all.get(other));
        }
      }
      if (types(same) > 1) {
        int kind = kindOf(inquiry, same.get(0), common(same));
        if (kind < 0) {
          found.add(misfit(inquiry, same, kind));
        } else {
          byKind.computeIfAbsent(kind, k -> new ArrayList<>()).addAll(same);
        }
      }
    }
    byKind.forEach((kind, same) -> found.add(misfit(inquiry, same, kind)));
    return found;
  }

  private static int types(List<Made> same) {
    return (int) same.stream().map(Made::type).distinct().count();
  }

  /** The labels that all of them have. */
  private static Set<String> common(List<Made> same) {
    Set<String> common = new TreeSet<>();
    if (!same.isEmpty()) {
      common.addAll(same.get(0).decision.labels());
    }
    same.forEach(made -> common.retainAll(made.decision.labels()));
    return common;
  }

  private static List<Made> all(Inquiry inquiry) {
    MemberTies members = inquiry.members();
    Units units = inquiry.units();
    List<Made> all = new ArrayList<>();
    for (int member = 0; member < members.size(); member++) {
      int unit = members.unitOf[member];
      if (units.has(unit, Trait.GENERATED)) {
        continue;
      }
      for (Decision decision : units.facts().decisions(unit)) {
        Set<String> labels = new TreeSet<>();
        for (String label : decision.labels()) {
          labels.add(isPlain(label) ? label + " of " + decision.on() : label);
        }
        all.add(new Made(member, members.owner[member], decision, labels));
      }
    }
    return all;
  }

  /** Whether a label says nothing by itself: a number, a character, {@code true}, no word. */
  private static boolean isPlain(String label) {
    boolean text = label.startsWith("\"") && label.length() > 4;
    return !text && !Character.isUpperCase(label.charAt(0)) && !label.startsWith("instanceof ");
  }

  /** The decisions that are the same as one, itself included, ascending. */
  private static Set<Integer> alike(List<Made> all, Map<String, List<Integer>> withLabel, int one) {
    Map<Integer, Integer> common = new HashMap<>();
    for (String label : all.get(one).labels) {
      List<Integer> others = withLabel.get(label);
      if (others.size() <= MOST_WITH_LABEL) {
        others.forEach(other -> common.merge(other, 1, Integer::sum));
      }
    }
    Set<Integer> alike = new TreeSet<>();
    int size = all.get(one).labels.size();
    common.forEach(
        (other, count) -> {
          double share = count / (double) (size + all.get(other).labels.size() - count);
          if (count >= FEWEST_LABELS && share >= SAME) {
            alike.add(other);
          }
        });
    return alike;
  }

  private static Misfit misfit(Inquiry inquiry, List<Made> same, int kind) {
    MemberTies members = inquiry.members();
    Units units = inquiry.units();
    Set<String> common = common(same);
    int types = types(same);
    Map<Integer, Made> byMember = new LinkedHashMap<>();
    same.forEach(made -> byMember.putIfAbsent(made.member, made));
    List<Misfit.Evidence> evidence = new ArrayList<>();
    byMember.forEach(
        (member, made) -> {
          int unit = members.unitOf[member];
          String says =
              units.simpleName(units.topTypeOf(unit))
                  + " tells "
                  + made.decision.labels().size()
                  + " cases apart";
          int at = reference(inquiry, unit, made.decision.at());
          evidence.add(at < 0 ? Misfit.Evidence.in(says, unit) : Misfit.Evidence.at(says, at));
        });
    List<String> against = new ArrayList<>();
    if (kind < 0) {
      against.add("what is told apart is no type of this code base");
    }
    double score =
        .3
            + .06 * Math.min(5, types)
            + .02 * Math.min(6, common.size())
            + (kind < 0 ? -.06 : .1)
            - (same.get(0).decision.labels().stream().allMatch(RepeatedDecision::isPlain) ? .1 : 0)
            + (same.stream().map(m -> inquiry.types().home[m.type]).distinct().count() > 1
                ? .04
                : 0);
    int first = members.unitOf[same.get(0).member];
    List<Integer> with =
        byMember.keySet().stream()
            .map(member -> members.unitOf[member])
            .filter(unit -> unit != first || kind >= 0)
            .toList();
    return new Misfit(
        MisfitKind.REPEATED_DECISION,
        kind >= 0 ? kind : first,
        with,
        "",
        Math.min(.8, score),
        evidence,
        against,
        List.of(),
        "let "
            + (kind >= 0 ? units.simpleName(kind) : "one type")
            + " answer it once; "
            + byMember.size()
            + " members of "
            + types
            + " types tell "
            + some(common, same.get(0))
            + " apart: 'strategy' makes types of the branches");
  }

  private static String some(Set<String> common, Made first) {
    List<String> labels = common.isEmpty() ? first.decision.labels() : List.copyOf(common);
    List<String> shown = labels.stream().limit(3).map(l -> l.replace("instanceof ", "")).toList();
    return String.join(", ", shown) + (labels.size() > 3 ? " …" : "");
  }

  /** The enum, or the type above, whose constants or subtypes are told apart; -1 for none. */
  private static int kindOf(Inquiry inquiry, Made made, Set<String> common) {
    Units units = inquiry.units();
    References references = inquiry.survey().references();
    int unit = inquiry.members().unitOf[made.member];
    Map<Integer, Integer> counts = new HashMap<>();
    for (int r = references.row(unit); r < references.row(unit + 1); r++) {
      int used = references.target(r);
      String name = units.simpleName(used);
      if (units.level(used) == Level.MEMBER && common.contains(name)) {
        counts.merge(units.parent(used), 1, Integer::sum);
      } else if (units.level(used) == Level.TYPE && common.contains("instanceof " + name)) {
        inquiry.above(used).forEach(above -> counts.merge(above, 1, Integer::sum));
      }
    }
    int best = -1;
    for (Map.Entry<Integer, Integer> one : new java.util.TreeMap<>(counts).entrySet()) {
      boolean own = !units.has(one.getKey(), Trait.FOREIGN);
      if (own && one.getValue() >= 2 && (best < 0 || one.getValue() > counts.get(best))) {
        best = one.getKey();
      }
    }
    return best;
  }

  /** The first reference of a member at or behind a place, or -1. */
  private static int reference(Inquiry inquiry, int unit, int at) {
    References references = inquiry.survey().references();
    for (int r = references.row(unit); r < references.row(unit + 1); r++) {
      if (references.at(r) >= at) {
        return r;
      }
    }
    return -1;
  }
}
