package dev.vinesorter.core.model;

/** The columns of units, a cell for each unit; see {@link Units}. */
record UnitArrays(
    StringTable strings,
    int[] parent,
    byte[] level,
    int[] name,
    int[] traits,
    int[] module,
    int[] begin,
    int[] end,
    int[] nameAt,
    int[] complexity,
    int[] type,
    int[] doc,
    Facts facts,
    int[][] lineStarts) {}
