package dev.vinesorter.java.seam;

import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.Patch;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.TextLines;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import javax.lang.model.SourceVersion;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.type.TypeMirror;

/**
 * Parameters that travel together become one, of a type that holds them: in all methods that take
 * them, in those that override these, and in all calls.
 */
public final class Bundling {

  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final Step.Bundle step;
  private final String variable;
  private final Meanings meanings;
  private final Map<Integer, LocatedTree> trees = new HashMap<>();
  private List<BundledMethod> methods = List.of();

  /** What becomes of reads of the parameters, by file and first char. */
  private final Map<Integer, Map<Integer, Read>> reads = new TreeMap<>();

  private BundledParameters parameters;
  private BundleType type;
  private Attributed all;

  private Bundling(Rewriting rewriting, Step.Bundle step) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.step = step;
    this.meanings = new Meanings(code);
    String simple = step.as().substring(step.as().lastIndexOf('.') + 1);
    this.variable = step.called().isEmpty() ? VariableNames.of(simple) : step.called();
  }

  /** A place that reads one of the parameters. */
  private record Read(int begin, int end, String parameter) {}

  /**
   * Carries it out.
   *
   * @param readings reads sources that differ from those of the survey
   */
  public static Result carryOut(
      Survey survey, Step.Bundle step, Overlay sources, Readings readings) {
    Rewriting rewriting = new Rewriting(survey, sources);
    Bundling bundling = new Bundling(rewriting, step);
    if (bundling.isNamed()) {
      bundling.methods = new BundledMethods(rewriting, step, bundling.trees).select();
    }
    if (rewriting.isFine()) {
      readings.of(
          sources,
          bundling.files(),
          attributed -> {
            bundling.all = attributed;
            bundling.run();
            return null;
          });
    }
    return rewriting.finish(readings);
  }

  private boolean isNamed() {
    if (!SourceVersion.isName(variable)) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET,
          "A parameter cannot be called '" + variable + "'; add 'called: …' with another name.");
    }
    return rewriting.isFine();
  }

  /** All sources that declare one of the methods, and that of the type. */
  private Set<String> files() {
    Set<String> files = new TreeSet<>();
    for (BundledMethod signed : methods) {
      signed.declarations.forEach(one -> files.add(units.name(one.file())));
    }
    int beside = units.fileOf(methods.get(0).unit);
    type = new BundleType(rewriting, step.as(), step.parameters(), beside);
    if (type.file() >= 0) {
      files.add(units.name(type.file()));
    }
    return files;
  }

  // ---- with the compiler's knowledge

  private void run() {
    type.judge(methods.get(0).unit);
    if (!rewriting.isFine()) {
      return;
    }
    parameters = new BundledParameters(rewriting, step, methods, type.isNew(), all);
    Map<String, TypeMirror> types = parameters.types();
    if (rewriting.isFine()) {
      type.take(all, types, parameters.variables(types), methods.get(0).unit);
    }
    if (!rewriting.isFine()) {
      return;
    }
    for (BundledMethod signed : methods) {
      for (SignedMethod.Declared one : signed.declarations) {
        if (SignedMethod.attributed(all, code, one) == null) {
          rewriting.refuseHalfRead(one.file());
          return;
        }
        reads(signed, one);
      }
      clash(signed);
    }
    if (rewriting.isFine()) {
      edit();
    }
  }

  /** Finds what a body does with the parameters. */
  private void reads(BundledMethod signed, SignedMethod.Declared one) {
    TreePath path = SignedMethod.attributed(all, code, one);
    LocatedTree tree = all.file(units.name(one.file()));
    ParameterUses uses = new ParameterUses(all, tree, path);
    if (uses.declares(variable, signed.at.values())) {
      rewriting.refuse(
          RefusalCode.NAME_CLASH,
          "'"
              + variable
              + "' is the name of something else here. Add 'called: …' with another name.",
          signed.method.site(one.file(), tree.begin(path.getLeaf())));
    }
    signed.at.forEach(
        (name, n) -> {
          for (IdentifierTree read : uses.reads(n)) {
            reads
                .computeIfAbsent(one.file(), f -> new TreeMap<>())
                .put(tree.begin(read), new Read(tree.begin(read), tree.end(read), name));
          }
          if (uses.isAssigned(n)) {
            assigned(signed, one, uses, name);
          }
        });
  }

  /** A record that a body made of the parameters is what it is given now. */
  private void wholes(SignedMethod.Declared one) {
    TreePath path = SignedMethod.attributed(all, code, one);
    LocatedTree tree = all.file(units.name(one.file()));
    Map<Integer, Read> known = reads.getOrDefault(one.file(), Map.of());
    new TreePathScanner<Void, Void>() {
      @Override
      public Void visitNewClass(NewClassTree node, Void p) {
        Element made = all.element(getCurrentPath());
        boolean same =
            made instanceof ExecutableElement constructor
                && node.getClassBody() == null
                && constructor.getParameters().size() == type.order().size()
                && constructor.getEnclosingElement().toString().equals(type.name());
        for (int n = 0; same && n < node.getArguments().size(); n++) {
          ExpressionTree argument = node.getArguments().get(n);
          Read read = known.get(tree.begin(argument));
          same =
              read != null
                  && read.end == tree.end(argument)
                  && read.parameter.equals(type.order().get(n));
        }
        if (same) {
          rewriting.in(one.file()).cut(tree.begin(node), tree.end(node));
          rewriting.in(one.file()).replace(tree.begin(node), tree.end(node), Written.of(variable));
        }
        return super.visitNewClass(node, p);
      }
    }.scan(path, null);
  }

  private void assigned(
      BundledMethod signed, SignedMethod.Declared one, ParameterUses uses, String name) {
    if (uses.isAssignedInConstructorCall(signed.at.get(name))) {
      rewriting.refuse(
          RefusalCode.ASSIGNED,
          "'" + name + "' gets another value where another constructor is called.",
          signed.method.site(one.file(), one.begin()));
    }
  }

  /** Refuses a method beside one that has the new parameters already. */
  private void clash(BundledMethod signed) {
    for (SignedMethod.Declared one : signed.declarations) {
      String fresh = one.unit() < 0 ? "" : signed.simpleName(one, units, type.simpleName());
      for (int other : one.unit() < 0 ? new int[0] : units.children(units.parent(one.unit()))) {
        if (other != one.unit() && units.simpleName(other).equals(fresh)) {
          rewriting.refuse(
              RefusalCode.NAME_CLASH,
              "There is " + units.name(other) + " already.",
              code.declaration(one.unit()));
        }
      }
    }
  }

  // ---- the edits

  private void edit() {
    reads.forEach(
        (file, places) ->
            places.forEach(
                (at, read) ->
                    rewriting
                        .in(file)
                        .replace(read.begin, read.end, type.value(variable, read.parameter))));
    for (BundledMethod signed : type.isRecord() ? methods : List.<BundledMethod>of()) {
      signed.declarations.forEach(this::wholes);
    }
    calls();
    Map<String, String> told = new TreeMap<>();
    for (BundledMethod signed : methods) {
      for (SignedMethod.Declared one : signed.declarations) {
        copies(signed, one);
        parameters.annotations(signed, one);
        head(signed, one);
        if (one.unit() >= 0) {
          documentation(signed, one, told);
          rewriting.rename(one.unit(), signed.simpleName(one, units, type.simpleName()));
        }
      }
      new DocSignatures(rewriting)
          .write(
              signed.unit,
              signed.declarations,
              one -> signed.simpleName(one, units, type.simpleName()));
    }
    type.write(isOpen(), told, parameters.annotations(), methods.get(0).unit);
  }

  /** Whether code of other packages calls one of the methods, or could. */
  private boolean isOpen() {
    String home = step.as().substring(0, Math.max(0, step.as().lastIndexOf('.')));
    return methods.stream()
        .flatMap(signed -> signed.declarations.stream())
        .anyMatch(
            one ->
                !code.packageBefore(one.file()).equals(home)
                    || one.unit() >= 0
                        && (units.has(one.unit(), Trait.PUBLIC)
                            || units.has(one.unit(), Trait.PROTECTED)));
  }

  /** A call with its method. */
  private record Call(BundledMethod signed, SignedMethod.Place place) {}

  private void calls() {
    List<Call> calls = new ArrayList<>();
    for (BundledMethod signed : methods) {
      signed.method.places().forEach(place -> calls.add(new Call(signed, place)));
    }
    // Calls inside of arguments stand behind the name of the call around them, and come first.
    calls.sort(
        Comparator.comparingInt((Call one) -> one.place.file())
            .thenComparing(one -> one.place.at(), Comparator.reverseOrder()));
    calls.forEach(one -> call(one.signed, one.place));
  }

  private void call(BundledMethod signed, SignedMethod.Place place) {
    LocatedTree tree = signed.method.tree(place.file());
    CallSite site = CallSite.of(tree, code.tokens(place.file()), place.at(), place.end());
    List<? extends ExpressionTree> arguments = site.arguments();
    Patch patch = rewriting.in(place.file());
    List<Written> between = new ArrayList<>();
    List<Written> fresh = new ArrayList<>();
    for (int n = 0; n < arguments.size(); n++) {
      if (signed.goes(n)) {
        continue;
      }
      if (!fresh.isEmpty()) {
        between.add(patch.copy(tree.end(arguments.get(n - 1)), tree.begin(arguments.get(n))));
      }
      fresh.add(
          n == signed.first()
              ? bundle(signed, place.file(), tree, arguments)
              : patch.edited(tree.begin(arguments.get(n)), tree.end(arguments.get(n))));
    }
    int begin = tree.begin(arguments.get(0));
    int end = tree.end(arguments.get(arguments.size() - 1));
    patch.cut(begin, end);
    Written list = ArgumentList.of(fresh, between);
    patch.replace(
        begin, end, ArgumentList.broken(list, fresh, new Layout(code), place.file(), begin, end));
  }

  /** What a call gives as the one: what it has as one already, or one that is made. */
  private Written bundle(
      BundledMethod signed, int file, LocatedTree tree, List<? extends ExpressionTree> arguments) {
    List<Written> values = new ArrayList<>();
    String whole = null;
    for (String one : type.order()) {
      ExpressionTree argument = arguments.get(signed.at.get(one));
      String object = holder(file, tree, argument, one);
      whole = values.isEmpty() || object.equals(whole) ? object : "";
      values.add(rewriting.in(file).edited(tree.begin(argument), tree.end(argument)));
    }
    if (whole.isEmpty()) {
      return type.made(
          file,
          values,
          between(signed, file, tree, arguments),
          TextLines.indent(tree.text(), tree.begin(arguments.get(signed.first()))));
    }
    if (whole.equals(variable)) {
      return Written.of(variable);
    }
    ExpressionTree argument = arguments.get(signed.at.get(type.order().get(0)));
    int begin = tree.begin(argument);
    return rewriting.in(file).edited(begin, begin + whole.length());
  }

  /** What stands between the values of a new object: comments that stood there, else nothing. */
  private List<Written> between(
      BundledMethod signed, int file, LocatedTree tree, List<? extends ExpressionTree> arguments) {
    List<Written> between = new ArrayList<>();
    boolean any = false;
    for (int n = 1; n < type.order().size(); n++) {
      int last = signed.at.get(type.order().get(n - 1));
      int next = signed.at.get(type.order().get(n));
      int begin = tree.end(arguments.get(last));
      int end = tree.begin(arguments.get(next));
      any |= next == last + 1 && BundledMethods.hasComment(code.tokens(file), begin, end);
      between.add(rewriting.in(file).copy(Math.min(begin, end), Math.max(begin, end)));
    }
    return any ? between : List.of();
  }

  /** The object that an argument is asked of, in writing; empty where there is none. */
  private String holder(int file, LocatedTree tree, ExpressionTree argument, String parameter) {
    Read read = reads.getOrDefault(file, Map.of()).get(tree.begin(argument));
    if (read != null && read.end == tree.end(argument)) {
      return read.parameter.equals(parameter) ? variable : "";
    }
    ExpressionTree select =
        argument instanceof MethodInvocationTree call ? call.getMethodSelect() : argument;
    if (select instanceof MemberSelectTree named
        && named.getExpression() instanceof IdentifierTree object) {
      int member = meanings.member(file, tree.end(named) - named.getIdentifier().length());
      return type.gives(member, parameter) ? object.getName().toString() : "";
    }
    return "";
  }

  /** A parameter that gets other values is a variable of its own from the start. */
  private void copies(BundledMethod signed, SignedMethod.Declared one) {
    LocatedTree tree = all.file(units.name(one.file()));
    ParameterUses uses = new ParameterUses(all, tree, SignedMethod.attributed(all, code, one));
    Layout layout = new Layout(code);
    Written all = Written.NONE;
    int at = uses.bodyBegin();
    for (String name : step.parameters()) {
      int n = signed.at.get(name);
      if (uses.isAssigned(n)) {
        VariableTree old = uses.parameter(n);
        String in =
            TextLines.indent(tree.text(), uses.bodyLine())
                + (uses.isBehindCall() ? "" : layout.step(one.file()));
        Patch patch = rewriting.in(one.file());
        all =
            all.and(layout.lineEnd(one.file()) + in)
                .and(patch.copy(tree.begin(old.getType()), tree.end(old.getType())))
                .and(" " + old.getName() + " = ")
                .and(type.value(variable, name))
                .and(";");
      }
    }
    if (all != Written.NONE) {
      rewriting.in(one.file()).insert(at, all);
    }
  }

  private void head(BundledMethod signed, SignedMethod.Declared one) {
    LocatedTree tree = trees.get(one.file());
    Patch patch = rewriting.in(one.file());
    List<? extends VariableTree> old = one.tree().getParameters();
    List<Written> fresh = new ArrayList<>();
    List<Written> between = new ArrayList<>();
    boolean fixed =
        signed.at.values().stream()
            .allMatch(n -> old.get(n).getModifiers().getFlags().contains(Modifier.FINAL));
    for (int n = 0; n < old.size(); n++) {
      if (signed.goes(n)) {
        continue;
      }
      if (!fresh.isEmpty()) {
        between.add(patch.copy(tree.end(old.get(n - 1)), tree.begin(old.get(n))));
      }
      fresh.add(
          n == signed.first()
              ? Written.of(fixed ? "final " : "")
                  .and(type.in(one.file()))
                  .and(type.arguments())
                  .and(" " + variable)
              : patch.edited(tree.begin(old.get(n)), tree.end(old.get(n))));
    }
    int begin = tree.begin(old.get(0));
    int end = tree.end(old.get(old.size() - 1));
    patch.cut(begin, end);
    patch.replace(begin, end, ArgumentList.of(fresh, between));
  }

  // ---- documentation

  /** One line tells of the one parameter; what was told of the old ones goes to the new type. */
  private void documentation(
      BundledMethod signed, SignedMethod.Declared one, Map<String, String> told) {
    String text = code.text(one.file());
    JavaTokens tokens = code.tokens(one.file());
    int declared = one.begin();
    int[] comment = ParameterTag.comment(text, tokens, declared);
    if (comment == null) {
      return;
    }
    TreeMap<Integer, int[]> tags = new TreeMap<>();
    signed.at.forEach(
        (name, n) -> {
          String own = one.tree().getParameters().get(n).getName().toString();
          int[] tag = ParameterTag.of(text, comment[0], comment[1], own);
          if (tag != null) {
            tags.put(tag[0], tag);
            String says = ParameterTag.description(text, tag, own);
            if (!says.isEmpty()) {
              told.putIfAbsent(name, says);
            }
          }
        });
    boolean first = true;
    for (int[] tag : tags.values()) {
      if (first) {
        int at = text.indexOf("@param", tag[0]);
        String line =
            text.substring(tag[0], at)
                + "@param "
                + variable
                + " "
                + BundleType.spoken(type.order());
        rewriting
            .in(one.file())
            .replace(tag[0], tag[1], Written.of(line + new Layout(code).lineEnd(one.file())));
      } else {
        rewriting.in(one.file()).remove(tag[0], tag[1]);
      }
      first = false;
    }
  }
}
