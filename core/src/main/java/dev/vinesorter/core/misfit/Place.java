package dev.vinesorter.core.misfit;

/**
 * Where a unit could stand.
 *
 * @param unit the package or type
 * @param score how probable it is as the home, 0 to 1
 * @param own whether the unit stands there now
 */
public record Place(int unit, double score, boolean own) {}
