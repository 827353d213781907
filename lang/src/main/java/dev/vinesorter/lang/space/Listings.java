package dev.vinesorter.lang.space;

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

  /** Lets them list the sources where they are now. */
  void follow() {
    for (Departure goes : move.departures()) {
      String from = move.path(goes.file());
      boolean fresh = move.project().number(goes.to()) < 0;
      for (String path : fresh ? edited.paths() : List.<String>of()) {
        if (move.language().isListing(path)) {
          SourceText old = edited.text(path);
          String text = move.language().listing(path, old.text(), from, goes.to(), goes.whole());
          if (text != null && !text.equals(old.text())) {
            edited.put(path, old.with(text));
          }
        }
      }
    }
  }
}
