package dev.vinesorter.lang.space;

import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.lang.move.CannotMoveException;
import dev.vinesorter.lang.move.TextLines;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.outline.Written;
import dev.vinesorter.lang.tree.Syntax;
import dev.vinesorter.source.text.SourceText;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/** The statements of a source that bring names in: which go, change and come. */
final class ImportBlock {
  private final SpaceSyntax language;
  private final Syntax tree;
  private final String text;
  private final String lineEnd;
  private final List<Import> imports;

  /** The statements that stand at the top, in order. */
  private final List<Integer> statements = new ArrayList<>();

  private final Set<Integer> gone = new TreeSet<>();

  /** What goes out of statements that bring in several names, by statement. */
  private final Map<Integer, Set<Integer>> taken = new TreeMap<>();

  private final Set<String> added = new TreeSet<>();

  /** The statements that stand under a condition; found when asked for. */
  private Set<Integer> conditional;

  private final int[] lines;

  /** Of a source, with what it brings in. */
  ImportBlock(SpaceSyntax language, Syntax tree, List<Import> imports, String lineEnd) {
    this.language = language;
    this.imports = imports;
    this.tree = tree;
    this.text = tree.text();
    this.lineEnd = lineEnd;
    this.lines = SourceText.lineStarts(text);
    for (int node = 0; node < tree.size(); node++) {
      if (language.importKinds().contains(tree.kind(node))) {
        statements.add(node);
      }
    }
  }

  List<Integer> statements() {
    return statements;
  }

  /** Where a statement ends; what a grammar counts to it behind its last word does not. */
  int end(int statement) {
    int end = tree.end(statement);
    for (int child = tree.first(statement); child >= 0; child = tree.next(child)) {
      end = tree.kind(child).endsWith("comment") ? end : tree.end(child);
    }
    return end;
  }

  private String shown(int statement) {
    return text.substring(tree.begin(statement), end(statement));
  }

  /** The statement that has a char; -1 for none. */
  int statement(int at) {
    for (int node : statements) {
      if (tree.begin(node) <= at && at < end(node)) {
        return node;
      }
    }
    return -1;
  }

  /** The parts of a statement that each bring one name in; empty where it brings just one. */
  private List<Integer> clauses(int statement) {
    List<Integer> found = new ArrayList<>();
    for (int node = statement + 1; node < tree.past(statement); node++) {
      String kind = tree.kind(node);
      if (kind.endsWith("use_clause") || kind.endsWith("use_group_clause")) {
        found.add(node);
      }
    }
    boolean group = !found.isEmpty() && tree.around(found.get(0)) != statement;
    return found.size() > 1 || group ? found : List.of();
  }

  /** Takes an import out. */
  void remove(Import one) throws CannotMoveException {
    int statement = statement(one.at());
    if (statement < 0) {
      throw new CannotMoveException(
          RefusalCode.NOT_YET, "This import is not written plainly.", one.at());
    }
    List<Integer> clauses = clauses(statement);
    if (clauses.isEmpty()) {
      gone.add(statement);
      return;
    }
    Set<Integer> out = taken.computeIfAbsent(statement, key -> new TreeSet<>());
    for (int clause : clauses) {
      if (tree.begin(clause) <= one.at() && one.at() < tree.end(clause)) {
        out.add(clause);
      }
    }
    if (out.size() == clauses.size()) {
      gone.add(statement);
      taken.remove(statement);
    }
  }

  /** Lets an import bring in something else, under the name that it has here. */
  void rewrite(Import one, String full, Sort sort) throws CannotMoveException {
    String statement = rewritten(one, full, sort);
    remove(one);
    added.add(statement);
  }

