package dev.vinesorter.lang.tree;

import java.nio.charset.StandardCharsets;
import java.util.function.Supplier;
import org.treesitter.TSInputEncoding;
import org.treesitter.TSLanguage;
import org.treesitter.TSNode;
import org.treesitter.TSParser;
import org.treesitter.TSSymbolType;
import org.treesitter.TSTree;
import org.treesitter.TSTreeCursor;

/** A grammar, loaded when the first text is parsed. */
public final class Grammar {
  /** Bytes that the parser is given at once. */
  private static final int PIECE = 1 << 16;

  private final Supplier<TSLanguage> maker;
  private TSLanguage language;
  private String[] kinds;
  private boolean[] named;
  private String[] fields;

  /** A grammar that is not loaded yet. */
  public Grammar(Supplier<TSLanguage> maker) {
    this.maker = maker;
  }

  private synchronized void load() {
    if (language != null) {
      return;
    }
    TSLanguage made = maker.get();
    kinds = new String[made.symbolCount()];
    named = new boolean[kinds.length];
    for (int symbol = 0; symbol < kinds.length; symbol++) {
      kinds[symbol] = made.symbolName(symbol).intern();
      named[symbol] = made.symbolType(symbol) == TSSymbolType.TSSymbolTypeRegular;
    }
    fields = new String[made.fieldCount() + 1];
    for (int field = 1; field < fields.length; field++) {
      fields[field] = made.fieldNameForId(field).intern();
    }
    language = made;
  }

  /**
   * The tree of a text; what departs from the grammar is read around.
   *
   * @throws TooHardException where the parser is at it for many times as long as texts of that
   *     length take
   */
  public Syntax parse(String text) {
    return parse(text, text);
  }

  /**
   * The tree of a text that stands for another one.
   *
   * @param readable what is parsed
   * @param text what the tree tells: as long, and other than that only where one sign of ASCII
   *     stands for another
   */
  public Syntax parse(String readable, String text) {
    load();
    byte[] bytes = readable.getBytes(StandardCharsets.UTF_8);
    Patience patience = new Patience(bytes.length);
    try (TSParser parser = new TSParser()) {
      parser.setLanguage(language);
      try (TSTree tree =
          parser.parseWithOptions(
              new byte[Math.min(PIECE, bytes.length + 1)],
              null,
              (piece, from, place) -> copy(bytes, from, piece),
              TSInputEncoding.TSInputEncodingUTF8,
              state -> patience.isOver())) {
        if (tree == null) {
          throw new TooHardException();
        }
        return copy(text, tree);
      }
    }
  }

  /** Copies what stands in a text from a place on; gives the number of bytes, 0 at its end. */
  private static int copy(byte[] bytes, int from, byte[] piece) {
    int many = Math.max(0, Math.min(piece.length, bytes.length - from));
    System.arraycopy(bytes, Math.min(from, bytes.length), piece, 0, many);
    return many;
  }

  private Syntax copy(String text, TSTree tree) {
    TSNode root = tree.getRootNode();
    Syntax syntax = new Syntax(text, withError(), fields);
    TreeCopy copy = new TreeCopy(syntax, text, chars(text), kinds, named, root.hasError());
    try (TSTreeCursor cursor = new TSTreeCursor(root)) {
      copy.run(cursor);
    }
    return syntax;
  }

  /** The char at each byte of a text in UTF-8; null where both are the same. */
  private static int[] chars(String text) {
    int length = text.length();
    int ascii = 0;
    while (ascii < length && text.charAt(ascii) < 0x80) {
      ascii++;
    }
    if (ascii == length) {
      return null;
    }
    int[] chars = new int[3 * length + 1];
    int bytes = 0;
    for (int at = 0; at < length; at++) {
      char c = text.charAt(at);
      boolean pair =
          Character.isHighSurrogate(c)
              && at + 1 < length
              && Character.isLowSurrogate(text.charAt(at + 1));
      int wide = pair ? 4 : c < 0x80 ? 1 : c < 0x800 ? 2 : 3;
      for (int n = 0; n < wide; n++) {
        chars[bytes + n] = at;
      }
      bytes += wide;
      at += pair ? 1 : 0;
    }
    chars[bytes] = length;
    return chars;
  }

  /** The kinds with one behind them for what departs from the grammar. */
  private String[] withError() {
    String[] all = java.util.Arrays.copyOf(kinds, kinds.length + 1);
    all[kinds.length] = "ERROR";
    return all;
  }
}
