package dev.vinesorter.java.seam;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.java.code.Access;
import dev.vinesorter.java.code.Getters;
import dev.vinesorter.java.code.SourceView;
import java.util.Map;
import java.util.TreeMap;
import javax.lang.model.element.Element;
import javax.lang.model.element.TypeElement;

/** Who has to see what once members of a type are in another one. */
final class SplitAccess {
  private final Splitting split;
  private final SourceView code;
  private final Units units;
  private final References references;

  /** What becomes less private: members that go, and what stays and they need. */
  private final Map<Integer, Access> widened = new TreeMap<>();

  /** What the method has to be that hands out the new object; null where nobody needs one. */
  private Access accessor;

  private boolean open;

  SplitAccess(Splitting split) {
    this.split = split;
    this.code = split.code;
    this.units = code.units();
    this.references = code.references();
  }

  /** Whether a reference names a member in code. */
  static boolean isCode(Kind kind) {
    return kind != Kind.MENTIONS
        && kind != Kind.IMPORTS
        && kind != Kind.THROUGH
        && kind != Kind.OVERRIDES;
  }

  /** Finds it all out; what would become public without leave is refused. */
  void judge() {
    open = !split.isBeside() || isOfPublic();
    for (int member : split.members.inOrder()) {
      if (split.members.leavesForward(member)) {
        demand(member, split.needed(split.owner));
        continue;
      }
      for (int r : references.to(member)) {
        int user = references.from(r);
        boolean handed = split.handed.contains(member) && references.kind(r) == Kind.WRITES;
        if (isCode(references.kind(r)) && !split.members.has(user) && !handed) {
          used(member, r, user);
        }
      }
    }
    for (SplitUses.Use use : split.uses.uses()) {
      int unit = split.unit(use.member());
      boolean stays = unit >= 0 && !split.members.has(unit) && !isHandedOn(use);
      if (stays && getter(use) < 0) {
        demand(unit, split.needed(split.owner));
      }
      if (use.form() == SplitUses.Form.OTHER && split.goes(use.member()) && !use.isStatic()) {
        accessor = accessor == null ? split.needed(split.owner) : accessor;
      }
    }
    for (Element other : split.uses.others()) {
      int unit = split.unit(other);
      if (unit >= 0 && !split.members.has(unit)) {
        demand(unit, split.needed(split.owner));
      }
    }
    split.uses.types().forEach(named -> type((TypeElement) named.element()));
    split.uses.innerTypes().forEach(this::type);
  }

  /** A type inside of the old one has to be seen. */
  private void type(TypeElement named) {
    int unit = units.find(named.getQualifiedName().toString());
    if (unit >= 0 && !units.has(unit, Trait.FOREIGN) && units.inside(unit, split.owner)) {
      demand(unit, split.needed(split.owner));
    }
  }

  /** Whether something goes that anybody could use so far. */
  private boolean isOfPublic() {
    return units.has(split.owner, Trait.PUBLIC)
        && split.members.inOrder().stream()
            .anyMatch(one -> units.has(one, Trait.PUBLIC) && !split.members.leavesForward(one));
  }

  /** Tells of what code that is not here cannot use any more as it did. */
  void tell() {
    boolean lost = isOfPublic() && (!split.hasObjects() || accessor != Access.PUBLIC);
    if (lost) {
      split.rewriting.tell(
          "Code that is not here does not find everything in "
              + units.simpleName(split.owner)
              + " any more; 'leave: forward' keeps its methods.");
    }
  }

  /** Whether the new type has a field of its own for what it is handed. */
  private boolean isHandedOn(SplitUses.Use use) {
    return split.values.contains(use.member()) && split.isBack(use);
  }

  /** The method that gives the field that a use outside of its type reads; -1 for none. */
  int getter(SplitUses.Use use) {
    int unit = split.unit(use.member());
    boolean reads =
        unit >= 0
            && units.has(unit, Trait.FIELD)
            && units.fileOf(unit) >= 0
            && !use.isStatic()
            && !use.assigned();
    int getter = reads ? Getters.of(code, unit, split.owner) : -1;
    boolean seen =
        getter >= 0
            && getter != unit
            && !split.members.has(getter)
            && Access.of(units, getter).compareTo(split.needed(split.owner)) >= 0;
    return seen ? getter : -1;
  }

  /** The method that goes and gives the field that goes, for a place that reads it; -1 for none. */
  int getter(int member, int reference) {
    boolean reads =
        units.has(member, Trait.FIELD)
            && !units.has(member, Trait.STATIC)
            && references.kind(reference) == Kind.READS
            && !Getters.writes(references, reference);
    int getter = reads ? Getters.of(code, member, references.from(reference)) : -1;
    return getter >= 0 && getter != member && split.members.has(getter) ? getter : -1;
  }

  private void used(int member, int reference, int user) {
    int getter = getter(member, reference);
    demand(getter >= 0 ? getter : member, split.needed(user));
    boolean elsewhere = split.needed(user) == Access.PUBLIC;
    open |= elsewhere;
    boolean inside = units.topTypeOf(user) == units.topTypeOf(split.owner);
    int around = units.ancestor(user, Level.TYPE);
    boolean heir = code.isSubtype(around, split.owner) && around != split.owner;
    if (!units.has(member, Trait.STATIC) && (!inside || heir)) {
      boolean beside = code.packageBefore(user).equals(code.packageBefore(split.owner));
      Access wanted = beside ? Access.PACKAGE : Access.PUBLIC;
      accessor = accessor == null ? wanted : Access.wider(accessor, wanted);
      open |= !beside;
    }
  }

  private void demand(int unit, Access need) {
    if (Access.of(units, unit).compareTo(need) >= 0) {
      return;
    }
    if (!split.mayWiden(need)) {
      split.rewriting.refuse(
          RefusalCode.ACCESS,
          units.name(unit) + " would have to be public; say 'widen: true' to allow it.",
          code.declaration(unit));
    }
    widened.merge(unit, need, Access::wider);
  }

  /** What becomes less private. */
  Map<Integer, Access> widened() {
    return widened;
  }

  Access accessor() {
    return accessor;
  }

  /** An accessor is needed, at least for the package. */
  void needsAccessor() {
    accessor = accessor == null ? Access.PACKAGE : accessor;
  }

  /** Whether other packages see the new type. */
  boolean isOpen() {
    return open;
  }
}
