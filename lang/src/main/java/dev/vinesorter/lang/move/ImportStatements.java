package dev.vinesorter.lang.move;

import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.lang.move.ImportSyntax.Scope;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.tree.Syntax;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;

/** What comes into the statements of a source that bring names in, and what goes from them. */
final class ImportStatements {
  /**
   * A name that comes.
   *
   * @param specifier what it is taken from, as written; where {@code element} is empty a statement
   * @param element the name, with another one that it gets here
   * @param late whether for types alone
   */
  record Added(String specifier, String element, boolean late) {}

  private final Relocation move;
  private final int file;
  private final ImportSyntax language;
  private final Syntax tree;
  private final String text;

  /** The names that go, by their statements. */
  private final Map<Integer, TreeSet<Integer>> gone = new TreeMap<>();

  /** Statements that go as a whole. */
  private final TreeSet<Integer> whole = new TreeSet<>();

  /** What comes in place of what goes, by the statement that it goes from. */
  private final Map<Integer, List<Added>> instead = new TreeMap<>();

  private final List<Added> added = new ArrayList<>();

  /** Lines that go, each by its first char and one past its last. */
  private final List<int[]> lines = new ArrayList<>();

  ImportStatements(Relocation move, int file, ImportSyntax language) {
    this.move = move;
    this.file = file;
    this.language = language;
    this.tree = move.tree(file);
    this.text = move.text(file);
  }

  /** The scope of what an import is in; a condition for one that is not understood. */
  Scope scope(Import one) {
    int statement = language.statement(tree, one.at());
    return statement < 0 ? Scope.CONDITION : language.scope(tree, statement);
  }

  /** Takes a name, or a whole that is brought in, out. */
  void takeOut(Import one) throws CannotMoveException {
    int statement = statement(one);
    int element = element(one, statement);
    if (element >= 0) {
      gone.computeIfAbsent(statement, key -> new TreeSet<>()).add(element);
    } else {
      whole.add(statement);
    }
  }

  /** Takes a name from another source than before. */
  void replace(Import one, String specifier) throws CannotMoveException {
    int statement = statement(one);
    int element = element(one, statement);
    if (element < 0) {
      if (!one.name().equals("default") || !isAlone(statement)) {
        throw cannot(one, "This import is not written plainly.");
      }
      takeFrom(move.edits(file), statement, specifier);
      return;
    }
    gone.computeIfAbsent(statement, key -> new TreeSet<>()).add(element);
    instead
        .computeIfAbsent(statement, key -> new ArrayList<>())
        .add(new Added(specifier, tree.text(element), one.late()));
  }

  /** Lets a statement take from another source what it takes. */
  private void takeFrom(TextEdits edits, int statement, String specifier) {
    int source = language.source(tree, statement);
    edits.replace(tree.begin(source), tree.end(source), language.written(tree, source, specifier));
  }

  /** Whether a statement brings in one thing. */
  private boolean isAlone(int statement) {
    return move.outline(file).imports().stream()
            .filter(one -> one.level() >= 0 && language.statement(tree, one.at()) == statement)
            .count()
        == 1;
  }

  void add(Added one) {
    if (!added.contains(one)) {
      added.add(one);
    }
  }

  private CannotMoveException cannot(Import one, String message) {
    move.refuse(RefusalCode.NOT_YET, message, file, one.at(), one.end());
    return new CannotMoveException(RefusalCode.NOT_YET, message, one.at());
  }

  private int statement(Import one) throws CannotMoveException {
    int statement = language.statement(tree, one.at());
    if (statement < 0) {
      throw cannot(one, "This import is not written plainly.");
    }
    return statement;
  }

  /** The node of a name in its statement; -1 for a whole. */
  private int element(Import one, int statement) {
    for (int element : language.elements(tree, statement)) {
      if (tree.begin(element) == one.nameAt()) {
        return element;
      }
    }
    return -1;
  }

  // ---- edits

