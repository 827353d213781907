package dev.vinesorter.lang.c;

import dev.vinesorter.lang.move.Moves;
import dev.vinesorter.lang.move.Relocation;
import dev.vinesorter.lang.move.TextLines;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.lang.read.Project;
import dev.vinesorter.lang.tree.Syntax;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/** Includes that sources get: how they are written, and where. */
final class IncludeLines {
  private IncludeLines() {}

  /**
   * What a source writes to include another one: in the manner in which the old source, or one
   * beside the other, is included.
   */
  static String quoted(Relocation move, String importer, String target) {
    String folder = Project.folder(importer);
    // From where the sources around are included by more than their names.
    for (int file = 0; file < move.project().outlines().size(); file++) {
      boolean near = move.path(file).equals(importer) || file == move.from();
      for (Import one : near ? move.outline(file).imports() : List.<Import>of()) {
        Place taken = one.level() < 0 ? Place.foreign("") : move.names().source(file, one);
        if (taken.file() < 0) {
          continue;
        }
        String path = move.path(taken.file());
        String own = Project.normal(Project.join(Project.folder(move.path(file)), one.from()));
        boolean beside = one.level() == 1 && path.equals(own);
        if (!beside && path.endsWith("/" + one.from()) || !beside && path.equals(one.from())) {
          String base = path.substring(0, path.length() - one.from().length());
          if (target.startsWith(base) && (one.from().contains("/") || !sameFolder(base, folder))) {
            String written = target.substring(base.length());
            return one.level() == 0 ? "<" + written + ">" : "\"" + written + "\"";
          }
        }
      }
    }
    return "\"" + Moves.relative(folder, target) + "\"";
  }

  private static boolean sameFolder(String base, String folder) {
    return base.equals(folder.isEmpty() ? "" : folder + "/");
  }

  /** Includes another source in the place of one. */
  static void replace(Relocation move, int file, int include, String line) {
    Syntax tree = move.tree(file);
    int path = tree.child(include, "path");
    move.edits(file).replace(tree.begin(path), tree.end(path), line);
  }

  /** Takes an include out. */
  static void remove(Relocation move, int file, int include) {
    String text = move.text(file);
    int begin = TextLines.begin(text, move.tree(file).begin(include));
    TextLines.remove(move.edits(file), text, begin, behind(move.tree(file), text, include));
  }

  /** Adds includes to a source, behind those of their kind. */
  static void add(Relocation move, int file, Set<String> includes) {
    Syntax tree = move.tree(file);
    String text = move.text(file);
    String end = move.lineEnd(file);
    List<Integer> quoted = new ArrayList<>();
    List<Integer> angled = new ArrayList<>();
    for (int node = 0; node < tree.size(); node++) {
      if (tree.is(node, "preproc_include") && isAtTop(tree, node)) {
        boolean system = tree.is(tree.child(node, "path"), "system_lib_string");
        (system ? angled : quoted).add(node);
      }
    }
    for (boolean system : new boolean[] {true, false}) {
      TreeSet<String> lines = new TreeSet<>();
      includes.stream()
          .filter(one -> !isConditional(one) && one.startsWith("<") == system)
          .forEach(lines::add);
      List<Integer> alike = system ? angled : quoted;
      List<Integer> others = system ? quoted : angled;
      for (String line : lines) {
        String written = "#include " + line + end;
        if (!alike.isEmpty()) {
          move.edits(file).insert(place(tree, text, alike, line), written);
        } else if (!others.isEmpty()) {
          int last = others.get(others.size() - 1);
          move.edits(file).insert(behind(tree, text, last), end + written);
        } else {
          move.edits(file).insert(first(tree, text), written + end);
        }
      }
    }
    addConditional(move, file, includes);
  }

  /** The last include of a source, under a condition or not; -1 for none. */
  static int last(Syntax tree) {
    int last = -1;
    for (int node = 0; node < tree.size(); node++) {
      last = tree.is(node, "preproc_include") ? node : last;
    }
    return last;
  }

