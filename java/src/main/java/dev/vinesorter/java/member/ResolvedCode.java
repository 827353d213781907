package dev.vinesorter.java.member;

import com.sun.source.tree.AnnotatedTypeTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.InstanceOfTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.ModifiersTree;
import com.sun.source.tree.NewArrayTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.ParameterizedTypeTree;
import com.sun.source.tree.ParenthesizedTree;
import com.sun.source.tree.PrimitiveTypeTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.TypeCastTree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreeScanner;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.SyntaxTree;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntFunction;
import java.util.function.IntUnaryOperator;

/**
 * The code of one member as a text in which every name stands for what it binds to, and every
 * object that is there without being named is named: two members that have the same text do the
 * same, however their sources write it. Parentheses, qualifiers of what is static, type arguments
 * of calls and imports leave no trace.
 */
final class ResolvedCode {
  /** How calls of a moved member are written, whichever side they are on. */
  interface Calls {
    /**
     * The text of a call, or null where the member is none that moved.
     *
     * @param receiver the object that it is called on; empty for a static method
     */
    String of(int method, String receiver, List<String> arguments);
  }

  /**
   * What the code is told with.
   *
   * @param units what units are called, the same before and after
   * @param calls how calls of moved members are written
   * @param getters the field that a method does nothing but return, or -1
   */
  record Naming(IntFunction<String> units, Calls calls, IntUnaryOperator getters) {}

  private final Survey survey;
  private final Units units;
  private final SyntaxTree tree;
  private final int member;
  private final IntFunction<String> names;
  private final Calls calls;
  private final Map<String, String> roles;
  private final IntUnaryOperator getters;

  /** What names bind to, by the offsets of their tokens. */
  private final Map<Integer, List<Integer>> targets = new HashMap<>();

  /** Whether something stands in the code that this way of telling is no good for. */
  private boolean vague;

  private ResolvedCode(
      Survey survey, int member, SyntaxTree tree, Naming naming, Map<String, String> roles) {
    this.survey = survey;
    this.units = survey.units();
    this.tree = tree;
    this.member = member;
    this.names = naming.units;
    this.calls = naming.calls;
    this.getters = naming.getters;
    this.roles = roles;
    References references = survey.references();
    for (int r = references.row(member); r < references.row(member + 1); r++) {
      Kind kind = references.kind(r);
      if (kind != Kind.THROUGH && kind != Kind.MENTIONS && kind != Kind.OVERRIDES) {
        targets
            .computeIfAbsent(references.at(r), at -> new ArrayList<>())
            .add(references.target(r));
      }
    }
  }

  /**
   * The text of a member's code; null where it cannot be told.
   *
   * @param tree of the file that it stands in
   * @param roles what stands for some texts of expressions, such as a parameter's name
   */
  static String of(
      Survey survey, int member, SyntaxTree tree, Naming naming, Map<String, String> roles) {
    ResolvedCode code = new ResolvedCode(survey, member, tree, naming, roles);
    Tree declared = code.tree.member(code.units.nameAt(member), code.units.simpleName(member));
    if (declared == null) {
      return null;
    }
    Writer writer = code.new Writer();
    if (declared instanceof MethodTree method) {
      writer.scan(method.getBody(), null);
    } else if (declared instanceof VariableTree field) {
      writer.scan(field.getInitializer(), null);
    } else {
      writer.scan(declared, null);
    }
    return code.vague ? null : writer.out.toString();
  }

  private int target(int at, Level level) {
    for (int unit : targets.getOrDefault(at, List.of())) {
      if (units.level(unit) == level) {
        return unit;
      }
    }
    return -1;
  }

  private int member(int at) {
    return target(at, Level.MEMBER);
  }

  /** Where the name at the end of a tree begins. */
  private int nameAt(Tree node, CharSequence name) {
    return tree.end(node) - name.length();
  }

  private final class Writer extends TreeScanner<Void, Void> {
    private final StringBuilder out = new StringBuilder();

    /** The local and anonymous classes that are open, innermost first. */
    private final Deque<ClassTree> inside = new ArrayDeque<>();

    private boolean inType;

    private String written(Tree node) {
      Writer other = new Writer();
      other.inside.addAll(inside);
      other.scan(node, null);
      String made = other.out.toString();
      return roles.getOrDefault(made, made);
    }

    /** A type, in which names that bind to nothing are those of type parameters. */
    private String writtenType(Tree node) {
      Writer other = new Writer();
      other.inside.addAll(inside);
      other.inType = true;
      other.scan(node, null);
      return other.out.toString();
    }

