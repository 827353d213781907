package dev.vinesorter.core.plan;

import java.util.List;

/**
 * What the compiled code of edited sources says, before and after.
 *
 * @param same how many methods do the same
 * @param rewritten how many methods a step says that it rewrites
 * @param differ what differs without a step having said so, as sentences
 * @param outside paths of edited sources that could not be compared
 * @param unbound how many names in edited sources bind to nothing, so that nothing is proven of
 *     them
 * @param missing libraries that are not there, as a build names them
 */
public record ProvenCode(
    int same,
    int rewritten,
    List<String> differ,
    List<String> outside,
    int unbound,
    List<String> missing) {
  public ProvenCode {
    differ = List.copyOf(differ);
    outside = List.copyOf(outside);
    missing = List.copyOf(missing);
  }

  /** Whether all of the edited code was proven. */
  public boolean isWhole() {
    return outside.isEmpty() && unbound == 0;
  }
}
