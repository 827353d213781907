/**
 * A survey beside its sources, and what every step asks of the two.
 *
 * <p>{@link dev.vinesorter.java.code.SourceView} answers questions about units by survey and
 * tokens; {@link dev.vinesorter.java.code.FileChanges}, {@link
 * dev.vinesorter.java.code.ImportEdits} and {@link dev.vinesorter.java.code.TypeNames} collect
 * edits. Nothing here knows what a step does.
 */
package dev.vinesorter.java.code;
