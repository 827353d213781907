package dev.vinesorter.lang.tree;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.function.Supplier;
import org.treesitter.TSInputEncoding;
import org.treesitter.TSLanguage;
import org.treesitter.TSNode;
import org.treesitter.TSParser;
import org.treesitter.TSTree;
import org.treesitter.TSTreeCursor;

/** A grammar, loaded when the first text is parsed. */
public final class Grammar {
  /** Bytes that the parser is given at once. */
  private static final int PIECE = 1 << 16;

  private final Supplier<TSLanguage> maker;
  private TSLanguage language;
  private Kinds kinds;

  /** A grammar that is not loaded yet. */
  public Grammar(Supplier<TSLanguage> maker) {
    this.maker = maker;
  }

  private synchronized void load() {
    if (language != null) {
      return;
    }
    TSLanguage made = maker.get();
    language = made;
    kinds = new Kinds(made);
    kinds.tokens().showQuotes(showsQuotes());
  }

  /** Whether quotes are nodes; in some grammars they are not. */
  private boolean showsQuotes() {
    for (String probe : List.of("x = \"a\";", "<?php $x = \"a\";")) {
      Syntax tree = parsed(probe, probe, false);
      int quotes = 0;
      for (int node = 0; node < tree.size(); node++) {
        quotes += tree.text(node).equals("\"") ? 1 : 0;
      }
      if (quotes == 2) {
        return true;
      }
    }
    return false;
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
    return parsed(readable, text, true);
  }

  /** The tree of a text for which the parser is asked node by node. */
  Syntax asked(String text) {
    load();
    return parsed(text, text, false);
  }

  private Syntax parsed(String readable, String text, boolean light) {
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
        return copy(
            new SourceText(readable, kinds.byName("line_continuation") < 0), text, tree, light);
      }
    }
  }

  /** Copies what stands in a text from a place on; gives the number of bytes, 0 at its end. */
  private static int copy(byte[] bytes, int from, byte[] piece) {
    int many = Math.max(0, Math.min(piece.length, bytes.length - from));
    System.arraycopy(bytes, Math.min(from, bytes.length), piece, 0, many);
    return many;
  }

  private Syntax copy(SourceText source, String text, TSTree tree, boolean light) {
    TSNode root = tree.getRootNode();
    Syntax syntax = new Syntax(text, kinds.names(), kinds.fields());
    LightCopy byText = light ? new LightCopy(syntax, source, kinds) : null;
    TreeCopy copy = new TreeCopy(syntax, source, kinds, root.hasError(), byText);
    try (TSTreeCursor cursor = new TSTreeCursor(root)) {
      copy.run(cursor);
    }
    return syntax;
  }
}
