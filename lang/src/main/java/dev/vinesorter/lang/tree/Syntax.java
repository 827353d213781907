package dev.vinesorter.lang.tree;

import java.util.Arrays;

/**
 * The syntax tree of a text. Nodes are numbered from the root, 0, each before what is in it and all
 * that is in it before what follows; places are chars of the text, half-open.
 */
public final class Syntax {
  private final String text;
  private final String[] kinds;
  private final String[] fields;
  private int size;
  private int[] kind = new int[1 << 8];
  private int[] begin = new int[1 << 8];
  private int[] end = new int[1 << 8];
  private int[] past = new int[1 << 8];
  private int[] around = new int[1 << 8];
  private int[] field = new int[1 << 8];
  private int firstError = -1;

  Syntax(String text, String[] kinds, String[] fields) {
    this.text = text;
    this.kinds = kinds;
    this.fields = fields;
  }

  /** Adds a node; gives its number. */
  int add(int ofKind, int from, int to, int parent, int inField) {
    if (size == kind.length) {
      int more = size * 2;
      kind = Arrays.copyOf(kind, more);
      begin = Arrays.copyOf(begin, more);
      end = Arrays.copyOf(end, more);
      past = Arrays.copyOf(past, more);
      around = Arrays.copyOf(around, more);
      field = Arrays.copyOf(field, more);
    }
    kind[size] = ofKind;
    begin[size] = from;
    end[size] = to;
    around[size] = parent;
    field[size] = inField;
    return size++;
  }

  /** Takes back all nodes from one on. */
  void cut(int from) {
    size = from;
  }

  /** Says of which kind a node is. */
  void kind(int node, int ofKind) {
    kind[node] = ofKind;
  }

  /** Says where a node begins. */
  void begin(int node, int at) {
    begin[node] = at;
  }

  /** Says where a node ends. */
  void end(int node, int at) {
    end[node] = at;
  }

  /** All that is in a node was added; where nobody said where it ends, it ends with the last. */
  void close(int node) {
    leave(node);
    endsWithLast(node);
  }

  /** All that is in a node was added. */
  void leave(int node) {
    past[node] = size;
  }

  /** Where nobody said where a node ends, it ends with the last in it. */
  void endsWithLast(int node) {
    for (int last = first(node); end[node] < 0 && last >= 0; last = next(last)) {
      if (past[last] == past[node]) {
        end[node] = end[last];
      }
    }
  }

  /** Puts all that stands beside a node, from behind it up to another one, into it. */
  public void takeIn(int node, int last) {
    for (int at = past[node]; at < past[last]; at = past[at]) {
      around[at] = node;
    }
    past[node] = past[last];
    end[node] = end[last];
  }

  void error(int at) {
    firstError = firstError < 0 ? at : firstError;
  }

  /** Where the text departs from the grammar first; -1 where it does not. */
  public int firstError() {
    return firstError;
  }

  /** The number of nodes. */
  public int size() {
    return size;
  }

  /** The whole text. */
  public String text() {
    return text;
  }

  /** What the grammar calls a node; an anonymous one is called by what it reads; empty for none. */
  public String kind(int node) {
    return node < 0 ? "" : kinds[kind[node]];
  }

  /** The number of a node's kind. */
  int symbol(int node) {
    return kind[node];
  }

  /** The number of the field that a node stands in; 0 for none. */
  int fieldNumber(int node) {
    return field[node];
  }

  /** Whether a node is of that kind. */
  public boolean is(int node, String ofKind) {
    return node >= 0 && kinds[kind[node]].equals(ofKind);
  }

  public int begin(int node) {
    return begin[node];
  }

  public int end(int node) {
    return end[node];
  }

  /** What a node reads; empty for none. */
  public String text(int node) {
    return node < 0 ? "" : text.substring(begin[node], end[node]);
  }

  /** The node around; -1 for the root. */
  public int around(int node) {
    return node < 0 ? -1 : around[node];
  }

  /** The first node in another; -1 for none. */
  public int first(int node) {
    return node >= 0 && past[node] > node + 1 ? node + 1 : -1;
  }

  /** The node beside another, behind it; -1 for none. */
  public int next(int node) {
    int after = past[node];
    return after < size && around[after] == around[node] ? after : -1;
  }

  /** The node beside another, before it; -1 for none. */
  public int previous(int node) {
    int at = node <= 0 || around[node] == node - 1 ? -1 : node - 1;
    while (at >= 0 && around[at] != around[node]) {
      at = around[at];
    }
    return at;
  }

  /** One past the last node inside another; 0 for none. */
  public int past(int node) {
    return node < 0 ? 0 : past[node];
  }

  /** The field that a node stands in; empty for none. */
  public String field(int node) {
    return node < 0 || field[node] == 0 ? "" : fields[field[node]];
  }

  /** The first node in a field of another; -1 for none. */
  public int child(int node, String name) {
    for (int child = node < 0 ? -1 : first(node); child >= 0; child = next(child)) {
      if (field[child] != 0 && fields[field[child]].equals(name)) {
        return child;
      }
    }
    return -1;
  }

  /** The first node of a kind right in another; -1 for none. */
  public int childOf(int node, String ofKind) {
    for (int child = node < 0 ? -1 : first(node); child >= 0; child = next(child)) {
      if (is(child, ofKind)) {
        return child;
      }
    }
    return -1;
  }

  /** The innermost node around a char; the root where there is no smaller one. */
  public int innermost(int at) {
    int node = 0;
    for (int child = first(node); child >= 0; ) {
      boolean holds = begin[child] <= at && at < end[child];
      node = holds ? child : node;
      child = holds ? first(child) : next(child);
    }
    return node;
  }
}
