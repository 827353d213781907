import dev.vinesorter.core.model.Survey;
import dev.vinesorter.source.text.SourceWalk;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.java.JavaStepEditor;
import dev.vinesorter.java.read.JavaReader;
import dev.vinesorter.source.keep.KeptSurvey;
import dev.vinesorter.source.keep.OwnFolder;
import dev.vinesorter.source.plan.StepEditor;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.Root;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;

/**
 * Prints a plan of N random steps of all sorts but moves of packages, whose tests may spell out their
 * own names, that are accepted one after the other: ROOT N SEED.
 */
public final class MixedPlan {
  private static final List<String> SORTS =
      List.of("types", "static", "instance", "renames", "tighten library", "sort", "types", "static", "renames", "sort");

  public static void main(String[] arguments) {
    Root root = Root.of(Path.of(arguments[0]));
    KeptSurvey kept = new OwnFolder(root).kept();
    Overlay sources = new Overlay(root, SourceWalk.of(root).files(), kept.options().charset());
    Reading read = new JavaReader().read(sources, kept.options(), Progress.SILENT);
    JavaStepEditor editor = new JavaStepEditor(read, kept.options());
    Random random = new Random(Long.parseLong(arguments[2]));
    int wanted = Integer.parseInt(arguments[1]);
    Survey now = read.survey();
    StringBuilder plan = new StringBuilder("title: " + wanted + " random steps\nsteps:\n");
    String leftAlone = arguments.length > 3 ? arguments[3] : "";
    List<String> sorts = arguments.length > 4 ? List.of(arguments[4].split(",")) : SORTS;
    int steps = 0;
    Map<String, Integer> accepted = new TreeMap<>();
    Map<String, Integer> refused = new TreeMap<>();
    for (int trial = 0; steps < wanted; trial++) {
      String sort = sorts.get(trial % sorts.size());
      Step step = new Draw(now, random, false, sources).step(sort, trial);
      boolean apart = step != null && !leftAlone.isEmpty() && (step.unit().matches(leftAlone) || step instanceof Step.Move move && move.into().matches(leftAlone));
      if (step == null || apart) {
        continue;
      }
      Overlay before = sources.copy();
      StepEditor.Result result = editor.carryOut(now, step, sources);
      if (!result.outcome().accepted() || result.outcome().done()) {
        sources.become(before);
        refused.merge(sort, 1, Integer::sum);
        continue;
      }
      accepted.merge(sort, 1, Integer::sum);
      now = result.foretold();
      plan.append(written(step));
      steps++;
    }
    System.out.print(plan);
    System.err.println("accepted " + accepted + ", refused or with nothing to do " + refused);
  }

  private static String written(Step step) {
    StringBuilder text = new StringBuilder("  - " + step.verb() + ": \"" + step.unit() + "\"\n");
    if (step instanceof Step.Move move) {
      text.append("    into: ").append(move.into()).append('\n');
    } else if (step instanceof Step.Rename rename) {
      text.append("    to: ").append(rename.to()).append('\n');
    }
    if (step instanceof Step.Extract extract) {
      key(text, "code", extract.code());
      key(text, "as", extract.as());
    } else if (step instanceof Step.Field field) {
      key(text, "variable", field.variable());
      key(text, "as", field.as());
    } else if (step instanceof Step.Inline inline && !inline.variable().isEmpty()) {
      key(text, "variable", inline.variable());
    } else if (step instanceof Step.Signature signature) {
      List<String> all = new ArrayList<>();
      for (Step.Parameter one : signature.parameters()) {
        all.add(one.isNew() ? "{new: " + one.name() + ", type: " + quoted(one.type()) + ", value: " + quoted(one.value()) + "}" : one.name());
      }
      text.append("    parameters: ").append(all).append('\n');
      if (!signature.to().isEmpty()) {
        key(text, "to", signature.to());
      }
    } else if (step instanceof Step.Interface cut) {
      key(text, "as", cut.as());
      key(text, "members", cut.members().get(0));
    } else if (step instanceof Step.Use use) {
      key(text, "instead-of", use.insteadOf());
    } else if (step instanceof Step.Base base) {
      text.setLength(0);
      text.append("  - base: [").append(String.join(", ", base.units().stream().map(MixedPlan::quoted).toList())).append("]\n");
      key(text, "as", base.as());
      text.append("    varying: ").append(base.varying()).append('\n');
    } else if (step instanceof Step.Compose compose) {
      key(text, "as", compose.as());
    } else if (step instanceof Step.Strategy strategy) {
      key(text, "as", strategy.as());
      text.append("    names: ").append(strategy.names()).append('\n');
    } else if (step instanceof Step.Factory factory) {
      key(text, "in", factory.in());
      if (!factory.gives().isEmpty()) {
        key(text, "gives", factory.gives());
      }
    } else if (step instanceof Step.Inject inject) {
      key(text, "what", inject.what());
      key(text, "as", inject.as());
      key(text, "through", inject.byMethods() ? "parameter" : "constructor");
      key(text, "callers", inject.keep() ? "keep" : "same");
    } else if (step instanceof Step.Bundle bundle) {
      text.append("    parameters: ").append(bundle.parameters()).append('\n');
      key(text, "as", bundle.as());
    } else if (step instanceof Step.Split split) {
      text.append("    out: [").append(String.join(", ", split.out().stream().map(MixedPlan::quoted).toList())).append("]\n");
      key(text, "as", split.as());
    } else if (step instanceof Step.Lift lift) {
      key(text, "code", lift.code());
      key(text, "as", lift.as());
      text.append("    up: ").append(lift.up()).append('\n');
    }
    for (Leave leave : step.leaves()) {
      if (leave == Leave.FORWARD) {
        text.append("    leave: forward\n");
        continue;
      }
      text.append("    " + leave.word() + ": true\n");
    }
    return text.toString();
  }

  private static void key(StringBuilder text, String key, String value) {
    text.append("    ").append(key).append(": ").append(quoted(value)).append('\n');
  }

  private static String quoted(String value) {
    return '"' + value.replace("\\", "\\\\").replace("\"", "\\\"").replace("\n", "\\n").replace("\t", "\\t").replace("\r", "\\r") + '"';
  }
}
