package dev.vinesorter.lang.space;

import dev.vinesorter.core.model.Site;
import dev.vinesorter.lang.outline.Written;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/** Where texts have the old name or path of what moved, and somebody has to look. */
final class SpaceMentions {
  /** More are not told. */
  private static final int MOST = 20;

  private static final int LARGEST = 1 << 20;

  private final SpaceMove move;
  private final Overlay edited;
  private final List<String> found = new ArrayList<>();

  SpaceMentions(SpaceMove move, Overlay edited) {
    this.move = move;
    this.edited = edited;
  }

  /** Each as a sentence. */
  List<String> found() {
    Set<String> old = new TreeSet<>();
    for (Departure goes : move.departures()) {
      String path = move.path(goes.file());
      if (goes.whole() && !goes.to().equals(path)) {
        old.add(path);
      }
      for (int decl : goes.decls()) {
        String full =
            SpaceMove.join(
                move.tops().space(goes.file(), decl), move.tops().own(Place.of(goes.file(), decl)));
        if (full.indexOf('.') > 0 && !full.equals(move.fullAfter(Place.of(goes.file(), decl)))) {
          String separator = move.language().separator();
          old.add(full.replace(".", separator));
          old.add(full.replace(".", separator.equals(".") ? "/" : separator + separator));
        }
      }
    }
    for (String path : edited.paths()) {
      if (found.size() < MOST && edited.isSmall(path, LARGEST)) {
        look(path, old);
      }
    }
    return found;
  }

  private void look(String path, Set<String> old) {
    String text = edited.text(path).text();
    String end = move.rules().neighbours();
    // A neighbour's code and comments follow; what it has in quotes does not.
    boolean follows = !end.isEmpty() && path.endsWith(end);
    for (String one : old) {
      for (int at = text.indexOf(one); at >= 0; at = text.indexOf(one, at + 1)) {
        boolean quoted = at > 0 && text.charAt(at - 1) == '"';
        if (Written.isWhole(text, at, at + one.length()) && (quoted || !follows)) {
          Site site = SourceText.site(path, SourceText.lineStarts(text), at, at + one.length());
          found.add(
              path + ":" + site.line() + " names " + one + "; look whether it has to follow.");
          break;
        }
      }
    }
  }
}
