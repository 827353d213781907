package dev.vinesorter.lang.outline;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.lang.outline.Outline.Decl;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.More;
import dev.vinesorter.lang.outline.Outline.Root;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.tree.Syntax;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** What scans of languages with classes in namespaces have in common. */
public abstract class TreeScan extends Scan {
  /** What a name that is written from the top may begin with. */
  private static final String TOP = "global::";

  /** What ends a name. */
  private static final String ARGUMENTS = "<([?";

  /** The type that is open; -1 for none. */
  protected int type = -1;

  /**
   * A scan of a source.
   *
   * @param decisions the kinds of nodes that each are a decision
   */
  protected TreeScan(String path, Syntax tree, Set<String> decisions) {
    super(path, tree, decisions);
  }

  /** Scans the whole. */
  protected final Outline scan() {
    openFile(Outline.looseName(outline.path()), More.NONE);
    inside(0);
    return outline;
  }

  /** The names of a qualified one. */
  protected final List<String> parts(String written) {
    List<String> parts = new ArrayList<>();
    String plain = written.startsWith(TOP) ? written.substring(TOP.length()) : written;
    for (String part : withoutArguments(plain).strip().split("[.\\\\:]+")) {
      if (!part.isBlank()) {
        parts.add(part.strip());
      }
    }
    return parts;
  }

  /** A name as written without what stands behind it in brackets, or makes it nullable. */
  private static String withoutArguments(String written) {
    for (int at = 0; at < written.length(); at++) {
      if (ARGUMENTS.indexOf(written.charAt(at)) >= 0) {
        return written.substring(0, at);
      }
    }
    return written;
  }

  /** A type by its names, apart by dots; empty for what is no name. */
  protected final String written(int node) {
    String text = node < 0 || tree.end(node) - tree.begin(node) > 200 ? "" : tree.text(node);
    List<String> parts = parts(text);
    boolean named =
        !parts.isEmpty()
            && parts.stream().allMatch(one -> Character.isJavaIdentifierStart(one.charAt(0)))
            && withoutArguments(text).strip().indexOf(' ') < 0
            && !isArray(text)
            && text.indexOf('|') < 0;
    Way bound = named && parts.size() == 1 ? variable(parts.get(0)) : null;
    // A parameter of a type stands for what it is at least.
    return !named
        ? ""
        : String.join(".", bound != null && bound.root() == Root.OF_TYPE ? bound.names() : parts);
  }

  /** Whether a type as written is that of several values behind each other. */
  private static boolean isArray(String text) {
    String plain = text.strip();
    return plain.endsWith("]") || plain.endsWith("]?");
  }

  /** Opens a namespace for the rest of the file, or for a body. */
  protected final int space(String name, int node, int nameNode) {
    return outline.add(
        new Decl(
            open,
            Sort.SPACE,
            name,
            tree.begin(node),
            tree.end(node),
            tree.begin(nameNode),
            Trait.PUBLIC.bit(),
            false,
            More.NONE));
  }

  /** What an import names, and under which name. */
  protected final void using(int node, int level, String alias) {
    List<String> parts = parts(tree.text(node));
    if (parts.isEmpty()) {
      return;
    }
    String last = parts.get(parts.size() - 1);
    outline.add(
        new Import(
            String.join(".", parts),
            level,
            level == Import.USING_ALL ? "*" : "",
            level == Import.USING_ALL ? "" : alias.isEmpty() ? last : alias,
            tree.end(node) - last.length(),
            tree.end(node),
            -1));
  }

  /** A type, with what is done while it is open. */
  protected final void type(int node, int name, int traits, Runnable does) {
    if (name < 0) {
      inside(node);
      return;
    }
    int made =
        declare(
            Sort.TYPE, tree.text(name), node, name, traits, new More(List.of(), "", doc(node), 0));
    int before = type;
    within(
        made,
        () -> {
          type = made;
          does.run();
        });
    type = before;
  }

  /** A function, with what is done while it is open. */
  protected final void function(
      int node, int name, int traits, List<String> parameters, String gives, Runnable does) {
    function(node, name, tree.text(name), traits, parameters, gives, does);
  }

  /**
   * A function that is called otherwise than its name reads. Seven things, since a language knows
   * them all of a function.
   */
  protected final void function(
      int node,
      int name,
      String full,
      int traits,
      List<String> parameters,
      String gives,
      Runnable does) {
    More more = new More(parameters, gives, doc(node), 1 + decisions(node));
    within(declare(Sort.FUNCTION, full, node, name, traits | Trait.METHOD.bit(), more), does);
  }

  /** A field of a type, or a variable outside of all. */
  protected final int field(int node, int name, int traits, String written) {
    return field(node, name, tree.text(name), traits, written);
  }

  /** A field that is called otherwise than its name reads. */
  protected final int field(int node, int name, String full, int traits, String written) {
    return declare(
        Sort.FIELD,
        full,
        node,
        name,
        traits | Trait.FIELD.bit(),
        new More(List.of(), written, "", 0));
  }

  /** Whether what is declared here is of a type, or of the file, and not of a function. */
  protected final boolean isOutside() {
    Sort sort = outline.decls().get(open).sort();
    return sort != Sort.FUNCTION && sort != Sort.FIELD;
  }

  /** A use of a name with what is written before it. */
  protected final void named(int node, Kind kind) {
    List<String> parts = parts(tree.text(node));
    if (parts.isEmpty() || !Character.isJavaIdentifierStart(parts.get(0).charAt(0))) {
      return;
    }
    String last = parts.get(parts.size() - 1);
    int at = tree.text().indexOf(last, tree.begin(node));
    int end = lastEnd(node, last, at);
    Root root = parts.size() > 1 ? Root.PATH : Root.NAME;
    use(kind, isFull(tree.text(node)) ? Root.FULL : root, parts, end - last.length(), end);
  }

  /** Whether a name is written from the top. */
  protected boolean isFull(String written) {
    return false;
  }

  /** Where the last of the names in a node ends, arguments behind it not counted. */
  private int lastEnd(int node, String last, int at) {
    int found = withoutArguments(tree.text(node)).lastIndexOf(last);
    return found < 0 ? at + last.length() : tree.begin(node) + found + last.length();
  }

  /** Access by the words before a declaration. */
  protected final int access(int node, String kind, int otherwise) {
    int found = otherwise;
    for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
      if (tree.is(child, kind)) {
        String words = " " + tree.text(child) + " ";
        found =
            words.contains("private")
                ? found & ~Trait.PUBLIC.bit() | Trait.PRIVATE.bit()
                : words.contains("protected")
                    ? found & ~Trait.PUBLIC.bit() | Trait.PROTECTED.bit()
                    : words.contains("public") ? found | Trait.PUBLIC.bit() : found;
        found |= words.contains("static") ? Trait.STATIC.bit() : 0;
        found |= words.contains("abstract") ? Trait.ABSTRACT.bit() : 0;
      }
    }
    return found;
  }

  private String doc(int node) {
    String text = commentBefore(node);
    boolean doc = text.startsWith("/**") || text.startsWith("///") || text.startsWith("#");
    return doc ? sentence(text.replaceAll("[/*#]+", " ").replaceAll("</?summary>", " ")) : "";
  }
}