  /**
   * The statement that brings in something else than an import, under the name that it has here.
   */
  String rewritten(Import one, String full, Sort sort) {
    int statement = statement(one.at());
    List<String> old = List.of(one.from().split("\\."));
    int begin = Written.begin(text, one.at(), old, 0);
    boolean own = clauses(statement).isEmpty() && begin >= tree.begin(statement);
    if (own) {
      // Words such as 'static', a star and another name stay where they are.
      return text.substring(tree.begin(statement), begin)
          + full.replace(".", language.separator())
          + text.substring(one.end(), end(statement));
    }
    String name = full.substring(full.lastIndexOf('.') + 1);
    return language.bring(full, sort, one.alias().equals(name) ? "" : one.alias());
  }

  /** A statement that brings in just what one of the imports does. */
  String alone(Import one) {
    int statement = statement(one.at());
    if (clauses(statement).isEmpty()) {
      return shown(statement);
    }
    String words = shown(statement);
    Sort sort =
        words.startsWith("use function ")
            ? Sort.FUNCTION
            : words.startsWith("use const ") ? Sort.FIELD : Sort.TYPE;
    String name = one.from().substring(one.from().lastIndexOf('.') + 1);
    return language.bring(one.from(), sort, one.alias().equals(name) ? "" : one.alias());
  }

  void add(String full, Sort sort) {
    added.add(language.bring(full, sort, ""));
  }

  /** Adds a statement as it stands elsewhere. */
  void add(String statement) {
    added.add(statement);
  }

  /** New statements in the order that those of this source have. */
  List<String> inOrder(List<String> fresh) {
    List<String> found = new ArrayList<>(new TreeSet<>(fresh));
    Comparator<String> order = order(statements.stream().map(this::shown).toList());
    if (order != null) {
      found.sort(order);
    }
    // Those of a sort stay together, in the order in which the sorts come here.
    List<String> grouped = new ArrayList<>();
    while (!found.isEmpty()) {
      String first = found.get(0);
      for (String one : List.copyOf(found)) {
        if (language.isAlike(first, one)) {
          grouped.add(one);
          found.remove(one);
        }
      }
    }
    return grouped;
  }

  // ---- edits

  /** Writes all of it. */
  void write(TextEdits edits) throws CannotMoveException {
    leaveNoSingle();
    List<Integer> kept = new ArrayList<>(statements);
    kept.removeAll(gone);
    Set<String> shown = new TreeSet<>();
    kept.forEach(one -> shown.add(shown(one)));
    added.removeAll(shown);
    Comparator<String> order = order(statements.stream().map(this::shown).toList());
    // One that comes where one of the same name goes is written over it.
    List<String> fresh = new ArrayList<>(added);
    Map<Integer, String> now = new TreeMap<>();
    kept.forEach(one -> now.put(one, shown(one)));
    for (int old : gone) {
      String near = nearest(fresh, shown(old));
      if (near != null && isPlain(old) && fits(now, old, near, order)) {
        edits.replace(tree.begin(old), end(old), near);
        fresh.remove(near);
        kept.add(old);
        now.put(old, near);
      }
    }
    kept.sort(null);
    for (int old : gone) {
      if (!kept.contains(old)) {
        removeLine(edits, old, kept.isEmpty() && fresh.isEmpty());
      }
    }
    taken.forEach((statement, out) -> removeClauses(edits, clauses(statement), out));
    insert(edits, kept, fresh, order);
  }

  /** A statement for several of which one stays becomes one for that. */
  private void leaveNoSingle() {
    for (int statement : List.copyOf(taken.keySet())) {
      List<Integer> left = new ArrayList<>(clauses(statement));
      left.removeAll(taken.get(statement));
      for (Import one : left.size() == 1 ? imports : List.<Import>of()) {
        if (tree.begin(left.get(0)) <= one.at() && one.at() < tree.end(left.get(0))) {
          added.add(alone(one));
          gone.add(statement);
          taken.remove(statement);
        }
      }
    }
  }

