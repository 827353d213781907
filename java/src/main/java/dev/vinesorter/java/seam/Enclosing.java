package dev.vinesorter.java.seam;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompoundAssignmentTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.UnaryTree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.Access;
import dev.vinesorter.java.code.DocLinks;
import dev.vinesorter.java.code.FoundByName;
import dev.vinesorter.java.code.Getters;
import dev.vinesorter.java.code.MemberFamily;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.compile.SyntaxTree;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.Patch;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.Modifiers;
import dev.vinesorter.java.syntax.TypeText;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Pattern;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.util.ElementFilter;

/**
 * A field becomes private. What reads it from outside of its outermost type calls a method that
 * gives it, what gives it another value one that takes it; those that are there already are used.
 */
public final class Enclosing {
  /** Types whose values an operation makes wider than themselves. */
  private static final Set<String> NARROW =
      Set.of("byte", "short", "char", "Byte", "Short", "Character");

  /** A method that only takes a field is not longer, in chars from its name on. */
  private static final int SHORT = 160;

  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final References references;
  private final Readings readings;
  private final int field;
  private final int owner;
  private final int file;
  private final Layout layout;
  private final String name;
  private final String type;

  private final Map<Integer, LocatedTree> trees = new TreeMap<>();

  /** Where the field is named from outside, by file. */
  private Map<Integer, Set<Integer>> outside = Map.of();

  private String getterName = "";
  private String setterName = "";

  /** The getter and setter that are there; -1 where one has to be written. */
  private int getter;

  private int setter;
  private boolean read;
  private boolean written;

