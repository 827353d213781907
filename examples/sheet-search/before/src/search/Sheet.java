package search;

/** A sheet in the index. */
public record Sheet(String name, int year) {}
