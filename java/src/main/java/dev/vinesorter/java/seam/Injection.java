package dev.vinesorter.java.seam;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.BlockTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreeScanner;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.Getters;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.compile.SyntaxTree;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.StepChain;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.seam.MadeInside.Place;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.TextLines;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/**
 * What a class makes or fetches for itself is handed in by its constructor, or to its methods:
 * first the places that do so share a field, then the constructors take its value.
 */
public final class Injection {
  private final Step.Inject step;
  private final StepChain chain;
  private final Readings readings;

  /** The expression that is handed in, as the class has it. */
  private String expression = "";

  private String type = "";

  /** The class of what is handed in. */
  private String given = "";

  private String field = "";

  private Injection(Step.Inject step, StepChain chain, Readings readings) {
    this.step = step;
    this.chain = chain;
    this.readings = readings;
  }

  /**
   * Carries it out.
   *
   * @param readings reads sources that differ from those of the survey
   */
  public static Result carryOut(
      Survey survey, int owner, Step.Inject step, Overlay sources, Readings readings) {
    StepChain chain = new StepChain(survey, sources);
    Injection injection = new Injection(step, chain, readings);
    String name = survey.units().name(owner);
    boolean handedIn =
        step.byMethods() ? injection.byMethods(name) : injection.byObject(owner, name);
    boolean named = ("." + step.type()).endsWith("." + injection.type);
    boolean general = handedIn && !step.type().isEmpty() && !named;
    boolean done = general ? chain.take(injection.generalised(chain.now(), name)) : handedIn;
    if (done && !step.standIn().isEmpty()) {
      String above = step.type().isEmpty() ? injection.given : step.type();
      int beside = chain.now().units().find(name, Level.TYPE);
      chain.take(
          StandIn.carryOut(chain.now(), above, beside, step.standIn(), chain.sources(), readings));
    }
    return chain.result();
  }

  private boolean byObject(int owner, String name) {
    return chain.take(share(chain.now(), owner))
        && constructors(name)
        && chain.take(assign(chain.now(), name));
  }

  private boolean byMethods(String name) {
    ParameterInjection methods = new ParameterInjection(step, name, chain, readings);
    boolean done = methods.carryOut();
    given = methods.given();
    return done;
  }

  /** Names the wanted type in the class in the place of that of what is handed in. */
  private Result generalised(Survey survey, String name) {
    int lower = survey.units().find(given, Level.TYPE);
    Step.Use use = new Step.Use(List.of(step.type()), given, List.of(name), Set.of(), step.line());
    return UseOfSupertype.carryOut(survey, lower, use, chain.sources(), readings);
  }

  // ---- one field for all places

