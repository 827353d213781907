package dev.vinesorter.java.seam;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreeScanner;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.rewrite.Patch;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.DocLines;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.TextLines;
import dev.vinesorter.java.syntax.TypeText;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.function.Function;
import javax.lang.model.element.Modifier;

/**
 * A method gets other parameters or another result: its declaration with those that override it or
 * that it overrides, all calls, and documentation. Arguments keep the order in which they are
 * evaluated as far as that can be told apart.
 */
public final class Resigning {
  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final Step.Signature step;
  private final int method;
  private final int file;
  private final SignedMethod signed;
  private final PlanCode plan;

  /** The names of the parameters as the method has them. */
  private final List<String> names = new ArrayList<>();

  /** For each new parameter the index of the old one; -1 for one that is new. */
  private final List<Integer> from = new ArrayList<>();

  private boolean varied;
  private boolean leavesCallers;
  private final Meanings meanings;

  private Resigning(Rewriting rewriting, int method, Step.Signature step) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.step = step;
    this.method = method;
    this.file = units.fileOf(method);
    this.signed = new SignedMethod(rewriting, method);
    this.meanings = new Meanings(code);
    this.plan = new PlanCode(code, rewriting.names(), file);
  }

  /**
   * Carries it out, but for a new name.
   *
   * @param reread reads sources that differ from those of the survey
   */
  public static Result carryOut(
      Survey survey,
      int method,
      Step.Signature step,
      Overlay sources,
      Function<Overlay, Survey> reread) {
    return carryOut(survey, method, step, sources, reread, false, rewriting -> {});
  }

  /**
   * The same, with something written beside that has to come together with it.
   *
   * @param besideOld whether nothing that calls the method changes: they call what is left of the
   *     old signature
   */
  static Result carryOut(
      Survey survey,
      int method,
      Step.Signature step,
      Overlay sources,
      Function<Overlay, Survey> reread,
      boolean besideOld,
      Consumer<Rewriting> beside) {
    Rewriting rewriting = new Rewriting(survey, sources);
    Resigning resigning = new Resigning(rewriting, method, step);
    resigning.leavesCallers = besideOld;
    resigning.judge();
    if (rewriting.isFine()) {
      resigning.edit();
      beside.accept(rewriting);
    }
    return rewriting.finish(reread);
  }

  private LocatedTree tree(int in) {
    return signed.tree(in);
  }

  private Site site(int in, int at) {
    return signed.site(in, at);
  }

  // ---- what speaks against it

  private void judge() {
    MethodTree declared = signed.judged(step.may(Leave.FOUND_BY_NAME));
    if (declared == null) {
      return;
    }
    parameters(declared);
    if (rewriting.isFine()) {
      removed();
    }
    if (step.may(Leave.FORWARD)
        && signed.family().members().size() + signed.family().local().size() > 1) {
      rewriting.refuse(
          RefusalCode.NO_FORWARD,
          units.name(method) + " overrides or is overridden; which of them would pass calls on?",
          code.declaration(method));
    }
  }

  /** Finds out which parameters go, stay and come. */
  private void parameters(MethodTree declared) {
    for (VariableTree one : declared.getParameters()) {
      names.add(one.getName().toString());
      varied |= tree(file).text(one.getType()).endsWith("...");
    }
    if (step.parameters() == null) {
      for (int n = 0; n < names.size(); n++) {
        from.add(n);
      }
      return;
    }
    for (Step.Parameter one : step.parameters()) {
      int index = names.indexOf(one.name());
      if (one.isNew() == index >= 0) {
        rewriting.refuse(
            one.isNew() ? RefusalCode.NAME_CLASH : RefusalCode.UNKNOWN_UNIT,
            one.isNew()
                ? "There is a parameter '" + one.name() + "' already."
                : units.name(method)
                    + " has no parameter '"
                    + one.name()
                    + "'; it has "
                    + (names.isEmpty() ? "none" : String.join(", ", names))
                    + ".",
            code.declaration(method));
        return;
      }
      if (one.isNew() && !(PlanCode.isWhole(one.type()) && PlanCode.isWhole(one.value()))) {
        rewriting.refuse(
            RefusalCode.BAD_TARGET,
            "The type or value of '" + one.name() + "' is not one type, or not one value.",
            code.declaration(method));
        return;
      }
      from.add(index);
    }
    int last = names.size() - 1;
    if (varied && (from.isEmpty() || from.get(from.size() - 1) != last)) {
      rewriting.refuse(
          RefusalCode.NOT_YET,
          "'" + names.get(last) + "' takes any number of values, and has to stay the last.",
          code.declaration(method));
    }
    if (!step.gives().isEmpty() && !PlanCode.isWhole(step.gives())) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET, "'gives' is not one type.", code.declaration(method));
    }
  }

  /** What goes must not be used. */
  private void removed() {
    for (int n = 0; n < names.size(); n++) {
      if (from.contains(n)) {
        continue;
      }
      for (SignedMethod.Declared one : signed.declarations()) {
        int index = n;
        String name = one.tree().getParameters().get(n).getName().toString();
        new TreeScanner<Void, Void>() {
          @Override
          public Void visitIdentifier(IdentifierTree node, Void p) {
            if (node.getName().contentEquals(name) && rewriting.isFine()) {
              rewriting.refuse(
                  RefusalCode.STILL_USED,
                  "'" + names.get(index) + "' is used here.",
                  site(one.file(), tree(one.file()).begin(node)));
            }
            return null;
          }
        }.scan(one.tree().getBody(), null);
      }
    }
  }

  // ---- the calls

  private boolean isSame() {
    if (from.size() != names.size()) {
      return false;
    }
    for (int n = 0; n < from.size(); n++) {
      if (from.get(n) != n) {
        return false;
      }
    }
    return true;
  }

  private void calls() {
    if (leavesCallers) {
      return;
    }
    if (!isSame()) {
      signed.unknownCalls();
    }
    for (SignedMethod.Place place : isSame() ? List.<SignedMethod.Place>of() : signed.places()) {
      CallSite site =
          CallSite.of(tree(place.file()), code.tokens(place.file()), place.at(), place.end());
      if (site.isReference()) {
        rewriting.refuse(
            RefusalCode.METHOD_REFERENCE,
            "The method is named here without being called, so that nobody could give it more or"
                + " less.",
            site(place.file(), place.at()));
      } else if (!site.isCall() && writesOut(place)) {
        continue;
      } else if (!site.isCall()) {
        rewriting.refuse(
            RefusalCode.IMPLICIT_USE,
            "Here it is called without being named; write the call out first.",
            site(place.file(), place.at()));
      } else {
        call(place, site);
      }
    }
  }

  /**
   * A constructor that calls the one above without saying so says it (JLS 8.8.7).
   *
   * @return false where no constructor stands there, or the call would take values that it has not
   */
  private boolean writesOut(SignedMethod.Place place) {
    LocatedTree tree = tree(place.file());
    TreePath path = tree.enclosing(place.at(), MethodTree.class, ClassTree.class);
    boolean possible =
        path != null
            && path.getLeaf() instanceof MethodTree made
            && made.getReturnType() == null
            && made.getBody() != null
            && code.text(place.file()).startsWith(bareName(path), place.at())
            && from.stream().allMatch(index -> index < 0);
    if (!possible) {
      return false;
    }
    MethodTree made = (MethodTree) path.getLeaf();
    List<Written> values = new ArrayList<>();
    for (Step.Parameter one : step.parameters()) {
      values.add(plan.in(place.file(), one.value()).free());
    }
    String after =
        units.name(units.parent(method)) + "#" + simpleName(signed.declarations().get(0));
    rewriting.meansInstead(place.file(), place.at(), place.at() + 1, units.name(method), Set.of());
    Written call =
        Written.of("super", after).and("(").and(ArgumentList.of(values, List.of())).and(");");
    String text = code.text(place.file());
    int open = tree.begin(made.getBody());
    boolean oneLine = text.substring(open, tree.end(made.getBody())).indexOf('\n') < 0;
    boolean empty = made.getBody().getStatements().isEmpty();
    Layout layout = new Layout(code);
    String end = layout.lineEnd(place.file());
    String indent = TextLines.indent(text, tree.begin(made));
    String inside =
        empty
            ? indent + layout.step(place.file())
            : TextLines.indent(text, tree.begin(made.getBody().getStatements().get(0)));
    Written lead = Written.of(oneLine && !empty ? " " : end + inside);
    Written trail = oneLine && empty ? Written.of(end + indent) : Written.NONE;
    rewriting.in(place.file()).insert(open + 1, lead.and(call).and(trail));
    return true;
  }

  private static String bareName(TreePath constructor) {
    return ((ClassTree) constructor.getParentPath().getLeaf()).getSimpleName().toString();
  }

  private void call(SignedMethod.Place place, CallSite site) {
    List<? extends ExpressionTree> arguments = site.arguments();
    boolean fits = varied ? arguments.size() >= names.size() - 1 : arguments.size() == names.size();
    if (!fits) {
      rewriting.refuse(
          RefusalCode.ARGUMENTS,
          "The arguments of this call are not understood.",
          site(place.file(), place.at()));
      return;
    }
    order(place, arguments);
    if (!rewriting.isFine()) {
      return;
    }
    LocatedTree tree = tree(place.file());
    Patch patch = rewriting.in(place.file());
    List<Written> fresh = new ArrayList<>();
    for (int n = 0; n < from.size(); n++) {
      int index = from.get(n);
      if (index < 0) {
        fresh.add(plan.in(place.file(), step.parameters().get(n).value()).free());
      } else if (varied && index == names.size() - 1) {
        if (arguments.size() > index) {
          int begin = tree.begin(arguments.get(index));
          int end = tree.end(arguments.get(arguments.size() - 1));
          fresh.add(patch.edited(begin, end));
        }
      } else {
        fresh.add(patch.edited(tree.begin(arguments.get(index)), tree.end(arguments.get(index))));
      }
    }
    if (site.open() < 0) {
      patch.insert(
          site.close(),
          fresh.isEmpty()
              ? Written.NONE
              : Written.of("(").and(ArgumentList.of(fresh, List.of())).and(")"));
      return;
    }
    int groups = varied ? Math.min(arguments.size(), names.size()) : arguments.size();
    List<Written> between = ArgumentList.separators(tree, arguments, groups, patch);
    int begin = arguments.isEmpty() ? site.open() + 1 : tree.begin(arguments.get(0));
    int end = arguments.isEmpty() ? site.close() : tree.end(arguments.get(arguments.size() - 1));
    patch.cut(begin, end);
    patch.replace(begin, end, ArgumentList.of(fresh, between));
  }

  /** Refuses a call of which an argument would be evaluated at another time, or not at all. */
  private void order(SignedMethod.Place place, List<? extends ExpressionTree> arguments) {
    if (step.may(Leave.PURE)) {
      return;
    }
    List<Purity> purity = new ArrayList<>();
    for (ExpressionTree one : arguments) {
      purity.add(meanings.purity(place.file(), tree(place.file()), one));
    }
    for (int n = 0; n < Math.min(names.size(), arguments.size()); n++) {
      if (!from.contains(n) && !purity.get(n).isIdle()) {
        rewriting.refuse(
            RefusalCode.EVALUATION_ORDER,
            "This argument would not be evaluated any more. With 'pure: true' it is taken for one"
                + " without effects.",
            site(place.file(), tree(place.file()).begin(arguments.get(n))));
      }
      for (int m = n + 1; m < Math.min(names.size(), arguments.size()); m++) {
        boolean turned = from.contains(n) && from.contains(m) && from.indexOf(n) > from.indexOf(m);
        if (turned && !purity.get(n).swapsWith(purity.get(m))) {
          rewriting.refuse(
              RefusalCode.EVALUATION_ORDER,
              "Arguments would be evaluated in another order. With 'pure: true' they are taken for"
                  + " ones without effects.",
              site(place.file(), tree(place.file()).begin(arguments.get(n))));
        }
      }
    }
  }

  // ---- the declarations

  private void edit() {
    String forward = step.may(Leave.FORWARD) ? forward() : "";
    calls();
    if (!rewriting.isFine()) {
      return;
    }
    for (SignedMethod.Declared one : signed.declarations()) {
      if (!isSame()) {
        head(one);
        documentation(one);
      }
      result(one);
      if (one.unit() >= 0 && leavesCallers) {
        rewriting.rewrites(units.name(units.parent(one.unit())) + "#" + simpleName(one));
      } else if (one.unit() >= 0) {
        rewriting.rename(one.unit(), simpleName(one));
      }
    }
    if (!isSame()) {
      new DocSignatures(rewriting).write(method, signed.declarations(), this::simpleName);
    }
    if (!forward.isEmpty()) {
      Layout layout = new Layout(code);
      Layout.Spot spot = layout.behind(method);
      String end = layout.lineEnd(file);
      rewriting
          .in(file)
          .insert(spot.at(), Written.of(end + end + forward.replace("\n", end)).free());
      rewriting.rewrites(units.name(method));
    }
  }

  private String simpleName(SignedMethod.Declared one) {
    String name = units.simpleName(one.unit());
    String inside = name.substring(name.indexOf('(') + 1, name.length() - 1);
    String[] old = inside.isEmpty() ? new String[0] : inside.split(", ");
    List<String> types = new ArrayList<>();
    for (int n = 0; n < from.size(); n++) {
      types.add(
          from.get(n) >= 0
              ? old[from.get(n)]
              : TypeText.simple(step.parameters().get(n).type(), false));
    }
    return MemberNames.bare(name) + "(" + String.join(", ", types) + ")";
  }

  private void head(SignedMethod.Declared one) {
    LocatedTree tree = tree(one.file());
    Patch patch = rewriting.in(one.file());
    List<? extends VariableTree> old = one.tree().getParameters();
    boolean finals =
        !old.isEmpty()
            && old.stream().allMatch(p -> p.getModifiers().getFlags().contains(Modifier.FINAL));
    List<Written> fresh = new ArrayList<>();
    for (int n = 0; n < from.size(); n++) {
      if (from.get(n) >= 0) {
        VariableTree parameter = old.get(from.get(n));
        fresh.add(patch.edited(tree.begin(parameter), tree.end(parameter)));
      } else {
        Step.Parameter made = step.parameters().get(n);
        fresh.add(
            Written.of(finals ? "final " : "")
                .and(plan.in(one.file(), made.type()))
                .and(" " + made.name()));
      }
    }
    List<Written> between = ArgumentList.separators(tree, old, old.size(), patch);
    JavaTokens tokens = code.tokens(one.file());
    int name = nameToken(one);
    int begin = old.isEmpty() ? tokens.end(name + 1) : tree.begin(old.get(0));
    int end = old.isEmpty() ? begin : tree.end(old.get(old.size() - 1));
    patch.cut(begin, end);
    patch.replace(begin, end, ArgumentList.of(fresh, between));
  }

  private int nameToken(SignedMethod.Declared one) {
    JavaTokens tokens = code.tokens(one.file());
    if (one.unit() >= 0) {
      return tokens.from(units.nameAt(one.unit()));
    }
    int token = tokens.from(tree(one.file()).begin(one.tree()));
    while (!(tokens.isWord(token, one.tree().getName().toString()) && tokens.is(token + 1, "("))) {
      token++;
    }
    return token;
  }

  private void result(SignedMethod.Declared one) {
    Tree type = one.tree().getReturnType();
    if (step.gives().isEmpty() || type == null) {
      return;
    }
    LocatedTree tree = tree(one.file());
    rewriting
        .in(one.file())
        .replace(tree.begin(type), tree.end(type), plan.in(one.file(), step.gives()));
  }

  // ---- what is left for callers that nobody knows

  /** The old method, which passes calls on. */
  private String forward() {
    MethodTree declared = signed.declared(method);
    LocatedTree tree = tree(file);
    String text = code.text(file);
    if (declared.getBody() == null) {
      rewriting.refuse(
          RefusalCode.NO_BODY,
          units.name(method) + " has no code, and could not pass calls on.",
          code.declaration(method));
      return "";
    }
    String in = TextLines.indent(text, tree.begin(declared));
    int nameAt = units.nameAt(method);
    String bare = MemberNames.bare(step.unit());
    // By then the method may have its new name.
    String head =
        text.substring(tree.begin(declared), nameAt)
            + bare.substring(bare.indexOf('#') + 1)
            + text.substring(
                    nameAt + MemberNames.bare(units.simpleName(method)).length(),
                    tree.begin(declared.getBody()))
                .stripTrailing();
    List<String> given = new ArrayList<>();
    for (int n = 0; n < from.size(); n++) {
      given.add(from.get(n) >= 0 ? names.get(from.get(n)) : step.parameters().get(n).value());
    }
    boolean constructor = units.has(method, Trait.CONSTRUCTOR);
    boolean gives = !constructor && !declared.getReturnType().toString().equals("void");
    String name = constructor ? "this" : declared.getName().toString();
    Layout layout = new Layout(code);
    String inner = in + layout.step(file);
    return in
        + head.replace("\r\n", "\n")
        + layout.opensMethod(file, in, "\n")
        + "\n"
        + inner
        + (gives ? "return " : "")
        + name
        + "("
        + String.join(", ", given)
        + ");\n"
        + in
        + "}";
  }

  // ---- documentation

  /** Puts the lines that tell of parameters into the new order; those of what goes are left out. */
  private void documentation(SignedMethod.Declared one) {
    if (one.unit() < 0) {
      return;
    }
    int declared = tree(one.file()).begin(one.tree());
    int[] comment = ParameterTag.comment(code.text(one.file()), code.tokens(one.file()), declared);
    if (comment != null) {
      tags(one, comment[0], comment[1]);
    }
  }

  private void tags(SignedMethod.Declared one, int begin, int end) {
    Patch patch = rewriting.in(one.file());
    Map<Integer, int[]> tags = new TreeMap<>();
    for (int n = 0; n < names.size(); n++) {
      int[] tag =
          ParameterTag.of(
              code.text(one.file()),
              begin,
              end,
              one.tree().getParameters().get(n).getName().toString());
      if (tag != null) {
        tags.put(n, tag);
      }
    }
    List<Integer> stay = from.stream().filter(tags::containsKey).toList();
    List<int[]> places = new ArrayList<>(tags.values());
    places.sort((a, b) -> Integer.compare(a[0], b[0]));
    int next = 0;
    for (int[] place : places) {
      boolean goes =
          tags.entrySet().stream()
              .anyMatch(tag -> tag.getValue() == place && !from.contains(tag.getKey()));
      if (goes) {
        boolean only = places.size() == 1;
        String text = code.text(one.file());
        patch.remove(only ? DocLines.withEmptyAbove(text, place[0], place[1]) : place[0], place[1]);
      } else {
        int[] comes = tags.get(stay.get(next++));
        if (comes != place) {
          patch.replace(place[0], place[1], patch.copy(comes[0], comes[1]));
        }
      }
    }
  }
}