  /** The outermost condition around a node but for the guard of a header; -1 for none. */
  static int condition(Syntax tree, int node) {
    int condition = -1;
    for (int at = tree.around(node); at > 0; at = tree.around(at)) {
      boolean asks = tree.kind(at).startsWith("preproc") && !tree.is(at, "preproc_include");
      condition = asks && !isGuard(tree, at) ? at : condition;
    }
    return condition;
  }

  /** Where the last include ends, or the condition that it stands under. */
  static int behindAll(Syntax tree, String text) {
    int last = last(tree);
    int condition = last < 0 ? -1 : condition(tree, last);
    return last < 0 ? first(tree, text) : behind(tree, text, condition < 0 ? last : condition);
  }

  /** Whether what is to be included is a whole condition with includes, and not one header. */
  static boolean isConditional(String include) {
    return include.startsWith("#");
  }

  /** Adds conditions with includes behind all includes, but for those that stand there already. */
  private static void addConditional(Relocation move, int file, Set<String> includes) {
    Syntax tree = move.tree(file);
    String text = move.text(file);
    String end = move.lineEnd(file);
    int last = -1;
    for (int node = 0; node < tree.size(); node++) {
      last = tree.is(node, "preproc_include") && isAtTop(tree, node) ? node : last;
    }
    int at = last < 0 ? first(tree, text) : behind(tree, text, last);
    for (String one : includes) {
      if (isConditional(one) && !text.contains(one)) {
        move.edits(file).insert(at, last < 0 ? one + end + end : end + one + end);
      }
    }
  }

  /** Whether an include stands under no condition but the guard of its header. */
  static boolean isAtTop(Syntax tree, int node) {
    int around = tree.around(node);
    return around == 0 || isGuard(tree, around);
  }

  /** Whether a condition is the one that keeps a header from being read twice. */
  static boolean isGuard(Syntax tree, int node) {
    int name = tree.child(node, "name");
    if (!tree.is(node, "preproc_ifdef") || name < 0 || tree.around(node) != 0) {
      return false;
    }
    int next = tree.next(name);
    return tree.is(next, "preproc_def")
        && tree.text(tree.child(next, "name")).equals(tree.text(name));
  }

  private static int behind(Syntax tree, String text, int node) {
    int end = tree.end(node);
    return end > 0 && text.charAt(end - 1) == '\n' ? end : TextLines.next(text, end);
  }

  /** Where a line comes: in order in the last block of its kind, if that is in order. */
  private static int place(Syntax tree, String text, List<Integer> alike, String line) {
    int from = alike.size() - 1;
    while (from > 0
        && behind(tree, text, alike.get(from - 1))
            == TextLines.begin(text, tree.begin(alike.get(from)))) {
      from--;
    }
    List<String> shown = new ArrayList<>();
    for (int node : alike.subList(from, alike.size())) {
      shown.add(tree.text(tree.child(node, "path")));
    }
    boolean sorted = shown.size() > 1 && shown.equals(shown.stream().sorted().toList());
    for (int n = 0; sorted && n < shown.size(); n++) {
      if (shown.get(n).compareTo(line) > 0) {
        return TextLines.begin(text, tree.begin(alike.get(from + n)));
      }
    }
    return behind(tree, text, alike.get(alike.size() - 1));
  }

  /** Where the first include of a source comes: behind its guard, or what it says of itself. */
  static int first(Syntax tree, String text) {
    int at = 0;
    for (int child = tree.first(0); child >= 0; child = tree.next(child)) {
      if (isGuard(tree, child)) {
        int define = tree.next(tree.child(child, "name"));
        at = behind(tree, text, define);
        boolean blank = text.substring(at, TextLines.next(text, at)).isBlank();
        return blank ? TextLines.next(text, at) : at;
      }
      boolean once = tree.is(child, "preproc_call") && tree.text(child).contains("once");
      if (!tree.is(child, "comment") && !once) {
        break;
      }
      boolean head = once || at == 0 && tree.begin(child) == 0;
      at = head ? behind(tree, text, child) : at;
    }
    boolean blank = at > 0 && text.substring(at, TextLines.next(text, at)).isBlank();
    return blank ? TextLines.next(text, at) : at;
  }
}
