package dev.vinesorter.lang.tree;

import java.util.Arrays;
import org.treesitter.TSNode;
import org.treesitter.TSTreeCursor;

/**
 * Copies a parsed tree. Every question to the parser's own tree costs more than parsing what it is
 * about, so that as little as possible is asked: where a node begins is known with the node, where
 * it ends follows from what it reads or from what is in it. Only where the text departs from the
 * grammar, all is asked; where it does not, parts are copied by their text as far as that goes.
 */
final class TreeCopy {
  /** How far in a part is looked for that can be copied by its text, where its whole cannot. */
  private static final int TRIES = 8;

  private final Syntax syntax;
  private final SourceText source;
  private final Kinds kinds;
  private final boolean departs;
  private final LightCopy light;

  /**
   * @param light copies parts by their text; null for none
   */
  TreeCopy(Syntax syntax, SourceText source, Kinds kinds, boolean departs, LightCopy light) {
    this.syntax = syntax;
    this.source = source;
    this.kinds = kinds;
    this.departs = departs;
    this.light = light;
  }

  void run(TSTreeCursor cursor) {
    int[] stack = new int[64];
    int depth = 0;
    boolean down = true;
    while (true) {
      if (down) {
        int open = depth == 0 ? -1 : stack[depth - 1];
        TSNode node = cursor.currentNode();
        int field = cursor.currentFieldId();
        boolean plain = light != null && depth < TRIES && !(departs && Native.hasError(node));
        if (!plain || !light.copied(cursor, node, open, field)) {
          int begin = source.place(Native.begin(node));
          if (cursor.gotoFirstChild()) {
            if (depth == stack.length) {
              stack = Arrays.copyOf(stack, depth * 2);
            }
            int symbol = symbol(node, begin);
            begin = kinds.isOfText(symbol) ? begin : source.pastBlanks(begin);
            stack[depth++] = syntax.add(symbol, begin, -1, open, field);
            continue;
          }
          leaf(node, begin, open, field);
        }
      }
      if (depth > 0 && cursor.gotoNextSibling()) {
        down = true;
      } else if (depth > 0) {
        cursor.gotoParent();
        int node = stack[--depth];
        // A text may end with a sign that is no node.
        if (kinds.isOfText(syntax.symbol(node))) {
          syntax.end(node, end(cursor.currentNode()));
        }
        syntax.close(node);
        down = false;
      } else {
        return;
      }
    }
  }

  private void leaf(TSNode node, int begin, int open, int field) {
    boolean plain = !departs && (open < 0 || !kinds.isOfText(syntax.symbol(open)));
    int sign = plain ? kinds.tokens().bracket(source.text(), begin) : Tokens.NONE;
    int symbol = sign >= 0 ? sign : symbol(node, begin);
    int end;
    if (sign >= 0) {
      end = begin + 1;
    } else if (departs || symbol == kinds.departing()) {
      end = end(node);
    } else if (!kinds.isNamed(symbol)) {
      String name = kinds.name(symbol);
      boolean whole = !name.isBlank() && source.has(name, begin);
      end = whole ? begin + name.length() : end(node);
    } else if (kinds.name(symbol).endsWith("identifier")) {
      end = source.endOfWord(begin);
      // Some languages have names behind a sign, such as #name, or before one, such as empty?
      boolean signed = end == begin || "?!".indexOf(source.charAt(end)) >= 0;
      end = signed ? end(node) : end;
    } else {
      end = end(node);
    }
    if (departs && begin == end && Native.isMissing(node)) {
      syntax.error(begin);
    }
    syntax.close(syntax.add(symbol, begin, end, open, field));
  }

  private int symbol(TSNode node, int begin) {
    int symbol = Native.symbol(node);
    if (kinds.isKind(symbol)) {
      return symbol;
    }
    syntax.error(begin);
    return kinds.departing();
  }

  private int end(TSNode node) {
    return source.place(Native.end(node));
  }
}
