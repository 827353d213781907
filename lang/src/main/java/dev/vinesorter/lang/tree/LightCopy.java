package dev.vinesorter.lang.tree;

import org.treesitter.TSNode;
import org.treesitter.TSTreeCursor;

/**
 * Copies a part of a tree in which all is as the grammar has it, asking next to nothing: to go on
 * to the next node costs a fiftieth of asking for it. Where a node stands follows from where the
 * last one ended, what a sign or a word is from how it reads, and what the others are from the
 * names that the parser writes in one go. Whatever could be two things is not copied.
 */
final class LightCopy {
  /** The parser writes a tree by calling itself, so that a deep one is not for it. */
  private static final int DEEPEST = 100;

  private final Syntax syntax;
  private final SourceText source;
  private final Kinds kinds;
  private final Tokens tokens;
  private final int heredocBody;
  private final Guesses guesses;
  private final WrittenNames names;
  private final int[] open = new int[DEEPEST];

  /** Where the next node begins at the earliest. */
  private int at;

  /** The node that is a text between quotes, the next part of it, -1 for none, and its end. */
  private int quotedIn;

  private int quoted;
  private int closed;

  /** How many texts follow behind the line that we are in. */
  private int bodies;

  LightCopy(Syntax syntax, SourceText source, Kinds kinds) {
    this.syntax = syntax;
    this.source = source;
    this.kinds = kinds;
    this.tokens = kinds.tokens();
    this.guesses = new Guesses(syntax);
    this.heredocBody = kinds.byName("heredoc_body");
    this.names = new WrittenNames(syntax, source, guesses, kinds);
  }

  /**
   * Copies a node with all that is in it.
   *
   * @param cursor stands at the node, and does so afterwards
   * @param into the node around; -1 for none
   * @return false where that is not possible; nothing is copied then
   */
  boolean copied(TSTreeCursor cursor, TSNode node, int into, int field) {
    int top = syntax.size();
    int end = source.place(Native.end(node));
    for (int tries = 0; tries < 2; tries++) {
      guesses.begin();
      at = source.place(Native.begin(node));
      quotedIn = -1;
      bodies = 0;
      boolean walked = walked(cursor, into, field) && at <= end && source.pastBlanks(at) >= end;
      if (walked && names.fit(NamedNodes.of(node.toString(), kinds))) {
        return true;
      }
      syntax.cut(top);
      if (!walked || !names.isDoubtful()) {
        return false;
      }
    }
    return false;
  }

  private boolean walked(TSTreeCursor cursor, int into, int inField) {
    int depth = 0;
    while (true) {
      int field = depth == 0 ? inField : cursor.currentFieldId();
      int from = at;
      at = source.pastBlanks(from);
      boolean asks = depth > 0 && guesses.asks(open[depth - 1]) > 0;
      boolean mayBeBody = bodies > 0 && depth > 0 && source.hasLineEnd(from, at);
      TSNode node = asks || mayBeBody ? cursor.currentNode() : null;
      if (cursor.gotoFirstChild()) {
        open[depth] = holder(node, depth == 0 ? into : open[depth - 1], from, field, depth > 0);
        if (open[depth] < 0 || depth == DEEPEST - 1) {
          return left(cursor, depth + 1);
        }
        depth++;
        continue;
      }
      if (depth == 0 || !leaf(cursor, node, depth, field)) {
        return left(cursor, depth);
      }
      while (depth > 0 && !cursor.gotoNextSibling()) {
        cursor.gotoParent();
        close(cursor, open[--depth]);
      }
      if (depth == 0) {
        return true;
      }
    }
  }

  /**
   * Adds what holds others.
   *
   * @param node the node, where it is asked; null where it is not
   * @return -1 where it does not stand where it should
   */
  private int holder(TSNode node, int parent, int from, int field, boolean inner) {
    byte asks = inner ? guesses.asks(parent) : 0;
    boolean isBody = node != null && bodies > 0 && Native.symbol(node) == heredocBody;
    int begin = node == null ? at : source.place(Native.begin(node));
    if (begin < from || begin > at && asks == 0 && !isBody) {
      return -1;
    }
    at = begin;
    bodies -= isBody ? 1 : 0;
    int holder = add(0, -1, parent, field, Guesses.HOLDER);
    if (isBody || asks == Guesses.ALL) {
      guesses.ask(holder, Guesses.ALL);
    }
    return holder;
  }

  /** Goes back up to where the copy began. */
  private static boolean left(TSTreeCursor cursor, int depth) {
    for (int n = 0; n < depth; n++) {
      cursor.gotoParent();
    }
    return false;
  }

  private void close(TSTreeCursor cursor, int node) {
    if (guesses.asks(node) > 0) {
      at = source.place(Native.end(cursor.currentNode()));
      syntax.end(node, at);
    }
    syntax.leave(node);
    int token = phrase(node);
    if (token >= 0 && node != guesses.top()) {
      guesses.sort(node, Guesses.WORD);
      syntax.kind(node, token);
    }
  }

