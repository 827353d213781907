/** Answers as terminal text, JSON, CSV, SVG, SARIF, JUnit XML and diffs. It knows no files. */
module dev.vinesorter.report {
  requires transitive dev.vinesorter.core;
  requires com.fasterxml.jackson.core;
  requires io.github.javadiffutils;
  requires java.xml;

  exports dev.vinesorter.report;
}
