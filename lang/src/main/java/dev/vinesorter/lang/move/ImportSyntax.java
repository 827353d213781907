package dev.vinesorter.lang.move;

import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.tree.Syntax;
import dev.vinesorter.source.text.TextEdits;
import java.util.List;
import java.util.Map;

/** How a language writes statements that bring names in. */
public interface ImportSyntax {
  /** The statement around a char that brings something in; -1 for none. */
  int statement(Syntax tree, int at);

  /** The names that a statement takes one by one; none where it brings in a whole. */
  List<Integer> elements(Syntax tree, int statement);

  /** Whether a statement brings in nothing but those names. */
  boolean isOnlyNames(Syntax tree, int statement);

  /** What a statement takes from, as a node whose text is written anew as it is. */
  int source(Syntax tree, int statement);

  /** What a node of {@link #source} reads when it takes from that. */
  String written(Syntax tree, int source, String specifier);

  /** What a node of {@link #source} takes from. */
  String specifier(Syntax tree, int source);

  /** Where a statement stands. */
  Scope scope(Syntax tree, int statement);

  /**
   * A statement, without its end of line.
   *
   * @param specifier what is taken from
   * @param elements what is taken, as written
   * @param like a statement of the same source whose manner is kept; -1 for none
   */
  String statement(Syntax tree, String specifier, List<String> elements, boolean late, int like);

  /**
   * A statement again, with nothing in it but one whole that it brings in.
   *
   * @param specifier what it is taken from, as written in the new place
   */
  String alone(Syntax tree, int statement, Import one, String specifier);

  /**
   * The names that a condition at the top asks of, under which nothing but other sources is brought
   * in; null for another statement.
   */
  default List<String> condition(Syntax tree, int statement) {
    return null;
  }

  /** A statement that hands a name on beside one that hands on all, or takes it beside all. */
  String handOn(Syntax tree, int statement, String specifier, String name);

  /**
   * Writes new statements where a source has such.
   *
   * @param names the names, by what they are taken from
   * @param late the same for what is taken for types alone
   */
  void place(
      Relocation move,
      int file,
      Map<String, List<String>> names,
      Map<String, List<String>> late,
      TextEdits edits);

  /** Where something is brought in. */
  enum Scope {
    /** At the top of the source. */
    TOP,
    /** At the top, for types alone. */
    TYPES,
    /** In a function. */
    LOCAL,
    /** Where a condition holds. */
    CONDITION
  }
}
