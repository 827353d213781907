package dev.vinesorter.java.seam;

import com.sun.source.tree.BlockTree;
import com.sun.source.tree.CaseTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.Naming;
import dev.vinesorter.java.rewrite.Patch;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.TextLines;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.List;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.type.TypeMirror;

/** A local variable goes, and its first value stands where it was read. */
final class InlineVariable {
  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final Step.Inline step;
  private final int method;
  private final int file;

  private Attributed all;
  private LocatedTree tree;
  private LocalVariable local;

  private InlineVariable(Rewriting rewriting, int method, Step.Inline step) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.step = step;
    this.method = method;
    this.file = units.fileOf(method);
  }

  /**
   * Carries it out.
   *
   * @param readings reads sources that differ from those of the survey
   */
  static Result carryOut(
      Survey survey, int method, Step.Inline step, Overlay sources, Readings readings) {
    Rewriting rewriting = new Rewriting(survey, sources);
    InlineVariable inline = new InlineVariable(rewriting, method, step);
    String path = survey.units().name(inline.file);
    readings.of(
        sources,
        Set.of(path),
        attributed -> {
          inline.all = attributed;
          inline.tree = attributed.file(path);
          inline.run();
          return null;
        });
    return rewriting.finish(readings);
  }

  private void refuse(RefusalCode refusal, String message, int at) {
    rewriting.refuse(refusal, message, code.site(file, code.tokens(file).from(at)));
  }

  private void run() {
    if (tree == null) {
      rewriting.refuseHalfRead(file, code.declaration(method));
      return;
    }
    local = LocalVariable.find(rewriting, all, tree, method, step.variable());
    if (local != null) {
      judge();
    }
    if (rewriting.isFine()) {
      edit();
    }
  }

  private void judge() {
    Tree parent = local.declared().getParentPath().getLeaf();
    int at = tree.begin(local.variable());
    ExpressionTree value = local.variable().getInitializer();
    boolean plain = value != null && (parent instanceof BlockTree || parent instanceof CaseTree);
    if (!plain || local.isDeclaredWithOthers(tree)) {
      refuse(
          RefusalCode.NOT_YET,
          "'" + step.variable() + "' has no first value of its own, or is declared with others.",
          at);
      return;
    }
    if (local.assigned().contains(local.element())) {
      refuse(RefusalCode.ASSIGNED, "'" + step.variable() + "' gets another value.", at);
      return;
    }
    if (value instanceof com.sun.source.tree.NewArrayTree array && array.getType() == null) {
      refuse(
          RefusalCode.NOT_YET,
          "The values of an array without its type can only stand where it is declared.",
          at);
      return;
    }
    if (value instanceof LambdaExpressionTree
        || value instanceof com.sun.source.tree.MemberReferenceTree) {
      refuse(
          RefusalCode.NOT_YET, "A function takes its type from the variable.", tree.begin(value));
      return;
    }
    Meanings meanings = new Meanings(code);
    Purity purity = meanings.purity(file, tree, value);
    boolean changes = readsAssigned(value);
    boolean fixed = purity.isFixed() && !changes && !isMade(value);
    boolean believed = step.may(Leave.PURE) && !changes;
    if (!fixed && !believed) {
      once(meanings, purity, at);
    }
  }

  private static boolean isMade(ExpressionTree value) {
    return value instanceof com.sun.source.tree.NewArrayTree;
  }

  /** Whether a value hangs on a variable that gets another one. */
  private boolean readsAssigned(ExpressionTree value) {
    boolean[] found = {false};
    new TreePathScanner<Void, Void>() {
      @Override
      public Void visitIdentifier(IdentifierTree node, Void p) {
        Element named = all.element(getCurrentPath());
        found[0] |=
            named != null
                && named.getKind() != ElementKind.FIELD
                && local.assigned().contains(named);
        return null;
      }
    }.scan(new TreePath(local.declared(), value), null);
    return found[0];
  }

  /** A value that must be worked out just once, and when it is today. */
  private void once(Meanings meanings, Purity purity, int at) {
    String hint = " With 'pure: true' its value is taken for one without effects.";
    if (local.uses().size() != 1) {
      refuse(
          RefusalCode.EVALUATION_ORDER,
          "'"
              + step.variable()
              + "' is read "
              + local.uses().size()
              + " times, and its value would be worked out as often."
              + hint,
          at);
      return;
    }
    TreePath use = local.uses().get(0);
    List<? extends StatementTree> list = Stretch.list(local.declared().getParentPath().getLeaf());
    int next = list.indexOf(local.variable()) + 1;
    Tree statement = next < list.size() ? list.get(next) : null;
    boolean inside =
        statement != null
            && tree.begin(statement) <= tree.begin(use.getLeaf())
            && tree.end(use.getLeaf()) <= tree.end(statement);
    List<ExpressionTree> before = inside ? Before.of(use, statement) : null;
    boolean same =
        before != null
            && before.stream().allMatch(one -> meanings.purity(file, tree, one).swapsWith(purity));
    if (!same) {
      refuse(
          RefusalCode.EVALUATION_ORDER,
          "Its value would be worked out at another time than today." + hint,
          tree.begin(use.getLeaf()));
    }
  }

  // ---- the edits

  private void edit() {
    Patch patch = rewriting.in(file);
    ExpressionTree value = local.variable().getInitializer();
    int begin = tree.begin(value);
    int end = tree.end(value);
    Written cast = cast(value);
    if (!rewriting.isFine()) {
      return;
    }
    String text = code.text(file);
    for (TreePath use : local.uses()) {
      Tree parent = use.getParentPath().getLeaf();
      Written copy =
          patch
              .copy(begin, end)
              .indented(
                  TextLines.indent(text, tree.begin(local.variable())),
                  TextLines.indent(text, tree.begin(use.getLeaf())));
      boolean operand = cast != Written.NONE && !Assignments.isPrimary(value);
      if (operand) {
        copy = Written.of("(").and(copy).and(")");
      }
      copy = cast.and(copy);
      boolean around =
          cast != Written.NONE
              ? Precedence.castNeedsParentheses(use.getLeaf(), parent)
              : Precedence.needsParentheses(value, use.getLeaf(), parent);
      copy = around ? Written.of("(").and(copy).and(")") : copy;
      patch.replace(tree.begin(use.getLeaf()), tree.end(use.getLeaf()), copy);
    }
    remove(patch);
  }

  /** Where the variable's type makes another value of its first one, a cast does. */
  private Written cast(ExpressionTree value) {
    TypeMirror own = local.element().asType();
    TypeMirror given = all.type(new TreePath(local.declared(), value));
    boolean primitive = own.getKind().isPrimitive();
    boolean same =
        given != null
            && (all.types().isSameType(own, given) || !primitive && !given.getKind().isPrimitive());
    if (same) {
      return Written.NONE;
    }
    Written name = given == null ? null : new Naming(code, rewriting.names(), file).of(own);
    if (name == null) {
      refuse(RefusalCode.UNKNOWN_NAME, "The type of the value is not known.", tree.begin(value));
      return Written.NONE;
    }
    return Written.of("(").and(name).and(") ");
  }

  private void remove(Patch patch) {
    String text = code.text(file);
    int begin = tree.begin(local.variable());
    int end = tree.end(local.variable());
    int line = TextLines.begin(text, begin);
    boolean own =
        text.substring(line, begin).isBlank()
            && text.substring(end, TextLines.end(text, end)).isBlank();
    JavaTokens tokens = code.tokens(file);
    for (int comment = 0; comment < tokens.comments(); comment++) {
      boolean inside =
          tokens.commentBegin(comment) >= begin
              && tokens.commentEnd(comment) <= tree.begin(local.variable().getInitializer());
      boolean behind =
          tokens.commentBegin(comment) >= end
              && tokens.commentBegin(comment) < TextLines.end(text, end);
      if (inside || behind) {
        refuse(
            RefusalCode.NOT_YET,
            "A comment stands beside the variable, and would be lost. Move it first.",
            tokens.commentBegin(comment));
        return;
      }
    }
    if (own) {
      patch.remove(line, TextLines.next(text, end));
    } else {
      patch.remove(begin, TextLines.behindBlanks(text, end));
    }
  }
}
