package dev.vinesorter.java.seam;

import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.code.Getters;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.LocatedTree;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;

/** What names in trees that are only parsed mean, by the survey. */
final class Meanings {
  /** Library types of which no method does anything but compute. */
  static final Set<String> COMPUTE =
      Set.of(
          "java.lang.String",
          "java.lang.Math",
          "java.lang.Integer",
          "java.lang.Long",
          "java.lang.Double",
          "java.lang.Boolean",
          "java.lang.Character");

  private final SourceView code;
  private final Units units;
  private final Map<Integer, Map<Integer, Integer>> members = new HashMap<>();

  Meanings(SourceView code) {
    this.code = code;
    this.units = code.units();
  }

  /** The member that the name at a char means; -1 for none, as for local variables. */
  int member(int file, int at) {
    return members.computeIfAbsent(file, this::all).getOrDefault(at, -1);
  }

  private Map<Integer, Integer> all(int file) {
    Map<Integer, Integer> found = new HashMap<>();
    References references = code.references();
    for (int unit : units.withAllInside(file)) {
      for (int r = references.row(unit); r < references.row(unit + 1); r++) {
        Kind kind = references.kind(r);
        boolean binds =
            kind != Kind.MENTIONS
                && kind != Kind.THROUGH
                && kind != Kind.IMPORTS
                && kind != Kind.OVERRIDES;
        if (binds && units.level(references.target(r)) == Level.MEMBER) {
          found.put(references.at(r), references.target(r));
        }
      }
    }
    return found;
  }

  /** What evaluating an expression in a file may do. */
  Purity purity(int file, LocatedTree tree, ExpressionTree expression) {
    return Purity.of(
        expression,
        name -> isField(file, tree, name),
        select -> isFixed(file, tree, select),
        call -> onlyReads(file, tree, call));
  }

  private boolean isField(int file, LocatedTree tree, IdentifierTree name) {
    int member = member(file, tree.begin(name));
    return member >= 0 && units.has(member, Trait.FIELD) && !units.has(member, Trait.FINAL);
  }

  /** Whether a name behind a dot is that of a constant. */
  private boolean isFixed(int file, LocatedTree tree, MemberSelectTree select) {
    int member = member(file, tree.end(select) - select.getIdentifier().length());
    return member >= 0
        && units.has(member, Trait.FIELD)
        && units.has(member, Trait.STATIC)
        && units.has(member, Trait.FINAL);
  }

  /** Whether a call only gives a field, or computes something from what it is given. */
  private boolean onlyReads(int file, LocatedTree tree, MethodInvocationTree call) {
    ExpressionTree select = call.getMethodSelect();
    int at =
        select instanceof MemberSelectTree inner
            ? tree.end(inner) - inner.getIdentifier().length()
            : tree.begin(select);
    int method = member(file, at);
    if (method < 0 || !units.has(method, Trait.METHOD)) {
      return method >= 0 && units.has(units.parent(method), Trait.RECORD);
    }
    if (units.has(method, Trait.FOREIGN)) {
      return COMPUTE.contains(units.name(units.parent(method)));
    }
    return Getters.field(code.survey(), method, code.tokens(units.fileOf(method))) >= 0;
  }
}
