/**
 * What every language shares: finding sources below a root, their text with its exact bytes, the
 * overlay of edited files, text edits, the journal that makes a change all-or-nothing, kept
 * surveys, plan files.
 *
 * <p>A run goes: {@link dev.vinesorter.source.Root} → {@link dev.vinesorter.source.SourceWalk} →
 * {@link dev.vinesorter.source.Overlay} → a {@link dev.vinesorter.source.SourceReader}; a plan adds
 * a {@link dev.vinesorter.source.StepEditor} and ends in the {@link dev.vinesorter.source.Journal}.
 * Paths are strings from the root with slashes, and never leave it. A new language implements the
 * two interfaces and changes nothing here.
 */
package dev.vinesorter.source;
