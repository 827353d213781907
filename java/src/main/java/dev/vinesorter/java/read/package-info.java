/**
 * A survey of a root, made anew or of what changed.
 *
 * <p>{@link dev.vinesorter.java.read.JavaReader} is the way in. After an edit {@link
 * dev.vinesorter.java.read.Reread} reads what changed and what that concerns behind the sketches of
 * all else, and gives up where it cannot be sure; both ways give the same survey, to the byte.
 */
package dev.vinesorter.java.read;
