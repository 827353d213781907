package dev.vinesorter.java.seam;

import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.ElementNames;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.rewrite.Naming;
import dev.vinesorter.java.rewrite.Patch;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.TextLines;
import java.util.ArrayList;
import java.util.List;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.TypeMirror;

/**
 * What is left of decisions once their branches are types: one method that chooses, and a call of
 * what it chose in the place of each.
 */
final class StrategyChoice {
  private final Attributed all;
  private final Rewriting rewriting;
  private final SourceView code;
  private final LocatedTree tree;
  private final int file;
  private final int owner;
  private final Layout layout;

  /** The full name of the interface that the types have in common. */
  private final String above;

  /** The full names of the types, in the order of the branches. */
  private final List<String> types;

  StrategyChoice(
      Attributed all,
      Rewriting rewriting,
      LocatedTree tree,
      int owner,
      String above,
      List<String> types) {
    this.all = all;
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.tree = tree;
    this.file = code.units().fileOf(owner);
    this.owner = owner;
    this.layout = new Layout(code);
    this.above = above;
    this.types = types;
  }

  private String name() {
    return Strategies.partName(above.substring(above.lastIndexOf('.') + 1));
  }

  /** Locals that the decision itself names, outside of its branches. */
  List<String> locals(Decided one) {
    Decision decision = one.decision();
    return List.copyOf(Strategies.locals(all, tree, decision.path(), decision.branches()));
  }

  /**
   * Writes the method that chooses.
   *
   * @param first one that decides, like all others
   * @param behind the method behind which it goes
   */
  void chooser(Decided first, int behind, boolean isStatic) {
    List<Written> parameters = new ArrayList<>();
    Naming naming = new Naming(code, rewriting.names(), file);
    for (String local : locals(first)) {
      Written type = naming.of(typeOf(local, first));
      if (type != null) {
        parameters.add(type.and(" " + local));
      }
    }
    String in = layout.memberIndent(owner);
    String inner = in + layout.step(file);
    String end = layout.lineEnd(file);
    Written whole =
        Written.of(end + end + in + "private " + (isStatic ? "static " : ""))
            .and(Written.of(rewriting.names().in(file, above), above))
            .and(" " + name() + "(")
            .and(Written.joined(parameters, ", "))
            .and(
                ")"
                    + layout.opensMethod(file, in, end)
                    + end
                    + inner
                    + (first.decision().arrows() ? "return " : ""))
            .and(choice(first.decision(), inner))
            .and((first.decision().arrows() ? ";" : "") + end + in + "}");
    rewriting.in(file).insert(layout.behind(behind).at(), whole);
  }

  /** The decision with an object of a type in the place of each branch. */
  private Written choice(Decision decision, String indent) {
    Tree leaf = decision.path().getLeaf();
    Patch copy = rewriting.aside(file);
    List<Decision.Branch> branches = Strategies.branches(decision);
    boolean gives = decision.arrows();
    for (int n = 0; n < branches.size(); n++) {
      Decision.Branch one = branches.get(n);
      Written type = Written.of(rewriting.names().in(file, types.get(n)), types.get(n));
      Written made = Written.of(gives ? "new " : "return new ").and(type).and("()");
      boolean statement = !decision.isExpression() || !isValue(one);
      int begin = one.whole().begin();
      Written line = lineOf(decision, one);
      while (line != Written.NONE && code.text(file).charAt(begin - 1) == ' ') {
        begin--;
      }
      copy.replace(begin, one.whole().end(), line.and(statement ? made.and(";") : made));
    }
    String old = TextLines.indent(code.text(file), tree.begin(leaf));
    return rewriting.taken(
        file,
        copy,
        copy.edited(tree.begin(leaf), tree.end(leaf)).indented(old, indent),
        one -> one);
  }

  /** A line of its own for what takes the place of a block behind a case. */
  private Written lineOf(Decision decision, Decision.Branch branch) {
    String text = code.text(file);
    int begin = branch.whole().begin();
    boolean block = !decision.arrows() && text.charAt(begin) == '{';
    String indent = TextLines.indent(text, begin) + layout.step(file);
    return block ? Written.of(layout.lineEnd(file) + indent) : Written.NONE;
  }

