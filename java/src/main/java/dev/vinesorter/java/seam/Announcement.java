package dev.vinesorter.java.seam;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.ElementNames;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.rewrite.Naming;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.TextLines;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;

/** Writes an announcement: the interface of listeners, who keeps them, and where they join in. */
final class Announcement {
  /** What the name of a type of listeners may end with. */
  private static final String LISTENER = "Listener";

  /** A place that makes an object and gives it a name. */
  private record Place(int file, String object, int behind) {}

  private final Listening of;
  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final NewSource source;
  private final Layout layout;
  private final List<Place> places = new ArrayList<>();

  Announcement(Listening of) {
    this.of = of;
    this.rewriting = of.rewriting;
    this.code = of.code;
    this.units = of.units;
    this.source = new NewSource(code, of.file, of.step.as());
    this.layout = new Layout(code);
  }

  private static String simple(Step.Listen step) {
    return step.as().substring(step.as().lastIndexOf('.') + 1);
  }

  /** What is announced: the name of the type, without saying that it listens. */
  private static String news(Step.Listen step) {
    String simple = simple(step);
    return simple.endsWith(LISTENER) && simple.length() > LISTENER.length()
        ? simple.substring(0, simple.length() - LISTENER.length())
        : simple;
  }

  /** The method by which a listener joins in. */
  static String join(Step.Listen step) {
    return "on" + news(step);
  }

  /** The field that has the listeners. */
  static String list(Step.Listen step) {
    return VariableNames.of(news(step)) + "Listeners";
  }

  private String heard() {
    return VariableNames.of(news(of.step));
  }

  private String heardUnit() {
    return of.step.as()
        + "#"
        + heard()
        + "("
        + ElementNames.simple(List.copyOf(of.news.values()))
        + ")";
  }

  private String joinUnit() {
    return units.name(of.owner) + "#" + join(of.step) + "(" + simple(of.step) + ")";
  }

  private String listUnit() {
    return units.name(of.owner) + "#" + list(of.step);
  }

  void write() {
    places();
    if (rewriting.isFine()) {
      listener();
      announce();
      keeper();
    }
  }

  // ---- the interface, and the class

  private void listener() {
    Naming naming = source.naming();
    List<Written> parameters = new ArrayList<>();
    of.news.forEach(
        (name, type) -> {
          Written written = naming.of(type);
          parameters.add(written == null ? null : written.and(" " + name));
        });
    List<Written> thrown = of.thrown.stream().map(naming::of).toList();
    if (parameters.contains(null) || thrown.contains(null)) {
      of.refuse(
          RefusalCode.UNKNOWN_NAME,
          "A type of what is announced has no name that could be written.",
          units.nameAt(of.method));
      return;
    }
    boolean open =
        units.has(of.owner, Trait.PUBLIC)
            || !code.packageBefore(of.owner).equals(source.packageName());
    Written text =
        Written.of(
                "/** Hears of what a {@link "
                    + source.shown(of.owner)
                    + "} announces. */\n"
                    + (open ? "public " : "")
                    + "interface "
                    + source.simpleName()
                    + layout.opensType(of.file)
                    + "\n"
                    + layout.step(of.file)
                    + "void "
                    + heard()
                    + "(")
            .and(Written.joined(parameters, ", "))
            .and(")")
            .and(
                thrown.isEmpty()
                    ? Written.NONE
                    : Written.of(" throws ").and(Written.joined(thrown, ", ")))
            .and(";\n}\n");
    rewriting.newFile(source.path(), source.text(text));
    rewriting.rewrites(of.step.as());
  }

  private Written listenerIn(int file) {
    return Written.of(rewriting.names().in(file, of.step.as()), of.step.as());
  }

  /** In the place of the calls everybody who listens is told. */
  private void announce() {
    String end = layout.lineEnd(of.file);
    Tree first = of.calls.get(0).whole();
    Tree last = of.calls.get(of.calls.size() - 1).whole();
    String in = TextLines.indent(code.text(of.file), of.tree.begin(first));
    rewriting
        .in(of.file)
        .replace(
            of.tree.begin(first),
            of.tree.end(last),
            Written.of("for (", "java.util.List#iterator()")
                .and(listenerIn(of.file))
                .and(" listener : ")
                .and(list(of.step), listUnit())
                .and(") {" + end + in + layout.step(of.file) + "listener.")
                .and(heard(), heardUnit())
                .and("(" + String.join(", ", of.news.keySet()) + ");" + end + in + "}"));
  }

