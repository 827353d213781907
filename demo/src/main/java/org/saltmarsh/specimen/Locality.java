package org.saltmarsh.specimen;

/** Where a plant was found. */
public record Locality(String country, String place, int metresAboveSea) {
  public String line() {
    return place + ", " + country + ", " + metresAboveSea + " m";
  }
}
