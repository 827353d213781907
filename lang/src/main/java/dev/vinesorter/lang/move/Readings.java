package dev.vinesorter.lang.move;

import dev.vinesorter.lang.read.OutlineReader;
import dev.vinesorter.lang.read.Project;
import dev.vinesorter.lang.read.Rules;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.Overlay;
import java.util.Set;

/** What was read of the sources last, from which they are read again where they changed since. */
public final class Readings {
  private final OutlineReader reader;
  private final ReadOptions options;
  private Reading known;
  private Overlay.Stage stage = Overlay.Stage.NONE;

  /** Of sources of which a reader made something before. */
  public Readings(OutlineReader reader, ReadOptions options, Reading before) {
    this.reader = reader;
    this.options = options;
    this.known = before;
  }

  /** Whether a path is a source of the language. */
  public boolean isSource(String path) {
    return reader.isSource(path);
  }

  /** How names are looked up. */
  public Rules rules() {
    return reader.rules();
  }

  /** The outlines of the sources as they are. */
  public Project project(Overlay sources) {
    return reader.project(sources, options, known, changed(sources));
  }

  /** What sources read after a step that is not accepted yet. */
  public Reading fresh(Overlay edited) {
    return reader.read(edited, options, Progress.SILENT, known, changed(edited));
  }

  /** A step is accepted: the sources are what was read now. */
  public void accept(Reading fresh, Overlay sources) {
    known = fresh;
    stage = sources.stage();
  }

  private Set<String> changed(Overlay sources) {
    return sources.stage().since(stage).keySet();
  }
}
