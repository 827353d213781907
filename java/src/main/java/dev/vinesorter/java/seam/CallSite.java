package dev.vinesorter.java.seam;

import com.sun.source.tree.AnnotatedTypeTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.ParameterizedTypeTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.List;

/**
 * A place that calls a method or a constructor.
 *
 * @param at where its name stands
 * @param call the call; null where the method is named without being called, or used unnamed
 * @param isReference whether it is named without being called
 * @param arguments what it is given
 * @param open the parenthesis before the arguments; -1 for a constant of an enum that has none
 * @param close the parenthesis behind the arguments
 */
record CallSite(
    int at,
    TreePath call,
    boolean isReference,
    List<? extends ExpressionTree> arguments,
    int open,
    int close) {

  /** The call whose name stands between two chars. */
  static CallSite of(LocatedTree tree, JavaTokens tokens, int begin, int end) {
    TreePath path = tree.around(begin, end);
    while (path != null) {
      Tree leaf = path.getLeaf();
      if (leaf instanceof MemberReferenceTree) {
        return new CallSite(begin, path, true, List.of(), -1, -1);
      }
      if (leaf instanceof MethodInvocationTree call
          && tree.begin(call.getMethodSelect()) <= begin
          && tree.end(call.getMethodSelect()) == end) {
        return of(tokens, begin, end, path, call.getArguments());
      }
      if (leaf instanceof NewClassTree made && nameEnd(tree, made.getIdentifier()) == end) {
        int behind = tree.end(made.getIdentifier());
        return of(tokens, begin, Math.max(behind, end), path, made.getArguments());
      }
      if (leaf instanceof VariableTree constant
          && constant.getInitializer() instanceof NewClassTree made
          && tokens.begin(tokens.from(begin)) == begin
          && constant.getName().length() == end - begin) {
        TreePath inside = new TreePath(path, made);
        return of(tokens, begin, end, inside, made.getArguments());
      }
      path = path.getParentPath();
    }
    return new CallSite(begin, null, false, List.of(), -1, -1);
  }

  private static int nameEnd(LocatedTree tree, ExpressionTree type) {
    Tree named = type;
    while (named instanceof AnnotatedTypeTree annotated) {
      named = annotated.getUnderlyingType();
    }
    if (named instanceof ParameterizedTypeTree generic) {
      named = generic.getType();
    }
    return tree.end(named);
  }

  private static CallSite of(
      JavaTokens tokens,
      int begin,
      int end,
      TreePath path,
      List<? extends ExpressionTree> arguments) {
    int open = tokens.from(end);
    if (!tokens.is(open, "(")) {
      return new CallSite(begin, path, false, arguments, -1, end);
    }
    int close = tokens.behind(open, "(", ")") - 1;
    return new CallSite(begin, path, false, arguments, tokens.begin(open), tokens.begin(close));
  }

  /** Whether it is understood. */
  boolean isCall() {
    return call != null && !isReference;
  }
}
