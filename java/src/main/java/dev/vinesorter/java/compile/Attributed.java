package dev.vinesorter.java.compile;

import com.sun.source.tree.Tree;
import com.sun.source.util.SourcePositions;
import com.sun.source.util.TreePath;
import com.sun.source.util.Trees;
import java.util.HashMap;
import java.util.Map;
import javax.lang.model.element.Element;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.Elements;
import javax.lang.model.util.Types;

/**
 * Sources as the compiler attributed them: trees whose types and symbols can be asked for. Good
 * only while the compiler's run is open.
 */
public final class Attributed {
  private final Trees trees;
  private final Types types;
  private final Elements elements;
  private final Map<String, LocatedTree> files = new HashMap<>();

  /** What a run attributed; files on which it failed are left out. */
  public Attributed(CompilerRun run) {
    this.trees = Trees.instance(run.task());
    this.types = run.task().getTypes();
    this.elements = run.task().getElements();
    SourcePositions positions = trees.getSourcePositions();
    run.units()
        .forEach(
            (tree, file) -> {
              if (!run.crashed().contains(file.path())) {
                files.put(file.path(), new LocatedTree(file.text(), tree, positions));
              }
            });
  }

  public Types types() {
    return types;
  }

  public Elements elements() {
    return elements;
  }

  /** A file's tree; null where the compiler failed on it. */
  public LocatedTree file(String path) {
    return files.get(path);
  }

  /** The type of an expression, or null. */
  public TypeMirror type(TreePath path) {
    return trees.getTypeMirror(path);
  }

  /** What a tree declares or names, or null. */
  public Element element(TreePath path) {
    return trees.getElement(path);
  }

  /** Where a tree of a file stands in it. */
  public TreePath path(LocatedTree file, Tree tree) {
    return trees.getPath(file.tree(), tree);
  }
}
