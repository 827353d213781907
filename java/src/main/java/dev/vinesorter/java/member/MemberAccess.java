package dev.vinesorter.java.member;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.StepOutcome.Widening;
import dev.vinesorter.java.code.Access;
import dev.vinesorter.java.code.ModifierEdits;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.code.Widenings;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** Who needs access to what when a member has moved: collected first, then refused or written. */
final class MemberAccess {
  private final MemberMove move;
  private final SourceView code;
  private final Units units;
  private final References references;

  /** Where access is missing today, by the unit that is not seen. */
  private final Map<Integer, List<Site>> broken = new TreeMap<>();

  /** The access that declarations get. */
  private final Map<Integer, Access> widened = new TreeMap<>();

  /** The same for methods of local classes: unit that holds them, offset of the name. */
  private final Map<Integer, Map<Integer, Access>> widenedInside = new TreeMap<>();

  MemberAccess(MemberMove move) {
    this.move = move;
    this.code = move.code;
    this.units = move.units;
    this.references = move.references;
  }

  void demand(int unit, Access needed, List<Site> sites) {
    if (needed.compareTo(Access.of(units, unit)) <= 0) {
      return;
    }
    broken.computeIfAbsent(unit, u -> new ArrayList<>()).addAll(sites);
    widened.merge(unit, needed, Access::wider);
  }

  /** The moved code uses a unit, which has to be seen from the new place. */
  void demandFromTarget(int unit, int r) {
    if (references.kind(r) == Kind.OVERRIDES) {
      if (Trait.packagePrivate(units.traits(unit))
          && Access.between(units, move.target, unit, code) == Access.PUBLIC) {
        move.refuse(
            RefusalCode.OVERRIDE_LOST,
            units.name(unit)
                + " is package-private; what overrides it here would no longer do so in another"
                + " package.",
            move.site(r));
      }
      return;
    }
    // A record's component is called by a method that no source declares, which is public.
    boolean byAccessor = references.kind(r) == Kind.CALLS && units.has(unit, Trait.FIELD);
    for (int at = byAccessor ? units.parent(unit) : unit; at >= 0; at = units.parent(at)) {
      boolean counts = units.level(at) == Level.TYPE || units.level(at) == Level.MEMBER;
      if (counts && !units.has(at, Trait.FOREIGN) && at != move.member) {
        demand(at, Access.between(units, move.target, at, code), List.of(move.site(r)));
      }
    }
  }

  /** A caller has to see the new owner. */
  void demandTarget(int r) {
    int user = references.from(r);
    for (int at = move.target; at >= 0 && units.level(at) == Level.TYPE; at = units.parent(at)) {
      demand(at, Access.between(units, user, at, code), List.of(move.site(r)));
    }
  }

  /** Refuses what would have to be less private, unless the step may make it so. */
  void report() {
    if (move.may(Leave.WIDEN)) {
      return;
    }
    broken.forEach(
        (unit, sites) ->
            move.refuse(
                RefusalCode.ACCESS,
                units.name(unit)
                    + " would have to be less private. Say 'widen: true' to make it so.",
                sites.toArray(new Site[0])));
  }

  /**
   * Makes the declarations less private.
   *
   * @param member whether the moved one is to be written as well
   */
  void write(boolean member) {
    widenOverriding();
    widened.forEach(
        (unit, to) -> {
          if (member || unit != move.member) {
            int in = units.fileOf(unit);
            ModifierEdits.access(
                edits(unit), code.tokens(in), code.text(in), units.begin(unit), to);
          }
        });
    widenedInside.forEach(
        (unit, places) -> {
          int in = units.fileOf(unit);
          places.forEach(
              (at, to) ->
                  ModifierEdits.accessOfMethodNamedAt(
                      edits(unit), code.tokens(in), code.text(in), at, to));
        });
  }

  private TextEdits edits(int unit) {
    return unit == move.member ? move.inside : move.changes.in(units.fileOf(unit));
  }

  /** What overrides a method cannot be more private than that is. */
  private void widenOverriding() {
    List<Integer> open = new ArrayList<>(widened.keySet());
    for (int next = 0; next < open.size(); next++) {
      Access access = widened.get(open.get(next));
      for (int r : references.to(open.get(next))) {
        int user = references.from(r);
        if (references.kind(r) != Kind.OVERRIDES) {
          continue;
        }
        if (references.at(r) != units.nameAt(user)) {
          widenedInside
              .computeIfAbsent(user, u -> new TreeMap<>())
              .merge(references.at(r), access, Access::wider);
        } else if (Access.of(units, user).compareTo(access) < 0) {
          widened.merge(user, access, Access::wider);
          open.add(user);
        }
      }
    }
  }

  /** The units that become less private. */
  Set<Integer> widenedUnits() {
    return widened.keySet();
  }

  /** What becomes less private. */
  List<Widening> widenings() {
    return Widenings.of(units, widened, widenedInside);
  }
}
