package dev.vinesorter.core.misfit;

import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/**
 * A member that tells several types, which know nothing of each other, that something happened, by
 * calling each of them: the news is what they have in common, and who sends it need not know them
 * (E. Gamma and others, 1994, "observer").
 */
final class DirectNotification implements Judge {
  private static final int FEWEST = 3;

  private static final Set<String> TELLING =
      Set.of(
          "on", "notify", "update", "refresh", "inform", "announce", "changed", "fire", "publish");

  /** First words of methods by which somebody joins in. */
  private static final Set<String> JOINING = Set.of("on", "add", "subscribe", "register", "join");

  @Override
  public MisfitKind kind() {
    return MisfitKind.DIRECT_NOTIFICATION;
  }

  @Override
  public List<Misfit> judge(Inquiry inquiry) {
    MemberTies members = inquiry.members();
    List<Misfit> found = new ArrayList<>();
    for (int member = 0; member < members.size(); member++) {
      if (!members.has(member, Trait.METHOD)) {
        continue;
      }
      Map<Integer, Integer> told = told(inquiry, member);
      if (told.size() >= FEWEST && !letsJoin(inquiry, member, told)) {
        found.add(misfit(inquiry, member, told));
      }
    }
    return found;
  }

  /** The types that a member tells of the same thing, each with the member that it calls. */
  private static Map<Integer, Integer> told(Inquiry inquiry, int member) {
    MemberTies members = inquiry.members();
    TypeTies ties = inquiry.types();
    Map<String, Map<Integer, Integer>> byWord = new TreeMap<>();
    for (int used : members.used(member)) {
      if (isCommand(inquiry, member, used)) {
        List<String> words = members.words(used);
        // Those that are told that a thing happened belong together, and those that are just told.
        Set<String> keys = new HashSet<>();
        words.stream().filter(word -> word.length() > 4 && word.endsWith("ed")).forEach(keys::add);
        if (TELLING.contains(words.get(0))) {
          keys.add("");
        }
        keys.forEach(
            word ->
                byWord
                    .computeIfAbsent(word, w -> new TreeMap<>())
                    .putIfAbsent(members.owner[used], used));
      }
    }
    Map<Integer, Integer> best = Map.of();
    for (Map<Integer, Integer> one : byWord.values()) {
      one.keySet().removeIf(type -> one.keySet().stream().anyMatch(o -> knows(ties, type, o)));
      best = one.size() > best.size() ? one : best;
    }
    return best;
  }

  /**
   * Whether a member lets the others join in with one that announces: then it only says who hears.
   */
  private static boolean letsJoin(Inquiry inquiry, int member, Map<Integer, Integer> told) {
    MemberTies members = inquiry.members();
    for (int used : members.used(member)) {
      boolean joins =
          isCommand(inquiry, member, used)
              && !told.containsKey(members.owner[used])
              && JOINING.contains(members.words(used).get(0));
      if (joins) {
        return true;
      }
    }
    return false;
  }

  private static boolean knows(TypeTies ties, int one, int other) {
    return one != other && (ties.sites(one, other) > 0 || ties.sites(other, one) > 0);
  }

  /** Whether a member calls a method of another type that gives nothing back. */
  private static boolean isCommand(Inquiry inquiry, int member, int used) {
    MemberTies members = inquiry.members();
    List<String> words = members.words(used);
    return members.has(used, Trait.METHOD)
        && !members.has(used, Trait.STATIC)
        && members.owner[used] != members.owner[member]
        && inquiry.units().type(members.unitOf[used]).equals("void")
        && !words.isEmpty();
  }

  private static Misfit misfit(Inquiry inquiry, int member, Map<Integer, Integer> told) {
    MemberTies members = inquiry.members();
    Units units = inquiry.units();
    int unit = members.unitOf[member];
    List<Misfit.Evidence> evidence = new ArrayList<>();
    Set<Integer> packages = new HashSet<>();
    told.forEach(
        (type, used) -> {
          packages.add(inquiry.types().home[type]);
          evidence.add(
              Misfit.Evidence.at(
                  "tells "
                      + units.simpleName(inquiry.types().unit(type))
                      + " by "
                      + inquiry.brief(members.unitOf[used]),
                  inquiry.reference(unit, members.unitOf[used])));
        });
    return new Misfit(
        MisfitKind.DIRECT_NOTIFICATION,
        unit,
        told.keySet().stream().map(inquiry.types()::unit).toList(),
        "",
        Math.min(.75, .48 + .05 * (told.size() - FEWEST) + .04 * packages.size()),
        evidence,
        List.of("the order of the calls may matter; the survey does not know it"),
        List.of(),
        "let "
            + units.simpleName(units.topTypeOf(unit))
            + " tell whoever listens: these "
            + told.size()
            + " types know nothing of each other: 'listen' lets them join in");
  }
}
