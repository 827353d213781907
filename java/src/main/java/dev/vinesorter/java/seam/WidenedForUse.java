package dev.vinesorter.java.seam;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.java.code.Access;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.rewrite.Rewriting;
import java.util.Map;
import java.util.TreeMap;

/** Members and types that have to become less private, since code elsewhere comes to name them. */
final class WidenedForUse {
  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final Map<Integer, Need> needs = new TreeMap<>();

  private record Need(Access access, Site site) {}

  WidenedForUse(Rewriting rewriting) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
  }

  /**
   * Notes that a unit comes to name another one.
   *
   * @param site the first such place
   */
  void demand(int user, int used, Site site) {
    if (used < 0 || units.fileOf(used) < 0) {
      return;
    }
    Access need = Access.between(units, user, used, code);
    Access has = Access.of(units, used);
    boolean inherited =
        has == Access.PROTECTED
            && code.isSubtype(units.ancestor(user, Level.TYPE), units.ancestor(used, Level.TYPE));
    boolean enough = has.compareTo(need) >= 0 || inherited || isPublicAnyway(used);
    if (!enough) {
      needs.merge(
          used,
          new Need(need, site),
          (one, other) -> new Need(Access.wider(one.access, other.access), one.site));
    }
  }

  /** Members of interfaces are public without saying so. */
  private boolean isPublicAnyway(int unit) {
    int around = units.parent(unit);
    return units.level(around) == Level.TYPE
        && (units.has(around, Trait.INTERFACE) || units.has(around, Trait.ANNOTATION))
        && !units.has(unit, Trait.PRIVATE);
  }

  /** Makes them less private; refused where that is not allowed. */
  void apply(boolean allowed) {
    needs.forEach(
        (unit, need) -> {
          if (!allowed) {
            rewriting.refuse(
                RefusalCode.ACCESS,
                units.name(unit)
                    + " would have to be "
                    + need.access.shown()
                    + ". Say 'widen: true' if it may.",
                need.site);
          }
          notOverridden(rewriting, unit);
          rewriting.widens(units.name(unit), need.access.shown());
          SplitOwner.modifiers(code, unit, need.access, rewriting.in(units.fileOf(unit)));
        });
  }

  /** A method that is seen further must not come to be overridden by one that has its name. */
  static void notOverridden(Rewriting rewriting, int member) {
    SourceView code = rewriting.code();
    Units units = code.units();
    if (!units.has(member, Trait.METHOD)) {
      return;
    }
    for (int sub : code.subtypes(units.parent(member))) {
      int other = units.find(units.name(sub) + "#" + units.simpleName(member), Level.MEMBER);
      if (other >= 0) {
        rewriting.refuse(
            RefusalCode.OVERRIDE_GAINED,
            units.name(other) + " would come to override " + units.name(member) + ".",
            code.declaration(other));
      }
    }
  }
}
