package dev.vinesorter.core.misfit;

import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * The same news sent from two units: a member sends it, and calls, or is called together with, a
 * member of another type that sends it too; or the two are all that ever send any.
 */
final class TwiceAnnounced implements Judge {
  private static final Set<String> SENDING =
      Set.of(
          "announce",
          "notify",
          "publish",
          "post",
          "pin",
          "broadcast",
          "inform",
          "alert",
          "mail",
          "email");

  /** What more members than these use is a service to all, and no news that two send. */
  private static final int MOST_SENDERS = 12;

  @Override
  public MisfitKind kind() {
    return MisfitKind.TWICE_ANNOUNCED;
  }

  @Override
  public List<Misfit> judge(Inquiry inquiry) {
    MemberTies members = inquiry.members();
    List<Misfit> found = new ArrayList<>();
    for (int news = 0; news < members.size(); news++) {
      List<String> words = members.words(news);
      boolean sends =
          members.has(news, Trait.METHOD) && !words.isEmpty() && SENDING.contains(words.get(0));
      int[] senders = sends ? members.using(news) : new int[0];
      if (senders.length <= MOST_SENDERS) {
        for (int one : senders) {
          for (int other : senders) {
            boolean apart =
                one < other
                    && members.owner[one] != members.owner[other]
                    && members.owner[one] != members.owner[news]
                    && members.owner[other] != members.owner[news];
            int meeting = apart ? meeting(members, one, other) : -1;
            if (meeting >= 0 || apart && isAlone(inquiry, senders, one, other)) {
              found.add(misfit(inquiry, news, one, other, meeting));
            }
          }
        }
      }
    }
    return found;
  }

  /** The member from which both are reached: one of them, or a caller of both; -1 for none. */
  private static int meeting(MemberTies members, int one, int other) {
    if (calls(members, one, other)) {
      return one;
    }
    if (calls(members, other, one)) {
      return other;
    }
    Set<Integer> callers = new HashSet<>();
    for (int caller : members.using(one)) {
      callers.add(caller);
    }
    for (int caller : members.using(other)) {
      if (callers.contains(caller)) {
        return caller;
      }
    }
    return -1;
  }

  /** Whether two members of different packages are the only ones that send a piece of news. */
  private static boolean isAlone(Inquiry inquiry, int[] senders, int one, int other) {
    int[] home = inquiry.types().home;
    int[] owner = inquiry.members().owner;
    return senders.length == 2 && home[owner[one]] != home[owner[other]];
  }

  private static boolean calls(MemberTies members, int from, int to) {
    for (int used : members.used(from)) {
      if (used == to) {
        return true;
      }
    }
    return false;
  }

  private static Misfit misfit(Inquiry inquiry, int news, int one, int other, int meeting) {
    MemberTies members = inquiry.members();
    Units units = inquiry.units();
    int told = members.unitOf[news];
    List<Misfit.Evidence> evidence = new ArrayList<>();
    for (int sender : new int[] {one, other}) {
      evidence.add(
          Misfit.Evidence.at(
              units.simpleName(units.topTypeOf(members.unitOf[sender]))
                  + " sends it by "
                  + units.simpleName(told),
              inquiry.reference(members.unitOf[sender], told)));
    }
    if (meeting >= 0) {
      evidence.add(
          Misfit.Evidence.in(
              "both are on the path of " + units.label(members.unitOf[meeting]),
              members.unitOf[meeting]));
    } else {
      evidence.add(Misfit.Evidence.in("nobody else sends any", told));
    }
    return new Misfit(
        MisfitKind.TWICE_ANNOUNCED,
        members.unitOf[one],
        List.of(members.unitOf[other]),
        "",
        meeting >= 0 ? .6 : .5,
        evidence,
        List.of("what is sent may differ; the survey does not know texts"),
        List.of(),
        "let one of the two send it (no step does this yet)");
  }
}
