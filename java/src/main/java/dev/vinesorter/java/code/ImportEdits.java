package dev.vinesorter.java.code;

import dev.vinesorter.java.syntax.JavaHeader;
import dev.vinesorter.java.syntax.TextLines;
import dev.vinesorter.source.text.SourceText;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Supplier;

/**
 * Adds imports to a source where its own order has room for them, and takes imports out by the
 * line.
 */
public final class ImportEdits {
  private final String text;
  private final JavaHeader header;
  private final String lineEnd;

  /** What the sources around do; asked where the source itself does not tell. */
  private final Supplier<ImportStyle> style;

  private final Set<String> added = new TreeSet<>();

  /** What static imports name that come to another place among their like, with its {@code .*}. */
  private final Set<String> addedStatics = new TreeSet<>();

  private final Set<JavaHeader.Import> removed =
      new TreeSet<>((a, b) -> Integer.compare(a.begin(), b.begin()));

  /** What an import is called, and what writes that where the old name stands. */
  private record NewName(String name, Runnable inPlace) {}

  private final Map<JavaHeader.Import, NewName> renamed = new LinkedHashMap<>();

  /** Those that come back under their new name in another line. */
  private final Set<JavaHeader.Import> relocated = new HashSet<>();

  /** For a source of a survey. */
  public ImportEdits(SourceView code, int file) {
    SourceText source = code.sources().text(code.units().name(file));
    this.text = source.text();
    this.header = code.header(file);
    this.lineEnd = source.lineEnd();
    this.style = () -> ImportStyle.of(code, file);
  }

  /** For a source that no survey knows. */
  ImportEdits(SourceText source, JavaHeader header) {
    this.text = source.text();
    this.header = header;
    this.lineEnd = source.lineEnd();
    this.style = ImportStyle::new;
  }

  public void add(String name) {
    added.add(name);
  }

  public void remove(JavaHeader.Import one) {
    removed.add(one);
  }

  /** Whether an import goes without another of the same type coming in its place. */
  public boolean isRemoved(JavaHeader.Import one) {
    return removed.contains(one) && !relocated.contains(one);
  }

  /**
   * Gives an import another name. Where the imports were in order and the new names would break it,
   * the line moves to its place.
   *
   * @param inPlace writes the new name where the old one stands
   */
  public void relocate(JavaHeader.Import one, String newName, Runnable inPlace) {
    renamed.put(one, new NewName(newName, inPlace));
  }

  /** The new names of the imports that go to other lines. */
  public Map<JavaHeader.Import, String> relocated() {
    Map<JavaHeader.Import, String> names = new LinkedHashMap<>();
    relocated.forEach(one -> names.put(one, renamed.get(one).name));
    return names;
  }

  /** Decides of all imports of a sort together whether they stay where they are. */
  private void settle(boolean isStatic) {
    settle(staying(isStatic), isStatic);
    // Groups with blank lines between them are often in order where the whole is not.
    List<JavaHeader.Import> group = new ArrayList<>();
    for (JavaHeader.Import one : staying(isStatic)) {
      boolean apart =
          !group.isEmpty() && ImportStyle.isBlankBetween(text, group.get(group.size() - 1), one);
      if (apart) {
        settle(group, isStatic);
        group.clear();
      }
      group.add(one);
    }
    settle(group, isStatic);
  }

  /** Takes those that get another name out of their lines where the order would be lost. */
  private void settle(List<JavaHeader.Import> group, boolean isStatic) {
    List<String> names = new ArrayList<>();
    List<String> newNames = new ArrayList<>();
    List<JavaHeader.Import> changed = new ArrayList<>();
    boolean hasOthers = false;
    for (JavaHeader.Import one : group) {
      names.add(one.name());
      newNames.add(renamed.containsKey(one) ? renamed.get(one).name : one.name());
      boolean movable =
          renamed.containsKey(one)
              && text.substring(one.end(), TextLines.end(text, one.end())).isBlank();
      if (movable) {
        changed.add(one);
      }
      hasOthers |= !movable;
    }
    boolean some = isStatic || group.size() < staying(false).size();
    if (!isSorted(names) || isSorted(newNames) || some && !hasOthers) {
      return;
    }
    for (JavaHeader.Import one : changed) {
      removed.add(one);
      relocated.add(one);
      (isStatic ? addedStatics : added).add(renamed.get(one).name + (one.onDemand() ? ".*" : ""));
    }
  }

  private static boolean isSorted(List<String> names) {
    for (int n = 1; n < names.size(); n++) {
      if (names.get(n - 1).compareTo(names.get(n)) > 0) {
        return false;
      }
    }
    return true;
  }

  public boolean adds(String name) {
    return added.contains(name) || renamed.values().stream().anyMatch(now -> now.name.equals(name));
  }

  /** The names to be imported, ascending. */
  Set<String> added() {
    return added;
  }

  /** Puts all of it into the edits of the source. */
  public void into(TextEdits edits) {
    settle(false);
    settle(true);
    renamed.forEach(
        (one, now) -> {
          if (!removed.contains(one)) {
            now.inPlace.run();
          }
        });
    List<JavaHeader.Import> plain = staying(false);
    if (plain.isEmpty()) {
      addFirst(edits);
    } else {
      addAll(edits, plain);
    }
    for (String name : addedStatics) {
      addBeside(edits, staying(true), name);
    }
    removeRuns(edits);
  }

  private List<JavaHeader.Import> staying(boolean isStatic) {
    return header.imports().stream()
        .filter(one -> one.isStatic() == isStatic && !removed.contains(one))
        .toList();
  }

