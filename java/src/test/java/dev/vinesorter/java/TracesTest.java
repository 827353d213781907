package dev.vinesorter.java;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.source.tree.BlockTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreeScanner;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.compile.SyntaxTree;
import dev.vinesorter.java.read.JavaReader;
import dev.vinesorter.source.plan.StepEditor;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.Overlay;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import javax.tools.JavaCompiler;
import javax.tools.ToolProvider;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Random programs do the same things in the same order after random steps that write code anew. As
 * many as the system property {@code traces} says.
 */
class TracesTest {
  private static final int TOGETHER = 40;

  @TempDir Path folder;

  private final Map<String, int[]> counts = new TreeMap<>();

  @Test
  void everythingIsEvaluatedAsOftenAndInTheSameOrder() throws Exception {
    int programs = Integer.getInteger("traces", 160);
    Random random = new Random(Long.getLong("traces.seed", 11));
    int accepted = 0;
    for (int batch = 0; batch < programs; batch += TOGETHER) {
      accepted += batch(folder.resolve("b" + batch), random);
    }
    System.out.println(accepted + " of " + programs + " steps accepted: " + told());
    assertThat(accepted).isGreaterThan(programs / 3);
  }

  private String told() {
    StringBuilder told = new StringBuilder();
    counts.forEach((verb, n) -> told.append(verb + " " + n[0] + "/" + n[1] + " "));
    return told.toString().strip();
  }

  private int batch(Path root, Random random) throws Exception {
    Code code = Code.at(root);
    for (int n = 0; n < TOGETHER; n++) {
      code.file("p/P" + n + ".java", TracedProgram.of("P" + n, random));
    }
    Map<String, List<String>> before = run(root);
    Overlay sources = code.overlay();
    Reading read = new JavaReader().read(sources, ReadOptions.DEFAULT, Progress.SILENT);
    assertThat(read.survey().problems()).isEmpty();
    JavaStepEditor editor = new JavaStepEditor(read, ReadOptions.DEFAULT);
    Survey now = read.survey();
    Map<String, Step> done = new TreeMap<>();
    for (int n = 0; n < TOGETHER; n++) {
      Step step = step("p.P" + n, sources.text("p/P" + n + ".java").text(), random);
      StepEditor.Result result = editor.carryOut(now, step, sources);
      int[] count = counts.computeIfAbsent(step.verb(), verb -> new int[2]);
      count[1]++;
      if (result.outcome().accepted()) {
        count[0]++;
        now = result.foretold();
        done.put("P" + n, step);
      }
    }
    sources.changed().forEach((path, text) -> code.file(path, text.text()));
    Map<String, List<String>> after = run(root);
    before.forEach(
        (name, trace) ->
            assertThat(after.get(name))
                .as(done.get(name) + "\n" + sources.text("p/" + name + ".java").text())
                .isEqualTo(trace));
    return done.size();
  }

  /** What each program notes, for several arguments. */
  private static Map<String, List<String>> run(Path root) throws Exception {
    JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
    Path classes = Files.createDirectories(root.resolveSibling(root.getFileName() + "-classes"));
    List<String> arguments =
        new ArrayList<>(List.of("-nowarn", "-proc:none", "-d", classes.toString()));
    try (Stream<Path> files = Files.list(root.resolve("p"))) {
      files.sorted().forEach(file -> arguments.add(file.toString()));
    }
    assertThat(compiler.run(null, null, System.err, arguments.toArray(new String[0]))).isZero();
    Map<String, List<String>> traces = new TreeMap<>();
    try (URLClassLoader loader = new URLClassLoader(new URL[] {classes.toUri().toURL()}, null)) {
      for (int n = 0; n < TOGETHER; n++) {
        var method = loader.loadClass("p.P" + n).getDeclaredMethod("run", int.class, int.class);
        method.setAccessible(true);
        List<String> trace = new ArrayList<>();
        for (int[] given : new int[][] {{0, 1}, {5, 2}, {-3, 8}}) {
          ((List<?>) method.invoke(null, given[0], given[1]))
              .forEach(one -> trace.add((String) one));
        }
        traces.put("P" + n, trace);
      }
    }
    return traces;
  }

  // ---- the steps