  private Enclosing(Rewriting rewriting, Readings readings, int field) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.references = code.references();
    this.readings = readings;
    this.field = field;
    this.owner = units.parent(field);
    this.file = units.fileOf(field);
    this.layout = new Layout(code);
    this.name = units.simpleName(field);
    this.type = units.type(field);
  }

  /**
   * Carries it out for one field that is not private.
   *
   * @param readings reads sources that differ from those of the survey
   */
  public static Result carryOut(
      Survey survey, int field, Step.Enclose step, Overlay sources, Readings readings) {
    Rewriting rewriting = new Rewriting(survey, sources);
    Enclosing enclosing = new Enclosing(rewriting, readings, field);
    enclosing.judge(step);
    if (rewriting.isFine()) {
      enclosing.edit();
    }
    return rewriting.finish(readings);
  }

  // ---- what speaks against it

  private void judge(Step.Enclose step) {
    Site declared = code.declaration(field);
    if (units.has(owner, Trait.INTERFACE)) {
      rewriting.refuse(
          RefusalCode.NO_CONSTANT, "Fields of interfaces are constants for all.", declared);
      return;
    }
    if (type.isEmpty()) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET, units.name(field) + " is a constant of an enum.", declared);
      return;
    }
    int together = code.declaredWith(field);
    if (together >= 0) {
      rewriting.refuse(
          RefusalCode.DECLARED_TOGETHER,
          units.name(together) + " is declared in the same statement. Write them apart first.",
          declared);
      return;
    }
    String finder = FoundByName.fieldFinder(code, field);
    if (finder != null && !step.may(Leave.FOUND_BY_NAME)) {
      rewriting.refuse(
          RefusalCode.FOUND_BY_NAME,
          units.name(field)
              + " is not only used where it is named: "
              + finder
              + ". With 'found-by-name: true' it becomes private all the same.",
          declared);
    }
    uses();
    getterName = getterName();
    setterName = "set" + capital();
    getter = existing(getterName + "()", units.has(field, Trait.STATIC));
    setter = existing(setterName + "(" + simpleType() + ")", true);
    attributed();
  }

  private String simpleType() {
    return TypeText.simple(type, false);
  }

  /** Finds out what is done with it from outside. */
  private void uses() {
    outside = placesOutside();
    for (Map.Entry<Integer, Set<Integer>> one : outside.entrySet()) {
      for (int at : one.getValue()) {
        TreePath use = tree(one.getKey()).around(at, at + name.length());
        TreePath assignment = Assignments.of(use);
        written |= assignment != null;
        read |= assignment == null || !(assignment.getLeaf() instanceof AssignmentTree);
        if (assignment != null && !Assignments.isStatement(assignment)) {
          rewriting.refuse(
              RefusalCode.NOT_YET,
              "Here the value of an assignment to "
                  + units.name(field)
                  + " is used. Make the assignment a statement of its own first.",
              site(one.getKey(), at));
        } else if (assignment != null && !(assignment.getLeaf() instanceof AssignmentTree)) {
          compound(one.getKey(), at, use, assignment);
        }
      }
    }
  }

  /** In {@code o.f += 1}, what gives the object is written twice. */
  private void compound(int in, int at, TreePath use, TreePath assignment) {
    boolean simple =
        !(use.getLeaf() instanceof MemberSelectTree select)
            || Assignments.isName(select.getExpression())
                && !JavaTokens.hasWord(tree(in).text(select.getExpression()), name);
    if (!simple) {
      rewriting.refuse(
          RefusalCode.EVALUATION_ORDER,
          "What gives the object would be evaluated twice. Keep it in a variable first.",
          site(in, at));
    }
    if (assignment.getLeaf() instanceof CompoundAssignmentTree
        && hasComment(
            in, tree(in).begin(assignment.getLeaf()), tree(in).end(assignment.getLeaf()))) {
      rewriting.refuse(
          RefusalCode.NOT_YET,
          "A comment stands in the assignment, and would be lost.",
          site(in, at));
    }
  }

  private boolean hasComment(int in, int begin, int end) {
    JavaTokens tokens = code.tokens(in);
    for (int comment = 0; comment < tokens.comments(); comment++) {
      if (tokens.commentBegin(comment) >= begin && tokens.commentEnd(comment) <= end) {
        return true;
      }
    }
    return false;
  }

  private Site site(int in, int at) {
    return code.site(in, code.tokens(in).from(at));
  }

  private LocatedTree tree(int in) {
    return trees.computeIfAbsent(in, f -> SyntaxTree.of(code.text(f)).located());
  }

  /** Finds where the field is named from outside, by file. */
  private Map<Integer, Set<Integer>> placesOutside() {
    Map<Integer, Set<Integer>> places = new TreeMap<>();
    int top = units.topTypeOf(field);
    for (int r : references.to(field)) {
      Kind kind = references.kind(r);
      int user = references.from(r);
      int in = units.fileOf(user);
      boolean named = kind != Kind.IMPORTS && kind != Kind.MENTIONS && code.isNamed(user, r, name);
      if (named && (units.topTypeOf(user) != top || isThroughHeir(user, in, references.at(r)))) {
        places.computeIfAbsent(in, f -> new TreeSet<>()).add(references.at(r));
      }
    }
    return places;
  }

  /**
   * Whether a place near the field reaches it as one that an heir of its owner inherits: what is
   * private is not inherited.
   */
  private boolean isThroughHeir(int user, int in, int at) {
    for (int r = references.row(user); r < references.row(user + 1); r++) {
      int through = references.target(r);
      if (references.kind(r) == Kind.THROUGH
          && references.at(r) == at
          && through != owner
          && units.level(through) == Level.TYPE
          && code.isSubtype(through, owner)) {
        return true;
      }
    }
    for (TreePath path = tree(in).around(at, at + name.length());
        path != null;
        path = path.getParentPath()) {
      if (path.getLeaf() instanceof ClassTree inside && isHeir(in, path, inside)) {
        return true;
      }
    }
    return false;
  }

  /** Whether a class tree is of one that inherits from the owner. */
  private boolean isHeir(int in, TreePath path, ClassTree inside) {
    List<Tree> above = new ArrayList<>(inside.getImplementsClause());
    if (inside.getExtendsClause() != null) {
      above.add(inside.getExtendsClause());
    }
    if (path.getParentPath().getLeaf() instanceof NewClassTree made) {
      above.add(made.getIdentifier());
    }
    for (Tree one : above) {
      int begin = tree(in).begin(one);
      int end = tree(in).end(one);
      for (int unit : units.withAllInside(in)) {
        for (int r = references.row(unit); r < references.row(unit + 1); r++) {
          int target = references.target(r);
          if (references.at(r) >= begin
              && references.at(r) < end
              && units.level(target) == Level.TYPE
              && references.kind(r) != Kind.THROUGH
              && code.isSubtype(target, owner)) {
            return true;
          }
        }
      }
    }
    return false;
  }

  // ---- the methods

  private String bareName() {
    String bare = name.replaceFirst("^_+(?=\\p{L})", "");
    boolean is = type.equals("boolean") && bare.matches("is\\p{Lu}.*");
    return is ? Character.toLowerCase(bare.charAt(2)) + bare.substring(3) : bare;
  }

  private String capital() {
    String bare = bareName();
    String first = bare.matches("\\p{Lu}[\\p{Lu}\\d_]*") ? constantWords(bare) : bare;
    return Character.toUpperCase(first.charAt(0)) + first.substring(1);
  }

  /** {@code MOST_SHEETS} as {@code mostSheets}. */
  private static String constantWords(String constant) {
    StringBuilder words = new StringBuilder();
    for (String word : constant.toLowerCase(Locale.ROOT).split("_")) {
      words.append(
          words.isEmpty() || word.isEmpty()
              ? word
              : Character.toUpperCase(word.charAt(0)) + word.substring(1));
    }
    return words.toString();
  }

  /** By the way in which the type names such methods: {@code getWidth} or {@code width}. */
  private String getterName() {
    int plain = 0;
    int asBean = 0;
    for (int method : units.children(owner)) {
      int given = Getters.field(code.survey(), method, code.tokens(file));
      if (given >= 0 && given != method) {
        boolean same = MemberNames.bare(units.simpleName(method)).equals(units.simpleName(given));
        plain += same ? 1 : 0;
        asBean += same ? 0 : 1;
      }
    }
    if (plain > asBean) {
      return bareName();
    }
    return (type.equals("boolean") ? "is" : "get") + capital();
  }

  /** A method of that signature that does just what is wanted; -1 for none. */
  private int existing(String signature, boolean byText) {
    int found = units.find(units.name(owner) + "#" + signature, Level.MEMBER);
    if (found < 0) {
      return -1;
    }
    boolean gives = !byText && Getters.field(code.survey(), found, code.tokens(file)) == field;
    boolean plain =
        byText
            && units.has(found, Trait.STATIC) == units.has(field, Trait.STATIC)
            && isPlain(found, signature.endsWith("()"));
    boolean open = Access.of(units, found).compareTo(Access.of(units, field)) >= 0;
    return (gives || plain) && open ? found : -1;
  }

  /** Whether a method only returns the field, or only gives it the value that it gets. */
  private boolean isPlain(int method, boolean returns) {
    if (MemberFamily.isInOne(code.survey(), method) || units.has(method, Trait.SYNCHRONIZED)) {
      return false;
    }
    String text = code.text(file).substring(units.nameAt(method), units.end(method));
    String all = text.replaceAll("\\s+", " ");
    String body = all.substring(Math.max(0, all.indexOf('{')));
    if (returns) {
      return body.equals("{ return " + name + "; }");
    }
    return body.matches("\\{ (this\\.)?" + Pattern.quote(name) + " = [\\p{L}_$][\\p{L}\\d_$]*; \\}")
        && !body.matches("\\{ (\\S+) = \\1; \\}");
  }

  /** What only the compiler knows: constants, and methods that libraries hand down. */
  private void attributed() {
    String path = units.name(file);
    readings.of(
        code.sources(),
        Set.of(path),
        all -> {
          LocatedTree own = all.file(path);
          TreePath at = own == null ? null : declared(own);
          Element element = at == null ? null : all.element(at);
          if (!(element instanceof VariableElement variable)) {
            rewriting.refuseHalfRead(file, code.declaration(field));
            return null;
          }
          if (variable.getConstantValue() != null) {
            rewriting.refuse(
                RefusalCode.EVALUATION_ORDER,
                units.name(field)
                    + " is a constant that the compiler writes out where it is used; a method would"
                    + " have to be called each time.",
                code.declaration(field));
          }
          Set<Integer> related = new TreeSet<>(code.subtypes(owner));
          related.addAll(code.allSupertypes(owner));
          related.add(owner);
          for (int one : related) {
            TypeElement known = all.elements().getTypeElement(units.name(one));
            taken(
                one,
                known == null
                    ? List.of()
                    : ElementFilter.methodsIn(all.elements().getAllMembers(known)));
          }
          return null;
        });
  }

  /** Refuses names that a type of the family has for something else. */
  private void taken(int type, List<ExecutableElement> inherited) {
    for (int member : units.children(type)) {
      clash(
          member == getter || member == setter ? "" : MemberNames.bare(units.simpleName(member)),
          units.has(member, Trait.METHOD) ? MemberNames.parameters(units.simpleName(member)) : -1,
          units.name(member),
          code.declaration(member));
    }
    if (units.has(type, Trait.FOREIGN)
        || !code.allSupertypes(type).stream().anyMatch(s -> units.has(s, Trait.FOREIGN))) {
      return;
    }
    for (ExecutableElement method : inherited) {
      String of = ((TypeElement) method.getEnclosingElement()).getQualifiedName().toString();
      int declared = units.find(of, Level.TYPE);
      if (declared < 0 || units.has(declared, Trait.FOREIGN)) {
        clash(
            method.getSimpleName().toString(),
            method.getParameters().size(),
            of + "#" + method,
            code.declaration(type));
      }
    }
  }

  private void clash(String taken, int parameters, String by, Site site) {
    boolean clashes =
        read && getter < 0 && taken.equals(getterName) && parameters == 0
            || written && setter < 0 && taken.equals(setterName) && parameters == 1;
    if (clashes) {
      rewriting.refuse(
          RefusalCode.NAME_CLASH,
          "There is " + by + " already, which does something else. Rename it first.",
          site);
    }
  }

  // ---- the edits

  private String getterUnit() {
    return getter >= 0 ? units.name(getter) : units.name(owner) + "#" + getterName + "()";
  }

  private String setterUnit() {
    return setter >= 0
        ? units.name(setter)
        : units.name(owner) + "#" + setterName + "(" + simpleType() + ")";
  }

  private void edit() {
    // What stands in the value of an assignment comes before the assignment.
    outside.forEach(
        (in, places) -> new TreeSet<>(places).descendingSet().forEach(at -> use(in, at)));
    access();
    methods();
    documentation();
    if (!read && !written) {
      rewriting.tell("Nothing outside uses " + units.name(field) + "; it got no methods.");
    }
  }

  private void access() {
    JavaTokens tokens = code.tokens(file);
    int at = -1;
    for (int token = tokens.from(units.begin(field)); at < 0; token++) {
      if (tokens.is(token, "@") && !tokens.is(token + 1, "interface")) {
        token = Modifiers.behindAnnotation(tokens, token) - 1;
      } else {
        at = token;
      }
    }
    for (int token = at; tokens.begin(token) < units.nameAt(field); token++) {
      if (tokens.is(token, "public") || tokens.is(token, "protected")) {
        rewriting.in(file).replace(tokens.begin(token), tokens.end(token), Written.of("private"));
        return;
      }
    }
    rewriting.in(file).insert(tokens.begin(at), Written.of("private "));
  }

  /** Writes the methods that are missing. */
  private void methods() {
    String in = layout.memberIndent(owner);
    String step = layout.step(file);
    String end = layout.lineEnd(file);
    String opens = layout.opensMethod(file, in, end);
    String access =
        Access.of(units, field) == Access.PACKAGE ? "" : Access.of(units, field).shown() + " ";
    String all = access + (units.has(field, Trait.STATIC) ? "static " : "");
    Written made = Written.NONE;
    if (read && getter < 0) {
      made =
          made.and(in + all)
              .and(typeText())
              .and(" " + getterName + "()" + opens + end)
              .and(in + step + "return " + name + ";" + end + in + "}", units.name(field));
    }
    if (written && setter < 0) {
      String self = units.has(field, Trait.STATIC) ? units.simpleName(owner) : "this";
      boolean isStatic = units.has(field, Trait.STATIC);
      made =
          made.and(made == Written.NONE ? "" : end + end)
              .and(in + all + "void " + setterName + "(")
              .and(typeText())
              .and(" " + name + ")" + opens + end)
              .and(
                  in + step + self + "." + name + " = " + name + ";" + end + in + "}",
                  isStatic
                      ? new String[] {units.name(field), units.name(owner)}
                      : new String[] {units.name(field)});
    }
    if (made == Written.NONE) {
      return;
    }
    Layout.Spot spot = layout.behind(spot());
    rewriting.in(file).insert(spot.at(), Written.of(end + end).and(made));
  }

  /**
   * Behind the field's own method, else the last one that only gives or takes a field, else the
   * last constructor or field.
   */
  private int spot() {
    int own = getter >= 0 ? getter : setter;
    if (own >= 0) {
      return own;
    }
    int last = -1;
    for (int method : units.children(owner)) {
      if (isAccessor(method) && (last < 0 || units.end(method) > units.end(last))) {
        last = method;
      }
    }
    last = last >= 0 ? last : layout.lastOf(owner, Trait.CONSTRUCTOR);
    return last >= 0 ? last : layout.lastOf(owner, Trait.FIELD);
  }

  private boolean isAccessor(int method) {
    int given = Getters.field(code.survey(), method, code.tokens(file));
    boolean sets =
        units.has(method, Trait.METHOD)
            && units.simpleName(method).matches("set\\p{Lu}[^,()]*\\([^,()]+\\)")
            && units.end(method) - units.nameAt(method) < SHORT;
    return sets || given >= 0 && given != method;
  }

  /** The field's declaration; null where the tree has none. */
  private TreePath declared(LocatedTree own) {
    return own.enclosing(units.nameAt(field), VariableTree.class);
  }

  /** The type as the field's declaration has it. */
  private Written typeText() {
    LocatedTree own = tree(file);
    Tree written = ((VariableTree) declared(own).getLeaf()).getType();
    int begin = own.begin(written);
    int end = own.end(written);
    if (end <= units.nameAt(field)) {
      return rewriting.in(file).copy(begin, end);
    }
    // The dimensions of an array may stand behind the name.
    String text = code.text(file);
    int part = units.nameAt(field);
    String brackets = text.substring(part + name.length(), end).replaceAll("\\s", "");
    return rewriting
        .in(file)
        .copy(begin, begin + text.substring(begin, part).stripTrailing().length())
        .and(brackets);
  }

  /** Rewrites a place that names the field. */
  private void use(int in, int at) {
    LocatedTree tree = tree(in);
    Patch patch = rewriting.in(in);
    TreePath use = tree.around(at, at + name.length());
    TreePath assignment = Assignments.of(use);
    Written before = qualifier(in, use);
    int begin = at;
    if (assignment == null) {
      patch.replace(begin, at + name.length(), call(before, true).and("()"));
      return;
    }
    Tree leaf = assignment.getLeaf();
    if (leaf instanceof AssignmentTree plain) {
      int value = tree.begin(plain.getExpression());
      String text = code.text(in);
      int equal = equalSign(in, at + name.length());
      int past = equal + 1;
      String between =
          text.substring(past, value).isBlank() ? "" : text.substring(past, value).strip() + " ";
      String comment = text.substring(at + name.length(), equal).strip();
      String cast = needsCast(plain.getExpression()) ? "(" + primitive() + ") " : "";
      String lead = "(" + comment + (comment.isEmpty() ? "" : " ") + between + cast;
      patch.replace(begin, value, call(before, false).and(lead));
      patch.insert(tree.end(plain.getExpression()), Written.of(")"));
      return;
    }
    Written receiver = before;
    if (use.getLeaf() instanceof MemberSelectTree select) {
      ExpressionTree object = select.getExpression();
      receiver = patch.copy(tree.begin(object), tree.end(object)).and(".");
    }
    boolean unary = leaf instanceof UnaryTree;
    Written value =
        unary
            ? Written.of("1")
            : patch.edited(
                tree.begin(((CompoundAssignmentTree) leaf).getExpression()),
                tree.end(((CompoundAssignmentTree) leaf).getExpression()));
    String operator = Assignments.operator(leaf, code.text(in), at + name.length(), tree.end(leaf));
    boolean primary = unary || binds(((CompoundAssignmentTree) leaf).getExpression(), operator);
    Written sum =
        call(receiver, true)
            .and("() " + operator + " " + (primary ? "" : "("))
            .and(value)
            .and(primary ? "" : ")");
    boolean narrow = NARROW.contains(type);
    Written whole =
        call(receiver, false)
            .and(narrow ? "((" + primitive() + ") (" : "(")
            .and(sum)
            .and(narrow ? "))" : ")");
    patch.cut(tree.begin(leaf), tree.end(leaf));
    patch.replace(tree.begin(leaf), tree.end(leaf), whole);
  }

  /** Whether a value can stand behind an operator without parentheses. */
  private static boolean binds(ExpressionTree value, String operator) {
    boolean product =
        value.getKind() == Tree.Kind.MULTIPLY
            || value.getKind() == Tree.Kind.DIVIDE
            || value.getKind() == Tree.Kind.REMAINDER;
    return Assignments.isPrimary(value) || product && "+-".contains(operator);
  }

  /** A number that is written out fits a narrow variable, and yet is no argument for one. */
  private boolean needsCast(ExpressionTree value) {
    boolean number =
        value.getKind() == Tree.Kind.INT_LITERAL
            || value.getKind() == Tree.Kind.UNARY_MINUS
            || value.getKind() == Tree.Kind.CHAR_LITERAL && !primitive().equals("char");
    return NARROW.contains(type) && number;
  }

  private String primitive() {
    return type.equals("Character") ? "char" : type.toLowerCase(Locale.ROOT);
  }

  private int equalSign(int in, int from) {
    JavaTokens tokens = code.tokens(in);
    int token = tokens.from(from);
    while (!tokens.is(token, "=")) {
      token++;
    }
    return tokens.begin(token);
  }

  /** What is called, behind what it is called on. */
  private Written call(Written before, boolean gives) {
    String unit = gives ? getterUnit() : setterUnit();
    String bare = MemberNames.bare(unit);
    String called = bare.substring(bare.indexOf('#') + 1);
    if (before.means().isEmpty()) {
      return before.and(called, unit);
    }
    Set<String> means = new TreeSet<>(before.means());
    means.add(unit);
    return Written.of(before.text() + called, means);
  }

  /** What has to be said before the call where a static import named the field. */
  private Written qualifier(int in, TreePath use) {
    if (!units.has(field, Trait.STATIC) || use.getLeaf() instanceof MemberSelectTree) {
      return Written.NONE;
    }
    for (TreePath path = use; path != null; path = path.getParentPath()) {
      if (path.getLeaf() instanceof ClassTree inside && isHeir(in, path, inside)) {
        return Written.NONE;
      }
    }
    if (units.topTypeOf(owner) == code.topTypeAt(in, tree(in).begin(use.getLeaf()))) {
      return Written.NONE;
    }
    return rewriting.named(in, owner).and(".");
  }

  /** Documentation elsewhere that refers to the field refers to what gives it. */
  private void documentation() {
    String fresh = read || getter >= 0 ? getterUnit() : setterUnit();
    if (!read && !written) {
      return;
    }
    for (DocLinks.Link link : new DocLinks(code, Set.of(field)).all(name)) {
      int top = units.topTypeOf(field);
      boolean own = units.fileOf(top) == link.file();
      int past = link.hash() + 1 + name.length();
      String text = code.text(link.file());
      if (!own && (past >= text.length() || text.charAt(past) != '(')) {
        rewriting
            .in(link.file())
            .replace(link.hash() + 1, past, Written.of(fresh.substring(fresh.indexOf('#') + 1)));
      }
    }
  }
}