  /** The field with the listeners, and the method by which they join in. */
  private void keeper() {
    String end = layout.lineEnd(of.file);
    String in = layout.memberIndent(of.owner);
    String inner = in + layout.step(of.file);
    int field = units.find(units.name(of.owner) + "#" + of.calls.get(0).field(), Level.MEMBER);
    Written list =
        Written.of("private final ")
            .and(rewriting.names().in(of.file, "java.util.List"), "java.util.List")
            .and("<")
            .and(listenerIn(of.file))
            .and("> " + list(of.step) + " = new ")
            .and(
                rewriting.names().in(of.file, "java.util.ArrayList"),
                "java.util.ArrayList#ArrayList()")
            .and("<>();");
    rewriting.in(of.file).insert(layout.behind(field).at(), Written.of(end + in).and(list));
    boolean near =
        places.stream()
            .allMatch(one -> code.packageBefore(one.file).equals(code.packageBefore(of.owner)));
    Written join =
        Written.of(
                end
                    + end
                    + in
                    + "/** Tells a listener from now on. */"
                    + end
                    + in
                    + (near ? "" : "public ")
                    + "void "
                    + join(of.step)
                    + "(")
            .and(listenerIn(of.file))
            .and(" listener)" + layout.opensMethod(of.file, in, end) + end + inner)
            .and(list(of.step), listUnit())
            .and(".add(listener);" + end + in + "}");
    rewriting.in(of.file).insert(layout.behind(of.method).at(), join.free());
    rewriting.rewrites(listUnit());
    rewriting.rewrites(joinUnit());
    for (MethodTree constructor : of.fields.constructors(of.itself)) {
      rewriting.rewrites(
          ElementNames.of(
              of.all.element(new TreePath(of.itself.path().getParentPath(), constructor))));
    }
  }

  // ---- where objects are made

  private void places() {
    Set<Integer> files = new TreeSet<>();
    for (int unit : units.withAllInside(of.owner)) {
      for (int r : code.references().to(unit)) {
        if (code.references().kind(r) == Kind.CREATES) {
          files.add(units.fileOf(code.references().from(r)));
        }
      }
    }
    for (int file : files) {
      LocatedTree tree = of.all.file(units.name(file));
      if (tree == null) {
        rewriting.refuseHalfRead(file, code.declaration(of.owner));
        continue;
      }
      new TreePathScanner<Void, Void>() {
        @Override
        public Void visitNewClass(NewClassTree node, Void p) {
          Element made = of.all.element(getCurrentPath());
          if (made != null && made.getEnclosingElement().equals(of.type())) {
            place(file, tree, getCurrentPath(), node);
          }
          return super.visitNewClass(node, p);
        }
      }.scan(tree.tree(), null);
    }
  }

  private void place(int file, LocatedTree tree, TreePath path, NewClassTree made) {
    int at = tree.begin(made);
    boolean inside =
        of.step.joinedIn().isEmpty()
            || units.withAllInside(file).stream()
                .anyMatch(
                    unit ->
                        units.name(unit).equals(of.step.joinedIn())
                            && units.begin(unit) <= at
                            && at < units.end(unit));
    if (!inside) {
      refuse(
          RefusalCode.BAD_TARGET,
          file,
          "An object is made here, and not in " + of.step.joinedIn() + ".",
          at);
      return;
    }
    TreePath statement = path.getParentPath();
    String object = "";
    Tree whole = statement.getLeaf();
    if (whole instanceof VariableTree variable
        && Stretch.list(statement.getParentPath().getLeaf()) != null) {
      object = variable.getName().toString();
    } else if (whole instanceof AssignmentTree assignment
        && statement.getParentPath().getLeaf() instanceof ExpressionStatementTree run
        && (assignment.getVariable() instanceof IdentifierTree
            || assignment.getVariable().toString().matches("this\\.\\w+"))) {
      object = assignment.getVariable().toString();
      whole = run;
    }
    if (object.isEmpty()) {
      refuse(
          RefusalCode.NOT_YET,
          file,
          "An object is made here in the midst of something; give it a variable first.",
          at);
      return;
    }
    join(file, tree, path, made, new Place(file, object, tree.end(whole)));
  }

