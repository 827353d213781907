package dev.vinesorter.java.compile;

import com.sun.source.tree.BlockTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.JavacTask;
import com.sun.source.util.SourcePositions;
import com.sun.source.util.TreeScanner;
import com.sun.source.util.Trees;
import dev.vinesorter.source.text.CannotWorkException;
import java.io.IOException;
import java.io.StringWriter;
import java.net.URI;
import java.util.List;
import javax.tools.JavaCompiler;
import javax.tools.JavaFileObject;
import javax.tools.SimpleJavaFileObject;
import javax.tools.StandardJavaFileManager;
import javax.tools.StandardLocation;

/** One source as the compiler's parser reads it, nothing in it being resolved. */
public final class SyntaxTree {
  private final String text;
  private final CompilationUnitTree unit;
  private final SourcePositions positions;

  /**
   * Else the compiler would look for plugins where it is run, which may be in the code base itself.
   */
  private static final StandardJavaFileManager NO_CLASSES = withoutClasses();

  private static StandardJavaFileManager withoutClasses() {
    StandardJavaFileManager manager = JdkCompiler.get().getStandardFileManager(null, null, null);
    try {
      manager.setLocationFromPaths(StandardLocation.CLASS_PATH, List.of());
      manager.setLocationFromPaths(StandardLocation.ANNOTATION_PROCESSOR_PATH, List.of());
      return manager;
    } catch (IOException e) {
      throw new CannotWorkException("The compiler could not be set up.", e);
    }
  }

  private SyntaxTree(String text, CompilationUnitTree unit, SourcePositions positions) {
    this.text = text;
    this.unit = unit;
    this.positions = positions;
  }

  /** Parses; what is no Java is left out of the tree. */
  public static SyntaxTree of(String text) {
    JavaCompiler compiler = JdkCompiler.get();
    JavaFileObject file =
        new SimpleJavaFileObject(URI.create("string:///Source.java"), JavaFileObject.Kind.SOURCE) {
          @Override
          public CharSequence getCharContent(boolean ignoreEncodingErrors) {
            return text;
          }
        };
    JavacTask task =
        (JavacTask)
            compiler.getTask(
                new StringWriter(),
                NO_CLASSES,
                diagnostic -> {},
                List.of("-proc:none"),
                null,
                List.of(file));
    try {
      return new SyntaxTree(
          text, task.parse().iterator().next(), Trees.instance(task).getSourcePositions());
    } catch (IOException e) {
      throw new CannotWorkException("The compiler could not read a source.", e);
    }
  }

  /** The tree with its places. */
  public LocatedTree located() {
    return new LocatedTree(text, unit, positions);
  }

  /** The source. */
  public String text() {
    return text;
  }

  /** Whether the compiler's parser comes to an end with a source; it fails on some broken ones. */
  static boolean canBeParsed(String text) {
    try {
      of(text);
      return true;
    } catch (IllegalStateException | AssertionError e) {
      return false;
    }
  }

  /** The first char of a tree; -1 where it has none. */
  public int begin(Tree tree) {
    return (int) positions.getStartPosition(unit, tree);
  }

  /** The char behind a tree; -1 where it has none. */
  public int end(Tree tree) {
    return (int) positions.getEndPosition(unit, tree);
  }

  /**
   * The innermost method, field or initialiser, not of a local class, that stands around a char.
   *
   * @param name the name that a field has to have, since several can share a type
   * @return null where there is none
   */
  public Tree member(int at, String name) {
    Tree[] found = new Tree[1];
    new TreeScanner<Void, Void>() {
      @Override
      public Void visitClass(ClassTree node, Void p) {
        for (Tree member : node.getMembers()) {
          if (member instanceof ClassTree) {
            scan(member, p);
            continue;
          }
          boolean around = begin(member) >= 0 && begin(member) <= at && at < end(member);
          boolean named =
              member instanceof MethodTree
                  || member instanceof BlockTree
                  || member instanceof VariableTree field && field.getName().contentEquals(name);
          if (around && named) {
            found[0] = member;
          }
        }
        return null;
      }
    }.scan(unit, null);
    return found[0];
  }
}
