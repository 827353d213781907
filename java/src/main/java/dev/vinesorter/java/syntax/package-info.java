/**
 * What a Java source's tokens tell, without a compiler.
 *
 * <p>{@link dev.vinesorter.java.syntax.JavaTokens} cuts a text into tokens and comments; the others
 * ask questions of them: where a header, a modifier, an expression, a list of parameters begins and
 * ends. All places are char offsets, half-open, and all of it works on sources that do not compile.
 */
package dev.vinesorter.java.syntax;