  /** Whether a statement keeps the order of those that stay if it reads otherwise. */
  private boolean fits(Map<Integer, String> now, int old, String near, Comparator<String> order) {
    return order == null
        || now.entrySet().stream()
            .allMatch(
                one ->
                    !language.isAlike(one.getValue(), near)
                        || Integer.signum(order.compare(one.getValue(), near))
                            == Integer.compare(one.getKey(), old));
  }

  /** Of statements the first one that brings in a thing of the same name; null for none. */
  private static String nearest(List<String> all, String one) {
    return all.stream().filter(other -> tail(other).equals(tail(one))).findFirst().orElse(null);
  }

  private static String tail(String statement) {
    String[] parts = statement.split("[.\\\\\\s;]+");
    return parts[parts.length - 1];
  }

  private boolean isPlain(int statement) {
    int begin = TextLines.begin(text, tree.begin(statement));
    return text.substring(begin, tree.begin(statement)).isBlank();
  }

  /** How the statements are in order; null where they are not. */
  private Comparator<String> order(List<String> all) {
    for (Comparator<String> one :
        List.<Comparator<String>>of(
            Comparator.comparing(ImportBlock::isNoPlatform).thenComparing(ImportBlock::key),
            Comparator.comparing(ImportBlock::key),
            Comparator.comparing(ImportBlock::key, String.CASE_INSENSITIVE_ORDER))) {
      boolean holds = true;
      for (int n = 1; n < all.size(); n++) {
        boolean alike = language.isAlike(all.get(n - 1), all.get(n));
        holds &= !alike || one.compare(all.get(n - 1), all.get(n)) <= 0;
      }
      if (holds) {
        return one;
      }
    }
    return null;
  }

  /** Whether something else than the platform is brought in; in order such come behind it. */
  private static boolean isNoPlatform(String statement) {
    return !statement.startsWith("using System.") && !statement.startsWith("using System;");
  }

  /** What statements are put in order by: without the sign that ends them. */
  private static String key(String statement) {
    return statement.endsWith(";") ? statement.substring(0, statement.length() - 1) : statement;
  }

  private void removeLine(TextEdits edits, int statement, boolean last) throws CannotMoveException {
    int begin = TextLines.begin(text, tree.begin(statement));
    int end = TextLines.next(text, end(statement) - 1);
    boolean alone =
        text.substring(begin, tree.begin(statement)).isBlank()
            && text.substring(end(statement), end).isBlank();
    if (!alone || isConditional(statement)) {
      throw new CannotMoveException(
          RefusalCode.NOT_YET,
          "This import shares its line or stands under a condition.",
          tree.begin(statement));
    }
    boolean blank = end < text.length() && text.substring(end, TextLines.next(text, end)).isBlank();
    edits.remove(begin, last && blank ? TextLines.next(text, end) : end);
  }

  private boolean isConditional(int statement) {
    if (conditional == null) {
      conditional = new TreeSet<>();
      int[] depths = language.hasConditions() ? Conditions.depths(text) : new int[0];
      for (int one : statements) {
        int line = Arrays.binarySearch(lines, tree.begin(one));
        int depth = depths.length == 0 ? 0 : depths[line < 0 ? -line - 2 : line];
        if (depth != 0 || tree.kind(tree.around(one)).startsWith("preproc")) {
          conditional.add(one);
        }
      }
    }
    return conditional.contains(statement);
  }

  private void removeClauses(TextEdits edits, List<Integer> all, Set<Integer> out) {
    for (int n = 0; n < all.size(); n++) {
      if (out.contains(all.get(n))) {
        boolean behind = n + 1 < all.size();
        edits.remove(
            behind ? tree.begin(all.get(n)) : tree.end(all.get(n - 1)),
            behind ? tree.begin(all.get(n + 1)) : tree.end(all.get(n)));
      }
    }
  }

