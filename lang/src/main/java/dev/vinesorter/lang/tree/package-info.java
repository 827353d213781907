/** Syntax trees of any grammar, as arrays. */
package dev.vinesorter.lang.tree;
