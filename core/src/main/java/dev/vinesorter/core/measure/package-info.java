/**
 * What can be counted about units, and which of it is too much. Start at {@link
 * dev.vinesorter.core.measure.Metric} for the definitions and at {@link
 * dev.vinesorter.core.measure.Measures} for the figures. It depends on {@code structure}, which
 * knows nothing of it.
 */
package dev.vinesorter.core.measure;
