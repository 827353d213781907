package search.query;

/** What a visitor asks for; null and 0 stand for anything. */
public record Asked(String species, int from, int until, String collector) {}
