package dev.vinesorter.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.plan.MemberOrder.Group;
import dev.vinesorter.core.plan.MemberOrder.Member;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** The order of members: what has to come first does, and ranks decide the rest. */
class MemberOrderTest {
  private static final List<Group> GROUPS = MemberOrder.complete(List.of());

  private static Member method(int access, Integer... calls) {
    return new Member(Group.METHODS, access, Set.of(), Set.of(calls));
  }

  @Test
  void publicStandsAbovePrivateAndCallersAboveWhatTheyCall() {
    List<Member> members =
        List.of(method(3), method(3, 0), method(0), method(0, 2, 4), method(0), method(3, 1));
    assertThat(MemberOrder.of(members, GROUPS)).containsExactly(3, 2, 4, 5, 1, 0);
  }

  @Test
  void membersThatCallEachOtherStayAsTheyWere() {
    List<Member> members = List.of(method(1, 1), method(1, 2), method(1, 0));
    assertThat(MemberOrder.of(members, GROUPS)).containsExactly(0, 1, 2);
  }

  @Test
  void statedGroupsComeFirst() {
    assertThat(MemberOrder.complete(List.of(Group.METHODS, Group.TYPES)))
        .containsExactly(
            Group.METHODS, Group.TYPES, Group.CONSTANTS, Group.FIELDS, Group.CONSTRUCTORS);
  }

  /** Whatever has to come first does; without such demands the ranks ascend; twice is as once. */
  @Test
  void orderKeepsItsPromises() {
    for (int seed = 0; seed < 200; seed++) {
      Random random = new Random(seed);
      int size = 1 + random.nextInt(30);
      boolean free = seed % 2 == 0;
      List<Member> members = new ArrayList<>();
      for (int n = 0; n < size; n++) {
        Set<Integer> after = new TreeSet<>();
        Set<Integer> calls = new TreeSet<>();
        for (int k = 0; k < 3; k++) {
          calls.add(random.nextInt(size));
          if (!free && n > 0 && random.nextBoolean()) {
            after.add(random.nextInt(n));
          }
        }
        Group group = Group.values()[random.nextInt(5)];
        members.add(new Member(group, random.nextInt(4), after, calls));
      }
      List<Integer> order = MemberOrder.of(members, GROUPS);
      assertThat(order)
          .containsExactlyInAnyOrderElementsOf(IntStream.range(0, size).boxed().toList());
      for (int n = 0; n < size; n++) {
        for (int first : members.get(n).after()) {
          assertThat(order.indexOf(first)).isLessThan(order.indexOf(n));
        }
      }
      List<Integer> ranks =
          order.stream()
              .map(n -> members.get(n).group().ordinal() * 4 + members.get(n).access())
              .toList();
      if (free) {
        assertThat(ranks).isSorted();
      }
      assertThat(MemberOrder.of(renumbered(members, order), GROUPS))
          .isEqualTo(IntStream.range(0, size).boxed().toList());
    }
  }

  private static List<Member> renumbered(List<Member> members, List<Integer> order) {
    List<Member> fresh = new ArrayList<>();
    for (int old : order) {
      Member member = members.get(old);
      fresh.add(
          new Member(
              member.group(),
              member.access(),
              new TreeSet<>(member.after().stream().map(order::indexOf).toList()),
              new TreeSet<>(member.calls().stream().map(order::indexOf).toList())));
    }
    return fresh;
  }
}
