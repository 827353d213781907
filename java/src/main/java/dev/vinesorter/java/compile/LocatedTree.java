package dev.vinesorter.java.compile;

import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.SourcePositions;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.Arrays;

/**
 * The syntax tree of one source with the places of its parts.
 *
 * @param text the source
 * @param tree its tree, attributed or not
 */
public record LocatedTree(String text, CompilationUnitTree tree, SourcePositions positions) {
  /** The first char of a tree; -1 where no source has it. */
  public int begin(Tree part) {
    return (int) positions.getStartPosition(tree, part);
  }

  /** The char behind a tree; -1 where no source has it. */
  public int end(Tree part) {
    return (int) positions.getEndPosition(tree, part);
  }

  /** A tree as it is written. */
  public String text(Tree part) {
    return text.substring(begin(part), end(part));
  }

  /** The innermost tree of some sorts around a char; null for none. */
  public TreePath enclosing(int at, Class<?>... sorts) {
    TreePath path = around(at, at + 1);
    while (path != null && !isOne(path.getLeaf(), sorts)) {
      path = path.getParentPath();
    }
    return path;
  }

  private static boolean isOne(Tree leaf, Class<?>[] sorts) {
    return Arrays.stream(sorts).anyMatch(sort -> sort.isInstance(leaf));
  }

  /** The innermost tree that reaches from one char to another; null where none does. */
  public TreePath around(int begin, int end) {
    TreePath[] found = new TreePath[1];
    new TreePathScanner<Void, Void>() {
      @Override
      public Void scan(Tree node, Void p) {
        if (node == null) {
          return null;
        }
        int from = begin(node);
        boolean around = from >= 0 && from <= begin && end <= end(node);
        if (around) {
          found[0] =
              getCurrentPath() == null ? new TreePath(tree) : new TreePath(getCurrentPath(), node);
        }
        // What has no place of its own may hold what has one.
        return around || from < 0 || node == tree ? super.scan(node, p) : null;
      }
    }.scan(tree, null);
    return found[0];
  }
}
