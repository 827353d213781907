/**
 * All files of a change are written, or none, whatever goes wrong.
 *
 * <p>{@link dev.vinesorter.source.journal.Journal} is the way in; {@link
 * dev.vinesorter.source.journal.JournalEntry} writes new contents beside their targets, decides,
 * and then only renames. A change can be taken back byte for byte.
 */
package dev.vinesorter.source.journal;
