package dev.vinesorter.lang.tree;

import java.util.Arrays;

/**
 * The named nodes of a part of a tree as the parser writes them in one go, {@code (call function:
 * (identifier) …)}: numbered from 0, each before what is in it.
 */
final class NamedNodes {
  private int size;
  private int[] symbol = new int[1 << 6];
  private int[] field = new int[1 << 6];
  private int[] past = new int[1 << 6];

  private NamedNodes() {}

  /**
   * Reads what the parser wrote.
   *
   * @return null where something stands there that is not such a node
   */
  static NamedNodes of(String written, Kinds kinds) {
    NamedNodes nodes = new NamedNodes();
    int[] open = new int[1 << 6];
    int depth = 0;
    int inField = 0;
    for (int at = 0; at < written.length(); ) {
      char c = written.charAt(at);
      if (c == '(') {
        int past = endOfName(written, at + 1);
        int symbol = kinds.byName(written, at + 1, past);
        if (symbol < 0) {
          return null;
        }
        open = depth == open.length ? Arrays.copyOf(open, depth * 2) : open;
        open[depth++] = nodes.add(symbol, inField);
        inField = 0;
        at = past;
      } else if (c == ')') {
        nodes.past[open[--depth]] = nodes.size;
        at++;
      } else if (c == ' ') {
        at++;
      } else {
        int past = endOfName(written, at);
        int named = kinds.fieldByName(written, at, past);
        if (named < 0) {
          return null;
        }
        inField = named;
        at = past + 1;
      }
    }
    return nodes;
  }

  private static int endOfName(String written, int from) {
    for (int at = from; at < written.length(); at++) {
      char c = written.charAt(at);
      if (c == ' ' || c == ')' || c == ':' || c == '(') {
        return at;
      }
    }
    return written.length();
  }

  private int add(int ofKind, int inField) {
    if (size == symbol.length) {
      symbol = Arrays.copyOf(symbol, size * 2);
      field = Arrays.copyOf(field, size * 2);
      past = Arrays.copyOf(past, size * 2);
    }
    symbol[size] = ofKind;
    field[size] = inField;
    return size++;
  }

  int size() {
    return size;
  }

  /** The number of a node's kind. */
  int symbol(int node) {
    return symbol[node];
  }

  /** The number of the field that a node stands in; 0 for none. */
  int field(int node) {
    return field[node];
  }

  /** One past the last node in another. */
  int past(int node) {
    return past[node];
  }

  /** Whether no named node is in a node. */
  boolean isLeaf(int node) {
    return past[node] == node + 1;
  }
}