  /** Writes all of it. */
  void write() throws CannotMoveException {
    TextEdits edits = move.edits(file);
    for (int statement : gone.keySet()) {
      TreeSet<Integer> taken = gone.get(statement);
      List<Integer> elements = language.elements(tree, statement);
      List<Added> others = instead.getOrDefault(statement, List.of());
      boolean empty = taken.size() == elements.size() && language.isOnlyNames(tree, statement);
      boolean same = others.stream().map(Added::specifier).distinct().count() == 1;
      boolean merges = !others.isEmpty() && mergeable(others.get(0), statement) >= 0;
      if (empty && same && others.size() == taken.size() && !merges) {
        takeFrom(edits, statement, others.get(0).specifier());
        continue;
      }
      if (empty) {
        whole.add(statement);
      } else if (taken.size() == elements.size()) {
        throw new CannotMoveException(
            RefusalCode.NOT_YET, "An import would have to be written anew.", 0);
      } else {
        ListElements.remove(edits, tree, elements, taken);
      }
      bySource(others)
          .forEach(
              (specifier, names) -> {
                int into = mergeable(others.get(0), statement);
                if (into >= 0) {
                  merge(edits, into, names);
                } else {
                  String indent = indent(statement);
                  String line =
                      language.statement(tree, specifier, names, others.get(0).late(), statement);
                  // In order of what is taken from, where the old one stays in its place.
                  String old = language.specifier(tree, language.source(tree, statement));
                  boolean above = specifier.compareTo(old) < 0 && !whole.contains(statement);
                  int begin = TextLines.begin(text, tree.begin(statement));
                  edits.insert(
                      above ? begin : TextLines.next(text, tree.end(statement)),
                      indent + line + move.lineEnd(file));
                }
              });
    }
    for (int statement : whole) {
      removeStatement(edits, statement);
    }
    newOnes(edits);
    removeLines(edits);
  }

  private static Map<String, List<String>> bySource(List<Added> names) {
    Map<String, List<String>> all = new TreeMap<>();
    for (Added one : names) {
      all.computeIfAbsent(one.specifier(), key -> new ArrayList<>()).add(one.element());
    }
    return all;
  }

  /** The statement that takes from the same source in the same scope; -1 for none. */
  private int mergeable(Added one, int near) {
    Scope wanted = near >= 0 ? language.scope(tree, near) : one.late() ? Scope.TYPES : Scope.TOP;
    for (Import other : move.outline(file).imports()) {
      int statement = other.level() < 0 ? -1 : language.statement(tree, other.at());
      boolean fits =
          statement >= 0
              && statement != near
              && wanted != Scope.LOCAL
              && wanted != Scope.CONDITION
              && language.scope(tree, statement) == wanted
              && !language.elements(tree, statement).isEmpty()
              && tree.kind(statement).equals(near >= 0 ? tree.kind(near) : tree.kind(statement))
              && language.specifier(tree, language.source(tree, statement)).equals(one.specifier());
      if (fits
          && gone.getOrDefault(statement, new TreeSet<>()).size()
              < language.elements(tree, statement).size()) {
        return statement;
      }
    }
    return -1;
  }

  /** Adds names to those that a statement takes, in order where they are in order. */
  private void merge(TextEdits edits, int statement, List<String> names) {
    List<Integer> kept = new ArrayList<>(language.elements(tree, statement));
    kept.removeAll(gone.getOrDefault(statement, new TreeSet<>()));
    List<Integer> all = language.elements(tree, statement);
    String between =
        all.size() < 2 ? ", " : text.substring(tree.end(all.get(0)), tree.begin(all.get(1)));
    List<String> shown = kept.stream().map(tree::text).toList();
    boolean sorted = shown.equals(shown.stream().sorted(String::compareToIgnoreCase).toList());
    for (String name : names.stream().sorted(String::compareToIgnoreCase).toList()) {
      if (shown.contains(name)) {
        continue;
      }
      int behind = 0;
      while (behind < kept.size() && (!sorted || shown.get(behind).compareToIgnoreCase(name) < 0)) {
        behind++;
      }
      if (behind == kept.size()) {
        edits.insert(tree.end(kept.get(behind - 1)), between + name);
      } else {
        edits.insert(tree.begin(kept.get(behind)), name + between);
      }
    }
  }

