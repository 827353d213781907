package dev.vinesorter.java.seam;

import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;

/** Calls of another constructor, which a constructor can begin with (JLS 8.8.7.1). */
final class ConstructorCalls {
  private ConstructorCalls() {}

  /** Whether a call is one. */
  static boolean is(MethodInvocationTree call) {
    String name = name(call);
    return name.equals("this") || name.equals("super");
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
