/**
 * Directed graphs on int arrays and the algorithms on them: strongly connected components, cut
 * sets, shortest chains. It knows nothing of code; nodes are dense ints from 0.
 *
 * <p>Start at {@link dev.vinesorter.core.graph.Digraph}. Graphs never change and every result
 * depends on the graph alone, ties going to the smaller node, so equal input gives equal output.
 * Nothing here recurses, since a chain of nodes may be as long as a code base is large.
 */
package dev.vinesorter.core.graph;
