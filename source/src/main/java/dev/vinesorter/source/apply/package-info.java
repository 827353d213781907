/**
 * Carrying a plan out: proven before anything is written, verified and committed as asked, gone on
 * with where it stopped.
 *
 * <p>{@link dev.vinesorter.source.apply.PlanApplication} is the way in; it works in a {@link
 * dev.vinesorter.source.apply.Workplace} as {@link dev.vinesorter.source.apply.ApplyOptions} say.
 * {@link dev.vinesorter.source.apply.PlanWriter} writes what was proven.
 */
package dev.vinesorter.source.apply;