  private void addFirst(TextEdits edits) {
    if (added.isEmpty()) {
      return;
    }
    String block = style.get().statements(added, lineEnd);
    if (!header.imports().isEmpty()) {
      // Only static imports are left, or all are going: the new ones take the first one's place.
      int at = TextLines.begin(text, header.imports().get(0).begin());
      boolean allGo = header.imports().stream().allMatch(removed::contains);
      edits.insert(at, allGo ? block : block + lineEnd);
    } else if (header.packageStatementEnd() >= 0) {
      int at =
          restOfLineIsEmpty(header.packageStatementEnd())
              ? TextLines.end(text, header.packageStatementEnd())
              : header.packageStatementEnd();
      String body = block.substring(0, block.length() - lineEnd.length());
      edits.insert(at, lineEnd + lineEnd + body);
    } else {
      edits.insert(0, block + lineEnd);
    }
  }

  private static String root(JavaHeader.Import one) {
    return ImportStyle.root(one.name());
  }

  /**
   * Adds imports beside those of their root; those of a root that the source had none of come where
   * the sources around have such.
   */
  private void addAll(TextEdits edits, List<JavaHeader.Import> plain) {
    TreeMap<String, TreeSet<String>> others = ImportStyle.byRoot(added);
    plain.forEach(one -> others.remove(root(one)));
    ImportStyle known = others.isEmpty() ? new ImportStyle() : style.get();
    Set<String> beside = new TreeSet<>(added);
    // What comes behind an import comes behind others of its root, too.
    List<Runnable> last = new ArrayList<>();
    for (String root : known.ordered(others.keySet())) {
      JavaHeader.Import behind = null;
      JavaHeader.Import before = null;
      for (JavaHeader.Import one : plain) {
        int order = known.order(root(one), root);
        behind = order < 0 ? one : behind;
        before = order > 0 && before == null ? one : before;
      }
      if (behind == null && before == null) {
        continue;
      }
      beside.removeAll(others.get(root));
      String block = known.statements(others.get(root), lineEnd);
      if (behind != null) {
        int at = behind(behind);
        String gap = known.isApart(root(behind), root) ? lineEnd : "";
        String lines = lineEnd + gap + block.substring(0, block.length() - lineEnd.length());
        last.add(() -> edits.insert(at, lines));
      } else {
        edits.insert(before.begin(), block + (known.isApart(root, root(before)) ? lineEnd : ""));
      }
    }
    beside.forEach(name -> addBeside(edits, plain, name));
    last.forEach(Runnable::run);
  }

  /** Where a line behind an import goes. */
  private int behind(JavaHeader.Import one) {
    return restOfLineIsEmpty(one.end()) ? TextLines.end(text, one.end()) : one.end();
  }

  private void addBeside(TextEdits edits, List<JavaHeader.Import> plain, String name) {
    JavaHeader.Import behind = null;
    JavaHeader.Import before = null;
    int best = -1;
    for (JavaHeader.Import one : plain) {
      int common = commonSegments(one.name(), name);
      boolean smaller = one.name().compareTo(name) < 0;
      if (common > best || common == best && smaller) {
        best = common;
        behind = smaller ? one : null;
        before = smaller ? null : one;
      }
    }
    if (behind != null) {
      edits.insert(
          behind(behind),
          lineEnd + (behind.isStatic() ? "import static " : "import ") + name + ";");
    } else {
      String statement = (before.isStatic() ? "import static " : "import ") + name + ";";
      edits.insert(before.begin(), statement + lineEnd);
    }
  }

  private static int commonSegments(String one, String other) {
    String[] left = one.split("\\.");
    String[] right = other.split("\\.");
    int common = 0;
    while (common < left.length && common < right.length && left[common].equals(right[common])) {
      common++;
    }
    return common;
  }

  private void removeRuns(TextEdits edits) {
    List<JavaHeader.Import> all = header.imports();
    int n = 0;
    while (n < all.size()) {
      if (!removed.contains(all.get(n))) {
        n++;
        continue;
      }
      int first = n;
      while (n + 1 < all.size()
          && removed.contains(all.get(n + 1))
          && text.substring(all.get(n).end(), all.get(n + 1).begin()).isBlank()) {
        n++;
      }
      remove(edits, all.get(first).begin(), all.get(n).end());
      n++;
    }
  }

  private void remove(TextEdits edits, int statementBegin, int statementEnd) {
    int begin = statementBegin;
    int end = statementEnd;
    if (text.substring(TextLines.begin(text, begin), begin).isBlank() && restOfLineIsEmpty(end)) {
      begin = TextLines.begin(text, begin);
      end = TextLines.next(text, end);
      boolean blankBefore =
          begin == 0 || text.substring(TextLines.previous(text, begin), begin).isBlank();
      boolean replaced = header.imports().stream().allMatch(removed::contains) && !added.isEmpty();
      if (blankBefore && !replaced && end < text.length() && TextLines.isEnd(text, end)) {
        int blank = end;
        // The blank line may go already, with a type that stands behind it.
        if (edits.list().stream().anyMatch(e -> e.begin() <= blank && e.end() > blank)) {
          begin = TextLines.previous(text, begin);
        } else {
          end = TextLines.next(text, end);
        }
      }
    }
    edits.remove(begin, end);
  }

  /** Whether nothing, or only a comment, follows on the line. */
  private boolean restOfLineIsEmpty(int offset) {
    String rest = text.substring(offset, TextLines.end(text, offset)).strip();
    return rest.isEmpty() || rest.startsWith("//");
  }
}
