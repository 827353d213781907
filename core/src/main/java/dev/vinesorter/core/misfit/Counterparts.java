package dev.vinesorter.core.misfit;

import dev.vinesorter.core.model.MemberNames;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;

/**
 * Names that say the same about two sides of one thing, such as {@code rotateLeft} and {@code
 * rotateRight}, or about two types of the language, such as {@code nextInt} and {@code nextLong}.
 * What is named so is alike on purpose.
 */
final class Counterparts {
  /** Words of the language and of its library that stand for types of values. */
  static final Set<String> VALUE_TYPES =
      words(
          "boolean byte short char character int integer long float double object string array 1d"
              + " 2d 3d d");

  /** Words that a name may have more than its counterpart. */
  private static final Set<String> EXTRA = new HashSet<>(VALUE_TYPES);

  static {
    EXTRA.addAll(words("internal impl unchecked quietly do"));
  }

  private static final List<Set<String>> SIDES =
      Stream.of(
              "left right center centre",
              "top bottom up down above below upper lower",
              "first last head tail front back prefix suffix before after previous next prev",
              "begin end start stop finish open close",
              "enable disable enabled disabled lock unlock allow deny include exclude",
              "set clear reset unset get",
              "add remove insert delete put subtract plus minus added removed child children",
              "min max minimum maximum least most floor ceiling",
              "encode decode encoder decoder escape unescape wrap unwrap to from",
              "capitalize uncapitalize capitalise uncapitalise",
              "read write in out input output load store send receive",
              "serialization deserialization serializer deserializer serialize deserialize",
              "request response client server source target local remote",
              "key value",
              "x y z width height row column horizontal vertical",
              "all any none and or",
              "greater less increment decrement ascending descending asc desc positive negative",
              "public private completed failed cancelled success failure")
          .map(Counterparts::words)
          .toList();

  private Counterparts() {}

  private static Set<String> words(String joined) {
    return Set.of(joined.split(" "));
  }

  /** Whether two names of methods or types differ in nothing but such words. */
  static boolean are(String one, String other) {
    List<String> ours = new ArrayList<>(Words.of(MemberNames.bare(one)));
    List<String> theirs = new ArrayList<>(Words.of(MemberNames.bare(other)));
    if (ours.size() != theirs.size()) {
      ours.removeIf(EXTRA::contains);
      theirs.removeIf(EXTRA::contains);
      return ours.equals(theirs);
    }
    int apart = 0;
    for (int n = 0; n < ours.size(); n++) {
      if (!ours.get(n).equals(theirs.get(n))) {
        if (!areSides(ours.get(n), theirs.get(n))) {
          return false;
        }
        apart++;
      }
    }
    return apart > 0;
  }

  private static boolean areSides(String one, String other) {
    return VALUE_TYPES.contains(one) && VALUE_TYPES.contains(other)
        || SIDES.stream().anyMatch(side -> side.contains(one) && side.contains(other));
  }
}
