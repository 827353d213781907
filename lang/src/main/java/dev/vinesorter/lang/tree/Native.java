package dev.vinesorter.lang.tree;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import org.treesitter.TSNode;
import org.treesitter.TSParser;

/**
 * Questions to nodes that are known to be there. The binding asks before each of them whether the
 * node is one, which takes as long as the question itself. Never made: only its parent's functions
 * are of use.
 */
final class Native extends TSParser {
  private static final VarHandle BEGIN = begin();

  private Native() {}

  private static VarHandle begin() {
    try {
      return MethodHandles.privateLookupIn(TSNode.class, MethodHandles.lookup())
          .findVarHandle(TSNode.class, "context0", int.class);
    } catch (ReflectiveOperationException e) {
      return null;
    }
  }

  static int symbol(TSNode node) {
    return ts_node_symbol(node);
  }

  /** The byte at which a node begins; known with the node. */
  static int begin(TSNode node) {
    return BEGIN == null ? ts_node_start_byte(node) : (int) BEGIN.get(node);
  }

  /** The byte behind a node. */
  static int end(TSNode node) {
    return ts_node_end_byte(node);
  }

  static boolean hasError(TSNode node) {
    return ts_node_has_error(node);
  }

  static boolean isMissing(TSNode node) {
    return ts_node_is_missing(node);
  }
}
