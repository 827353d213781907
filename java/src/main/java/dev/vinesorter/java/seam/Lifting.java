package dev.vinesorter.java.seam;

import com.sun.source.tree.BlockTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.StepChain;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.TextLines;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;

/**
 * An expression of a method becomes a parameter, and callers pass what it was: once, or on through
 * the callers of these.
 */
public final class Lifting {
  private final Step.Lift step;
  private final Readings readings;
  private final StepChain chain;

  private Lifting(Step.Lift step, StepChain chain, Readings readings) {
    this.step = step;
    this.readings = readings;
    this.chain = chain;
  }

  /**
   * Carries it out.
   *
   * @param readings reads sources that differ from those of the survey
   */
  public static Result carryOut(
      Survey survey, int method, Step.Lift step, Overlay sources, Readings readings) {
    StepChain chain = new StepChain(survey, sources);
    Lifting lifting = new Lifting(step, chain, readings);
    Set<String> level = new LinkedHashSet<>(Set.of(survey.units().name(method)));
    for (int up = 0; up < step.up() && !level.isEmpty(); up++) {
      Set<String> next = new LinkedHashSet<>();
      for (String name : level) {
        int one = chain.now().units().find(name, Level.MEMBER);
        if (one < 0 || up > 0 && lifting.isEnd(chain.now(), one)) {
          continue;
        }
        next.addAll(callers(chain.now(), one));
        if (!chain.take(lifting.once(chain.now(), one, false))) {
          return chain.result();
        }
      }
      level = next;
    }
    return chain.result();
  }

  /**
   * The same for one method and its callers alone.
   *
   * @param keep whether the method of today stays, and passes on what callers would pass
   */
  static Result handOver(
      Survey survey, int method, Step.Lift step, boolean keep, Overlay sources, Readings readings) {
    StepChain chain = new StepChain(survey, sources);
    Lifting lifting = new Lifting(step, chain, readings);
    chain.take(lifting.once(survey, method, keep));
    return chain.result();
  }

  /** Whether a method is one that the expression does not go beyond. */
  private boolean isEnd(Survey survey, int method) {
    Units units = survey.units();
    int until = step.until().isEmpty() ? -1 : units.find(step.until());
    boolean bare = MemberNames.bare(units.name(method)).equals(step.until());
    return until >= 0 && units.inside(method, until) || bare;
  }

  private static List<String> callers(Survey survey, int method) {
    Units units = survey.units();
    References references = survey.references();
    List<String> names = new ArrayList<>();
    for (int r : references.to(method)) {
      int user = references.from(r);
      boolean calls = references.kind(r) == Kind.CALLS || references.kind(r) == Kind.CREATES;
      boolean callable = units.has(user, Trait.METHOD) || units.has(user, Trait.CONSTRUCTOR);
      if (calls && callable && user != method && !names.contains(units.name(user))) {
        names.add(units.name(user));
      }
    }
    return names;
  }

  /** What is known of the expression in one method. */
  private record Found(List<Stretch.Range> ranges, String type, String text) {}

  /** Lifts it out of one method to its callers. */
  private Result once(Survey survey, int method, boolean keep) {
    Rewriting judged = new Rewriting(survey, chain.sources());
    Found found = found(judged, method);
    if (found == null) {
      return judged.finish(readings);
    }
    List<Step.Parameter> parameters = new ArrayList<>();
    survey
        .units()
        .facts()
        .parameters(method)
        .forEach(name -> parameters.add(new Step.Parameter(name, "", "")));
    parameters.add(new Step.Parameter(step.as(), found.type, found.text));
    Step.Signature signature =
        new Step.Signature(
            List.of(survey.units().name(method)),
            parameters,
            "",
            "",
            keep ? Set.of(Leave.FORWARD) : Set.of(),
            step.line());
    return Resigning.carryOut(
        survey,
        method,
        signature,
        chain.sources(),
        readings,
        keep,
        rewriting -> named(rewriting, method, found));
  }

