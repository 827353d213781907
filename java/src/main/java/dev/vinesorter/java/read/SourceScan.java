package dev.vinesorter.java.read;

/** What every reading does with a run of the compiler: units first, then references, and notes. */
final class SourceScan {
  private SourceScan() {}
}
