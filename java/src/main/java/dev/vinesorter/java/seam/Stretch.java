package dev.vinesorter.java.seam;

import com.sun.source.tree.BlockTree;
import com.sun.source.tree.CaseTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.TextLines;
import java.util.ArrayList;
import java.util.List;

/**
 * Some code of a method: statements that stand behind each other, or one expression.
 *
 * @param begin its first char, comments aside
 * @param end one past its last char
 * @param statements the statements; empty for an expression
 * @param expression the expression; null for statements
 * @param parent what the statements stand in, or the expression's parent
 * @param member the method, initialiser or field around it
 */
record Stretch(
    int begin,
    int end,
    List<TreePath> statements,
    TreePath expression,
    TreePath parent,
    TreePath member) {

  /** A range of chars in a text. */
  record Range(int begin, int end) {}

  /**
   * Where some code stands in a part of a text, white space and comments aside.
   *
   * @param begin first char of the part
   * @param end one past its last char
   */
  static List<Range> find(String code, JavaTokens tokens, int begin, int end) {
    JavaTokens wanted = JavaTokens.of(code);
    List<Range> found = new ArrayList<>();
    int first = tokens.from(begin);
    int past = tokens.before(end) + 1;
    for (int token = first; wanted.size() > 0 && token + wanted.size() <= past; token++) {
      if (tokens.stands(token, wanted)) {
        found.add(new Range(tokens.begin(token), tokens.end(token + wanted.size() - 1)));
      }
    }
    return found;
  }

  /** What stands on some lines of a text; null for nothing, or where the text is shorter. */
  static Range lines(String lines, JavaTokens tokens, int[] starts, int length) {
    int dash = lines.indexOf('-');
    int from = Integer.parseInt(lines.substring(0, dash));
    int to = Integer.parseInt(lines.substring(dash + 1));
    if (from > to || to > starts.length) {
      return null;
    }
    int begin = starts[from - 1];
    int end = to == starts.length ? length : starts[to];
    int first = tokens.from(begin);
    int last = tokens.before(end);
    return first > last ? null : new Range(tokens.begin(first), tokens.end(last));
  }

  /** The stretch in a range; null where no whole statements and no whole expression stand there. */
  static Stretch of(LocatedTree tree, Range range) {
    TreePath path = tree.around(range.begin, range.end);
    while (path != null) {
      Tree leaf = path.getLeaf();
      boolean exact = tree.begin(leaf) == range.begin && tree.end(leaf) == range.end;
      if (exact && leaf instanceof ExpressionTree && isValue(path)) {
        return make(range, List.of(), path, path.getParentPath());
      }
      if (exact
          && leaf instanceof StatementTree
          && !(path.getParentPath().getLeaf() instanceof MethodTree)) {
        return make(range, List.of(path), null, path.getParentPath());
      }
      List<? extends StatementTree> list = list(leaf);
      if (list != null && !exact) {
        List<TreePath> inside = inside(tree, range, path, list);
        return inside.isEmpty() ? null : make(range, inside, null, path);
      }
      path = path.getParentPath();
    }
    return null;
  }

  private static Stretch make(
      Range range, List<TreePath> statements, TreePath expression, TreePath parent) {
    TreePath member = parent;
    while (member != null && !isMember(member)) {
      member = member.getParentPath();
    }
    return member == null
        ? null
        : new Stretch(range.begin, range.end, statements, expression, parent, member);
  }

  private static boolean isMember(TreePath path) {
    return path.getParentPath() != null && path.getParentPath().getLeaf() instanceof ClassTree;
  }

  /** Statements of a list. */
  static List<? extends StatementTree> list(Tree leaf) {
    return leaf instanceof BlockTree block
        ? block.getStatements()
        : leaf instanceof CaseTree label ? label.getStatements() : null;
  }

  private static List<TreePath> inside(
      LocatedTree tree, Range range, TreePath path, List<? extends StatementTree> list) {
    List<TreePath> found = new ArrayList<>();
    for (StatementTree one : list) {
      boolean in = tree.begin(one) >= range.begin && tree.end(one) <= range.end;
      boolean apart = tree.end(one) <= range.begin || tree.begin(one) >= range.end;
      if (in) {
        found.add(new TreePath(path, one));
      } else if (!apart) {
        return List.of();
      }
    }
    boolean whole =
        !found.isEmpty()
            && tree.begin(found.get(0).getLeaf()) == range.begin
            && tree.end(found.get(found.size() - 1).getLeaf()) == range.end;
    return whole ? found : List.of();
  }

  /** Whether an expression gives a value, and is not the name of what is called or of a type. */
  private static boolean isValue(TreePath path) {
    Tree parent = path.getParentPath().getLeaf();
    return !(parent instanceof com.sun.source.tree.MethodInvocationTree call
            && call.getMethodSelect() == path.getLeaf())
        && !(parent instanceof com.sun.source.tree.NewClassTree made
            && made.getIdentifier() == path.getLeaf())
        && !(parent instanceof com.sun.source.tree.VariableTree variable
            && variable.getInitializer() != path.getLeaf())
        && !(parent instanceof com.sun.source.tree.AnnotationTree)
        && !(path.getLeaf() instanceof com.sun.source.tree.AnnotationTree);
  }

  boolean isExpression() {
    return expression != null;
  }

  /** The trees of the stretch. */
  List<TreePath> trees() {
    return isExpression() ? List.of(expression) : statements;
  }

  /** Whether a char is in it. */
  boolean holds(int at) {
    return begin <= at && at < end;
  }

  /** The innermost lambda around it, up to its member; null for none. */
  TreePath lambda() {
    for (TreePath at = parent; at != member; at = at.getParentPath()) {
      if (at.getLeaf() instanceof LambdaExpressionTree) {
        return at;
      }
    }
    return null;
  }

  /** Whether a class inside the member is around it. */
  boolean isInLocalClass() {
    for (TreePath at = parent; at != member; at = at.getParentPath()) {
      if (at.getLeaf() instanceof ClassTree) {
        return true;
      }
    }
    // A member of a local class is found first.
    for (TreePath at = member.getParentPath(); at != null; at = at.getParentPath()) {
      if (!(at.getLeaf() instanceof ClassTree)
          && !(at.getLeaf() instanceof com.sun.source.tree.CompilationUnitTree)) {
        return true;
      }
    }
    return false;
  }

  /** The same with the comments that stand on the lines right above it. */
  int commentsBegin(String text, JavaTokens tokens) {
    int at = begin;
    for (int comment = tokens.comments() - 1; comment >= 0; comment--) {
      int from = tokens.commentBegin(comment);
      int to = tokens.commentEnd(comment);
      boolean above =
          to <= at
              && text.substring(to, at).isBlank()
              && text.substring(TextLines.begin(text, from), from).isBlank()
              && text.substring(to, at).lines().count() <= 2;
      at = above ? from : at;
    }
    return at;
  }

  /** Its end, or that of a comment behind it on its last line. */
  int commentsEnd(String text, JavaTokens tokens) {
    for (int comment = 0; comment < tokens.comments(); comment++) {
      int from = tokens.commentBegin(comment);
      boolean behind =
          from >= end
              && from < TextLines.end(text, end)
              && text.substring(end, from).isBlank()
              && text.startsWith("//", from);
      if (behind) {
        return tokens.commentEnd(comment);
      }
    }
    return end;
  }
}
