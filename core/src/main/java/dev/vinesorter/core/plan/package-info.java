/**
 * Plans: ordered steps that change the structure, and what their rehearsal says.
 *
 * <p>Start at {@link dev.vinesorter.core.plan.Plan}. How a step changes sources is the language
 * modules' business; this package says what a plan is, what answer a step gets, and whether a fresh
 * survey is the one that was foretold.
 */
package dev.vinesorter.core.plan;