    private List<String> written(List<? extends Tree> nodes) {
      return nodes.stream().map(this::written).toList();
    }

    /** The object of the class around that has a member, where none is named. */
    private String implicit(int used) {
      return around(units.ancestor(used, Level.TYPE));
    }

    /** The object around that is of a type. */
    private String around(int owner) {
      String found = "this";
      // What a class inside declares or inherits is told by no unit of its own.
      int around = units.ancestor(member, Level.TYPE);
      while (around >= 0 && units.level(around) == Level.TYPE) {
        if (around == owner || SourceView.isObject(units, owner) || isSubtype(around, owner)) {
          found = "this@" + names.apply(around);
          break;
        }
        around = units.parent(around);
      }
      return roles.getOrDefault(found, found);
    }

    private boolean isSubtype(int type, int above) {
      Deque<Integer> open = new ArrayDeque<>(List.of(type));
      List<Integer> seen = new ArrayList<>();
      References references = survey.references();
      while (!open.isEmpty()) {
        int at = open.pop();
        if (at == above) {
          return true;
        }
        if (!seen.contains(at)) {
          seen.add(at);
          for (int r = references.row(at); r < references.row(at + 1); r++) {
            Kind kind = references.kind(r);
            if (kind == Kind.EXTENDS || kind == Kind.IMPLEMENTS) {
              open.push(references.target(r));
            }
          }
        }
      }
      return false;
    }

    private String self() {
      String found =
          inside.isEmpty()
              ? "this@" + names.apply(units.ancestor(member, Level.TYPE))
              : "this@inside" + inside.size();
      return roles.getOrDefault(found, found);
    }

    @Override
    public Void scan(Tree node, Void p) {
      if (node == null || node instanceof ModifiersTree || node instanceof AnnotatedTypeTree) {
        return null;
      }
      if (node instanceof ParenthesizedTree inner) {
        return scan(inner.getExpression(), p);
      }
      boolean named =
          node instanceof IdentifierTree
              || node instanceof MemberSelectTree
              || node instanceof MethodInvocationTree
              || node instanceof NewClassTree;
      if (named) {
        return super.scan(node, p);
      }
      out.append(node.getKind()).append('(');
      super.scan(node, p);
      out.append(')');
      return null;
    }

    @Override
    public Void visitIdentifier(IdentifierTree node, Void p) {
      String name = node.getName().toString();
      int used = member(tree.begin(node));
      int type = target(tree.begin(node), Level.TYPE);
      if (name.equals("this")) {
        out.append(self());
      } else if (used >= 0) {
        out.append(of(used, units.has(used, Trait.STATIC) ? "" : implicit(used)));
      } else if (type >= 0) {
        out.append(names.apply(type));
      } else if (!inType) {
        out.append(roles.getOrDefault(name, name));
      }
      out.append(' ');
      return null;
    }

    private String of(int used, String object) {
      String whole = object.isEmpty() ? names.apply(used) : object + "." + names.apply(used);
      return roles.getOrDefault(whole, whole);
    }

    @Override
    public Void visitMemberSelect(MemberSelectTree node, Void p) {
      int at = nameAt(node, node.getIdentifier());
      int used = member(at);
      int type = target(at, Level.TYPE);
      if (node.getIdentifier().contentEquals("this")) {
        out.append(around(last(node.getExpression())));
      } else if (used >= 0 && units.has(used, Trait.STATIC)) {
        out.append(names.apply(used));
      } else if (used >= 0) {
        out.append(of(used, written(node.getExpression()).strip()));
      } else if (type >= 0) {
        out.append(names.apply(type));
      } else {
        out.append(written(node.getExpression()).strip()).append('.').append(node.getIdentifier());
      }
      out.append(' ');
      return null;
    }

    /** The object of the type around that has a simple name. */
    private String around(CharSequence simple) {
      int around = units.ancestor(member, Level.TYPE);
      while (around >= 0
          && units.level(around) == Level.TYPE
          && !units.simpleName(around).contentEquals(simple)) {
        around = units.parent(around);
      }
      boolean found = around >= 0 && units.level(around) == Level.TYPE;
      return found ? around(around) : "this@" + simple;
    }

    private CharSequence last(ExpressionTree node) {
      return node instanceof MemberSelectTree select
          ? select.getIdentifier()
          : node instanceof IdentifierTree name ? name.getName() : "";
    }

