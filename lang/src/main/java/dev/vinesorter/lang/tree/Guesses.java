package dev.vinesorter.lang.tree;

import java.util.Arrays;

/** What is known of the nodes of a part of a tree before their names are read. */
final class Guesses {
  /** A token that is called by what it reads. */
  static final byte TOKEN = 0;

  /** A word that is no token of the grammar: it has a name. */
  static final byte NAMED = 1;

  /** A word that is a token of the grammar, or has a name. */
  static final byte WORD = 2;

  /** What holds other nodes: it has a name. */
  static final byte HOLDER = 3;

  /** A number: it has a name. */
  static final byte NUMBER = 4;

  /** A quote, or what stands between two. */
  static final byte OF_QUOTED = 5;

  /** A token that the parser was asked for. */
  static final byte ASKED_TOKEN = 6;

  /** What has a name and was asked for. */
  static final byte ASKED = 7;

  /** The parser is asked for what is right in a node. */
  static final byte CHILDREN = 1;

  /** The parser is asked for all that is in a node. */
  static final byte ALL = 2;

  private final Syntax syntax;
  private int top;
  private byte[] sorts = new byte[1 << 8];
  private byte[] asks = new byte[1 << 8];

  Guesses(Syntax syntax) {
    this.syntax = syntax;
  }

  /** Begins with a part whose first node is the next one. */
  void begin() {
    top = syntax.size();
  }

  /** The first node of the part. */
  int top() {
    return top;
  }

  /** Says what is known of the node that was added last. */
  void add(byte sort) {
    int n = syntax.size() - 1 - top;
    if (n == sorts.length) {
      sorts = Arrays.copyOf(sorts, n * 2);
      asks = Arrays.copyOf(asks, n * 2);
    }
    sorts[n] = sort;
    asks[n] = 0;
  }

  static boolean isToken(byte sort) {
    return sort == TOKEN || sort == ASKED_TOKEN;
  }

  /** Whether what a node is was only told by how it reads. */
  boolean isRead(int node) {
    return sort(node) < HOLDER || sort(node) == NUMBER;
  }

  byte sort(int node) {
    return sorts[node - top];
  }

  void sort(int node, byte sort) {
    sorts[node - top] = sort;
  }

  /** For how much of what is in a node the parser is asked; 0 for nothing. */
  byte asks(int node) {
    return asks[node - top];
  }

  /** The parser is asked for at least so much of what is in a node. */
  void ask(int node, byte much) {
    asks[node - top] = (byte) Math.max(much, asks[node - top]);
  }
}
