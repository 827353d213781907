package dev.vinesorter.core.trellis;

import dev.vinesorter.core.model.Units;
import java.util.Arrays;
import java.util.List;

/** Which layer and which part of it holds each unit of a survey. */
final class Layers {
  private final Trellis trellis;

  /** Layer of each unit, 0 at the top, or -1. */
  private final int[] layer;

  /** The pattern of its layer that holds each unit, or -1. */
  private final int[] part;

  private Layers(Trellis trellis, int[] layer, int[] part) {
    this.trellis = trellis;
    this.layer = layer;
    this.part = part;
  }

  static Layers of(Units units, Trellis trellis, Meanings meanings) {
    int[] layer = new int[units.size()];
    int[] part = new int[units.size()];
    Arrays.fill(layer, -1);
    Arrays.fill(part, -1);
    for (int l = 0; l < trellis.layers().size(); l++) {
      Trellis.Layer one = trellis.layers().get(l);
      meanings.noteNothing(one.holds());
      for (int p = 0; p < one.holds().size(); p++) {
        Trellis.Named held = one.holds().get(p);
        boolean[] meant = meanings.of(held);
        for (int unit = 0; unit < meant.length; unit++) {
          if (!meant[unit]) {
            continue;
          }
          if (layer[unit] >= 0 && layer[unit] != l) {
            throw new ContradictionException(
                held.place(),
                "'"
                    + held
                    + "' overlaps: "
                    + units.label(unit)
                    + " is in layer "
                    + trellis.layers().get(layer[unit]).name()
                    + " already, so it cannot be in "
                    + one.name()
                    + "; let one pattern be narrower");
          }
          layer[unit] = l;
          part[unit] = part[unit] < 0 ? p : part[unit];
        }
      }
    }
    contradictions(trellis, meanings);
    return new Layers(trellis, layer, part);
  }

  /** Whom {@code only} lets in, {@code never} may not shut out. */
  private static void contradictions(Trellis trellis, Meanings meanings) {
    for (Trellis.Only only : trellis.only()) {
      boolean[] who = meanings.any(only.who());
      boolean[] uses = meanings.any(only.uses());
      for (Trellis.Never never : trellis.never()) {
        boolean all = covers(meanings.any(never.from()), who, never.from(), only.who());
        if (all && covers(meanings.any(never.to()), uses, never.to(), only.uses())) {
          throw new ContradictionException(
              never.place(),
              "this rule forbids what the rule in line "
                  + only.place().line()
                  + " reserves for the same units; take one of them out");
        }
      }
    }
  }

  private static boolean covers(
      boolean[] outer, boolean[] inner, List<Trellis.Named> outerText, List<Trellis.Named> text) {
    boolean any = false;
    for (int unit = 0; unit < inner.length; unit++) {
      any |= inner[unit];
      if (inner[unit] && !outer[unit]) {
        return false;
      }
    }
    return any
        || outerText.stream()
            .map(Trellis.Named::toString)
            .toList()
            .containsAll(text.stream().map(Trellis.Named::toString).toList());
  }

  int of(int unit) {
    return layer[unit];
  }

  int part(int unit) {
    return part[unit];
  }

  String partName(int unit) {
    return trellis.layers().get(layer[unit]).holds().get(part[unit]).toString();
  }
}
