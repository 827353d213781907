package dev.vinesorter.java.seam;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.MethodTree;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.Access;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.rewrite.Rewriting;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/** What members that go up, or are called from above, need to be seen by. */
final class PulledAccess {
  private final PulledUp up;
  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final Step.Base step;
  private final int there;
  private final NewSource source;
  private final Attributed all;
  private final List<Sibling> siblings;
  private final PulledFields fields;

  PulledAccess(PulledUp up) {
    this.up = up;
    this.rewriting = up.rewriting;
    this.code = up.code;
    this.units = up.units;
    this.step = up.step;
    this.there = up.there;
    this.source = up.source;
    this.all = up.all;
    this.siblings = up.siblings;
    this.fields = up.fields;
  }

  /** What a member needs to be seen by the classes from the one above, or the other way round. */
  Access needed(int member) {
    Access has = Access.of(units, member);
    boolean near =
        siblings.stream().allMatch(one -> code.packageBefore(one.type()).equals(packageOfBase()));
    boolean enough = has.compareTo(Access.PACKAGE) > 0 || has == Access.PACKAGE && near;
    return enough ? has : Access.PROTECTED;
  }

  String packageOfBase() {
    return there < 0 ? source.packageName() : code.packageBefore(there);
  }

  /** What a member gets; a member that gets less private needs the leave for that. */
  private Access given(int member, String now) {
    Access needed = needed(member);
    if (needed != Access.of(units, member)) {
      if (!step.may(Leave.WIDEN)) {
        rewriting.refuse(
            RefusalCode.ACCESS,
            units.name(member)
                + " would have to be "
                + needed.shown()
                + ". Say 'widen: true' if it may.",
            code.declaration(member));
      }
      rewriting.widens(now, needed.shown());
      WidenedForUse.notOverridden(rewriting, member);
    }
    return needed;
  }

  /** The access of one of the methods that become abstract: the least that all of them have. */
  Access hook(String name) {
    Access least = Access.PUBLIC;
    for (Sibling one : siblings) {
      int unit = units.find(units.name(one.type()) + "#" + name, Level.MEMBER);
      Access access = given(unit, units.name(unit));
      least = access.compareTo(least) < 0 ? access : least;
    }
    return least;
  }

  Access ofMethod() {
    Access most = Access.PRIVATE;
    for (Sibling one : siblings) {
      Access access =
          Access.of(units, one.method()) == Access.PRIVATE && !isNamedElsewhere(one.method())
              ? Access.PRIVATE
              : given(one.method(), up.after(units.simpleName(one.method())));
      most = Access.wider(most, access);
    }
    return most;
  }

  Access ofField(String name) {
    Access most = Access.PRIVATE;
    for (Sibling one : siblings) {
      int unit = units.find(units.name(one.type()) + "#" + name, Level.MEMBER);
      boolean stays =
          Access.of(units, unit) == Access.PRIVATE
              && !isNamedElsewhere(unit)
              && (fields.filled(name) == PulledFields.Filled.HANDED);
      boolean unseen = Access.of(units, unit) == Access.PRIVATE && !isNamedElsewhere(unit);
      most = Access.wider(most, stays || unseen ? Access.PRIVATE : given(unit, up.after(name)));
    }
    return most;
  }

  /** Whether code that stays names a member. */
  private boolean isNamedElsewhere(int member) {
    References references = code.references();
    Sibling of =
        siblings.stream().filter(one -> one.type() == units.parent(member)).findFirst().get();
    Set<Integer> handing = handing(of, units.simpleName(member));
    for (int r : references.to(member)) {
      int from = references.from(r);
      if (references.kind(r) != Kind.MENTIONS
          && from != of.method()
          && !handing.contains(references.at(r))
          && from != member) {
        return true;
      }
    }
    return false;
  }

  /** Where constructors name a field that they hand on afterwards. */
  Set<Integer> handing(Sibling of, String field) {
    Set<Integer> found = new TreeSet<>();
    boolean handed =
        up.state.containsKey(field) && fields.filled(field) == PulledFields.Filled.HANDED;
    Map<MethodTree, ExpressionStatementTree> all =
        handed ? fields.assignments(of, field) : Map.of();
    for (ExpressionStatementTree set : all.values()) {
      AssignmentTree assignment = (AssignmentTree) set.getExpression();
      found.add(of.tree().end(assignment.getVariable()) - field.length());
    }
    return found;
  }
}
