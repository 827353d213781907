package dev.vinesorter.lang.space;

import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import java.util.List;

/** Files that are no sources and list sources by their paths, such as those of a build. */
final class Listings {
  private final SpaceMove move;
  private final Overlay edited;

  Listings(SpaceMove move, Overlay edited) {
    this.move = move;
    this.edited = edited;
  }

  /** Whether a source is loaded since one of them lists it. */
  static boolean isListed(SpaceMove move, String source) {
    for (String path : move.sources().paths()) {
      boolean listing = move.language().isListing(path);
      String text = listing ? move.sources().text(path).text() : "";
      if (listing && move.language().listing(path, text, source, source + "x", true) != null) {
        return true;
      }
    }
    return false;
  }

  /** Lets them list the sources where they are now. */
  void follow() {
    for (Departure goes : move.departures()) {
      String from = move.path(goes.file());
      boolean fresh = move.project().number(goes.to()) < 0;
      for (String path : fresh ? edited.paths() : List.<String>of()) {
        if (move.language().isListing(path)) {
          SourceText old = edited.text(path);
          String text =
              isLoaded(goes)
                  ? move.language().beside(path, old.text(), from, goes.to())
                  : move.language().listing(path, old.text(), from, goes.to(), goes.whole());
          if (text != null && !text.equals(old.text())) {
            edited.put(path, old.with(text));
          }
        }
      }
    }
  }

  /** Whether something leaves its source that is found only where a source is loaded. */
  private boolean isLoaded(Departure goes) {
    return !goes.whole()
        && move.language().isLoadedByName()
        && goes.decls().stream()
            .anyMatch(decl -> move.outline(goes.file()).decls().get(decl).sort() != Sort.TYPE);
  }
}
