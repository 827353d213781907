package dev.vinesorter.core.plan;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * The order of a type's members: by groups, in them from public to private, callers above what they
 * call; otherwise as they were. What has to come before something else stays before it.
 */
public final class MemberOrder {
  /** What members of a kind are called in a stated order. */
  public enum Group {
    CONSTANTS,
    FIELDS,
    CONSTRUCTORS,
    METHODS,
    TYPES;

    /** The group as plans have it. */
    public String word() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  /**
   * One member, or several that stay together.
   *
   * @param group what it is
   * @param access 0 for public to 3 for private; in groups whose access does not count, all 0
   * @param after the positions of those that have to stay before it
   * @param calls the positions of those that it calls, and that would better stand below it
   */
  public record Member(Group group, int access, Set<Integer> after, Set<Integer> calls) {}

  private MemberOrder() {}

  /** All groups, the stated ones first. */
  public static List<Group> complete(List<Group> stated) {
    List<Group> all = new ArrayList<>(stated);
    for (Group group : Group.values()) {
      if (!all.contains(group)) {
        all.add(group);
      }
    }
    return all;
  }

  /**
   * The old positions in the new order.
   *
   * <p>A topological sort (Kahn, 1962) that takes the first by group, access and old position among
   * those that may come next; in a cycle of calls the first by position does.
   *
   * @param members in the order in which they stand
   * @param groups each group once
   */
  public static List<Integer> of(List<Member> members, List<Group> groups) {
    Comparator<Integer> byRank =
        Comparator.<Integer>comparingInt(n -> groups.indexOf(members.get(n).group))
            .thenComparingInt(n -> members.get(n).access)
            .thenComparingInt(n -> n);
    List<Integer> open = new ArrayList<>();
    for (int n = 0; n < members.size(); n++) {
      open.add(n);
    }
    open.sort(byRank);
    List<Integer> order = new ArrayList<>();
    BitSet placed = new BitSet();
    while (!open.isEmpty()) {
      int next = next(members, open, placed);
      open.remove(Integer.valueOf(next));
      placed.set(next);
      order.add(next);
    }
    return order;
  }

  private static int next(List<Member> members, List<Integer> open, BitSet placed) {
    int first = -1;
    for (int candidate : open) {
      Member member = members.get(candidate);
      if (!member.after.stream().allMatch(placed::get)) {
        continue;
      }
      if (first >= 0 && !sameRank(members.get(first), member)) {
        break;
      }
      if (!isCalledFrom(members, open, candidate)) {
        return candidate;
      }
      first = first < 0 ? candidate : first;
    }
    // Only members that wait for each other can leave none.
    return first < 0 ? open.get(0) : first;
  }

  private static boolean isCalledFrom(List<Member> members, List<Integer> open, int callee) {
    for (int caller : open) {
      if (caller != callee
          && sameRank(members.get(caller), members.get(callee))
          && members.get(caller).calls.contains(callee)) {
        return true;
      }
    }
    return false;
  }

  private static boolean sameRank(Member one, Member other) {
    return one.group == other.group && one.access == other.access;
  }
}
