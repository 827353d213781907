package dev.vinesorter.java.seam;

import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.InstanceOfTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.TypeCastTree;
import com.sun.source.util.TreePath;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.rewrite.Naming;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeMirror;

/**
 * What a call that goes evaluates: the object it is called on, then its arguments. Each of them
 * stands where the value names it, as long as it is evaluated once and in its turn (JLS 15.7); what
 * would not be is kept in a variable before the statement of the call, if there is room for one.
 */
final class InlinedOperands {
  private final Rewriting rewriting;
  private final SourceView code;
  private final Attributed all;
  private final Meanings meanings;
  private final InlinedValue value;
  private final KeptBefore variables;

  /**
   * One of them.
   *
   * @param parameter what it is given for; null for the object
   * @param uses where the value takes it
   */
  private record Operand(
      VariableElement parameter, ExpressionTree given, Purity purity, List<TreePath> uses) {
    /** Whether it may be evaluated any number of times, whenever. */
    boolean isFree() {
      return parameter == null ? purity.isFixed() : purity.isFixed() && !takesItsType();
    }

    /** Whether it is given for a parameter that gets other values. */
    boolean isAssigned() {
      return parameter != null && uses.stream().anyMatch(use -> Assignments.of(use) != null);
    }

    /** Whether only its place says what type it has. */
    boolean takesItsType() {
      return given instanceof LambdaExpressionTree || given instanceof MemberReferenceTree;
    }
  }

