package dev.vinesorter.lang.space;

import dev.vinesorter.lang.move.CannotMoveException;
import dev.vinesorter.lang.move.TextLines;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.tree.Syntax;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/** What comes into one source, which may be a new one. */
final class Arrival {
  private final SpaceMove move;
  private final Departure first;
  private final List<String> texts = new ArrayList<>();
  private final List<String> statements = new ArrayList<>();
  private final Map<String, Sort> needs = new TreeMap<>();

  Arrival(SpaceMove move, Departure first) {
    this.move = move;
    this.first = first;
  }

  /** Adds what leaves a source, which is taken out there. */
  void add(Departure goes, SpaceEdits edits) throws CannotMoveException {
    statements.addAll(edits.along(goes));
    needs.putAll(edits.needsOf(goes));
    texts.add(edits.cut(goes));
  }

  private List<String> needed(int there) {
    List<String> all = new ArrayList<>();
    if (there >= 0) {
      // What it sees by an import of all is not brought in once more.
      Set<String> stars = new TreeSet<>();
      for (Import one : move.outline(there).imports()) {
        stars.add(one.level() == Import.USING_ALL ? one.from() : "");
      }
      needs.keySet().removeIf(full -> stars.contains(SpaceMove.spaceOf(full)));
    }
    needs.forEach((full, sort) -> all.add(move.language().bring(move.brought(full), sort, "")));
    return all;
  }

  private String body(String lineEnd) {
    StringBuilder all = new StringBuilder();
    for (String text : texts) {
      all.append(all.length() == 0 ? "" : lineEnd).append(text);
    }
    return all.toString();
  }

  /** Writes it at the end of a source that is there. */
  void into(TextEdits edits) throws CannotMoveException {
    int file = move.project().number(first.to());
    Syntax tree = move.tree(file);
    String text = move.text(file);
    String lineEnd = move.lineEnd(file);
    ImportBlock block = move.imports(file);
    statements.forEach(block::add);
    needed(file).forEach(block::add);
    block.write(edits);
    int header = block.header();
    int body = tree.child(header, "body");
    int at = body < 0 ? text.length() : TextLines.begin(text, tree.end(body) - 1);
    boolean open = at > 0 && text.charAt(at - 1) != '\n';
    edits.insert(at, (open ? lineEnd : "") + lineEnd + body(lineEnd));
  }

  /** Writes a new source, or one that had no edits so far. */
  void put(Overlay edited) throws CannotMoveException {
    int there = move.project().number(first.to());
    if (there >= 0) {
      TextEdits edits = new TextEdits();
      into(edits);
      SourceText old = edited.text(first.to());
      edited.put(first.to(), old.with(edits.apply(old.text())));
      return;
    }
    int file = first.file();
    Syntax tree = move.tree(file);
    String lineEnd = move.lineEnd(file);
    ImportBlock like = move.imports(file);
    List<String> brings = new ArrayList<>(statements);
    for (String one : needed(-1)) {
      if (!brings.contains(one)) {
        brings.add(one);
      }
    }
    List<String> ordered = like.inOrder(brings);
    String imports = ordered.isEmpty() ? "" : String.join(lineEnd, ordered) + lineEnd + lineEnd;
    String head = move.language().head(tree, like.header(), first.space(), lineEnd);
    String foot = move.language().foot(tree, like.header(), lineEnd);
    String text =
        move.language().bringsNames()
            ? head + imports + body(lineEnd) + foot
            : TextLines.licence(tree, lineEnd) + imports + head + body(lineEnd) + foot;
    edited.put(first.to(), edited.text(move.path(file)).with(text));
  }
}
