package dev.vinesorter.java.seam;

import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import dev.vinesorter.core.model.Glob;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;

/**
 * The methods of which a step makes some parameters one: those that it names, with what speaks
 * against each of them. A method that only a pattern means may keep its parameters.
 */
final class BundledMethods {
  /** The most methods that are told to keep their parameters. */
  private static final int MOST_TOLD = 5;

  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final Step.Bundle step;
  private final Meanings meanings;
  private final Map<Integer, LocatedTree> trees;
  private final List<BundledMethod> methods = new ArrayList<>();

  /** What keeps its parameters, and why. */
  private final List<String> kept = new ArrayList<>();

  /**
   * The methods of a step.
   *
   * @param trees trees of files, as they are asked for
   */
  BundledMethods(Rewriting rewriting, Step.Bundle step, Map<Integer, LocatedTree> trees) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.step = step;
    this.meanings = new Meanings(code);
    this.trees = trees;
  }

  /** Finds the methods that are meant and take all of the parameters. */
  List<BundledMethod> select() {
    Set<Integer> seen = new HashSet<>();
    for (String name : step.units()) {
      boolean pattern = name.indexOf('*') >= 0 || name.endsWith("(…)") || name.endsWith("(...)");
      Predicate<String> meant =
          pattern
              ? Glob.ofName(name.replaceFirst("\\((…|\\.{3})\\)$", "(**)"))::matches
              : one -> one.equals(name) || MemberNames.bare(one).equals(name);
      boolean any = false;
      for (int unit = 0; unit < units.size(); unit++) {
        boolean takes =
            units.level(unit) == Level.MEMBER
                && !units.has(unit, Trait.FOREIGN)
                && units.facts().parameters(unit).containsAll(step.parameters());
        if (takes && meant.test(units.name(unit))) {
          any = true;
          select(unit, pattern, seen);
        }
      }
      if (!any) {
        rewriting.refuse(
            RefusalCode.UNKNOWN_UNIT,
            (pattern ? "No method that is meant by " + name : name)
                + " takes "
                + BundleType.words(step.parameters())
                + ".");
      }
    }
    tell(rewriting, kept);
    if (rewriting.isFine() && methods.isEmpty()) {
      rewriting.refuse(
          RefusalCode.UNKNOWN_UNIT, "None of the methods that are meant can change; see above.");
    }
    return methods;
  }

  private void select(int unit, boolean pattern, Set<Integer> seen) {
    Rewriting own = pattern ? rewriting.trial() : rewriting;
    BundledMethod signed = new BundledMethod(unit, new SignedMethod(own, unit, trees), !pattern);
    if (seen.contains(unit)) {
      return;
    }
    seen.addAll(signed.method.family().members());
    MethodTree declared = signed.method.judged(step.may(Leave.FOUND_BY_NAME));
    if (declared != null) {
      parameters(own, signed, declared);
    }
    if (own.isFine()) {
      places(own, signed);
    }
    if (own.isFine()) {
      methods.add(signed);
    } else if (pattern) {
      Reason why = own.reasons().get(0);
      kept.add(units.name(unit) + " keeps its parameters (" + why.code() + "): " + why.message());
    }
  }

  /** Tells of methods that only a pattern means, and that keep their parameters. */
  static void tell(Rewriting rewriting, List<String> kept) {
    kept.stream().limit(MOST_TOLD).forEach(rewriting::tell);
    if (kept.size() > MOST_TOLD) {
      rewriting.tell((kept.size() - MOST_TOLD) + " more methods keep their parameters.");
    }
  }

  private void parameters(Rewriting own, BundledMethod signed, MethodTree declared) {
    LocatedTree tree = signed.method.tree(units.fileOf(signed.unit));
    signed.count = declared.getParameters().size();
    for (int n = 0; n < signed.count; n++) {
      VariableTree one = declared.getParameters().get(n);
      boolean varied = tree.text(one.getType()).endsWith("...");
      signed.varied |= varied;
      if (step.parameters().contains(one.getName().toString())) {
        signed.at.put(one.getName().toString(), n);
        if (varied) {
          own.refuse(
              RefusalCode.NOT_YET,
              "'" + one.getName() + "' takes any number of values.",
              signed.method.site(units.fileOf(signed.unit), tree.begin(one)));
        }
      }
    }
    signed.declarations = signed.method.declarations();
    for (SignedMethod.Declared one : signed.declarations) {
      LocatedTree in = signed.method.tree(one.file());
      comments(own, signed, one.file(), in, one.tree().getParameters());
    }
  }

  // ---- what speaks against it

  /** Judges all places that name a method. */
  private void places(Rewriting own, BundledMethod signed) {
    signed.method.unknownCalls();
    for (SignedMethod.Place place : signed.method.places()) {
      LocatedTree tree = signed.method.tree(place.file());
      CallSite site = CallSite.of(tree, code.tokens(place.file()), place.at(), place.end());
      if (site.isReference()) {
        own.refuse(
            RefusalCode.METHOD_REFERENCE,
            "The method is named here without being called, so that nobody could give it the"
                + " parameters as one.",
            signed.method.site(place.file(), place.at()));
      } else if (!site.isCall() || !signed.fits(site.arguments().size())) {
        own.refuse(
            RefusalCode.ARGUMENTS,
            "The arguments of this call are not understood.",
            signed.method.site(place.file(), place.at()));
      } else {
        order(own, signed, place, site);
        comments(own, signed, place.file(), tree, site.arguments());
      }
    }
  }

  private void order(Rewriting own, BundledMethod signed, SignedMethod.Place place, CallSite site) {
    List<Integer> sequence = signed.sequence(step.parameters());
    List<? extends ExpressionTree> arguments = site.arguments();
    LocatedTree tree = signed.method.tree(place.file());
    int count = Math.min(signed.count, arguments.size());
    List<Purity> purity = new ArrayList<>();
    arguments.forEach(one -> purity.add(meanings.purity(place.file(), tree, one)));
    for (int n = 0; n < count && !step.may(Leave.PURE); n++) {
      for (int m = n + 1; m < count; m++) {
        boolean turned = sequence.indexOf(n) > sequence.indexOf(m);
        if (turned && !purity.get(n).swapsWith(purity.get(m))) {
          own.refuse(
              RefusalCode.EVALUATION_ORDER,
              "Arguments would be evaluated in another order. With 'pure: true' they are taken for"
                  + " ones without effects.",
              signed.method.site(place.file(), tree.begin(arguments.get(n))));
          return;
        }
      }
    }
  }

  /** Whether a comment stands between two chars. */
  static boolean hasComment(JavaTokens tokens, int begin, int end) {
    for (int comment = 0; comment < tokens.comments(); comment++) {
      if (tokens.commentBegin(comment) >= begin && tokens.commentEnd(comment) <= end) {
        return true;
      }
    }
    return false;
  }

  /** Refuses parameters, or arguments, with comments between them that would be lost. */
  private void comments(
      Rewriting own, BundledMethod signed, int file, LocatedTree tree, List<? extends Tree> parts) {
    List<Integer> sequence = signed.sequence(step.parameters());
    for (int n = 1; n < Math.min(signed.count, parts.size()); n++) {
      boolean parted = sequence.indexOf(n) != sequence.indexOf(n - 1) + 1;
      boolean both = signed.at.containsValue(n) && signed.at.containsValue(n - 1);
      boolean declared = parts.get(n) instanceof VariableTree;
      if ((parted || both && declared)
          && hasComment(code.tokens(file), tree.end(parts.get(n - 1)), tree.begin(parts.get(n)))) {
        own.refuse(
            RefusalCode.ARGUMENTS,
            "A comment stands between what would be one or apart; put it elsewhere first.",
            signed.method.site(file, tree.begin(parts.get(n))));
      }
    }
  }
}
