package dev.vinesorter.source.plan;

import java.util.ArrayList;
import java.util.List;

/**
 * What the class files of edited sources say, before and after.
 *
 * @param same how many methods do the same
 * @param rewritten how many methods a step says that it rewrites
 * @param differ what differs without a step having said so, as sentences that name the member
 * @param outside paths of edited sources that could not be compared, since they do not compile
 */
public record Instructions(int same, int rewritten, List<String> differ, List<String> outside) {
  /** Where nothing is compiled. */
  public static final Instructions NOTHING = new Instructions(0, 0, List.of(), List.of());

  public Instructions {
    differ = List.copyOf(differ);
    outside = List.copyOf(outside);
  }

  /** What both say. */
  public Instructions and(Instructions other) {
    List<String> allDiffer = new ArrayList<>(differ);
    allDiffer.addAll(other.differ);
    List<String> allOutside = new ArrayList<>(outside);
    allOutside.addAll(other.outside);
    return new Instructions(same + other.same, rewritten + other.rewritten, allDiffer, allOutside);
  }
}
