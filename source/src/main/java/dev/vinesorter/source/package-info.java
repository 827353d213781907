/**
 * What every language shares: finding sources below a root, their text with its exact bytes, the
 * overlay of edited files, text edits, the journal that makes a change all-or-nothing, kept
 * surveys, plan files.
 *
 * <p>A run goes: {@link dev.vinesorter.source.text.Root} → {@link
 * dev.vinesorter.source.text.SourceWalk} → {@link dev.vinesorter.source.text.Overlay} → a {@link
 * dev.vinesorter.source.read.SourceReader}; a plan adds a {@link
 * dev.vinesorter.source.plan.StepEditor} and ends in the {@link
 * dev.vinesorter.source.journal.Journal}. Paths are strings from the root with slashes, and never
 * leave it. A new language implements the two interfaces and changes nothing here.
 */
package dev.vinesorter.source;
