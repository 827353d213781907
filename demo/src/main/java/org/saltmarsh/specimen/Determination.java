package org.saltmarsh.specimen;

/** Somebody's opinion of what a specimen is. */
public final class Determination {
  private final Taxon taxon;
  private final String by;
  private final int year;

  public Determination(Taxon taxon, String by, int year) {
    this.taxon = taxon;
    this.by = by;
    this.year = year;
  }

  public Taxon taxon() {
    return taxon;
  }

  /** A later opinion counts more than an earlier one. */
  public boolean supersedes(Determination other) {
    return year > other.year;
  }

  public String note() {
    return "det. " + by + " " + year;
  }
}
