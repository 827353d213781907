/**
 * What the structure of a survey is: the graph of one level, its cycle groups with their cut sets,
 * the reasons for a dependency. It joins {@code model} and {@code graph}, which do not know each
 * other.
 *
 * <p>Start at {@link dev.vinesorter.core.structure.LevelGraph}. Everything here is a function of a
 * survey and a {@link dev.vinesorter.core.structure.View}, without state.
 */
package dev.vinesorter.core.structure;
