/**
 * The model of a code base at one moment: its units, their dependencies, and every site of each.
 *
 * <p>Start at {@link dev.vinesorter.core.model.Survey}; readers fill one through {@link
 * dev.vinesorter.core.model.SurveyBuilder}, plans change a copy through {@link
 * dev.vinesorter.core.model.SurveyDraft}. A finished survey never changes, so threads may share it.
 * Units are dense ints here and names at the border; {@code -1} stands for "none". Nothing is null
 * unless its comment says so. The package depends on nothing but the JDK's collections.
 */
package dev.vinesorter.core.model;