  private boolean isValue(Decision.Branch branch) {
    String text = code.text(file);
    return !text.substring(branch.whole().begin(), branch.whole().end()).endsWith(";")
        && !text.substring(branch.whole().begin(), branch.whole().end()).endsWith("}");
  }

  /** The type of a local that a decision names. */
  TypeMirror typeOf(String local, Decided one) {
    TypeMirror[] found = new TypeMirror[1];
    int limit = tree.begin(one.decision().path().getLeaf());
    new TreePathScanner<Void, Void>() {
      @Override
      public Void visitVariable(VariableTree node, Void p) {
        if (node.getName().contentEquals(local) && tree.begin(node) < limit) {
          found[0] = ((VariableElement) all.element(getCurrentPath())).asType();
        }
        return super.visitVariable(node, p);
      }
    }.scan(one.declared(), null);
    return found[0];
  }

  /**
   * Puts a call in the place of a decision, as the first branch had its own.
   *
   * @param called the name of the method that the types have for it
   * @param unit that method of the interface, in full
   */
  void call(Decided one, String called, String unit) {
    Decision decision = one.decision();
    ExecutableElement part = one.first();
    Tree leaf = decision.path().getLeaf();
    Decision.Branch first = Strategies.branches(decision).get(0);
    int[] call = callOf(part, tree.around(first.code().begin(), first.code().end()));
    String text = code.text(file);
    List<String> arguments = locals(one);
    String chooser =
        code.units().name(owner)
            + "#"
            + name()
            + "("
            + ElementNames.simple(arguments.stream().map(local -> typeOf(local, one)).toList())
            + ")";
    int open = text.indexOf('(', call[0]);
    Written chosen =
        Written.of(name(), chooser)
            .and("(" + String.join(", ", arguments) + ").")
            .and(called, unit);
    int begin = tree.begin(leaf);
    Written before =
        decision.isExpression()
            ? Written.NONE
            : rewriting.in(file).copy(first.code().begin(), call[0]);
    VariableTree bare = bare(decision, first.variable());
    if (bare != null) {
      begin = tree.begin(bare);
      before = rewriting.in(file).copy(begin, tree.end(bare) - 1).and(" = ");
    }
    int end = decision.isExpression() ? call[1] : first.code().end();
    Written behind = rewriting.in(file).copy(one.takesOwner() ? open + 1 : open, end);
    if (one.takesOwner()) {
      behind = Written.of("(this" + (part.getParameters().isEmpty() ? "" : ", ")).and(behind);
    }
    rewriting.in(file).replace(begin, tree.end(leaf), before.and(chosen).and(behind));
    rewriting.rewrites(chooser);
  }

  /** A declaration of a variable without a value right before the decision; null for none. */
  private VariableTree bare(Decision decision, String variable) {
    Tree around = decision.path().getParentPath().getLeaf();
    List<? extends StatementTree> list = decision.isExpression() ? null : Stretch.list(around);
    int place = list == null ? -1 : list.indexOf(decision.path().getLeaf());
    boolean found =
        place > 0
            && list.get(place - 1) instanceof VariableTree before
            && before.getInitializer() == null
            && before.getName().contentEquals(variable)
            && code.text(file)
                .substring(tree.end(before), tree.begin(decision.path().getLeaf()))
                .isBlank()
            && code.text(file).charAt(tree.end(before) - 1) == ';'
            && code.text(file).substring(0, tree.end(before) - 1).endsWith(variable);
    return found ? (VariableTree) list.get(place - 1) : null;
  }

  private int[] callOf(ExecutableElement part, TreePath in) {
    int[] found = {-1, -1};
    new TreePathScanner<Void, Void>() {
      @Override
      public Void visitMethodInvocation(MethodInvocationTree node, Void p) {
        if (node.getMethodSelect() instanceof IdentifierTree
            && all.element(getCurrentPath()) instanceof ExecutableElement called
            && called.getSimpleName().toString().equals(part.getSimpleName().toString())) {
          found[0] = tree.begin(node);
          found[1] = tree.end(node);
        }
        return super.visitMethodInvocation(node, p);
      }
    }.scan(in, null);
    return found;
  }
}
