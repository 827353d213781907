package dev.vinesorter.java.seam;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.Access;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.ElementNames;
import dev.vinesorter.java.rewrite.Naming;
import dev.vinesorter.java.rewrite.Patch;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.TextLines;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.TypeMirror;

/** Classes that lose what goes to the class above them. */
final class PulledBelow {
  /** The longest documentation that is told, in chars. */
  private static final int MOST_TOLD = 300;

  private final PulledUp up;
  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final Step.Base step;
  private final Layout layout;
  private final int there;
  private final Attributed all;
  private final List<Sibling> siblings;
  private final Sibling first;
  private final PulledAccess access;

  PulledBelow(PulledUp up, PulledAccess access) {
    this.up = up;
    this.rewriting = up.rewriting;
    this.code = up.code;
    this.units = up.units;
    this.step = up.step;
    this.layout = new Layout(up.code);
    this.there = up.there;
    this.all = up.all;
    this.siblings = up.siblings;
    this.first = up.first;
    this.access = access;
  }

  /** Writes one of the classes below anew. */
  void write(Sibling one) {
    Patch patch = rewriting.in(one.file());
    List<Integer> gone = new ArrayList<>(List.of(one.method()));
    for (String name : up.state.keySet()) {
      gone.add(units.find(units.name(one.type()) + "#" + name, Level.MEMBER));
    }
    TakenOut.from(rewriting, one.file(), TakenOut.of(code, one.file(), gone));
    toldOfDocumentation(one);
    up.hooks.forEach((name, method) -> below(one, name, method));
    if (there < 0) {
      extend(one, patch);
      up.constructors().below(one);
    }
    rewriting.rewrites(units.name(one.type()));
    if (there < 0) {
      callsAbove(one);
    }
    elsewhere(one.method(), one);
    up.state
        .keySet()
        .forEach(
            name -> elsewhere(units.find(units.name(one.type()) + "#" + name, Level.MEMBER), one));
  }

  /** In class files what a class calls of the one above is named by the next one above. */
  private void callsAbove(Sibling one) {
    TreePath owner = one.path().getParentPath();
    for (Tree member : ((ClassTree) owner.getLeaf()).getMembers()) {
      TreePath path = new TreePath(owner, member);
      SplitUses uses = new SplitUses(all, one.tree(), one.owner());
      uses.scan(path);
      Element declared = all.element(path);
      if (!uses.supers().isEmpty() && declared != null && !(declared instanceof TypeElement)) {
        rewriting.rewrites(ElementNames.of(declared));
      }
    }
  }

  /** What names a member that goes means that of the class above. */
  private void elsewhere(int member, Sibling of) {
    References references = code.references();
    String name = units.name(member);
    rewriting.rewrites(name);
    Set<Integer> handing = access.handing(of, units.simpleName(member));
    for (int r : references.to(member)) {
      int from = references.from(r);
      boolean goes =
          siblings.stream()
              .anyMatch(
                  one ->
                      from == one.method()
                          || up.state.containsKey(units.simpleName(from))
                              && units.parent(from) == one.type());
      if (!goes && references.kind(r) != Kind.MENTIONS && !handing.contains(references.at(r))) {
        int at = references.at(r);
        rewriting.meansInstead(units.fileOf(from), at, at + 1, name, Set.of(up.now.get(name)));
      }
    }
  }

  /** Tells what the documentation of a method said that is not that of the first one. */
  private void toldOfDocumentation(Sibling one) {
    String kept = documentation(first);
    String own = documentation(one);
    if (!own.isEmpty() && !own.equals(kept)) {
      rewriting.tell(
          "The documentation of "
              + units.name(one.method())
              + " goes, and says otherwise than that of "
              + units.name(first.method())
              + ": "
              + (own.length() > MOST_TOLD ? own.substring(0, MOST_TOLD) + "…" : own));
    }
  }