  private void refuse(RefusalCode refusal, int file, String message, int at) {
    rewriting.refuse(refusal, message, code.site(file, code.tokens(file).from(at)));
  }

  /** The old ones join in, each by what the constructor was given for its field. */
  private void join(int file, LocatedTree tree, TreePath path, NewClassTree made, Place place) {
    MethodTree constructor = declared(of.all.element(path));
    String end = layout.lineEnd(file);
    String in = TextLines.indent(code.text(file), tree.begin(made));
    places.add(place);
    Written all = Written.NONE;
    for (Listening.Call call : of.calls) {
      ExpressionTree given = constructor == null ? null : given(made, constructor, call.field());
      if (given == null) {
        refuse(
            RefusalCode.NOT_YET,
            file,
            "What is handed in for " + call.field() + " is not found here.",
            tree.begin(made));
        return;
      }
      if (!isLasting(file, tree, new TreePath(path, given), given)) {
        return;
      }
      String arguments = String.join(", ", names(call));
      String parameters = String.join(", ", of.news.keySet());
      Written receiver =
          Written.of(tree.text(given), rewriting.means(file, tree.begin(given), tree.end(given)));
      all =
          all.and(end + in + place.object + ".")
              .and(join(of.step), joinUnit())
              .and("(" + (of.news.size() == 1 ? parameters : "(" + parameters + ")") + " -> ")
              .and(receiver)
              .and(".")
              .and(call.called().getSimpleName().toString(), ElementNames.of(call.called()))
              .and("(" + arguments + "));");
    }
    // The variable that has the object is told of where it is a field.
    rewriting.in(file).insert(place.behind, all.free());
  }

  private static List<String> names(Listening.Call call) {
    return call.tree().getArguments().stream().map(Object::toString).toList();
  }

  private MethodTree declared(Element constructor) {
    for (MethodTree one : of.fields.constructors(of.itself)) {
      Element known = of.all.element(new TreePath(of.itself.path().getParentPath(), one));
      if (constructor != null && constructor.equals(known)) {
        return one;
      }
    }
    return null;
  }

  /** What a creation gives for the parameter that a field gets. */
  private ExpressionTree given(NewClassTree made, MethodTree constructor, String field) {
    Map<MethodTree, ExpressionStatementTree> handed = of.fields.assignments(of.itself, field);
    ExpressionStatementTree set = handed.get(constructor);
    if (set == null) {
      return null;
    }
    String parameter = ((AssignmentTree) set.getExpression()).getExpression().toString();
    for (int n = 0; n < constructor.getParameters().size(); n++) {
      boolean same = constructor.getParameters().get(n).getName().contentEquals(parameter);
      if (same && n < made.getArguments().size()) {
        return made.getArguments().get(n);
      }
    }
    return null;
  }

  /** Whether an expression is a name that means the same object for good. */
  private boolean isLasting(int file, LocatedTree tree, TreePath path, ExpressionTree given) {
    Element named = of.all.element(path);
    boolean name =
        given instanceof IdentifierTree
            || given instanceof MemberSelectTree select
                && select.getExpression().toString().equals("this");
    boolean changes =
        named != null
            && named.getKind() == ElementKind.FIELD
            && !named.getModifiers().contains(Modifier.FINAL);
    if (given instanceof LiteralTree) {
      refuse(
          RefusalCode.NULL_RECEIVER,
          file,
          "Nobody is handed in here, who could not be told.",
          tree.begin(given));
    } else if (!name || named == null) {
      refuse(
          RefusalCode.NOT_YET,
          file,
          "Who listens has to have a name here; give it a variable first.",
          tree.begin(given));
    } else if (changes) {
      refuse(
          RefusalCode.ASSIGNED,
          file,
          "The field may get another value, and the old one would go on listening.",
          tree.begin(given));
    } else {
      return true;
    }
    return false;
  }
}
