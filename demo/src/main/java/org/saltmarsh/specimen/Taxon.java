package org.saltmarsh.specimen;

/** A plant name as botanists write it. */
public record Taxon(String genus, String species, String author) {
  public String fullName() {
    return genus + " " + species + " " + author;
  }

  public String shortName() {
    return genus.charAt(0) + ". " + species;
  }
}
