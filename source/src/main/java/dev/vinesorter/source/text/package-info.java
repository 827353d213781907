/**
 * A root, its files, and their texts with exact bytes.
 *
 * <p>{@link dev.vinesorter.source.text.Root} is the only way to a path and {@link
 * dev.vinesorter.source.text.Overlay} the only way to a text: it has the edits of a plan on top of
 * the disk, which it only reads. {@link dev.vinesorter.source.text.TextEdits} are spans of chars.
 */
package dev.vinesorter.source.text;
