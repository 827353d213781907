/**
 * Misplaced responsibilities: units in the wrong place, each with its evidence and the steps that
 * mend it.
 *
 * <p>Start at {@link dev.vinesorter.core.misfit.Misfits}. A kind of misfit is a {@link
 * dev.vinesorter.core.misfit.Judge}; what several of them need is worked out once for a survey:
 * {@link dev.vinesorter.core.misfit.TypeTies}, {@link dev.vinesorter.core.misfit.MemberTies}.
 */
package dev.vinesorter.core.misfit;
