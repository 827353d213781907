/**
 * Units and references of sources that were compiled.
 *
 * <p>{@link dev.vinesorter.java.scan.UnitScan} collects what is declared into a {@link
 * dev.vinesorter.java.scan.UnitIndex}; then {@link dev.vinesorter.java.scan.ReferenceScan} binds
 * what is named. Where the compiler cannot help, {@link dev.vinesorter.java.scan.NameFallback} goes
 * by scope rules.
 */
package dev.vinesorter.java.scan;
