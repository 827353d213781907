/**
 * Two surveys compared: what came, went and moved, and what that means for cycles, limits and the
 * trellis. Start at {@link dev.vinesorter.core.drift.Drift}. Units of two surveys are the same when
 * their names are, or when {@link dev.vinesorter.core.drift.Renamed} recognises them elsewhere.
 */
package dev.vinesorter.core.drift;
