package dev.vinesorter.lang.tree;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.util.Arrays;
import java.util.List;
import org.treesitter.TSNode;
import org.treesitter.TSTreeCursor;

/**
 * Copies a parsed tree. Every question to the parser's own tree costs more than parsing what it is
 * about, so that as little as possible is asked: where a node begins is known with the node, where
 * it ends follows from what it reads or from what is in it. Only where the text departs from the
 * grammar, all is asked.
 */
final class TreeCopy {
  /** Signs that are nodes of their own. */
  private static final String SIGNS = "()[]{},;";

  private static final List<String> TEXTS =
      List.of(
          "string",
          "preproc",
          "template",
          "heredoc",
          "regex",
          "jsx",
          "literal",
          "text",
          "char",
          "operator_name");

  private static final VarHandle BEGIN = begin();

  private final Syntax syntax;
  private final String text;
  private final int[] chars;
  private final String[] kinds;
  private final boolean[] named;
  private final boolean departs;
  private final int[] signs = new int[128];

  /** The kinds of nodes in which text stands that may begin with a sign. */
  private final boolean[] ofText;

  TreeCopy(
      Syntax syntax, String text, int[] chars, String[] kinds, boolean[] named, boolean departs) {
    this.syntax = syntax;
    this.text = text;
    this.chars = chars;
    this.kinds = kinds;
    this.named = named;
    this.departs = departs;
    Arrays.fill(signs, -1);
    for (int symbol = 0; symbol < kinds.length; symbol++) {
      if (kinds[symbol].length() == 1 && SIGNS.contains(kinds[symbol]) && !named[symbol]) {
        signs[kinds[symbol].charAt(0)] = symbol;
      }
    }
    this.ofText = new boolean[kinds.length + 1];
    for (int symbol = 0; symbol < kinds.length; symbol++) {
      for (String holder : TEXTS) {
        ofText[symbol] |= kinds[symbol].contains(holder);
      }
    }
  }

  private static VarHandle begin() {
    try {
      return MethodHandles.privateLookupIn(TSNode.class, MethodHandles.lookup())
          .findVarHandle(TSNode.class, "context0", int.class);
    } catch (ReflectiveOperationException e) {
      return null;
    }
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
        int from = BEGIN == null ? node.getStartByte() : (int) BEGIN.get(node);
        int begin = chars == null ? from : chars[from];
        if (cursor.gotoFirstChild()) {
          if (depth == stack.length) {
            stack = Arrays.copyOf(stack, depth * 2);
          }
          stack[depth++] = syntax.add(symbol(node, begin), begin, -1, open, field);
          continue;
        }
        leaf(node, begin, open, field);
      }
      if (cursor.gotoNextSibling()) {
        down = true;
      } else if (depth > 0) {
        cursor.gotoParent();
        int node = stack[--depth];
        // A text may end with a sign that is no node.
        if (ofText[syntax.symbol(node)]) {
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
    char c = begin < text.length() ? text.charAt(begin) : 0;
    boolean plain = !departs && c < signs.length && (open < 0 || !ofText[syntax.symbol(open)]);
    int sign = plain ? signs[c] : -1;
    int symbol = sign >= 0 ? sign : symbol(node, begin);
    int end;
    if (sign >= 0) {
      end = begin + 1;
    } else if (departs || symbol == kinds.length) {
      end = end(node);
    } else if (!named[symbol]) {
      end = text.startsWith(kinds[symbol], begin) ? begin + kinds[symbol].length() : end(node);
    } else if (kinds[symbol].endsWith("identifier")) {
      end = begin;
      while (end < text.length() && Character.isJavaIdentifierPart(text.charAt(end))) {
        end++;
      }
    } else {
      end = end(node);
    }
    if (departs && begin == end && node.isMissing()) {
      syntax.error(begin);
    }
    syntax.close(syntax.add(symbol, begin, end, open, field));
  }

  private int symbol(TSNode node, int begin) {
    int symbol = node.getSymbol();
    if (symbol >= 0 && symbol < kinds.length) {
      return symbol;
    }
    syntax.error(begin);
    return kinds.length;
  }

  private int end(TSNode node) {
    int past = node.getEndByte();
    return chars == null ? past : chars[past];
  }
}