  /** Puts the parameter's name in the place of the expression. */
  private void named(Rewriting rewriting, int method, Found found) {
    SourceView code = rewriting.code();
    int file = code.units().fileOf(method);
    for (Stretch.Range range : found.ranges) {
      if (!isOwnVariable(rewriting, file, range, found.type)) {
        rewriting.in(file).replace(range.begin(), range.end(), Written.of(step.as()));
      }
    }
  }

  /** A variable that only kept the expression, by the parameter's name, is the parameter now. */
  private boolean isOwnVariable(Rewriting rewriting, int file, Stretch.Range range, String type) {
    SourceView code = rewriting.code();
    JavaTokens tokens = code.tokens(file);
    int first = tokens.from(range.begin());
    int last = tokens.before(range.end());
    boolean keeps =
        tokens.is(first - 1, "=")
            && tokens.isWord(first - 2, step.as())
            && tokens.is(last + 1, ";");
    int begin = first - 2;
    while (keeps
        && !tokens.is(begin - 1, ";")
        && !tokens.is(begin - 1, "{")
        && !tokens.is(begin - 1, "}")) {
      begin--;
    }
    if (!keeps || begin == first - 2) {
      return false;
    }
    String text = code.text(file);
    String declared =
        text.substring(tokens.begin(begin), tokens.begin(first - 2)).replace("final ", "").strip();
    boolean same =
        declared.equals("var")
            || type.replaceAll("\\b(?:[a-z][\\w$]*\\.)+(?=\\p{Lu})", "").equals(declared);
    int line = TextLines.begin(text, tokens.begin(begin));
    int end = TextLines.next(text, tokens.end(last + 1));
    boolean alone =
        text.substring(line, tokens.begin(begin)).isBlank()
            && text.substring(tokens.end(last + 1), end).isBlank();
    if (same && alone) {
      rewriting.in(file).remove(line, end);
    }
    return same && alone;
  }

  // ---- what speaks against it

  /** Finds the expression, and judges whether callers can evaluate it; null where they cannot. */
  private Found found(Rewriting judged, int method) {
    SourceView code = judged.code();
    Units units = code.units();
    int file = units.fileOf(method);
    String path = units.name(file);
    JavaTokens tokens = code.tokens(file);
    List<Stretch.Range> ranges =
        Stretch.find(step.code(), tokens, units.nameAt(method), units.end(method));
    if (ranges.isEmpty()) {
      judged.refuse(
          RefusalCode.NO_STRETCH,
          "The code does not stand in " + units.name(method) + ".",
          code.declaration(method));
      return null;
    }
    return readings.of(
        chain.sources(),
        Set.of(path),
        all -> {
          LocatedTree tree = all.file(path);
          if (tree == null) {
            judged.refuseHalfRead(file, code.declaration(method));
            return null;
          }
          Stretch stretch = Stretch.of(tree, ranges.get(0));
          String type = type(judged, all, tree, file, ranges.get(0), stretch);
          if (type != null) {
            ofObject(judged, all, method, stretch);
          }
          if (type != null && !step.may(Leave.PURE)) {
            order(judged, tree, file, stretch, ranges.size());
          }
          return type == null || !judged.isFine()
              ? null
              : new Found(ranges, type, tree.text().substring(stretch.begin(), stretch.end()));
        });
  }

