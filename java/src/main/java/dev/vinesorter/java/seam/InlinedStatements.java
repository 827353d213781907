package dev.vinesorter.java.seam;

import com.sun.source.tree.BlockTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.ReturnTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import dev.vinesorter.java.compile.LocatedTree;
import java.util.ArrayList;
import java.util.List;

/**
 * The statements that a method runs before it gives its result.
 *
 * @param home the source that declares it
 * @param body its block
 * @param run the statements, but for one at the end that gives the result
 * @param gives what that gives; null for none
 * @param begin the first char of what is run, comments included
 * @param end one past its last
 */
record InlinedStatements(
    LocatedTree home, TreePath body, List<TreePath> run, TreePath gives, int begin, int end) {

  /** Of a method's block; null where the result is given in several places. */
  static InlinedStatements of(LocatedTree home, String text, TreePath body) {
    BlockTree block = (BlockTree) body.getLeaf();
    List<TreePath> run = new ArrayList<>();
    TreePath gives = null;
    int end = home.end(block) - 1;
    for (StatementTree one : block.getStatements()) {
      TreePath path = new TreePath(body, one);
      boolean last = one == block.getStatements().get(block.getStatements().size() - 1);
      if (last && one instanceof ReturnTree given && given.getExpression() != null) {
        gives = new TreePath(path, given.getExpression());
        end = home.begin(one);
      } else if (returns(path)) {
        return null;
      } else {
        run.add(path);
      }
    }
    int begin = home.begin(block) + 1;
    while (begin < end && Character.isWhitespace(text.charAt(begin))) {
      begin++;
    }
    while (end > begin && Character.isWhitespace(text.charAt(end - 1))) {
      end--;
    }
    return run.isEmpty() ? null : new InlinedStatements(home, body, run, gives, begin, end);
  }

  private static boolean returns(TreePath statement) {
    boolean[] found = {false};
    new TreePathScanner<Void, Void>() {
      @Override
      public Void visitReturn(ReturnTree node, Void p) {
        found[0] = true;
        return null;
      }
    }.scan(statement, null);
    return found[0];
  }

  /** The variables that they declare. */
  List<VariableTree> variables() {
    List<VariableTree> found = new ArrayList<>();
    for (TreePath statement : run) {
      new TreePathScanner<Void, Void>() {
        @Override
        public Void visitVariable(VariableTree node, Void p) {
          found.add(node);
          return super.visitVariable(node, p);
        }
      }.scan(statement, null);
    }
    return found;
  }

  /** The variable of theirs that is the result as it stands; null for another result. */
  VariableTree result() {
    Tree expression = gives == null ? null : gives.getLeaf();
    for (TreePath statement : run) {
      boolean named =
          expression instanceof IdentifierTree name
              && statement.getLeaf() instanceof VariableTree variable
              && variable.getName().equals(name.getName());
      if (named) {
        return (VariableTree) statement.getLeaf();
      }
    }
    return null;
  }

  /** Whether the first of them comes to one of some names before anything else. */
  boolean beginsWith(List<TreePath> names) {
    StatementTree first = (StatementTree) run.get(0).getLeaf();
    for (TreePath name : names) {
      boolean inside =
          home.begin(first) <= home.begin(name.getLeaf())
              && home.end(name.getLeaf()) <= home.end(first);
      List<ExpressionTree> before = inside ? Before.of(name, first) : null;
      if (before != null && before.isEmpty()) {
        return true;
      }
    }
    return false;
  }
}
