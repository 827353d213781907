package dev.vinesorter.java.seam;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.Tree;
import dev.vinesorter.java.compile.LocatedTree;
import java.util.ArrayList;
import java.util.List;

/** Calls of another constructor, which a constructor can begin with (JLS 8.8.7.1). */
final class ConstructorCalls {
  private ConstructorCalls() {}

  /** Whether a call is one. */
  static boolean is(MethodInvocationTree call) {
    String name = name(call);
    return name.equals("this") || name.equals("super");
  }

  /** The constructors of a class that somebody wrote. */
  static List<MethodTree> written(LocatedTree tree, ClassTree type) {
    List<MethodTree> found = new ArrayList<>();
    for (Tree member : type.getMembers()) {
      boolean written =
          member instanceof MethodTree method
              && method.getName().contentEquals("<init>")
              && tree.end(method) > tree.begin(method)
              && method.getBody() != null;
      if (written) {
        found.add((MethodTree) member);
      }
    }
    return found;
  }

  /** Whether a call is of a constructor of the same class; not for null. */
  static boolean isToThis(MethodInvocationTree call) {
    return call != null && name(call).equals("this");
  }

  /** The call that a method begins with; null for none. */
  static MethodInvocationTree first(MethodTree method) {
    boolean any = method.getBody() != null && !method.getBody().getStatements().isEmpty();
    return any
            && method.getBody().getStatements().get(0) instanceof ExpressionStatementTree first
            && first.getExpression() instanceof MethodInvocationTree call
            && is(call)
        ? call
        : null;
  }

  private static String name(MethodInvocationTree call) {
    ExpressionTree select = call.getMethodSelect();
    CharSequence name =
        select instanceof IdentifierTree plain
            ? plain.getName()
            : select instanceof MemberSelectTree behind ? behind.getIdentifier() : "";
    return name.toString();
  }
}
