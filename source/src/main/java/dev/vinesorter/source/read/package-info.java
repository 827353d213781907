/**
 * What a reader of a language takes and gives.
 *
 * <p>A {@link dev.vinesorter.source.read.SourceReader} makes a {@link
 * dev.vinesorter.source.read.Reading} of an overlay, as {@link
 * dev.vinesorter.source.read.ReadOptions} say.
 */
package dev.vinesorter.source.read;
