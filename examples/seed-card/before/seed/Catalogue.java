package seed;

import java.util.Map;

/** The seeds by their numbers. */
public final class Catalogue {
  private final Map<Integer, String> genus;
  private final Map<Integer, String> species;

  public Catalogue(Map<Integer, String> genus, Map<Integer, String> species) {
    this.genus = genus;
    this.species = species;
  }

  public String genus(int number) {
    return genus.getOrDefault(number, "unknown");
  }

  public String species(int number) {
    return species.getOrDefault(number, "sp.");
  }
}
