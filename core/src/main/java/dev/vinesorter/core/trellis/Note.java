package dev.vinesorter.core.trellis;

/** Something to be told about the trellis itself. */
public record Note(Trellis.Place place, String says) {}