  private String indent(int statement) {
    String before =
        text.substring(TextLines.begin(text, tree.begin(statement)), tree.begin(statement));
    return before.isBlank() ? before : "";
  }

  /** Removes a statement with its line; with the condition around it, where that holds no more. */
  private void removeStatement(TextEdits edits, int statement) throws CannotMoveException {
    int begin = TextLines.begin(text, tree.begin(statement));
    int end = TextLines.next(text, tree.end(statement));
    boolean alone =
        text.substring(begin, tree.begin(statement)).isBlank()
            && isNothing(text.substring(tree.end(statement), end));
    int block = tree.around(statement);
    boolean only = block > 0 && tree.first(block) == statement && tree.next(statement) < 0;
    boolean refilled = added.stream().anyMatch(Added::late) || instead.containsKey(statement);
    boolean types = language.scope(tree, statement) == Scope.TYPES && alone;
    if (only && types && refilled) {
      lines.add(new int[] {begin, end});
      return;
    }
    if (only && types) {
      int condition = tree.around(block);
      int past = TextLines.next(text, tree.end(condition));
      if (past < text.length() && text.substring(past, TextLines.next(text, past)).isBlank()) {
        past = TextLines.next(text, past);
      }
      edits.remove(TextLines.begin(text, tree.begin(condition)), past);
      return;
    }
    if (only || !alone) {
      move.refuse(
          RefusalCode.NOT_YET,
          "This import cannot go without what stands around it.",
          file,
          tree.begin(statement),
          tree.end(statement));
      throw new CannotMoveException(RefusalCode.NOT_YET, "An import cannot go.", 0);
    }
    lines.add(new int[] {begin, end});
  }

  /** Removes lines, and one of the empty lines around a group of which nothing is left. */
  private void removeLines(TextEdits edits) {
    lines.sort(Comparator.comparingInt(line -> line[0]));
    for (int n = 0; n < lines.size(); n++) {
      int begin = lines.get(n)[0];
      int end = lines.get(n)[1];
      while (n + 1 < lines.size() && lines.get(n + 1)[0] == end && !isTaken(edits, end, end)) {
        n++;
        end = lines.get(n)[1];
      }
      int next = TextLines.next(text, end);
      boolean takesUp = isTaken(edits, begin, next);
      boolean group = begin > 0 && TextLines.isBlankBefore(text, begin) && end < text.length();
      boolean more =
          group && !takesUp && text.substring(end, next).isBlank() && !leavesBehind(next);
      edits.remove(begin, more ? next : end);
    }
  }

  /** Whether something else is done between two chars. */
  private static boolean isTaken(TextEdits edits, int first, int last) {
    return edits.list().stream().anyMatch(one -> first <= one.begin() && one.begin() <= last);
  }

  /** Whether what comes behind empty lines leaves the source, with those around it. */
  private boolean leavesBehind(int begin) {
    int first = TextLines.pastBlank(text, begin);
    return file == move.from()
        && move.stretches().stream().anyMatch(one -> one.begin() <= first && first < one.end());
  }

  private static boolean isNothing(String rest) {
    String plain = rest.strip();
    // A comment behind an import speaks of it, and goes with it.
    return plain.isEmpty()
        || plain.equals(";")
        || plain.startsWith("#")
        || plain.startsWith("//")
        || plain.startsWith("; //");
  }

  // ---- what is new

  private void newOnes(TextEdits edits) {
    Map<String, List<String>> names = left(edits, false);
    Map<String, List<String>> late = left(edits, true);
    if (!names.isEmpty() || !late.isEmpty()) {
      language.place(move, file, names, late, edits);
    }
  }

  /** What comes that no statement takes up. */
  private Map<String, List<String>> left(TextEdits edits, boolean late) {
    Map<String, List<String>> left = new TreeMap<>();
    bySource(added.stream().filter(one -> one.late() == late).toList())
        .forEach(
            (specifier, names) -> {
              boolean named = !names.contains("");
              int into = named ? mergeable(new Added(specifier, "", late), -1) : -1;
              if (into >= 0) {
                merge(edits, into, names);
              } else {
                left.put(specifier, names);
              }
            });
    return left;
  }
}
