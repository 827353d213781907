package dev.vinesorter.java.seam;

import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Units;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** A method that takes parameters which become one. */
final class BundledMethod {
  final int unit;
  final SignedMethod method;

  /** Where each of the parameters stands, by the name that the step gives it. */
  final Map<String, Integer> at = new HashMap<>();

  /** Whether the step names it, and not only a pattern means it. */
  final boolean named;

  int count;
  boolean varied;
  List<SignedMethod.Declared> declarations = List.of();

  BundledMethod(int unit, SignedMethod method, boolean named) {
    this.unit = unit;
    this.method = method;
    this.named = named;
  }

  /** The first of the parameters' places, which the new one takes. */
  int first() {
    return at.values().stream().min(Comparator.naturalOrder()).orElseThrow();
  }

  /** Whether the parameter at a place becomes part of the new one, and another takes its place. */
  boolean goes(int n) {
    return at.containsValue(n) && n != first();
  }

  /** Whether a call can give so many arguments. */
  boolean fits(int arguments) {
    return varied ? arguments >= count - 1 : arguments == count;
  }

  /** The old arguments in the order in which they are evaluated afterwards. */
  List<Integer> sequence(List<String> order) {
    List<Integer> sequence = new ArrayList<>();
    for (int n = 0; n < count; n++) {
      if (n == first()) {
        order.forEach(one -> sequence.add(at.get(one)));
      } else if (!at.containsValue(n)) {
        sequence.add(n);
      }
    }
    return sequence;
  }

  /**
   * The simple name that a declaration gets.
   *
   * @param type the simple name of the new parameter's type
   */
  String simpleName(SignedMethod.Declared one, Units units, String type) {
    String name = units.simpleName(one.unit());
    String[] old = name.substring(name.indexOf('(') + 1, name.length() - 1).split(", ");
    List<String> fresh = new ArrayList<>();
    for (int n = 0; n < old.length; n++) {
      if (n == first()) {
        fresh.add(type);
      } else if (!at.containsValue(n)) {
        fresh.add(old[n]);
      }
    }
    return MemberNames.bare(name) + "(" + String.join(", ", fresh) + ")";
  }
}
