/**
 * One run of the JDK's compiler, through its public API.
 *
 * <p>{@link dev.vinesorter.java.compile.CompilerRun} takes sources, or {@linkplain
 * dev.vinesorter.java.compile.JavaSketch sketches} of them, and gives trees, problems and class
 * files, all in memory. Annotation processing and plugins are off: code under survey is never run.
 */
package dev.vinesorter.java.compile;
