package dev.vinesorter.lang.tree;

/**
 * Gives the nodes of a part of a tree the names that the parser writes: which nodes have a name is
 * mostly known, and there are as many names as nodes that have one.
 */
final class WrittenNames {
  private final Syntax syntax;
  private final SourceText source;
  private final Guesses guesses;
  private final Kinds kinds;
  private NamedNodes written;
  private boolean doubtful;

  /** The written node that each holder is. */
  private int[] meant;

  WrittenNames(Syntax syntax, SourceText source, Guesses guesses, Kinds kinds) {
    this.syntax = syntax;
    this.source = source;
    this.guesses = guesses;
    this.kinds = kinds;
  }

  /** Whether the last names did not fit for words that the parser is asked for from now on. */
  boolean isDoubtful() {
    return doubtful;
  }

  /**
   * Names all nodes of the part.
   *
   * @param names null where they could not be read
   * @return whether there is just one way to do that
   */
  boolean fit(NamedNodes names) {
    doubtful = false;
    int top = guesses.top();
    if (names == null) {
      return false;
    }
    written = names;
    meant = new int[syntax.size() - top];
    syntax.kind(top, names.symbol(0));
    for (int node = top; node < syntax.size(); node++) {
      if (guesses.sort(node) == Guesses.HOLDER && !fitsIn(node)) {
        return false;
      }
    }
    for (int node = syntax.size() - 1; node >= top; node--) {
      if (syntax.first(node) >= 0) {
        boolean text = guesses.sort(node) == Guesses.HOLDER && isOfText(syntax.symbol(node));
        syntax.begin(node, text ? syntax.begin(node) : source.pastBlanks(syntax.begin(node)));
        syntax.end(node, text ? syntax.end(node) : -1);
        syntax.endsWithLast(node);
      }
    }
    return true;
  }

  private boolean isOfText(int symbol) {
    return kinds.isOfText(symbol);
  }

  private boolean fitsIn(int node) {
    int self = meant[node - guesses.top()];
    if (guesses.sort(node + 1) == Guesses.OF_QUOTED) {
      return fitsQuoted(node, self);
    }
    int sure = 0;
    int words = 0;
    boolean read = false;
    for (int child = syntax.first(node); child >= 0; child = syntax.next(child)) {
      byte sort = guesses.sort(child);
      words += sort == Guesses.WORD ? 1 : 0;
      sure += sort == Guesses.WORD || Guesses.isToken(sort) ? 0 : 1;
      read |= guesses.isRead(child);
    }
    int many = 0;
    for (int n = self + 1; n < written.past(self); n = written.past(n)) {
      many++;
    }
    boolean isAsked = guesses.asks(node) > 0 && !read;
    return (isAsked || !isOfText(syntax.symbol(node)))
        && many >= sure
        && many <= sure + words
        && fitsIn(node, self, many > sure, many == sure + words);
  }

  /** Names what is right in a node; some words of it have names, or all. */
  private boolean fitsIn(int node, int self, boolean some, boolean all) {
    int n = self + 1;
    for (int child = syntax.first(node); child >= 0; child = syntax.next(child)) {
      byte sort = guesses.sort(child);
      boolean open = n < written.past(self);
      boolean isNamed =
          sort == Guesses.WORD
              ? all || some && open && written.isLeaf(n) && isSameField(n, child)
              : !Guesses.isToken(sort);
      if (!isNamed) {
        continue;
      }
      if (!open || !fits(n, child, sort)) {
        return false;
      }
      syntax.kind(child, written.symbol(n));
      meant[child - guesses.top()] = n;
      n = written.past(n);
    }
    if (n < written.past(self)) {
      doubt(node);
    }
    return n == written.past(self);
  }

  private boolean isSameField(int n, int child) {
    return written.field(n) != 0 && written.field(n) == syntax.fieldNumber(child);
  }

  private boolean fits(int n, int child, byte sort) {
    return written.field(n) == syntax.fieldNumber(child)
        && (sort == Guesses.HOLDER || written.isLeaf(n))
        && !(guesses.isRead(child) && isOfText(written.symbol(n)));
  }

  /** From now on, the parser is asked which words those in a node are. */
  private void doubt(int node) {
    for (int child = syntax.first(node); child >= 0; child = syntax.next(child)) {
      if (guesses.sort(child) == Guesses.WORD) {
        kinds.tokens().doubt(syntax.symbol(child));
        doubtful = true;
      }
    }
  }

  /** Names the quotes of a text and what it says; the quotes may have names or have none. */
  private boolean fitsQuoted(int node, int self) {
    int many = written.past(self) - self - 1;
    int parts = syntax.past(node) - node - 1;
    int last = node + parts;
    boolean quotes = many == parts;
    boolean tokens = syntax.symbol(node + 1) >= 0 && syntax.symbol(last) >= 0;
    if (parts < 2 || !isOfText(syntax.symbol(node)) || !quotes && !(tokens && many == parts - 2)) {
      return false;
    }
    int n = self + 1;
    for (int part = node + 1; part <= last; part++) {
      if (quotes || part > node + 1 && part < last) {
        if (!isOfText(written.symbol(n)) || !written.isLeaf(n)) {
          return false;
        }
        syntax.kind(part, written.symbol(n++));
      }
    }
    return true;
  }
}