  /** The token that all words in a node are together, such as {@code not in}. */
  private int phrase(int node) {
    StringBuilder words = new StringBuilder();
    for (int child = syntax.first(node); child >= 0; child = syntax.next(child)) {
      byte sort = guesses.sort(child);
      boolean token = sort == Guesses.WORD || Guesses.isToken(sort);
      if (!token || syntax.first(child) >= 0) {
        return Tokens.NONE;
      }
      words.append(words.length() == 0 ? "" : " ").append(syntax.text(child));
    }
    return words.indexOf(" ") < 0 ? Tokens.NONE : tokens.word(words.toString());
  }

  /** Adds a node from where we are; gives its number. */
  private int add(int symbol, int past, int parent, int field, byte sort) {
    int node = syntax.add(symbol, at, past, parent, field);
    guesses.add(sort);
    return node;
  }

  private boolean addLeaf(int symbol, int past, int parent, int field, byte sort) {
    syntax.close(add(symbol, past, parent, field, sort));
    at = past;
    return true;
  }

  private boolean leaf(TSTreeCursor cursor, TSNode known, int depth, int field) {
    int parent = open[depth - 1];
    boolean asks = guesses.asks(parent) > 0;
    if (quotedIn == parent || !asks && beginsQuoted(parent)) {
      return quoted(parent, field);
    }
    char c = source.charAt(at);
    if (!asks && !Tokens.mayBeText(c) && !source.isMoreThanSign(at)) {
      int digits = source.endOfDigits(at);
      int bracket = tokens.bracket(source.text(), at);
      if (Character.isJavaIdentifierStart(c)) {
        int past = source.endOfWord(at);
        int token = tokens.word(source.text().substring(at, past));
        boolean doubtful = token >= 0 && (tokens.isDoubtful(token) || isOperator(token));
        if (!doubtful && !Tokens.mayFollow(source.charAt(past))) {
          byte sort = token < 0 ? Guesses.NAMED : Guesses.WORD;
          return addLeaf(token, past, parent, field, sort);
        }
      } else if (digits > at) {
        return addLeaf(0, digits, parent, field, Guesses.NUMBER);
      } else {
        int sign = bracket >= 0 || c == '[' ? bracket : tokens.sign(source.text(), at);
        if (sign >= 0) {
          return addLeaf(sign, at + kinds.name(sign).length(), parent, field, Guesses.TOKEN);
        }
      }
    }
    return asked(known == null ? cursor.currentNode() : known, depth, field);
  }

  /** Whether any sign may follow, as a name. */
  private boolean isOperator(int token) {
    return kinds.name(token).equals("operator");
  }

  /** Whether a text without anything special in it begins here, and a node with it. */
  private boolean beginsQuoted(int parent) {
    boolean first = syntax.size() - 1 == parent && syntax.begin(parent) == at;
    int close = first && tokens.showsQuotes() ? source.endOfQuoted(at) : -1;
    if (close < 0) {
      return false;
    }
    quotedIn = parent;
    quoted = at;
    closed = close;
    return true;
  }

  /** Adds the next part of such a text: a quote, what it says, a quote. */
  private boolean quoted(int parent, int field) {
    if (quoted < 0) {
      return false;
    }
    at = quoted;
    boolean isQuote = at == syntax.begin(parent) || at == closed;
    int sign = isQuote ? tokens.quote(source.charAt(at)) : Tokens.NONE;
    int past = isQuote ? at + 1 : closed;
    quoted = at == closed ? -1 : past;
    return addLeaf(sign, past, parent, field, Guesses.OF_QUOTED);
  }

  private boolean asked(TSNode node, int depth, int field) {
    int parent = open[depth - 1];
    int symbol = Native.symbol(node);
    int begin = source.place(Native.begin(node));
    char c = source.charAt(at);
    boolean expected =
        begin == at
            || guesses.asks(parent) > 0
            || source.isQuotes(at, begin)
            || isHiddenMark(begin, depth);
    if (!kinds.isKind(symbol) || !expected) {
      return false;
    }
    if (Tokens.mayBeText(c) || source.isQuoted(at) || isOperator(symbol)) {
      askMore(depth, symbol, source.isQuoted(at) ? Guesses.ALL : Guesses.CHILDREN);
    }
    String name = kinds.name(symbol);
    bodies += name.equals("heredoc_beginning") ? 1 : 0;
    boolean named = kinds.isNamed(symbol);
    int past =
        !named && !name.isBlank() && source.has(name, begin)
            ? begin + name.length()
            : source.place(Native.end(node));
    at = begin;
    return addLeaf(symbol, past, parent, field, named ? Guesses.ASKED : Guesses.ASKED_TOKEN);
  }

  /** Behind what text may follow, the parser is asked, also in what begins with it. */
  private void askMore(int depth, int symbol, byte much) {
    if (kinds.name(symbol).contains("comment")) {
      return;
    }
    for (int n = depth - 1; n >= 0 && syntax.begin(open[n]) == at; n--) {
      guesses.ask(open[n], Guesses.CHILDREN);
    }
    guesses.ask(open[depth - 1], much);
  }

  /**
   * Whether nothing but a question mark stands between here and a place, as behind types that may
   * be null; what begins here begins behind it then.
   */
  private boolean isHiddenMark(int past, int depth) {
    if (source.charAt(at) != '?' || source.pastBlanks(at + 1) != past) {
      return false;
    }
    for (int n = depth - 1; n >= 0 && syntax.begin(open[n]) == at; n--) {
      syntax.begin(open[n], past);
    }
    at = past;
    return true;
  }
}
