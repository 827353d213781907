package dev.vinesorter.lang.outline;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Trait;
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
import java.util.Set;

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

  /** How the variables that are seen got their values, by name. */
  private final Deque<Map<String, Way>> variables = new ArrayDeque<>();

  /** How many values are open of which it is asked how they come about. */
  private int deep;

  private final Set<String> decisions;

  /**
   * A scan of a source.
   *
   * @param decisions the kinds of nodes that each are a decision
   */
  protected Scan(String path, Syntax tree, Set<String> decisions) {
    this.tree = tree;
    this.decisions = decisions;
    this.outline =
        new Outline(
            path, tree.text().length(), SourceText.lineStarts(tree.text()), tree.firstError());
    variables.push(new HashMap<>());
  }

  /** Opens what stands loose in the file, which all else stands in. */
  protected final void openFile(String name, More more) {
    open = outline.add(Decl.loose(name, tree.text().length(), Trait.PUBLIC.bit(), more));
  }

  /** Looks at a node; -1 is none. */
  protected abstract void visit(int node);

  /** Looks at all nodes right in another. */
  protected final void inside(int node) {
    for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
      visit(child);
    }
  }

  /** The nodes of a kind right in another. */
  protected final List<Integer> all(int node, String kind) {
    List<Integer> found = new ArrayList<>();
    for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
      if (tree.is(child, kind)) {
        found.add(child);
      }
    }
    return found;
  }

  /**
   * The names of a chain; null where it begins with another expression.
   *
   * @param link the kind of a node that reaches a member through something
   * @param object the field of what it reaches through
   * @param member the field of the member's name
   */
  protected final List<String> names(int node, String link, String object, String member) {
    List<String> names = new ArrayList<>();
    int at = node;
    while (tree.is(at, link) && names.size() < LONGEST_CHAIN) {
      names.add(0, tree.text(tree.child(at, member)));
      at = tree.child(at, object);
    }
    if (!tree.is(at, "identifier")) {
      return null;
    }
    names.add(0, tree.text(at));
    return names;
  }

  /** The decisions in a node. */
  protected final int decisions(int node) {
    int found = 0;
    for (int at = Math.max(0, node); at < tree.past(node); at++) {
      found += decisions.contains(tree.kind(at)) ? 1 : 0;
    }
    return found;
  }

  /** The comment right before a node; empty for none. */
  protected final String commentBefore(int node) {
    int before = tree.previous(node);
    return tree.kind(before).endsWith("comment") ? tree.text(before) : "";
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

  /** Whether what stands here is run when a function is called, and not before. */
  protected final boolean isInFunction() {
    for (int at = open; at > 0; at = outline.decls().get(at).around()) {
      if (outline.decls().get(at).sort() == Sort.FUNCTION) {
        return true;
      }
    }
    return false;
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

  /** A variable that is seen from here on; its type is empty where nobody tells. */
  protected void variable(String name, String type) {
    variable(name, Way.ofType(type));
  }

  /** A variable that is seen from here on, by how it got its value. */
  protected void variable(String name, Way way) {
    Map<String, Way> here = variables.peek();
    Way known = here.get(name);
    boolean other = known != null && known.root() != Root.UNKNOWN && !known.equals(way);
    here.put(name, other ? Way.UNKNOWN : way);
  }

  /** How a variable got its value; null where the name is none. */
  protected final Way variable(String name) {
    for (Map<String, Way> one : variables) {
      if (one.containsKey(name)) {
        return one.get(name);
      }
    }
    return null;
  }

  /** What a name leads to, as it is seen here: a variable's value, or whatever is called so. */
  protected final Way way(String name) {
    Way known = variable(name);
    return known != null ? known : new Way(Root.ELSEWHERE, List.of(name));
  }

  /** How a value comes about; nobody tells of one that too many others lead to. */
  protected final Way wayOf(int node) {
    if (node < 0 || deep > LONGEST_CHAIN) {
      return Way.UNKNOWN;
    }
    deep++;
    boolean brackets = tree.is(node, "parenthesized_expression");
    Way way = brackets ? wayOf(tree.next(tree.first(node))) : valueWay(node);
    deep--;
    return way;
  }

  /** How a value comes about that stands in no brackets, by what its node is. */
  protected abstract Way valueWay(int node);

  /**
   * Adds a use of what a chain of names means; what begins with a variable begins with its type.
   */
  protected void use(Kind kind, Root root, List<String> names, int at, int end) {
    if (names.contains("")) {
      // A parser puts an empty name where it expects one, and says no more of it.
      return;
    }
    List<String> chain = new ArrayList<>(names);
    Root begins = root;
    if (root == Root.NAME) {
      Way way = variable(names.get(0));
      if (way != null && names.size() == 1) {
        return;
      }
      if (way != null) {
        chain.remove(0);
        begins = way.root();
        chain.addAll(0, way.names());
      }
    }
    outline.add(new Use(open, kind, begins, chain, at, end));
  }

  /** Adds a use of what a value has by a name. */
  protected final void use(Kind kind, Way way, String name, int at, int end) {
    List<String> chain = new ArrayList<>(way.names());
    chain.add(name);
    use(kind, way.root(), chain, at, end);
  }

  /** The first sentence of a text. */
  protected static String sentence(String text) {
    String plain = text.strip().replaceAll("\\s+", " ");
    int dot = plain.indexOf(". ");
    String first = dot < 0 ? plain : plain.substring(0, dot + 1);
    return first.length() > LONGEST_SENTENCE ? first.substring(0, LONGEST_SENTENCE) : first;
  }
}
