import com.sun.source.tree.BlockTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.DocTrees;
import com.sun.source.util.JavacTask;
import com.sun.source.util.TreePathScanner;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Stream;
import javax.lang.model.element.Modifier;
import javax.tools.JavaCompiler;
import javax.tools.StandardJavaFileManager;
import javax.tools.ToolProvider;

/**
 * How code is cut up, on the compiler's trees: NAME=MAIN[,TEST]… with a line for each. Code lines
 * are those that are not blank and not comments; a method's lines are the code lines of its body
 * with its head; parameters are those of methods and constructors that are written out.
 */
public final class House {
  private final List<Integer> methods = new ArrayList<>();
  private int over40;
  private int over3;
  private int over5;
  private int parametersOf;
  private int fields;
  private int finals;
  private int open;
  private int hidden;
  private int documented;
  private int declared;
  private int codeLines;
  private int files;

  public static void main(String[] arguments) throws IOException {
    System.out.printf(
        "%-16s %6s %7s  %-16s %5s  %-14s %6s  %-13s %8s %6s%n",
        "", "files", "code", "method lines", ">40", "params >3, >5", "final", "open/hidden", "Javadoc", "tests");
    for (String argument : arguments) {
      String name = argument.substring(0, argument.indexOf('='));
      String[] folders = argument.substring(argument.indexOf('=') + 1).split(",");
      House house = new House();
      house.read(Path.of(folders[0]));
      House tests = new House();
      if (folders.length > 1) {
        tests.read(Path.of(folders[1]));
      }
      house.print(name, tests.codeLines);
    }
  }

  private void print(String name, int testLines) {
    methods.sort(null);
    int most = methods.isEmpty() ? 0 : methods.get(methods.size() - 1);
    System.out.printf(
        Locale.ROOT,
        "%-16s %6d %,7d  %4d / %3d / %4d %5d  %5.1f %%, %-4d %4d %%  %5d / %-5d %6d %%  %6.2f%n",
        name,
        files,
        codeLines,
        methods.isEmpty() ? 0 : methods.get(methods.size() / 2),
        methods.isEmpty() ? 0 : methods.get(methods.size() * 9 / 10),
        most,
        over40,
        100.0 * over3 / Math.max(1, parametersOf),
        over5,
        100 * finals / Math.max(1, fields),
        open,
        hidden,
        100 * documented / Math.max(1, declared),
        (double) testLines / Math.max(1, codeLines));
  }

  private void read(Path folder) throws IOException {
    JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
    List<Path> sources;
    try (Stream<Path> all = Files.walk(folder)) {
      sources =
          all.filter(path -> path.toString().endsWith(".java"))
              .filter(path -> !Set.of("module-info.java", "package-info.java").contains(path.getFileName().toString()))
              .toList();
    }
    try (StandardJavaFileManager manager = compiler.getStandardFileManager(null, null, null)) {
      JavacTask task =
          (JavacTask)
              compiler.getTask(null, manager, d -> {}, List.of("-proc:none"), null, manager.getJavaFileObjectsFromPaths(sources));
      DocTrees trees = DocTrees.instance(task);
      for (CompilationUnitTree unit : task.parse()) {
        files++;
        String text = unit.getSourceFile().getCharContent(true).toString();
        new Scan(trees, unit, text).scan(unit, null);
      }
    }
  }

  private final class Scan extends TreePathScanner<Void, Void> {
    private final DocTrees trees;
    private final CompilationUnitTree unit;
    private final BitSet code;
    private final String text;

    Scan(DocTrees trees, CompilationUnitTree unit, String text) {
      this.trees = trees;
      this.unit = unit;
      this.text = text;
      this.code = codeLines(text);
      codeLines += code.cardinality();
    }

    private int lines(Tree tree) {
      long begin = trees.getSourcePositions().getStartPosition(unit, tree);
      long end = trees.getSourcePositions().getEndPosition(unit, tree);
      int first = (int) unit.getLineMap().getLineNumber(begin);
      int last = (int) unit.getLineMap().getLineNumber(Math.max(begin, end - 1));
      return code.get(first, last + 1).cardinality();
    }

