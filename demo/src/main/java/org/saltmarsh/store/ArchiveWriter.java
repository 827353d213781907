package org.saltmarsh.store;

import java.util.stream.Collectors;
import org.saltmarsh.report.PageFormat;

/** Writes the whole store as plain pages for the archive. */
public final class ArchiveWriter {
  private static final int LINE_MILLIMETRES = 6;

  private final SpecimenStore store;

  public ArchiveWriter(SpecimenStore store) {
    this.store = store;
  }

  public int pages() {
    int perPage = PageFormat.A4.rows(LINE_MILLIMETRES);
    return (store.all().size() + perPage - 1) / perPage;
  }

  public String page(int number) {
    int perPage = PageFormat.A4.rows(LINE_MILLIMETRES);
    return store.all().stream()
        .skip((long) number * perPage)
        .limit(perPage)
        .map(s -> s.number() + " " + s.taxon().fullName())
        .collect(Collectors.joining("\n"));
  }
}
