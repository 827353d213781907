/**
 * What is kept of a root between runs.
 *
 * <p>{@link dev.vinesorter.source.keep.OwnFolder} is the folder {@code .vinesort}; {@link
 * dev.vinesorter.source.keep.KeptSurvey} is a survey with the options and the state of the files
 * that it was read with.
 */
package dev.vinesorter.source.keep;
