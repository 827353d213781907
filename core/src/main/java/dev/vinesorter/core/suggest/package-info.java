/**
 * The search for the fewest, cheapest steps that would open the cycles of packages and mend
 * breaches of layers: on the survey alone, without a clock, the same for the same number of rounds.
 *
 * <p>Start at {@link dev.vinesorter.core.suggest.Search}.
 */
package dev.vinesorter.core.suggest;