  private Result share(Survey survey, int owner) {
    Rewriting rewriting = new Rewriting(survey, chain.sources());
    SourceView code = rewriting.code();
    Units units = code.units();
    int file = units.fileOf(owner);
    if (units.has(owner, Trait.INTERFACE)
        || units.has(owner, Trait.RECORD)
        || units.has(owner, Trait.ENUM)) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET,
          units.name(owner) + " is no class that could keep what it is given.",
          code.declaration(owner));
      return rewriting.finish(readings);
    }
    LocatedTree tree = SyntaxTree.of(code.text(file)).located();
    MadeInside made = MadeInside.of(code, tree, owner, step.what()).byObjects(units);
    made.judge(rewriting, owner, step.what(), "static members or classes inside");
    given = made.given();
    type = made.type();
    List<Place> places = made.places();
    if (rewriting.isFine()) {
      judge(rewriting, tree, places, file);
    }
    if (rewriting.isFine()) {
      share(rewriting, tree, places, owner);
    }
    return rewriting.finish(readings);
  }

  /**
   * All places have to say the same, of nothing that only a method knows, and at a time that will
   * do.
   */
  private void judge(Rewriting rewriting, LocatedTree tree, List<Place> places, int file) {
    SourceView code = rewriting.code();
    Meanings meanings = new Meanings(code);
    expression = tree.text(places.get(0).tree());
    JavaTokens first = JavaTokens.of(expression);
    for (Place place : places) {
      JavaTokens here = JavaTokens.of(tree.text(place.tree()));
      if (here.size() != first.size() || !here.stands(0, first)) {
        rewriting.refuse(
            RefusalCode.TWO_TARGETS,
            "Here it is made otherwise than elsewhere in the class.",
            code.site(file, code.tokens(file).from(place.at())));
      }
      new TreeScanner<Void, Void>() {
        @Override
        public Void visitIdentifier(IdentifierTree node, Void p) {
          int member = meanings.member(file, tree.begin(node));
          boolean isStatic = member >= 0 && code.units().has(member, Trait.STATIC);
          boolean isType = Character.isUpperCase(node.getName().charAt(0)) || isMade(node, place);
          if (!isStatic && !isType) {
            rewriting.refuse(
                RefusalCode.ARGUMENTS,
                "'" + node.getName() + "' is known in the class alone; nobody else can pass this.",
                code.site(file, code.tokens(file).from(tree.begin(node))));
          }
          return null;
        }
      }.scan(place.tree(), null);
      if (!place.isInField()
          && !step.may(Leave.PURE)
          && !isAlwaysTheSame(code, meanings.member(file, place.at()))) {
        rewriting.refuse(
            RefusalCode.EVALUATION_ORDER,
            "It would be made or fetched once, with the object, and not here each time. With 'pure:"
                + " true' that is taken for the same.",
            code.site(file, code.tokens(file).from(place.at())));
      }
    }
  }

  private static boolean isMade(IdentifierTree node, Place place) {
    return place.tree() instanceof com.sun.source.tree.NewClassTree made
        && made.getIdentifier() == node;
  }

  /** Lets all places share a field: one that is there, or a new one. */
  private void share(Rewriting rewriting, LocatedTree tree, List<Place> places, int owner) {
    SourceView code = rewriting.code();
    Units units = code.units();
    int file = units.fileOf(owner);
    PlanCode plan = new PlanCode(code, rewriting.names(), file);
    Place own = null;
    for (Place place : places) {
      own = place.isInField() && own == null ? place : own;
    }
    if (own != null) {
      VariableTree declared = (VariableTree) own.path().getParentPath().getLeaf();
      field = declared.getName().toString();
      String written = tree.text(declared.getType());
      type = given.endsWith("." + written) ? given : written;
    } else {
      field = step.as();
      for (int member : units.children(owner)) {
        if (units.simpleName(member).equals(field)) {
          rewriting.refuse(
              RefusalCode.NAME_CLASH,
              "There is " + units.name(member) + " already. Choose another name.",
              code.declaration(member));
          return;
        }
      }
      Layout layout = new Layout(code);
      String end = layout.lineEnd(file);
      int last = last(code, owner);
      Written made =
          Written.of(layout.memberIndent(owner) + "private final ")
              .and(plan.in(file, type))
              .and(" " + field + " = ")
              .and(
                  rewriting
                      .in(file)
                      .copy(tree.begin(places.get(0).tree()), tree.end(places.get(0).tree())))
              .and(";");
      if (last >= 0) {
        rewriting.in(file).insert(layout.behind(last).at(), Written.of(end).and(made));
      } else {
        rewriting.in(file).insert(layout.bodyBegin(owner), Written.of(end).and(made).and(end));
      }
    }
    for (Place place : places) {
      if (place != own) {
        String name = isHidden(code, place.user()) ? "this." + field : field;
        rewriting
            .in(file)
            .replace(place.begin(), place.end(), Written.of(name, units.name(owner) + "#" + field));
      }
    }
    if (own != null && places.size() > 1) {
      keepsOne(rewriting, own.user());
    }
  }

  /** Whether a member has a variable by the name of the field. */
  private boolean isHidden(SourceView code, int user) {
    Units units = code.units();
    JavaTokens tokens = code.tokens(units.fileOf(user));
    int past = tokens.from(units.end(user));
    for (int token = tokens.from(units.begin(user)); token < past; token++) {
      boolean declared =
          tokens.isWord(token, field)
              && (tokens.isWord(token - 1)
                  || tokens.is(token - 1, ">")
                  || tokens.is(token - 1, "]"))
              && !tokens.is(token - 1, "return");
      if (declared) {
        return true;
      }
    }
    return false;
  }

  /** What else is made must be as good as what the field has, which it is for one value alone. */
  private void keepsOne(Rewriting rewriting, int kept) {
    References references = rewriting.code().references();
    for (int r : references.to(kept)) {
      if (references.kind(r) == Kind.WRITES && references.from(r) != kept) {
        rewriting.refuse(
            RefusalCode.ASSIGNED,
            "'" + field + "' gets another value here, and what is made elsewhere is a fresh one.",
            rewriting.code().survey().site(r));
        return;
      }
    }
  }

  private static int last(SourceView code, int owner) {
    Units units = code.units();
    int last = -1;
    for (int member : units.children(owner)) {
      boolean own = units.has(member, Trait.FIELD) && !units.has(member, Trait.STATIC);
      last = own && (last < 0 || units.end(member) > units.end(last)) ? member : last;
    }
    return last >= 0 ? last : new Layout(code).lastOf(owner, Trait.FIELD);
  }

  // ---- the constructors

  /** Lets the constructors take it; false where they cannot. */
  private boolean constructors(String name) {
    boolean goesOn =
        !constructorsOf(chain.now(), name).isEmpty()
            || chain.take(emptyConstructor(chain.now(), name));
    for (String constructor : goesOn ? constructorsOf(chain.now(), name) : List.<String>of()) {
      goesOn = goesOn && chain.take(signed(chain.now(), constructor));
    }
    return goesOn;
  }

  /** A constructor with one more parameter. */
  private Result signed(Survey survey, String constructor) {
    int unit = survey.units().find(constructor, Level.MEMBER);
    List<Step.Parameter> parameters = new ArrayList<>();
    survey
        .units()
        .facts()
        .parameters(unit)
        .forEach(one -> parameters.add(new Step.Parameter(one, "", "")));
    parameters.add(new Step.Parameter(step.as(), type, expression));
    Set<Leave> leaves = step.keep() ? Set.of(Leave.FORWARD) : Set.of();
    Step.Signature signature =
        new Step.Signature(List.of(constructor), parameters, "", "", leaves, step.line());
    return Resigning.carryOut(
        survey, unit, signature, chain.sources(), readings, step.keep(), rewriting -> {});
  }

  /** The constructors that do not leave the work to another one. */
  private List<String> constructorsOf(Survey survey, String name) {
    Units units = survey.units();
    SourceView code = new SourceView(survey, chain.sources());
    int owner = units.find(name, Level.TYPE);
    LocatedTree tree = SyntaxTree.of(code.text(units.fileOf(owner))).located();
    List<String> found = new ArrayList<>();
    for (int member : units.children(owner)) {
      if (units.has(member, Trait.CONSTRUCTOR) && units.begin(member) >= 0) {
        MethodTree declared = method(tree, units.nameAt(member));
        if (declared != null && !delegates(declared)) {
          found.add(units.name(member));
        }
      }
    }
    return found;
  }

  private static MethodTree method(LocatedTree tree, int nameAt) {
    TreePath at = tree.enclosing(nameAt, MethodTree.class);
    return at == null ? null : (MethodTree) at.getLeaf();
  }

  /** Whether a method is fetched from that only gives what its class keeps for good. */
  private static boolean isAlwaysTheSame(SourceView code, int method) {
    boolean own =
        method >= 0 && code.units().has(method, Trait.METHOD) && code.units().fileOf(method) >= 0;
    return own
        && Getters.constant(code.survey(), method, code.tokens(code.units().fileOf(method))) >= 0;
  }

  private static boolean delegates(MethodTree constructor) {
    return calls(constructor, "this");
  }

  /** Whether a constructor begins by calling another one. */
  private static boolean calls(MethodTree constructor, String word) {
    List<? extends StatementTree> body = constructor.getBody().getStatements();
    return !body.isEmpty()
        && body.get(0) instanceof ExpressionStatementTree first
        && first.getExpression() instanceof MethodInvocationTree call
        && call.getMethodSelect() instanceof IdentifierTree name
        && name.getName().contentEquals(word);
  }

  private Result emptyConstructor(Survey survey, String name) {
    Rewriting rewriting = new Rewriting(survey, chain.sources());
    SourceView code = rewriting.code();
    Units units = code.units();
    int owner = units.find(name, Level.TYPE);
    int file = units.fileOf(owner);
    Layout layout = new Layout(code);
    String end = layout.lineEnd(file);
    String in = layout.memberIndent(owner);
    String access =
        units.has(owner, Trait.PUBLIC)
            ? "public "
            : units.has(owner, Trait.PROTECTED)
                ? "protected "
                : units.has(owner, Trait.PRIVATE) ? "private " : "";
    int last = last(code, owner);
    String text = end + end + in + access + units.simpleName(owner) + "() {}";
    if (last < 0) {
      rewriting.refuse(
          RefusalCode.NOT_YET, name + " has no field and no constructor.", code.declaration(owner));
      return rewriting.finish(readings);
    }
    Set<String> above = rewriting.writesConstructor(owner);
    rewriting.in(file).insert(layout.behind(last).at(), Written.of(text, above));
    return rewriting.finish(readings);
  }

  /** Gives the field its value in the constructors. */
  private Result assign(Survey survey, String name) {
    Rewriting rewriting = new Rewriting(survey, chain.sources());
    SourceView code = rewriting.code();
    Units units = code.units();
    int owner = units.find(name, Level.TYPE);
    int file = units.fileOf(owner);
    LocatedTree tree = SyntaxTree.of(code.text(file)).located();
    int unit = units.find(name + "#" + field, Level.MEMBER);
    VariableTree declared =
        (VariableTree) tree.enclosing(units.nameAt(unit), VariableTree.class).getLeaf();
    earlyUses(rewriting, unit, file);
    int nameEnd = units.nameAt(unit) + field.length();
    rewriting.in(file).remove(nameEnd, tree.end(declared.getInitializer()));
    Layout layout = new Layout(code);
    String end = layout.lineEnd(file);
    for (int member : units.children(owner)) {
      MethodTree constructor =
          units.has(member, Trait.CONSTRUCTOR) && units.begin(member) >= 0
              ? method(tree, units.nameAt(member))
              : null;
      if (constructor == null || delegates(constructor)) {
        continue;
      }
      BlockTree body = constructor.getBody();
      String in = TextLines.indent(code.text(file), tree.begin(constructor)) + layout.step(file);
      Written assignment = Written.of("this." + field + " = " + step.as() + ";", units.name(unit));
      boolean first = calls(constructor, "super");
      boolean empty = body.getStatements().isEmpty();
      int at = first ? tree.end(body.getStatements().get(0)) : tree.begin(body) + 1;
      if (!empty && body.getStatements().stream().allMatch(Injection::isPlain)) {
        at = tree.end(body.getStatements().get(body.getStatements().size() - 1));
      }
      boolean oneLine =
          code.text(file).substring(tree.begin(body), tree.end(body)).indexOf('\n') < 0;
      Written text = Written.of(end + in).and(assignment);
      if (oneLine) {
        text = text.and(end + TextLines.indent(code.text(file), tree.begin(constructor)));
      }
      if (oneLine && !empty) {
        rewriting.refuse(
            RefusalCode.ONE_LINE,
            "The constructor stands on one line. Give it lines of its own first.",
            code.declaration(member));
      }
      rewriting.in(file).insert(at, text);
    }
    return rewriting.finish(readings);
  }

  /** Whether a statement only gives a name the value of another. */
  private static boolean isPlain(StatementTree statement) {
    return statement instanceof ExpressionStatementTree run
        && run.getExpression() instanceof AssignmentTree assignment
        && Assignments.isName(assignment.getExpression());
  }

  /** What is worked out before the constructors run must not need the field. */
  private static void earlyUses(Rewriting rewriting, int unit, int file) {
    SourceView code = rewriting.code();
    References references = code.references();
    for (int r : references.to(unit)) {
      int user = references.from(r);
      boolean early =
          user != unit
              && code.units().parent(user) == code.units().parent(unit)
              && (code.units().has(user, Trait.FIELD) || code.units().has(user, Trait.INITIALISER));
      if (early) {
        rewriting.refuse(
            RefusalCode.EVALUATION_ORDER,
            "This is worked out before the constructor has what is handed in.",
            code.site(file, code.tokens(file).from(references.at(r))));
      }
    }
  }
}
