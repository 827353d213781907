import dev.vinesorter.core.model.Level;
import dev.vinesorter.source.text.SourceWalk;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.JavaStepEditor;
import dev.vinesorter.source.keep.KeptSurvey;
import dev.vinesorter.source.keep.OwnFolder;
import dev.vinesorter.source.plan.StepEditor;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.Root;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.TreeSet;

/** Prints a plan of N random moves of main types that the rules accept one after the other: ROOT N SEED. */
public final class RandomPlan {
  public static void main(String[] arguments) {
    Root root = Root.of(Path.of(arguments[0]));
    KeptSurvey kept = new OwnFolder(root).kept();
    Overlay sources = new Overlay(root, SourceWalk.of(root).files(), kept.options().charset());
    Random random = new Random(Long.parseLong(arguments[2]));
    int wanted = Integer.parseInt(arguments[1]);
    Survey now = kept.survey();
    StringBuilder plan = new StringBuilder("title: " + wanted + " random moves\nsteps:\n");
    int steps = 0;
    int tried = 0;
    while (steps < wanted) {
      Units units = now.units();
      List<Integer> types = new ArrayList<>();
      TreeSet<String> packages = new TreeSet<>();
      for (int unit = 0; unit < units.size(); unit++) {
        if (units.level(unit) == Level.TYPE && units.topTypeOf(unit) == unit
            && !units.has(unit, Trait.FOREIGN) && !units.has(unit, Trait.TEST)) {
          types.add(unit);
          packages.add(units.name(units.packageOf(unit)));
        }
      }
      List<String> targets = new ArrayList<>(packages);
      Step.Move step = Step.move(units.name(types.get(random.nextInt(types.size()))),
          targets.get(random.nextInt(targets.size())), true, 0);
      tried++;
      StepEditor.Result result = new JavaStepEditor().carryOut(now, step, sources);
      if (result.outcome().accepted() && !result.outcome().done()) {
        now = result.foretold();
        steps++;
        plan.append("  - move: ").append(step.unit()).append("\n    into: ").append(step.into()).append("\n    widen: true\n");
      }
    }
    System.err.println(tried + " moves tried for " + wanted);
    System.out.print(plan);
  }
}
