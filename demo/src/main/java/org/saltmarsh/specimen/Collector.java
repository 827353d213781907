package org.saltmarsh.specimen;

/** Who found a plant. */
public record Collector(String name, String initials) {}
