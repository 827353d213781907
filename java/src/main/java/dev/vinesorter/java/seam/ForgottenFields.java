package dev.vinesorter.java.seam;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.util.TreePath;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.ElementNames;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.StepChain;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.source.plan.StepEditor.Result;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/** Fields that constructors fill and nobody reads go, with the parameters that they came from. */
final class ForgottenFields {
  private ForgottenFields() {}

  /**
   * Takes them out.
   *
   * @param chain takes the changes
   * @param type the full name of their class
   * @param fields their names; each gets the value of a parameter in every constructor
   */
  static void carryOut(StepChain chain, String type, Set<String> fields, Readings readings) {
    Map<String, Set<String>> parameters = new LinkedHashMap<>();
    boolean goes = chain.take(fieldsOut(chain, type, fields, readings, parameters));
    for (Map.Entry<String, Set<String>> one : parameters.entrySet()) {
      if (!goes) {
        return;
      }
      Survey survey = chain.now();
      int unit = survey.units().find(one.getKey(), Level.MEMBER);
      List<Step.Parameter> kept = new ArrayList<>();
      for (String name : survey.units().facts().parameters(unit)) {
        if (!one.getValue().contains(name)) {
          kept.add(new Step.Parameter(name, "", ""));
        }
      }
      Step.Signature signature =
          new Step.Signature(List.of(one.getKey()), kept, "", "", Set.of(), 0);
      goes =
          chain.take(
              Resigning.carryOut(
                  survey, unit, signature, chain.sources(), readings, false, rewriting -> {}));
    }
  }

  private static Result fieldsOut(
      StepChain chain,
      String type,
      Set<String> fields,
      Readings readings,
      Map<String, Set<String>> parameters) {
    Rewriting rewriting = new Rewriting(chain.now(), chain.sources());
    SourceView code = rewriting.code();
    Units units = code.units();
    int owner = units.find(type, Level.TYPE);
    int file = units.fileOf(owner);
    readings.of(
        chain.sources(),
        Set.of(units.name(file)),
        all -> {
          int any = -1;
          for (int member : units.children(owner)) {
            any = units.has(member, Trait.METHOD) && units.begin(member) >= 0 ? member : any;
          }
          List<Sibling> itself = Sibling.of(rewriting, all, List.of(any));
          PulledFields pulled = new PulledFields(rewriting, all, itself, type);
          Sibling one = itself.get(0);
          List<Integer> gone = new ArrayList<>();
          Map<MethodTree, List<ExpressionStatementTree>> statements = new LinkedHashMap<>();
          for (String field : fields) {
            pulled
                .assignments(one, field)
                .forEach(
                    (constructor, set) -> {
                      statements.computeIfAbsent(constructor, c -> new ArrayList<>()).add(set);
                      String name =
                          ElementNames.of(
                              all.element(new TreePath(one.path().getParentPath(), constructor)));
                      parameters
                          .computeIfAbsent(name, key -> new TreeSet<>())
                          .add(((AssignmentTree) set.getExpression()).getExpression().toString());
                    });
            gone.add(units.find(type + "#" + field, Level.MEMBER));
            rewriting.rewrites(type + "#" + field);
          }
          statements.forEach((in, some) -> statementsOut(rewriting, file, one.tree(), in, some));
          TakenOut.from(rewriting, file, TakenOut.of(code, file, gone));
          return null;
        });
    return rewriting.finish(readings);
  }

  /** Takes statements out of a constructor; what has nothing else in it is closed up. */
  private static void statementsOut(
      Rewriting rewriting,
      int file,
      LocatedTree tree,
      MethodTree constructor,
      List<ExpressionStatementTree> statements) {
    int begin = tree.begin(constructor.getBody()) + 1;
    int end = tree.end(constructor.getBody()) - 1;
    JavaTokens tokens = rewriting.code().tokens(file);
    // The compiler adds the call of the constructor above, which ends nowhere in the text.
    boolean bare =
        constructor.getBody().getStatements().stream()
            .allMatch(one -> statements.contains(one) || tree.end(one) <= begin);
    for (int comment = 0; comment < tokens.comments(); comment++) {
      bare &= tokens.commentEnd(comment) <= begin || tokens.commentBegin(comment) >= end;
    }
    if (bare) {
      rewriting.in(file).remove(begin, end);
    } else {
      statements.forEach(one -> TakenOut.statement(rewriting, file, tree, one));
    }
  }
}
