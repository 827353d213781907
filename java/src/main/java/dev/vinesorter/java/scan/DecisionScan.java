package dev.vinesorter.java.scan;

import com.sun.source.tree.ArrayAccessTree;
import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.BlockTree;
import com.sun.source.tree.CaseTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.IfTree;
import com.sun.source.tree.InstanceOfTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.ParenthesizedTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.SourcePositions;
import dev.vinesorter.core.model.Decision;
import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Set;

/**
 * Finds decisions between three things or more: a switch, or conditions on one thing that follow
 * each other, by {@code else} or one statement after the other. It goes by what is written alone,
 * so a decision is the same whatever else is read with its file.
 */
final class DecisionScan {
  private static final int FEWEST_LABELS = 3;
  private static final int LONGEST_LABEL = 60;

  private final CompilationUnitTree source;
  private final SourcePositions positions;

  /** Conditions that are part of a chain already. */
  private final Set<IfTree> told = Collections.newSetFromMap(new IdentityHashMap<>());

  DecisionScan(CompilationUnitTree source, SourcePositions positions) {
    this.source = source;
    this.positions = positions;
  }

  /** What a condition compares, as written, and the labels that it compares it with. */
  private record Condition(String on, String word, List<String> labels) {}

  /** The decision of a switch, or null. */
  Decision of(Tree node, ExpressionTree on, List<? extends CaseTree> cases) {
    List<String> labels = new ArrayList<>();
    for (CaseTree one : cases) {
      for (ExpressionTree expression : one.getExpressions()) {
        String label = label(expression);
        if (label != null) {
          labels.add(label);
        }
      }
    }
    return decision(node, word(on), labels);
  }

  /** The decision of a condition and those that follow it by {@code else}, or null. */
  Decision of(IfTree node) {
    return told.contains(node) ? null : chain(List.of(node));
  }

  /** The decisions of conditions that follow each other in a block. */
  List<Decision> of(BlockTree block) {
    List<Decision> found = new ArrayList<>();
    List<? extends StatementTree> statements = block.getStatements();
    int first = 0;
    while (first < statements.size()) {
      List<IfTree> run = new ArrayList<>();
      String on = null;
      while (first + run.size() < statements.size()
          && statements.get(first + run.size()) instanceof IfTree next) {
        Condition condition = condition(next.getCondition());
        if (condition == null || on != null && !on.equals(condition.on)) {
          break;
        }
        on = condition.on;
        run.add(next);
      }
      Decision decision = run.size() > 1 ? chain(run) : null;
      if (decision != null) {
        found.add(decision);
      }
      first += Math.max(1, run.size());
    }
    return found;
  }

  private Decision chain(List<IfTree> run) {
    List<String> labels = new ArrayList<>();
    List<IfTree> links = new ArrayList<>();
    Condition start = condition(run.get(0).getCondition());
    for (IfTree first : run) {
      StatementTree at = first;
      while (at instanceof IfTree link) {
        Condition condition = condition(link.getCondition());
        boolean goesOn = start != null && condition != null && condition.on.equals(start.on);
        if (goesOn) {
          labels.addAll(condition.labels);
          links.add(link);
        }
        at = goesOn ? link.getElseStatement() : null;
      }
    }
    Decision decision = start == null ? null : decision(run.get(0), start.word, labels);
    if (decision != null) {
      told.addAll(links);
    }
    return decision;
  }

  private Decision decision(Tree node, String on, List<String> labels) {
    List<String> distinct = labels.stream().distinct().toList();
    int at = (int) positions.getStartPosition(source, node);
    return distinct.size() < FEWEST_LABELS || at < 0 ? null : new Decision(at, on, distinct);
  }

  private static Condition condition(ExpressionTree tree) {
    if (tree instanceof ParenthesizedTree parenthesized) {
      return condition(parenthesized.getExpression());
    }
    if (tree instanceof InstanceOfTree test) {
      Tree type = test.getType();
      String name = type == null ? null : label(type);
      return name == null ? null : comparing(test.getExpression(), List.of("instanceof " + name));
    }
    if (tree instanceof MethodInvocationTree call) {
      return equality(call);
    }
    return tree instanceof BinaryTree binary ? condition(binary) : null;
  }

  private static Condition condition(BinaryTree binary) {
    Condition left;
    switch (binary.getKind()) {
      case EQUAL_TO:
        String label = label(binary.getRightOperand());
        return label != null
            ? comparing(binary.getLeftOperand(), List.of(label))
            : reversed(binary.getLeftOperand(), binary.getRightOperand());
      case CONDITIONAL_AND:
        return condition(binary.getLeftOperand());
      case CONDITIONAL_OR:
        left = condition(binary.getLeftOperand());
        Condition right = condition(binary.getRightOperand());
        if (left == null || right == null || !left.on.equals(right.on)) {
          return null;
        }
        List<String> both = new ArrayList<>(left.labels);
        both.addAll(right.labels);
        return new Condition(left.on, left.word, both);
      default:
        return null;
    }
  }

  private static Condition reversed(ExpressionTree label, ExpressionTree on) {
    String written = label(label);
    return written == null ? null : comparing(on, List.of(written));
  }

  /** {@code a.equals("seed")} or {@code "seed".equals(a)}. */
  private static Condition equality(MethodInvocationTree call) {
    boolean asks =
        call.getArguments().size() == 1
            && call.getMethodSelect() instanceof MemberSelectTree select
            && select.getIdentifier().toString().startsWith("equals");
    if (!asks) {
      return null;
    }
    ExpressionTree asked = ((MemberSelectTree) call.getMethodSelect()).getExpression();
    ExpressionTree argument = call.getArguments().get(0);
    String label = label(argument);
    return label != null ? comparing(asked, List.of(label)) : reversed(asked, argument);
  }

  private static Condition comparing(ExpressionTree on, List<String> labels) {
    String word = word(on);
    boolean named = !word.isEmpty() && !(on instanceof LiteralTree);
    return named ? new Condition(on.toString(), word, labels) : null;
  }

  /** A literal but {@code null}, or the simple name of a constant or type; else null. */
  private static String label(Tree tree) {
    String text = null;
    if (tree instanceof LiteralTree literal) {
      text = literal.getValue() == null ? null : literal.toString();
    } else if (tree instanceof IdentifierTree name) {
      text = name.getName().toString();
    } else if (tree instanceof MemberSelectTree name) {
      text = name.getIdentifier().toString();
    }
    boolean constant =
        text != null
            && !text.isEmpty()
            && (tree instanceof LiteralTree || Character.isUpperCase(text.codePointAt(0)));
    return !constant
        ? null
        : text.length() > LONGEST_LABEL ? text.substring(0, LONGEST_LABEL) : text;
  }

  /** The last word of an expression that names something; else empty. */
  private static String word(ExpressionTree tree) {
    ExpressionTree at = tree;
    while (true) {
      if (at instanceof ParenthesizedTree parenthesized) {
        at = parenthesized.getExpression();
      } else if (at instanceof MethodInvocationTree call) {
        at = call.getMethodSelect();
      } else if (at instanceof ArrayAccessTree access) {
        at = access.getExpression();
      } else if (at instanceof MemberSelectTree select) {
        return select.getIdentifier().toString();
      } else {
        return at instanceof IdentifierTree name ? name.getName().toString() : "";
      }
    }
  }
}
