package dev.vinesorter.report;

/** Gives the text of a line of a source. */
public interface SourceLines {
  /** The line, 1-based, without its end; empty where the file or line is not there any more. */
  String line(String file, int line);
}
