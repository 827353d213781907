package dev.vinesorter.java.seam;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.StepChain;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What methods of several classes have in common goes to a class above them: first what differs
 * becomes a method of each class, then the methods, which read the same by then, become one.
 */
public final class CommonBase {
  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final Step.Base step;
  private final List<Integer> methods;

  private CommonBase(Rewriting rewriting, List<Integer> methods, Step.Base step) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.methods = methods;
    this.step = step;
  }

  /**
   * Carries it out.
   *
   * @param methods one of each class
   * @param readings reads sources that differ from those of the survey
   */
  public static Result carryOut(
      Survey survey, List<Integer> methods, Step.Base step, Overlay sources, Readings readings) {
    StepChain chain = new StepChain(survey, sources);
    Rewriting parts = new Rewriting(survey, chain.sources());
    new CommonBase(parts, methods, step).parts(readings);
    if (chain.take(parts.finish(readings))) {
      List<Integer> again =
          methods.stream()
              .map(one -> chain.now().units().find(survey.units().name(one), Level.MEMBER))
              .toList();
      chain.take(PulledUp.carryOut(chain.now(), again, step, chain.sources(), readings));
    }
    return chain.result();
  }

  /** Makes methods of what differs. */
  private void parts(Readings readings) {
    Sibling.judge(rewriting, methods, step);
    if (!rewriting.isFine()) {
      return;
    }
    readings.of(
        code.sources(),
        Sibling.files(units, methods),
        all -> {
          List<Sibling> siblings = Sibling.of(rewriting, all, methods);
          if (!siblings.isEmpty()) {
            parts(all, siblings);
          }
          return null;
        });
  }

  private void parts(Attributed all, List<Sibling> siblings) {
    PulledFields fields = new PulledFields(rewriting, all, siblings, step.as());
    Differences differences =
        new Differences(
            all, siblings.stream().map(one -> one.side(code)).toList(), fields::willBeOne);
    List<List<Stretch.Range>> places = differences.each();
    if (places == null) {
      refuse("Nothing of the methods is the same.", List.of());
      return;
    }
    Map<String, List<List<Stretch.Range>>> distinct = byText(places, siblings);
    if (distinct.size() > 1 && step.varying().size() == 1) {
      List<Stretch.Range> whole = differences.whole();
      if (whole == null) {
        refuse(
            "The methods differ in "
                + distinct.size()
                + " places, and what holds them all is the whole body; give each a name.",
            places);
        return;
      }
      distinct = byText(List.of(whole), siblings);
    }
    if (distinct.size() != step.varying().size()) {
      refuse(counted(distinct.size()), places);
      return;
    }
    int number = 0;
    for (List<List<Stretch.Range>> same : distinct.values()) {
      part(all, siblings, same, step.varying().get(number++));
    }
  }

  private String counted(int places) {
    if (places == 0) {
      return "Nothing differs, so that there is nothing to vary; leave 'varying' out.";
    }
    int named = step.varying().size();
    return "The methods differ in "
        + (places == 1 ? "one place" : places + " places")
        + (named == 0
            ? "; 'varying' names the methods that what differs becomes."
            : ", and 'varying' gives " + named + " names.");
  }

  private void refuse(String message, List<List<Stretch.Range>> places) {
    int file = units.fileOf(methods.get(0));
    Site[] sites =
        places.isEmpty()
            ? new Site[] {code.declaration(methods.get(0))}
            : places.stream()
                .map(one -> code.site(file, code.tokens(file).from(one.get(0).begin())))
                .toArray(Site[]::new);
    rewriting.refuse(RefusalCode.NOT_ALIKE, message, sites);
  }

  /** Places that read the same in each of the methods are one part. */
  private Map<String, List<List<Stretch.Range>>> byText(
      List<List<Stretch.Range>> places, List<Sibling> siblings) {
    Map<String, List<List<Stretch.Range>>> found = new LinkedHashMap<>();
    for (List<Stretch.Range> place : places) {
      StringBuilder key = new StringBuilder();
      for (int n = 0; n < siblings.size(); n++) {
        JavaTokens tokens = code.tokens(siblings.get(n).file());
        Stretch.Range range = place.get(n);
        for (int t = tokens.from(range.begin());
            t < tokens.size() && tokens.begin(t) < range.end();
            t++) {
          key.append(tokens.text(t)).append(' ');
        }
        key.append('\n');
      }
      found.computeIfAbsent(key.toString(), one -> new ArrayList<>()).add(place);
    }
    return found;
  }

  /** Makes one part a method of each class. */
  private void part(
      Attributed all, List<Sibling> siblings, List<List<Stretch.Range>> places, String as) {
    boolean comments = !isCommentedAlike(siblings, places);
    Set<String> taken = new LinkedHashSet<>();
    List<Extraction> extractions = new ArrayList<>();
    for (int n = 0; n < siblings.size(); n++) {
      Extraction one =
          Extraction.oneOfSeveral(rewriting, all, siblings.get(n).method(), as, comments);
      extractions.add(one);
      for (List<Stretch.Range> place : places) {
        taken.addAll(one.takes(place.get(n)));
      }
    }
    List<String> variables = Variables.inOrder(siblings.get(0).path(), taken);
    String first = "";
    for (int n = 0; n < siblings.size() && rewriting.isFine(); n++) {
      int side = n;
      List<Stretch.Range> own = places.stream().map(place -> place.get(side)).toList();
      String head = extractions.get(n).write(own, variables);
      first = n == 0 ? head : first;
      if (rewriting.isFine() && !head.equals(first)) {
        refuse(
            "What becomes '" + as + "' is '" + first + "' in one and '" + head + "' in another.",
            places);
      }
    }
  }

  /** Whether the same comments stand above a part in each of the methods. */
  private boolean isCommentedAlike(List<Sibling> siblings, List<List<Stretch.Range>> places) {
    return places.stream()
        .allMatch(
            place -> {
              List<String> above = new ArrayList<>();
              for (int n = 0; n < siblings.size(); n++) {
                Sibling one = siblings.get(n);
                Stretch stretch = Stretch.of(one.tree(), place.get(n));
                String text = code.text(one.file());
                int from =
                    stretch == null
                        ? place.get(n).begin()
                        : stretch.commentsBegin(text, code.tokens(one.file()));
                above.add(
                    text.substring(from, place.get(n).begin())
                        .lines()
                        .map(String::strip)
                        .collect(Collectors.joining("\n")));
              }
              return above.stream().distinct().count() == 1;
            });
  }
}