    @Override
    public Void visitMethodInvocation(MethodInvocationTree node, Void p) {
      ExpressionTree select = node.getMethodSelect();
      int at =
          select instanceof MemberSelectTree inner
              ? nameAt(inner, inner.getIdentifier())
              : tree.begin(select);
      int method = member(at);
      List<String> arguments =
          node.getArguments().stream().map(one -> written(one).strip()).toList();
      String receiver =
          method < 0 || units.has(method, Trait.STATIC)
              ? ""
              : select instanceof MemberSelectTree inner
                  ? written(inner.getExpression()).strip()
                  : implicit(method);
      String moved = method < 0 ? null : calls.of(method, receiver, arguments);
      int field =
          moved != null || method < 0 || !arguments.isEmpty() ? -1 : getters.applyAsInt(method);
      if (moved != null) {
        out.append(moved);
      } else if (field >= 0) {
        out.append(of(field, receiver));
      } else if (method < 0) {
        out.append(written(select).strip()).append(arguments);
      } else {
        String whole = of(method, receiver) + arguments;
        out.append(roles.getOrDefault(whole, whole));
      }
      out.append(' ');
      return null;
    }

    @Override
    public Void visitNewClass(NewClassTree node, Void p) {
      ExpressionTree type = node.getIdentifier();
      if (type instanceof ParameterizedTypeTree generic
          && generic.getType() instanceof ExpressionTree raw) {
        type = raw;
      }
      int constructor = member(nameAt(type, last(type)));
      // A constructor that nobody wrote stands for its type.
      int made =
          constructor < 0
              ? target(nameAt(type, last(type)), Level.TYPE)
              : units.ancestor(constructor, Level.TYPE);
      boolean inner =
          made >= 0
              && units.level(units.parent(made)) == Level.TYPE
              && !units.has(made, Trait.STATIC)
              && !units.has(made, Trait.ENUM)
              && !units.has(made, Trait.RECORD)
              && !units.has(made, Trait.INTERFACE)
              && !units.has(units.parent(made), Trait.INTERFACE);
      String outer =
          node.getEnclosingExpression() != null
              ? written(node.getEnclosingExpression()).strip()
              : inner ? around(units.parent(made)) : "";
      out.append("new ").append(outer).append(' ');
      out.append(constructor >= 0 ? names.apply(constructor) : writtenType(type));
      out.append(node.getArguments().stream().map(one -> written(one).strip()).toList());
      if (node.getClassBody() != null) {
        scan(node.getClassBody(), p);
      }
      out.append(' ');
      return null;
    }

    @Override
    public Void visitMemberReference(MemberReferenceTree node, Void p) {
      // What stands for one may be a lambda, with the same meaning and another text.
      int used = member(nameAt(node, node.getName()));
      vague |= used >= 0 && calls.of(used, "", List.of()) != null;
      out.append(written(node.getQualifierExpression()).strip())
          .append("::")
          .append(node.getName());
      return null;
    }

    @Override
    public Void visitClass(ClassTree node, Void p) {
      inside.push(node);
      out.append(node.getSimpleName()).append(written(node.getExtendsClause()));
      out.append(written(node.getImplementsClause()));
      for (Tree one : node.getMembers()) {
        scan(one, p);
      }
      inside.pop();
      return null;
    }

    @Override
    public Void visitMethod(MethodTree node, Void p) {
      out.append(node.getName());
      scan(node.getParameters(), p);
      return scan(node.getBody(), p);
    }

    @Override
    public Void visitVariable(VariableTree node, Void p) {
      out.append(node.getName()).append(' ').append(writtenType(node.getType()));
      return scan(node.getInitializer(), p);
    }

    @Override
    public Void visitTypeCast(TypeCastTree node, Void p) {
      out.append(writtenType(node.getType()));
      return scan(node.getExpression(), p);
    }

    @Override
    public Void visitInstanceOf(InstanceOfTree node, Void p) {
      scan(node.getExpression(), p);
      out.append(writtenType(node.getType()));
      return scan(node.getPattern(), p);
    }

    @Override
    public Void visitParameterizedType(ParameterizedTypeTree node, Void p) {
      out.append(writtenType(node.getType()));
      node.getTypeArguments().forEach(one -> out.append(writtenType(one)));
      return null;
    }

    @Override
    public Void visitNewArray(NewArrayTree node, Void p) {
      out.append(writtenType(node.getType()));
      node.getDimensions().forEach(one -> scan(one, p));
      return scan(node.getInitializers(), p);
    }

    @Override
    public Void visitLiteral(LiteralTree node, Void p) {
      out.append(tree.text(), tree.begin(node), tree.end(node)).append(' ');
      return null;
    }

    @Override
    public Void visitPrimitiveType(PrimitiveTypeTree node, Void p) {
      out.append(node.getPrimitiveTypeKind()).append(' ');
      return null;
    }
  }
}
