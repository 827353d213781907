/**
 * Names of units in text that is no code.
 *
 * <p>{@link dev.vinesorter.java.mention.Mentions} finds them in literals, build files, properties
 * and documents, and {@link dev.vinesorter.java.mention.WrittenNames} knows every way in which a
 * unit is written. What may mean something else is told and left alone.
 */
package dev.vinesorter.java.mention;
