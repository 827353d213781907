package dev.vinesorter.java.seam;

import com.sun.source.tree.BindingPatternTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreeScanner;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.rewrite.Patch;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.TextLines;
import java.util.ArrayList;
import java.util.List;
import javax.lang.model.SourceVersion;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.VariableElement;

/** Variables that are declared before the statement of an expression, to keep a part of that. */
final class KeptBefore {
  private final Rewriting rewriting;
  private final SourceView code;

  /** Those that were named so far, whether written yet or not. */
  private final List<Named> named = new ArrayList<>();

  private record Named(Spot spot, String name) {}

  /**
   * Where they come.
   *
   * @param statement the one before which they are declared
   * @param list what lists it: a block, or the statements of a case
   * @param member the member of a class that it stands in
   * @param before what the statement evaluates before it comes to the expression
   */
  record Spot(
      int file,
      LocatedTree tree,
      StatementTree statement,
      Tree list,
      Tree member,
      List<ExpressionTree> before) {

    /** Whether a part can be evaluated before the rest of the statement. */
    boolean takes(ExpressionTree part, Purity purity, Meanings meanings) {
      boolean[] binds = {false};
      new TreeScanner<Void, Void>() {
        @Override
        public Void visitBindingPattern(BindingPatternTree node, Void p) {
          binds[0] = true;
          return null;
        }
      }.scan(part, null);
      return !binds[0]
          && before.stream().allMatch(one -> meanings.purity(file, tree, one).swapsWith(purity));
    }

    private boolean meets(Spot other) {
      return file == other.file
          && tree.begin(list) < tree.end(other.list)
          && tree.begin(other.list) < tree.end(list);
    }
  }

  /**
   * One of them.
   *
   * @param parameter what it stands for; null for the object of a call
   * @param value what it is given
   * @param isFinal whether it keeps that
   */
  record Variable(
      Spot spot,
      VariableElement parameter,
      ExpressionTree value,
      String name,
      Written type,
      boolean isFinal) {}

  KeptBefore(Rewriting rewriting) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
  }

  /** Where variables for an expression can be declared; null for nowhere. */
  Spot spot(int file, LocatedTree tree, TreePath expression) {
    TreePath at = expression;
    while (at != null && !(at.getLeaf() instanceof StatementTree)) {
      at = at.getParentPath();
    }
    if (at == null || at.getLeaf() instanceof ClassTree || isOtherConstructor(at.getLeaf())) {
      return null;
    }
    Tree list = at.getParentPath().getLeaf();
    List<? extends StatementTree> statements = Stretch.list(list);
    List<ExpressionTree> before = statements == null ? null : Before.of(expression, at.getLeaf());
    if (before == null) {
      return null;
    }
    TreePath member = at;
    while (!(member.getParentPath().getLeaf() instanceof ClassTree)) {
      member = member.getParentPath();
    }
    StatementTree statement = (StatementTree) at.getLeaf();
    return new Spot(file, tree, statement, list, member.getLeaf(), before);
  }

  /** Whether a statement calls another constructor, before which nothing can stand. */
  private static boolean isOtherConstructor(Tree statement) {
    return statement instanceof ExpressionStatementTree run
        && run.getExpression() instanceof MethodInvocationTree call
        && ConstructorCalls.is(call);
  }

  /** The first of some names that means nothing else there; null for none. */
  String name(Spot spot, List<String> wanted) {
    for (String name : wanted) {
      boolean taken =
          SourceVersion.isKeyword(name)
              || isTaken(spot, name)
              || named.stream().anyMatch(one -> one.name.equals(name) && one.spot.meets(spot));
      if (!taken) {
        named.add(new Named(spot, name));
        return name;
      }
    }
    return null;
  }

  /**
   * Whether a variable of a name may be declared inside of a statement there: nothing of the name
   * is in scope, and the expression does not name such.
   */
  boolean isFree(Spot spot, String name, Tree expression) {
    boolean[] taken = {
      named.stream().anyMatch(one -> one.name.equals(name) && one.spot.meets(spot))
    };
    LocatedTree tree = spot.tree;
    int at = tree.begin(spot.statement);
    new TreeScanner<Void, Tree>() {
      @Override
      public Void scan(Tree node, Tree parent) {
        boolean inScope =
            node instanceof VariableTree variable
                && variable.getName().contentEquals(name)
                && tree.begin(parent) <= at
                && at < tree.end(parent);
        boolean inside =
            node instanceof IdentifierTree used
                && used.getName().contentEquals(name)
                && tree.begin(expression) <= tree.begin(used)
                && tree.end(used) <= tree.end(expression);
        taken[0] |= inScope || inside;
        return node == null ? null : node.accept(this, node);
      }
    }.scan(spot.member, spot.member);
    return !taken[0];
  }

  /** Whether a name is used in the list of statements, or declared anywhere in the member. */
  private static boolean isTaken(Spot spot, String name) {
    LocatedTree tree = spot.tree;
    int begin = tree.begin(spot.list);
    int end = tree.end(spot.list);
    boolean[] taken = {false};
    new TreeScanner<Void, Void>() {
      @Override
      public Void visitIdentifier(IdentifierTree node, Void p) {
        boolean inside = tree.begin(node) >= begin && tree.end(node) <= end;
        taken[0] |= inside && node.getName().contentEquals(name);
        return null;
      }

      @Override
      public Void visitMethodInvocation(MethodInvocationTree node, Void p) {
        // The name of a method that is called is none of a variable.
        scan(node.getTypeArguments(), p);
        if (!(node.getMethodSelect() instanceof IdentifierTree)) {
          scan(node.getMethodSelect(), p);
        }
        return scan(node.getArguments(), p);
      }

      @Override
      public Void visitVariable(VariableTree node, Void p) {
        taken[0] |= node.getName().contentEquals(name);
        return super.visitVariable(node, p);
      }
    }.scan(spot.member, null);
    return taken[0];
  }

  /** Declares one, once its value is as it has to be. */
  void write(Variable variable) {
    Spot spot = variable.spot;
    int file = spot.file;
    Patch patch = rewriting.in(file);
    LocatedTree tree = spot.tree;
    Written value = patch.edited(tree.begin(variable.value), tree.end(variable.value));
    Written declared =
        Written.of(variable.isFinal && finals(spot) ? "final " : "")
            .and(variable.type)
            .and(" " + variable.name + " = ")
            .and(value)
            .and(";");
    String text = code.text(file);
    int begin = tree.begin(spot.statement);
    int line = TextLines.begin(text, begin);
    if (text.substring(line, begin).isBlank()) {
      String lineEnd = code.sources().text(code.units().name(file)).lineEnd();
      patch.insert(line, Written.of(text.substring(line, begin)).and(declared).and(lineEnd));
    } else {
      JavaTokens tokens = code.tokens(file);
      int behind = tokens.end(tokens.from(begin) - 1);
      patch.insert(behind, Written.of(" ").and(declared));
    }
  }

  /** Whether all variables of the member that could be are declared as final. */
  private static boolean finals(Spot spot) {
    int[] count = new int[2];
    new TreeScanner<Void, Void>() {
      @Override
      public Void visitVariable(VariableTree node, Void p) {
        if (node.getInitializer() != null) {
          count[node.getModifiers().getFlags().contains(Modifier.FINAL) ? 1 : 0]++;
        }
        return super.visitVariable(node, p);
      }
    }.scan(spot.member, null);
    return count[0] == 0 && count[1] > 0;
  }
}