  /** The type of the expression, in full names; null where it cannot be a parameter's. */
  private String type(
      Rewriting judged,
      Attributed all,
      LocatedTree tree,
      int file,
      Stretch.Range range,
      Stretch stretch) {
    SourceView code = judged.code();
    if (stretch == null || !stretch.isExpression() || stretch.isInLocalClass()) {
      judged.refuse(
          RefusalCode.NO_STRETCH,
          "What stands here is no expression of the method itself.",
          code.site(file, code.tokens(file).from(range.begin())));
      return null;
    }
    TypeMirror type = all.type(stretch.expression());
    boolean named =
        type != null
            && (type.getKind().isPrimitive()
                || type.getKind() == TypeKind.ARRAY
                || type.getKind() == TypeKind.DECLARED)
            && type.toString().matches("[\\w.$<>,?\\[\\] &&[^@]]+")
            && !type.toString().contains("capture");
    if (!named) {
      judged.refuse(
          RefusalCode.UNKNOWN_NAME,
          "The type of the expression has no name that could be written.",
          code.site(file, code.tokens(file).from(range.begin())));
      return null;
    }
    new TreePathScanner<Void, Void>() {
      @Override
      public Void visitIdentifier(IdentifierTree node, Void p) {
        Element element = all.element(getCurrentPath());
        if (element != null && Variables.isLocal(element)) {
          judged.refuse(
              RefusalCode.ARGUMENTS,
              "'" + node.getName() + "' is known in the method alone; no caller can pass this.",
              code.site(file, code.tokens(file).from(tree.begin(node))));
        }
        return null;
      }
    }.scan(stretch.expression(), null);
    return judged.isFine() ? type.toString() : null;
  }

  /** What only the object has, only its own methods can pass. */
  private static void ofObject(Rewriting judged, Attributed all, int method, Stretch stretch) {
    SourceView code = judged.code();
    Units units = code.units();
    String[] own = new String[1];
    new TreePathScanner<Void, Void>() {
      @Override
      public Void visitIdentifier(IdentifierTree node, Void p) {
        Element element = all.element(getCurrentPath());
        boolean member =
            element != null
                && (element.getKind() == ElementKind.FIELD
                    || element.getKind() == ElementKind.METHOD)
                && !element.getModifiers().contains(Modifier.STATIC);
        if (member) {
          own[0] = node.getName().toString();
        }
        return null;
      }
    }.scan(stretch.expression(), null);
    for (int r : own[0] == null ? new int[0] : code.references().to(method)) {
      int user = code.references().from(r);
      Kind kind = code.references().kind(r);
      boolean calls = kind == Kind.CALLS || kind == Kind.CREATES;
      boolean beside = units.parent(user) == units.parent(method) && !units.has(user, Trait.STATIC);
      if (calls && !beside) {
        judged.refuse(
            RefusalCode.ARGUMENTS,
            "'" + own[0] + "' belongs to the object; this caller cannot pass it.",
            code.survey().site(r));
        return;
      }
    }
  }

  /** It has to be evaluated once, and first, or to give the same whenever it is. */
  private static void order(
      Rewriting judged, LocatedTree tree, int file, Stretch stretch, int times) {
    Meanings meanings = new Meanings(judged.code());
    ExpressionTree expression = (ExpressionTree) stretch.expression().getLeaf();
    Purity purity = meanings.purity(file, tree, expression);
    boolean once = times == 1 && isFirst(meanings, purity, tree, file, stretch);
    if (!purity.isFixed() && !once) {
      judged.refuse(
          RefusalCode.EVALUATION_ORDER,
          "Callers would work this out before the method does anything else, and once. With 'pure:"
              + " true' that is taken for the same.",
          judged.code().site(file, judged.code().tokens(file).from(stretch.begin())));
    }
  }

  private static boolean isFirst(
      Meanings meanings, Purity purity, LocatedTree tree, int file, Stretch stretch) {
    if (!(stretch.member().getLeaf() instanceof MethodTree method) || method.getBody() == null) {
      return false;
    }
    BlockTree body = method.getBody();
    StatementTree statement = body.getStatements().get(0);
    boolean inside =
        tree.begin(statement) <= stretch.begin() && stretch.end() <= tree.end(statement);
    TreePath expression = stretch.expression();
    List<ExpressionTree> before = inside ? Before.of(expression, statement) : null;
    return before != null
        && before.stream().allMatch(one -> meanings.purity(file, tree, one).swapsWith(purity));
  }
}