  private static Step step(String type, String text, Random random) {
    List<String> work = List.of(type + "#work(int, int)");
    LocatedTree tree = SyntaxTree.of(text).located();
    return switch (random.nextInt(16)) {
      case 0, 1, 2 ->
          new Step.Extract(
              work, stretch(tree, random), "", "pulled", "private", "", Set.of(Leave.ALIKE), 0);
      case 3, 4 -> new Step.Inline(work, variable(tree, random), Set.of(), 0);
      case 5 ->
          new Step.Inline(
              List.of(
                  type
                      + List.of("#twice(int)", "#mixed(int, int)", "#unused(int, int)", "#LIMIT")
                          .get(random.nextInt(4))),
              "",
              Set.of(),
              0);
      case 6 -> signature(type, random);
      case 7 -> bundle(type, random);
      case 8 -> split(type, random);
      case 10 ->
          new Step.Strategy(
              List.of(type + "#chosen(int, int)"),
              type + "Way",
              List.of("First", "Second", "Third").stream()
                  .map(name -> type.substring(2) + name)
                  .toList(),
              "",
              Set.of(),
              0);
      case 11, 12 ->
          new Step.Base(
              List.of(work.get(0), type + "Twin#work(int, int)"),
              type + "Base",
              random.nextBoolean() ? List.of("part") : List.of("part", "rest"),
              Set.of(Leave.WIDEN),
              0);
      case 13, 14 -> new Step.Inline(work, "", Set.of(Leave.NEVER_NULL), 0);
      case 15 -> new Step.Field(work, variable(tree, random), "", Set.of(), 0);
      default -> new Step.Enclose(List.of(type + "#state"), Set.of(), 0);
    };
  }

  private static Step split(String type, Random random) {
    List<String> out =
        new ArrayList<>(
            List.of("state", "t", "trace", "twice", "mixed", "unused", "LIMIT", "work"));
    Collections.shuffle(out, random);
    Set<Leave> leaves = random.nextBoolean() ? Set.of(Leave.FORWARD) : Set.of();
    List<String> some = out.subList(0, 1 + random.nextInt(4));
    return new Step.Split(List.of(type), some, type + "Part", "", leaves, 0);
  }

  private static Step bundle(String type, Random random) {
    List<String> parameters =
        new ArrayList<>(random.nextBoolean() ? List.of("a", "b") : List.of("first", "second"));
    Collections.shuffle(parameters, random);
    String method = parameters.contains("a") ? "#*(…)" : "#work(int, int)";
    return new Step.Bundle(List.of(type + method), parameters, type + "Both", "", Set.of(), 0);
  }

  private static Step signature(String type, Random random) {
    String method = random.nextBoolean() ? "mixed" : "unused";
    List<Step.Parameter> parameters = new ArrayList<>();
    parameters.add(new Step.Parameter("a", "", ""));
    if (random.nextBoolean() || method.equals("mixed")) {
      parameters.add(new Step.Parameter("b", "", ""));
    }
    if (random.nextBoolean()) {
      parameters.add(new Step.Parameter("c", "String", "\"c\""));
    }
    Collections.shuffle(parameters, random);
    return new Step.Signature(
        List.of(type + "#" + method + "(int, int)"), parameters, "", "anew", Set.of(), 0);
  }

  /** Some statements that stand behind each other in the method, or an expression. */
  private static String stretch(LocatedTree tree, Random random) {
    List<String> found = new ArrayList<>();
    boolean values = random.nextInt(3) == 0;
    new TreeScanner<Void, Void>() {
      private boolean inside;

      @Override
      public Void visitMethod(MethodTree node, Void p) {
        inside = node.getName().contentEquals("work");
        return super.visitMethod(node, p);
      }

      @Override
      public Void scan(Tree node, Void p) {
        boolean value =
            node instanceof ExpressionTree
                && !(node instanceof LiteralTree)
                && tree.begin(node) > 0;
        if (inside && values && value) {
          found.add(tree.text(node));
        }
        return super.scan(node, p);
      }

      @Override
      public Void visitBlock(BlockTree node, Void p) {
        List<? extends StatementTree> all = node.getStatements();
        for (int from = 0; inside && !values && from < all.size(); from++) {
          for (int to = from; to < all.size(); to++) {
            found.add(tree.text().substring(tree.begin(all.get(from)), tree.end(all.get(to))));
          }
        }
        return super.visitBlock(node, p);
      }
    }.scan(tree.tree(), null);
    return found.isEmpty() ? "return" : found.get(random.nextInt(found.size()));
  }

  private static String variable(LocatedTree tree, Random random) {
    List<String> found = new ArrayList<>(List.of("none"));
    new TreeScanner<Void, Void>() {
      @Override
      public Void visitVariable(VariableTree node, Void p) {
        if (node.getName().toString().startsWith("v")) {
          found.add(node.getName().toString());
        }
        return super.visitVariable(node, p);
      }
    }.scan(tree.tree(), null);
    return found.get(found.size() == 1 ? 0 : 1 + random.nextInt(found.size() - 1));
  }
}
