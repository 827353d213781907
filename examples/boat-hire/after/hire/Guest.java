package hire;

/** Somebody who comes to the jetty. */
public record Guest(String name, int age, boolean swims) {}
