package dev.vinesorter.lang.outline;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.lang.outline.Outline.Decl;
import dev.vinesorter.lang.outline.Outline.More;
import dev.vinesorter.lang.outline.Outline.Root;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.outline.Outline.Use;
import dev.vinesorter.lang.tree.Syntax;
import dev.vinesorter.source.text.SourceText;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** What scans of all languages have in common: the declaration that is open, and its variables. */
public abstract class Scan {
  /** A sentence of documentation is not longer. */
  private static final int LONGEST_SENTENCE = 300;

  /** Chains of names that people write are shorter; each link of a longer one stands alone. */
  protected static final int LONGEST_CHAIN = 64;

  protected final Syntax tree;
  protected final Outline outline;

  /** The declaration that is open. */
  protected int open;

  /** The types of the variables that are seen, by name; empty for one that nobody tells. */
  private final Deque<Map<String, String>> variables = new ArrayDeque<>();

  protected Scan(String path, Syntax tree) {
    this.tree = tree;
    this.outline =
        new Outline(
            path, tree.text().length(), SourceText.lineStarts(tree.text()), tree.firstError());
    variables.push(new HashMap<>());
  }

  /**
   * Adds a declaration that begins and ends with a node; gives the one around it where there is no
   * name, since the text departs from the grammar.
   */
  protected int declare(Sort sort, String name, int node, int nameNode, int traits, More more) {
    if (nameNode < 0) {
      return open;
    }
    return outline.add(
        new Decl(
            open,
            sort,
            name,
            tree.begin(node),
            tree.end(node),
            tree.begin(nameNode),
            traits,
            false,
            more));
  }

  /** Does something while a declaration is open, with variables of its own. */
  protected void within(int decl, Runnable does) {
    int before = open;
    open = decl;
    variables.push(new HashMap<>());
    does.run();
    variables.pop();
    open = before;
  }

  /** A variable that is seen from here on. */
  protected void variable(String name, String type) {
    Map<String, String> here = variables.peek();
    String known = here.get(name);
    here.put(name, known == null || known.isEmpty() || known.equals(type) ? type : "");
  }

  /** The type of a variable; null where the name is none, empty where nobody tells. */
  protected String variableType(String name) {
    for (Map<String, String> one : variables) {
      if (one.containsKey(name)) {
        return one.get(name);
      }
    }
    return null;
  }

  /**
   * Adds a use of what a chain of names means; what begins with a variable begins with its type.
   */
  protected void use(Kind kind, Root root, List<String> names, int at, int end) {
    List<String> chain = new ArrayList<>(names);
    Root begins = root;
    if (root == Root.NAME) {
      String type = variableType(names.get(0));
      if (type != null && names.size() == 1) {
        return;
      }
      if (type != null) {
        chain.remove(0);
        begins = type.isEmpty() ? Root.UNKNOWN : Root.OF_TYPE;
        if (!type.isEmpty()) {
          chain.addAll(0, List.of(type.split("\\.")));
        }
      }
    }
    outline.add(new Use(open, kind, begins, chain, at, end));
  }

  /** The first sentence of a text. */
  protected static String sentence(String text) {
    String plain = text.strip().replaceAll("\\s+", " ");
    int dot = plain.indexOf(". ");
    String first = dot < 0 ? plain : plain.substring(0, dot + 1);
    return first.length() > LONGEST_SENTENCE ? first.substring(0, LONGEST_SENTENCE) : first;
  }
}
