/**
 * Whether a value can be null.
 *
 * <p>{@link dev.vinesorter.java.nullness.Nullness} asks what each member's syntax tree says ({@link
 * dev.vinesorter.java.nullness.NullFlow}) and follows calls by the survey. Where it cannot tell, a
 * value may be null.
 */
package dev.vinesorter.java.nullness;