  private void insert(
      TextEdits edits, List<Integer> kept, List<String> fresh, Comparator<String> order)
      throws CannotMoveException {
    Map<Integer, StringBuilder> behind = new TreeMap<>();
    StringBuilder first = new StringBuilder();
    for (String one : fresh) {
      int before = before(kept, one, order);
      int heads = before < 0 ? head(kept, one) : -1;
      heads = before < 0 && heads < 0 ? head(gone, one) : heads;
      if (before >= 0) {
        int at = TextLines.next(text, end(before) - 1);
        String indent =
            text.substring(TextLines.begin(text, tree.begin(before)), tree.begin(before));
        boolean open = at > 0 && text.charAt(at - 1) != '\n';
        behind
            .computeIfAbsent(at, key -> new StringBuilder())
            .append(open ? lineEnd : "")
            .append(indent.isBlank() ? indent : "")
            .append(one)
            .append(lineEnd);
      } else if (heads >= 0) {
        behind
            .computeIfAbsent(TextLines.begin(text, tree.begin(heads)), key -> new StringBuilder())
            .append(text, TextLines.begin(text, tree.begin(heads)), tree.begin(heads))
            .append(one)
            .append(lineEnd);
      } else {
        first.append(one).append(lineEnd);
      }
    }
    behind.forEach((at, lines) -> edits.insert(at, lines.toString()));
    if (first.length() > 0) {
      insertFirst(edits, kept, first.toString());
    }
  }

  /** The statement that a new one stands behind; -1 for none. */
  private int before(List<Integer> kept, String fresh, Comparator<String> order) {
    int found = -1;
    int most = -1;
    for (int one : kept) {
      String shown = shown(one);
      boolean fits = language.isAlike(shown, fresh) && !isConditional(one);
      if (fits && order != null && order.compare(shown, fresh) < 0) {
        found = one;
      } else if (fits && order == null) {
        int same = shared(shown, fresh);
        found = same >= most ? one : found;
        most = Math.max(most, same);
      }
    }
    return found;
  }

  /** The first statement that a new one stands before, since all in order come behind it. */
  private int head(Collection<Integer> all, String fresh) {
    for (int one : all) {
      if (language.isAlike(shown(one), fresh)) {
        return one;
      }
    }
    return -1;
  }

  /** How many of their first names two statements share. */
  private static int shared(String one, String other) {
    String[] mine = one.split("[.\\\\ ]");
    String[] its = other.split("[.\\\\ ]");
    int same = 0;
    while (same < mine.length && same < its.length && mine[same].equals(its[same])) {
      same++;
    }
    return same;
  }

  /** Writes statements where none of their sort are. */
  private void insertFirst(TextEdits edits, List<Integer> kept, String lines)
      throws CannotMoveException {
    if (!kept.isEmpty()) {
      int last = kept.get(kept.size() - 1);
      edits.insert(TextLines.next(text, end(last) - 1), lineEnd + lines);
      return;
    }
    int header = header();
    if (header < 0 || tree.child(header, "body") >= 0 && !language.bringsNames()) {
      // What brings in whole namespaces stands before all of them.
      int at = TextLines.licence(tree, lineEnd).length();
      at = at > 0 ? Math.min(text.length(), at) : 0;
      at = header >= 0 && at > tree.begin(header) ? 0 : at;
      edits.insert(at, lines + lineEnd);
      return;
    }
    if (tree.child(header, "body") >= 0) {
      throw new CannotMoveException(
          RefusalCode.NOT_YET,
          "An import would be needed in a namespace that has none.",
          tree.begin(header));
    }
    int at = TextLines.next(text, end(header) - 1);
    boolean open = at == 0 || text.charAt(at - 1) != '\n';
    boolean blank = at < text.length() && text.substring(at, TextLines.next(text, at)).isBlank();
    edits.insert(at, (open ? lineEnd : "") + lineEnd + lines + (blank ? "" : lineEnd));
  }

  /** The node that says which namespace the source is in; -1 for none. */
  int header() {
    for (int node = 0; node < tree.size(); node++) {
      if (language.headerKinds().contains(tree.kind(node))) {
        return node;
      }
    }
    return -1;
  }
}
