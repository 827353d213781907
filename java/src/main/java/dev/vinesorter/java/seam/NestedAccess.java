package dev.vinesorter.java.seam;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.java.code.Access;
import dev.vinesorter.java.code.Getters;
import dev.vinesorter.java.code.MemberFamily;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.rewrite.Written;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Who has to see what once a type stands in another type, or in none. */
final class NestedAccess {
  private final NestedMove move;
  private final SourceView code;
  private final Units units;
  private final References references;

  /** What becomes less private. */
  private final Map<Integer, Access> widened = new TreeMap<>();

  /**
   * A place that reads a field by its getter afterwards.
   *
   * @param written what stands there in place of the field's name
   */
  record Read(int reference, Written written) {}

  private final List<Read> reads = new ArrayList<>();

  NestedAccess(NestedMove move) {
    this.move = move;
    this.code = move.code;
    this.units = code.units();
    this.references = code.references();
  }

  /** Finds it out; what would be less private than in its package is refused without leave. */
  void judge() {
    for (int inside : units.withAllInside(move.type)) {
      for (int r : references.to(inside)) {
        if (!move.goes(references.from(r))) {
          crosses(r);
        }
      }
      for (int r = references.row(inside); r < references.row(inside + 1); r++) {
        if (!move.goes(references.target(r))) {
          crosses(r);
        }
      }
    }
  }

  private void crosses(int r) {
    int user = references.from(r);
    int used = references.target(r);
    boolean own = units.fileOf(used) >= 0 && units.level(user) != Level.FILE;
    boolean declares = units.level(used) == Level.TYPE || units.level(used) == Level.MEMBER;
    if (!own || !declares) {
      return;
    }
    if (references.kind(r) == Kind.OVERRIDES) {
      overrides(user, used);
    } else if (SplitAccess.isCode(references.kind(r)) || references.kind(r) == Kind.THROUGH) {
      demand(user, used, r);
      // Whoever names the type names what is around it.
      for (int around = move.goes(used) ? move.home : -1;
          around >= 0 && units.level(around) == Level.TYPE;
          around = units.parent(around)) {
        demand(user, around, r);
      }
    }
  }

  /** The getter of a field that a place reads, where its user sees that; -1 for none. */
  private int getter(int user, int used, int r) {
    boolean reads =
        units.has(used, Trait.FIELD)
            && !units.has(used, Trait.STATIC)
            && references.kind(r) == Kind.READS
            && !Getters.writes(references, r);
    int getter = reads ? Getters.of(code, used, user) : -1;
    boolean seen =
        getter == used
            || getter >= 0 && Access.of(units, getter).compareTo(move.needed(user, getter)) >= 0;
    return seen ? getter : -1;
  }

  /** Places that read a field by its getter afterwards. */
  List<Read> reads() {
    return reads;
  }

  /** A method that only its package sees is overridden there alone. */
  private void overrides(int user, int used) {
    boolean lost =
        Access.of(units, used) == Access.PACKAGE && move.needed(user, used) == Access.PUBLIC;
    if (lost) {
      move.rewriting.refuse(
          RefusalCode.OVERRIDE_LOST,
          units.name(user) + " would no longer override " + units.name(used) + ".",
          code.declaration(user));
    }
  }

  private void demand(int user, int used, int r) {
    Access need = move.needed(user, used);
    Access has = Access.of(units, used);
    boolean inherited =
        has == Access.PROTECTED
            && code.isSubtype(units.ancestor(user, Level.TYPE), units.ancestor(used, Level.TYPE));
    if (has.compareTo(need) >= 0 || inherited || isOfInterface(used)) {
      return;
    }
    int getter = getter(user, used, r);
    if (getter >= 0) {
      String name = MemberNames.bare(units.simpleName(getter)) + "()";
      reads.add(new Read(r, Written.of(name, move.after(units.name(getter)))));
      move.rewriting.rewrites(move.after(units.name(user)));
      return;
    }
    if (need == Access.PUBLIC && !move.mayWiden()) {
      move.rewriting.refuse(
          RefusalCode.ACCESS,
          units.name(used) + " would have to be public; say 'widen: true' to allow it.",
          code.declaration(used));
    }
    widened.merge(used, need, Access::wider);
    if (units.has(used, Trait.METHOD) && !units.has(used, Trait.STATIC)) {
      for (int one : MemberFamily.of(code, used).members()) {
        boolean less = Access.of(units, one).compareTo(need) < 0 && units.fileOf(one) >= 0;
        if (less && !isOfInterface(one)) {
          widened.merge(one, need, Access::wider);
        }
      }
    }
  }

  /** Whether something is public since an interface holds it. */
  private boolean isOfInterface(int unit) {
    int around = units.parent(unit);
    return units.level(around) == Level.TYPE && units.has(around, Trait.INTERFACE);
  }

  /** What becomes less private. */
  Map<Integer, Access> widened() {
    return widened;
  }

  /** What the type itself is afterwards. */
  Access ofType() {
    boolean open =
        units.has(move.type, Trait.PUBLIC) || move.isNested() && isOfInterface(move.type);
    Access own = open ? Access.PUBLIC : Access.of(units, move.type);
    Access wanted = Access.wider(own, widened.getOrDefault(move.type, own));
    boolean outermost = move.home < 0 && wanted != Access.PUBLIC;
    return outermost ? Access.PACKAGE : wanted;
  }

  /** Gives what stays its new access, and tells of all. */
  void write() {
    widened.forEach(
        (unit, to) -> {
          move.rewriting.widens(move.after(units.name(unit)), to.shown());
          if (!move.goes(unit)) {
            SplitOwner.modifiers(code, unit, to, move.rewriting.in(units.fileOf(unit)));
          }
        });
  }
}