  /** The words of a method's documentation; empty for none. */
  private String documentation(Sibling of) {
    String text = code.text(of.file());
    int[] comment = ParameterTag.comment(text, code.tokens(of.file()), units.begin(of.method()));
    return comment == null
        ? ""
        : text.substring(comment[0] + 3, comment[1] - 2)
            .replaceAll("(?m)^[ \\t]*\\* ?", "")
            .replaceAll("\\s+", " ")
            .strip();
  }

  /** A method that the class above calls. */
  private void below(Sibling one, String name, ExecutableElement method) {
    int unit = units.find(units.name(one.type()) + "#" + name, Level.MEMBER);
    Access needed = access.needed(unit);
    if (needed != Access.of(units, unit)) {
      SplitOwner.modifiers(code, unit, needed, rewriting.in(one.file()));
    }
    if (up.inherited(method) != null) {
      return;
    }
    rewriting.alsoMeans(one.file(), units.nameAt(unit), up.after(name));
    TreePath path = one.tree().enclosing(units.nameAt(unit), MethodTree.class);
    boolean marked = OverrideMark.of((MethodTree) path.getLeaf()).isPresent();
    if (!marked) {
      int begin = one.tree().begin(path.getLeaf());
      String text = code.text(one.file());
      rewriting
          .in(one.file())
          .insert(
              begin,
              Written.of(
                  "@Override" + layout.lineEnd(one.file()) + TextLines.indent(text, begin),
                  "java.lang.Override"));
    }
  }

  private void extend(Sibling one, Patch patch) {
    ClassTree declared = (ClassTree) one.path().getParentPath().getLeaf();
    Written name =
        Written.of(rewriting.names().in(one.file(), step.as()), step.as())
            .and(Naming.arguments(up.generics));
    withoutInterfaces(one, declared, patch);
    if (declared.getExtendsClause() != null) {
      patch.replace(
          one.tree().begin(declared.getExtendsClause()),
          one.tree().end(declared.getExtendsClause()),
          name);
      return;
    }
    JavaTokens tokens = code.tokens(one.file());
    int token = tokens.from(units.nameAt(one.type()));
    int depth = 0;
    while (depth > 0
        || !tokens.is(token, "{")
            && !tokens.is(token, "permits")
            && !tokens.is(token, "implements")) {
      depth += tokens.is(token, "<") ? 1 : tokens.is(token, ">") ? -1 : 0;
      token++;
    }
    patch.insert(tokens.end(token - 1), Written.of(" extends ").and(name));
  }

  /** Takes out what the new class implements. */
  private void withoutInterfaces(Sibling one, ClassTree declared, Patch patch) {
    List<? extends Tree> clause = declared.getImplementsClause();
    List<Tree> gone = new ArrayList<>();
    for (Tree named : clause) {
      TypeMirror type = all.type(new TreePath(one.path().getParentPath(), named));
      if (up.interfaces.stream().anyMatch(same -> same.toString().equals(String.valueOf(type)))) {
        gone.add(named);
      }
    }
    JavaTokens tokens = code.tokens(one.file());
    if (!gone.isEmpty() && gone.size() == clause.size()) {
      int word = tokens.from(one.tree().begin(clause.get(0))) - 1;
      patch.remove(tokens.end(word - 1), one.tree().end(clause.get(clause.size() - 1)));
      return;
    }
    int kept = gone.isEmpty() ? clause.size() : 0;
    while (kept < clause.size() && gone.contains(clause.get(kept))) {
      kept++;
    }
    if (kept > 0 && !gone.isEmpty()) {
      patch.remove(one.tree().begin(clause.get(0)), one.tree().begin(clause.get(kept)));
    }
    for (int n = kept + 1; n < clause.size(); n++) {
      if (gone.contains(clause.get(n))) {
        patch.remove(one.tree().end(clause.get(n - 1)), one.tree().end(clause.get(n)));
      }
    }
  }
}
