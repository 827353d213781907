/**
 * Steps that make seams: fields behind methods, stretches of code as methods of their own, other
 * signatures, interfaces that stand in front of classes. Each judges by survey and syntax tree and
 * writes through {@link dev.vinesorter.java.rewrite.Rewriting}.
 */
package dev.vinesorter.java.seam;
