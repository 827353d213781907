package dev.vinesorter.java.seam;

import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.StepChain;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;

/**
 * The branches of a decision become types: first each becomes a method, all of one head, then each
 * method goes into a class of its own, and what is left of the decision chooses one of them.
 */
public final class Strategies {
  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final int method;

  /** Its place among the methods that decide alike. */
  private final int index;

  private final int file;
  private final Step.Strategy step;

  private Strategies(Rewriting rewriting, int method, int index, Step.Strategy step) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.method = method;
    this.index = index;
    this.file = units.fileOf(method);
    this.step = step;
  }

  /**
   * Carries it out.
   *
   * @param methods methods of one type that decide alike
   * @param readings reads sources that differ from those of the survey
   */
  public static Result carryOut(
      Survey survey,
      List<Integer> methods,
      Step.Strategy step,
      Overlay sources,
      Readings readings) {
    StepChain chain = new StepChain(survey, sources);
    Rewriting parts = new Rewriting(survey, chain.sources());
    List<String> names = new ArrayList<>();
    Units units = survey.units();
    readings.of(
        sources,
        Set.of(units.name(units.fileOf(methods.get(0)))),
        all -> {
          String first = null;
          for (int n = 0; n < methods.size() && parts.isFine(); n++) {
            Strategies one = new Strategies(parts, methods.get(n), n, step);
            String choice = one.run(all, names);
            first = n == 0 ? choice : first;
            if (parts.isFine() && !choice.equals(first)) {
              parts.refuse(
                  RefusalCode.NOT_ALIKE,
                  units.name(methods.get(n))
                      + " does not decide word by word like "
                      + units.name(methods.get(0))
                      + ".",
                  parts.code().declaration(methods.get(n)));
            }
          }
          return null;
        });
    if (chain.take(parts.finish(readings))) {
      List<Integer> again =
          methods.stream()
              .map(method -> chain.now().units().find(units.name(method), Level.MEMBER))
              .toList();
      chain.take(
          StrategyTypes.carryOut(chain.now(), again, names, step, chain.sources(), readings));
    }
    return chain.result();
  }

  private void refuse(RefusalCode refusal, String message, int at) {
    rewriting.refuse(refusal, message, code.site(file, code.tokens(file).from(at)));
  }

  /**
   * Makes a method of each branch.
   *
   * @param names the names of the types, which the first decision gives
   * @return what is written outside of the branches, which is what chooses
   */
  private String run(Attributed all, List<String> names) {
    LocatedTree tree = all.file(units.name(file));
    TreePath declared =
        tree == null ? null : tree.enclosing(units.nameAt(method), MethodTree.class);
    if (declared == null) {
      rewriting.refuseHalfRead(file, code.declaration(method));
      return "";
    }
    List<Decision> found = Decision.in(tree, declared);
    if (found.size() != 1) {
      rewriting.refuse(
          RefusalCode.NO_STRETCH,
          units.name(method)
              + (found.isEmpty()
                  ? " decides nothing by a switch, or by a chain of 'if' that ends with 'else'."
                  : " decides " + found.size() + " times; extract the one that is meant first."),
          code.declaration(method));
      return "";
    }
    Decision decision = found.get(0);
    judge(tree, decision);
    if (index == 0) {
      names(tree, decision, names);
    }
    String choice = choice(tree, decision);
    if (rewriting.isFine() && names.size() == branches(decision).size()) {
      parts(all, tree, decision, names);
    }
    return choice;
  }

  /** The words of a decision outside of its branches, one space between them. */
  private String choice(LocatedTree tree, Decision decision) {
    JavaTokens tokens = code.tokens(file);
    StringBuilder words = new StringBuilder();
    Tree leaf = decision.path().getLeaf();
    for (int token = tokens.from(tree.begin(leaf));
        token < tokens.size() && tokens.begin(token) < tree.end(leaf);
        token++) {
      int at = tokens.begin(token);
      boolean inBranch =
          branches(decision).stream()
              .anyMatch(one -> one.whole().begin() <= at && at < one.whole().end());
      words.append(inBranch ? "" : tokens.text(token) + " ");
    }
    return words.toString();
  }

  private void judge(LocatedTree tree, Decision decision) {
    if (decision.falls() != null) {
      refuse(
          RefusalCode.LEAVES,
          "This branch runs on into the next one.",
          tree.begin(decision.falls()));
    } else if (!decision.hasElse()) {
      refuse(
          RefusalCode.NOT_YET,
          "Nothing is decided for all else; add a default that does, or throws.",
          tree.begin(decision.path().getLeaf()));
    }
    for (Decision.Branch one : decision.branches()) {
      if (one.code() == null && !one.onlyThrows()) {
        refuse(
            RefusalCode.NOT_ALIKE,
            "The branch for " + shown(one) + " does nothing.",
            one.whole() == null ? tree.begin(decision.path().getLeaf()) : one.whole().begin());
      }
    }
  }

  private static String shown(Decision.Branch branch) {
    return branch.labels().isEmpty() ? "all else" : String.join(", ", branch.labels());
  }

  /** The branches that become types: all but those that only throw. */
  static List<Decision.Branch> branches(Decision decision) {
    return decision.branches().stream().filter(one -> one.code() != null).toList();
  }

  // ---- what the types are called

  private void names(LocatedTree tree, Decision decision, List<String> names) {
    String simple = step.as().substring(step.as().lastIndexOf('.') + 1);
    List<Decision.Branch> branches = branches(decision);
    if (!step.names().isEmpty() && step.names().size() != branches.size()) {
      refuse(
          RefusalCode.NOT_ALIKE,
          "There are "
              + branches.size()
              + " branches, and 'names' has "
              + step.names().size()
              + ".",
          tree.begin(decision.path().getLeaf()));
      return;
    }
    for (int n = 0; n < branches.size(); n++) {
      String name = step.names().isEmpty() ? byLabel(branches.get(n), simple) : step.names().get(n);
      if (name.isEmpty() || names.contains(name)) {
        refuse(
            RefusalCode.UNKNOWN_NAME,
            "A name for the branch for "
                + shown(branches.get(n))
                + " does not follow from it; give all of them by 'names', in their order.",
            branches.get(n).code().begin());
        return;
      }
      names.add(name);
    }
  }

  /** A name by the label of a branch, such as {@code StudentFee} for {@code STUDENT}. */
  private static String byLabel(Decision.Branch branch, String simple) {
    if (branch.labels().isEmpty()) {
      return "Other" + simple;
    }
    String label = compared(branch.labels().get(0));
    label = label.substring(label.lastIndexOf('.') + 1);
    if (label.length() > 2 && label.startsWith("\"") && label.endsWith("\"")) {
      label = label.substring(1, label.length() - 1);
    }
    boolean word =
        !label.isEmpty()
            && Character.isLetter(label.charAt(0))
            && label.chars().allMatch(c -> Character.isLetterOrDigit(c) || c == '_' || c == '-');
    StringBuilder name = new StringBuilder();
    for (String part : word ? label.split("[_-]+") : new String[0]) {
      boolean capitals = part.equals(part.toUpperCase(Locale.ROOT));
      name.append(Character.toUpperCase(part.charAt(0)))
          .append(capitals ? part.substring(1).toLowerCase(Locale.ROOT) : part.substring(1));
    }
    return name.isEmpty() ? "" : name.append(simple).toString();
  }

  /** What a condition compares with, where that is plain to see; else the text as it is. */
  private static String compared(String label) {
    JavaTokens tokens = JavaTokens.of(label);
    int last = tokens.size() - 1;
    if (tokens.is(last, ")")
        && tokens.text(last - 1).startsWith("\"")
        && tokens.is(last - 3, "equals")) {
      return tokens.text(last - 1);
    }
    if (tokens.text(0).startsWith("\"") && tokens.is(2, "equals")) {
      return tokens.text(0);
    }
    for (int token = last; token > 0; token--) {
      if (tokens.is(token, "==") || tokens.is(token, "instanceof")) {
        boolean simple = tokens.is(token, "==") ? tokens.isWord(last) : tokens.isWord(token + 1);
        return !simple
            ? label
            : tokens.is(token, "==") ? tokens.text(last) : tokens.text(token + 1);
      }
      if (tokens.is(token, "&&") || tokens.is(token, "||")) {
        return label;
      }
    }
    return label;
  }

  /** What the method of a branch is called until it has a class of its own. */
  static String partName(String name) {
    return VariableNames.of(name);
  }

  /**
   * The same for one of several methods that decide alike.
   *
   * @param index its place among them
   */
  static String partName(String name, int index) {
    return partName(name) + (index == 0 ? "" : index + 1);
  }

  // ---- the methods

  private void parts(Attributed all, LocatedTree tree, Decision decision, List<String> names) {
    List<Decision.Branch> branches = branches(decision);
    List<Stretch.Range> codes = codes(all, tree, branches);
    Set<String> taken = new LinkedHashSet<>();
    List<Extraction> extractions = new ArrayList<>();
    for (int n = 0; n < branches.size(); n++) {
      Extraction one =
          Extraction.oneOfSeveral(rewriting, all, method, partName(names.get(n), index), true);
      extractions.add(one);
      taken.addAll(one.takes(codes.get(n)));
    }
    bound(all, tree, decision, taken);
    if (!rewriting.isFine()) {
      return;
    }
    List<String> variables =
        Variables.inOrder(tree.enclosing(units.nameAt(method), MethodTree.class), taken);
    String first = "";
    for (int n = 0; n < branches.size() && rewriting.isFine(); n++) {
      String head = extractions.get(n).write(List.of(codes.get(n)), variables);
      first = n == 0 ? head : first;
      if (rewriting.isFine() && !head.equals(first)) {
        refuse(
            RefusalCode.NOT_ALIKE,
            "This branch is '" + head + "' as a method, and the first one '" + first + "'.",
            branches.get(n).code().begin());
      }
    }
    clash();
  }

  /**
   * What becomes of each branch a method: its value, where all of them only give one variable one.
   */
  private static List<Stretch.Range> codes(
      Attributed all, LocatedTree tree, List<Decision.Branch> branches) {
    Set<String> types = new TreeSet<>();
    Set<String> variables = new TreeSet<>();
    for (Decision.Branch one : branches) {
      Stretch value = one.value() == null ? null : Stretch.of(tree, one.value());
      types.add(value == null || !value.isExpression() ? "" : all.type(value.expression()) + "");
      variables.add(one.variable());
    }
    boolean values = types.size() == 1 && variables.size() == 1 && !types.contains("");
    return branches.stream().map(one -> values ? one.value() : one.code()).toList();
  }

  /** Refuses variables that a condition of the decision declares and a branch needs. */
  private void bound(Attributed all, LocatedTree tree, Decision decision, Set<String> taken) {
    new TreePathScanner<Void, Void>() {
      @Override
      public Void visitVariable(VariableTree node, Void p) {
        boolean inBranch =
            decision.branches().stream()
                .anyMatch(
                    one ->
                        one.code() != null
                            && one.code().begin() <= tree.begin(node)
                            && tree.begin(node) < one.code().end());
        if (!inBranch && taken.contains(node.getName().toString())) {
          refuse(
              RefusalCode.NOT_YET,
              "A branch needs '" + node.getName() + "', which the decision itself declares.",
              tree.begin(node));
        }
        return super.visitVariable(node, p);
      }
    }.scan(decision.path(), null);
  }

  private void clash() {
    String chooser = partName(step.as().substring(step.as().lastIndexOf('.') + 1));
    for (int member : units.children(units.parent(method))) {
      if (units.has(member, Trait.METHOD)
          && MemberNames.bare(units.simpleName(member)).equals(chooser)) {
        rewriting.refuse(
            RefusalCode.NAME_CLASH,
            "There is "
                + units.name(member)
                + " already, which is what the method that chooses is called.",
            code.declaration(member));
        return;
      }
    }
  }

  /** Locals that are named in a part of a tree, in the order in which they first are. */
  static Set<String> locals(
      Attributed all, LocatedTree tree, TreePath in, List<Decision.Branch> out) {
    Set<String> found = new LinkedHashSet<>();
    Set<String> own = new TreeSet<>();
    new TreePathScanner<Void, Void>() {
      @Override
      public Void scan(Tree node, Void p) {
        int at = node == null ? -1 : tree.begin(node);
        boolean branch =
            node != null
                && out.stream()
                    .anyMatch(
                        one ->
                            one.code() != null
                                && one.code().begin() <= at
                                && tree.end(node) <= one.code().end());
        return branch ? null : super.scan(node, p);
      }

      @Override
      public Void visitVariable(VariableTree node, Void p) {
        own.add(node.getName().toString());
        return super.visitVariable(node, p);
      }

      @Override
      public Void visitIdentifier(IdentifierTree node, Void p) {
        var named = all.element(getCurrentPath());
        if (named != null && Variables.isLocal(named)) {
          found.add(node.getName().toString());
        }
        return null;
      }
    }.scan(in, null);
    found.removeAll(own);
    return found;
  }
}
