/**
 * Reading and changing Java, on the JDK's own compiler through its public API.
 *
 * <p>{@link dev.vinesorter.java.JavaReader} makes the survey: it finds the source roots ({@link
 * dev.vinesorter.java.JavaLayout}), lets the compiler parse and attribute ({@link
 * dev.vinesorter.java.CompilerRun}), collects units ({@link dev.vinesorter.java.UnitScan}) and then
 * references ({@link dev.vinesorter.java.ReferenceScan}, {@link dev.vinesorter.java.DocMentions}).
 * {@link dev.vinesorter.java.JavaStepEditor} carries steps out as text edits. Annotation processing
 * is off and nothing that is read is ever run. Every offset is a char offset into the text of the
 * file.
 */
package dev.vinesorter.java;