  InlinedOperands(
      Rewriting rewriting,
      Attributed all,
      Meanings meanings,
      InlinedValue value,
      KeptBefore variables) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.all = all;
    this.meanings = meanings;
    this.value = value;
    this.variables = variables;
  }

  /**
   * The variables that a call needs; refused where one cannot be.
   *
   * @param receiver what it is called on; null for the same object or none
   * @param pure whether what is evaluated has no effects
   */
  List<KeptBefore.Variable> kept(
      int in, LocatedTree tree, CallSite site, ExpressionTree receiver, boolean pure) {
    List<Operand> operands = operands(in, tree, site, receiver);
    return variables(in, tree, site, operands, misplaced(operands, settled(tree, operands), pure));
  }

  private List<Operand> operands(int in, LocatedTree tree, CallSite site, ExpressionTree receiver) {
    List<Operand> operands = new ArrayList<>();
    if (receiver != null) {
      Purity purity = meanings.purity(in, tree, receiver);
      operands.add(new Operand(null, receiver, purity, value.ofThis()));
    }
    for (int n = 0; n < value.parameters().size(); n++) {
      VariableElement parameter = value.parameters().get(n);
      ExpressionTree given = site.arguments().get(n);
      Purity purity = meanings.purity(in, tree, given);
      operands.add(new Operand(parameter, given, purity, value.uses(parameter)));
    }
    return operands;
  }

  /** The same where statements are run, before which all that may change is kept. */
  List<KeptBefore.Variable> keptForAll(
      int in, LocatedTree tree, CallSite site, ExpressionTree receiver) {
    List<Operand> operands = operands(in, tree, site, receiver);
    Set<Operand> kept = new HashSet<>();
    for (Operand operand : operands) {
      if (!operand.isFree() || operand.isAssigned() || isOther(tree, operand)) {
        kept.add(operand);
      }
    }
    return variables(in, tree, site, operands, kept);
  }

  /** Whether code that asks a parameter would ask an argument of another type for other things. */
  private boolean isOther(LocatedTree tree, Operand operand) {
    TypeMirror own = operand.parameter == null ? null : all.type(all.path(tree, operand.given));
    if (own == null || all.types().isSameType(own, operand.parameter.asType())) {
      return false;
    }
    for (TreePath use : operand.uses) {
      Tree parent = use.getParentPath().getLeaf();
      boolean asks = parent instanceof InstanceOfTree || parent instanceof TypeCastTree;
      Element asked = parent instanceof MemberSelectTree ? all.element(use.getParentPath()) : null;
      if (asks || asked instanceof ExecutableElement method && isOverridden(method, own)) {
        return true;
      }
    }
    return false;
  }

  private boolean isOverridden(ExecutableElement method, TypeMirror type) {
    return type instanceof DeclaredType declared
        && overriding(all, method, (TypeElement) declared.asElement()) != null;
  }

  /** The method that overrides another one in a type; null for none. */
  static ExecutableElement overriding(Attributed all, ExecutableElement method, TypeElement type) {
    for (Element one : all.elements().getAllMembers(type)) {
      if (one instanceof ExecutableElement other && all.elements().overrides(other, method, type)) {
        return other;
      }
    }
    return null;
  }

  private List<KeptBefore.Variable> variables(
      int in, LocatedTree tree, CallSite site, List<Operand> operands, Set<Operand> kept) {
    if (kept.isEmpty()) {
      return List.of();
    }
    KeptBefore.Spot spot = variables.spot(in, tree, site.call());
    List<KeptBefore.Variable> made = new ArrayList<>();
    for (Operand operand : operands) {
      if (kept.contains(operand)) {
        made.add(variable(in, tree, spot, operand));
      }
    }
    return rewriting.isFine() ? made : List.of();
  }

  /**
   * Fields that are read alike however often they are, since nothing acts while the value is made.
   */
  private Set<Operand> settled(LocatedTree tree, List<Operand> operands) {
    ExpressionTree made = (ExpressionTree) value.path().getLeaf();
    boolean acts =
        meanings.purity(value.file(), value.home(), made).acts()
            || operands.stream().anyMatch(one -> one.purity.acts());
    Set<Operand> settled = new HashSet<>();
    for (Operand operand : operands) {
      boolean name = operand.parameter != null && operand.given instanceof IdentifierTree;
      Element field = !acts && name ? all.element(all.path(tree, operand.given)) : null;
      if (field != null && !field.getModifiers().contains(Modifier.VOLATILE)) {
        settled.add(operand);
      }
    }
    return settled;
  }

  /** Those that cannot stand where the value takes them, and those before them that these pass. */
  private Set<Operand> misplaced(List<Operand> operands, Set<Operand> settled, boolean pure) {
    Set<Operand> kept = new HashSet<>();
    for (int n = operands.size() - 1; n >= 0; n--) {
      Operand operand = operands.get(n);
      boolean name = operand.parameter == null && Assignments.isName(operand.given);
      boolean stays =
          operand.isFree() || name || settled.contains(operand) || pure && !operand.takesItsType();
      boolean object = operand.parameter == null && pure && !name;
      if (!stays && !isInTurn(operands, n) || object && operand.uses.size() != 1) {
        kept.add(operand);
      }
    }
    for (int n = operands.size() - 1; n >= 0; n--) {
      Operand operand = operands.get(n);
      for (Operand later : operands.subList(n + 1, operands.size())) {
        boolean passed = kept.contains(later) && !operand.purity.swapsWith(later.purity);
        if (passed && !operand.isFree() && !pure) {
          kept.add(operand);
        }
      }
    }
    return kept;
  }

  /** Whether the value takes an operand once, with nothing before it that it could disturb. */
  private boolean isInTurn(List<Operand> operands, int index) {
    Operand operand = operands.get(index);
    if (operand.uses.size() != 1 || operand.takesItsType()) {
      return false;
    }
    List<ExpressionTree> before = Before.of(operand.uses.get(0), value.around());
    if (before == null) {
      return false;
    }
    for (ExpressionTree one : before) {
      for (Operand later : operands.subList(index + 1, operands.size())) {
        if (value.takes(one, later.uses) && !later.purity.swapsWith(operand.purity)) {
          return false;
        }
      }
      Purity own = meanings.purity(value.file(), value.home(), one);
      if (!own.isFixed() && !own.swapsWith(operand.purity)) {
        return false;
      }
    }
    return true;
  }

  private KeptBefore.Variable variable(
      int in, LocatedTree tree, KeptBefore.Spot spot, Operand operand) {
    TypeMirror type = type(tree, operand);
    Written written = type == null ? null : new Naming(code, rewriting.names(), in).of(type);
    boolean possible =
        spot != null
            && written != null
            && !operand.uses.isEmpty()
            && spot.takes(operand.given, operand.purity, meanings);
    List<String> names = names(operand, type);
    String name = possible ? variables.name(spot, names) : null;
    if (name == null) {
      boolean taken = possible && !names.isEmpty();
      rewriting.refuse(
          taken
              ? RefusalCode.NAME_CLASH
              : operand.takesItsType() ? RefusalCode.NOT_YET : RefusalCode.EVALUATION_ORDER,
          taken
              ? "This would have to be kept in a variable, and '"
                  + names.get(0)
                  + "' means something here already."
              : why(operand),
          code.site(in, code.tokens(in).from(tree.begin(operand.given))));
      return null;
    }
    return new KeptBefore.Variable(
        spot, operand.parameter, operand.given, name, written, !operand.isAssigned());
  }

  /** What a variable for it is called, best first. */
  private static List<String> names(Operand operand, TypeMirror type) {
    List<String> names = new ArrayList<>();
    if (operand.parameter != null) {
      names.add(operand.parameter.getSimpleName().toString());
    }
    if (type instanceof DeclaredType declared) {
      names.add(VariableNames.of(declared.asElement().getSimpleName().toString()));
    }
    if (operand.parameter != null) {
      // Where both are taken, a second or third of the name is what people write.
      names.add(operand.parameter.getSimpleName() + "2");
      names.add(operand.parameter.getSimpleName() + "3");
    }
    return names;
  }

  /** The type of a variable for it; null where none can be written. */
  private TypeMirror type(LocatedTree tree, Operand operand) {
    TypeMirror given = all.type(all.path(tree, operand.given));
    if (operand.parameter == null) {
      return given;
    }
    TypeMirror wanted = operand.parameter.asType();
    return Naming.variables(wanted).isEmpty() ? wanted : operand.takesItsType() ? null : given;
  }

  private static String why(Operand operand) {
    if (operand.takesItsType()) {
      return "This argument takes its type from the parameter.";
    }
    if (operand.parameter == null) {
      return "What the method is called on would have to be worked out elsewhere. Keep it in a"
          + " variable first.";
    }
    int times = operand.uses.size();
    return (times == 1
            ? "This argument would be worked out later than today, or only sometimes."
            : "This argument would be worked out " + times + " times.")
        + " With 'pure: true' it is taken for one without effects.";
  }
}