    @Override
    public Void visitClass(ClassTree node, Void p) {
      boolean named = !node.getSimpleName().isEmpty();
      boolean outermost = getCurrentPath().getParentPath().getLeaf() == unit;
      if (outermost) {
        if (node.getModifiers().getFlags().contains(Modifier.PUBLIC)) {
          open++;
        } else {
          hidden++;
        }
      }
      if (named) {
        document(outermost || node.getModifiers().getFlags().contains(Modifier.PUBLIC));
        for (Tree member : node.getMembers()) {
          boolean ofRecordOrEnum = node.getKind() == Tree.Kind.RECORD || node.getKind() == Tree.Kind.INTERFACE;
          if (member instanceof VariableTree field
              && !ofRecordOrEnum
              && !field.getModifiers().getFlags().contains(Modifier.STATIC)
              && !isConstant(node, field)) {
            fields++;
            finals += field.getModifiers().getFlags().contains(Modifier.FINAL) ? 1 : 0;
          }
        }
      }
      return super.visitClass(node, p);
    }

    private boolean isConstant(ClassTree node, VariableTree field) {
      return node.getKind() == Tree.Kind.ENUM && field.getType() != null && field.getType().toString().equals(node.getSimpleName().toString());
    }

    private void document(boolean counts) {
      if (counts) {
        declared++;
        documented += trees.getDocComment(getCurrentPath()) != null ? 1 : 0;
      }
    }

    @Override
    public Void visitMethod(MethodTree node, Void p) {
      long begin = trees.getSourcePositions().getStartPosition(unit, node);
      long end = trees.getSourcePositions().getEndPosition(unit, node);
      boolean written = begin >= 0 && end > begin && text.startsWith(name(node), nameAt(node, (int) begin));
      if (written) {
        parametersOf++;
        over3 += node.getParameters().size() > 3 ? 1 : 0;
        over5 += node.getParameters().size() > 5 ? 1 : 0;
        BlockTree body = node.getBody();
        if (body != null) {
          int lines = lines(node);
          methods.add(lines);
          over40 += lines > 40 ? 1 : 0;
        }
        boolean overrides = node.getModifiers().getAnnotations().stream().anyMatch(a -> a.getAnnotationType().toString().equals("Override"));
        document(node.getModifiers().getFlags().contains(Modifier.PUBLIC) && !overrides);
      }
      return super.visitMethod(node, p);
    }

    private String name(MethodTree node) {
      return node.getName().contentEquals("<init>") ? "" : node.getName().toString();
    }

    private int nameAt(MethodTree node, int begin) {
      return Math.max(begin, text.indexOf(name(node), begin));
    }
  }

  /** The lines, from 1, that have something beside blanks and comments. */
  private static BitSet codeLines(String text) {
    BitSet lines = new BitSet();
    int line = 1;
    boolean comment = false;
    for (int at = 0; at < text.length(); at++) {
      char c = text.charAt(at);
      if (c == '\n') {
        line++;
      } else if (comment) {
        if (text.startsWith("*/", at)) {
          comment = false;
          at++;
        }
      } else if (text.startsWith("/*", at)) {
        comment = true;
        at++;
      } else if (text.startsWith("//", at)) {
        at = text.indexOf('\n', at) < 0 ? text.length() : text.indexOf('\n', at) - 1;
      } else if (text.startsWith("\"\"\"", at)) {
        int end = text.indexOf("\"\"\"", at + 3);
        for (; at < end + 2; at++) {
          lines.set(line);
          line += text.charAt(at) == '\n' ? 1 : 0;
        }
      } else if (c == '"' || c == '\'') {
        lines.set(line);
        for (at++; text.charAt(at) != c; at++) {
          at += text.charAt(at) == '\\' ? 1 : 0;
        }
      } else if (c > ' ') {
        lines.set(line);
      }
    }
    return lines;
  }
}
