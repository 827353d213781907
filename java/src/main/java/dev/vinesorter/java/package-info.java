/**
 * Reading and changing Java, on the JDK's own compiler through its public API.
 *
 * <p>{@link dev.vinesorter.java.read.JavaReader} makes the survey: it finds the source roots
 * ({@link dev.vinesorter.java.build.JavaLayout}), lets the compiler parse and attribute ({@link
 * dev.vinesorter.java.compile.CompilerRun}), collects units ({@link
 * dev.vinesorter.java.scan.UnitScan}) and then references ({@link
 * dev.vinesorter.java.scan.ReferenceScan}, {@link dev.vinesorter.java.scan.DocMentions}). {@link
 * dev.vinesorter.java.JavaStepEditor} carries steps out as text edits. Annotation processing is off
 * and nothing that is read is ever run. Every offset is a char offset into the text of the file.
 */
package dev.vinesorter.java;
