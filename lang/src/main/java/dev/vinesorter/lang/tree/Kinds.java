package dev.vinesorter.lang.tree;

import java.util.Arrays;
import java.util.List;
import java.util.Set;
import org.treesitter.TSLanguage;
import org.treesitter.TSSymbolType;

/** The kinds of nodes and fields that a grammar has, by their numbers and by their names. */
final class Kinds {
  private static final List<String> TEXTS =
      List.of(
          "string",
          "preproc",
          "template_string",
          "template_chars",
          "template_literal",
          "heredoc",
          "interpolation",
          "regex",
          "jsx",
          "text",
          "char",
          "operator_name");

  /** What is called like a text and is code like all else. */
  private static final Set<String> CODE =
      Set.of("preproc_params", "preproc_defined", "concatenated_string", "chained_string");

  private final String[] names;
  private final boolean[] named;
  private final boolean[] ofText;
  private final String[] fields;
  private final NameTable byName;
  private final NameTable fieldByName;
  private final Tokens tokens;

  Kinds(TSLanguage language) {
    int many = language.symbolCount();
    names = new String[many + 1];
    named = new boolean[many + 1];
    ofText = new boolean[many + 1];
    for (int symbol = 0; symbol < many; symbol++) {
      String name = language.symbolName(symbol).intern();
      names[symbol] = name;
      named[symbol] = language.symbolType(symbol) == TSSymbolType.TSSymbolTypeRegular;
      ofText[symbol] = TEXTS.stream().anyMatch(name::contains) && !CODE.contains(name);
    }
    names[many] = "ERROR";
    fields = new String[language.fieldCount() + 1];
    for (int field = 1; field < fields.length; field++) {
      fields[field] = language.fieldNameForId(field).intern();
    }
    String[] withName = new String[many];
    for (int symbol = 0; symbol < many; symbol++) {
      withName[symbol] = named[symbol] ? names[symbol] : null;
    }
    byName = new NameTable(withName);
    fieldByName = new NameTable(fields);
    tokens = new Tokens(Arrays.copyOf(names, many), named);
  }

  /** The number of what departs from the grammar. */
  int departing() {
    return names.length - 1;
  }

  /** Whether a number is one of a kind in the grammar. */
  boolean isKind(int symbol) {
    return symbol >= 0 && symbol < names.length - 1;
  }

  String name(int symbol) {
    return names[symbol];
  }

  /** All names, by their numbers. */
  String[] names() {
    return names;
  }

  /** The names of the fields, by their numbers; none for 0. */
  String[] fields() {
    return fields;
  }

  boolean isNamed(int symbol) {
    return named[symbol];
  }

  /** Whether text stands in nodes of a kind that may begin with a sign, or end with one. */
  boolean isOfText(int symbol) {
    return ofText[symbol];
  }

  /** The number of a kind of named nodes; -1 for none. */
  int byName(String name) {
    return byName.find(name, 0, name.length());
  }

  /** The number of the kind of named nodes whose name stands in a stretch; -1 for none. */
  int byName(String text, int from, int past) {
    return byName.find(text, from, past);
  }

  /** The number of the field whose name stands in a stretch of a text; -1 for none. */
  int fieldByName(String text, int from, int past) {
    return fieldByName.find(text, from, past);
  }

  Tokens tokens() {
    return tokens;
  }
}
