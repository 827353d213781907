package org.saltmarsh.vault;

/** Where a sheet lies: row, cabinet, shelf. */
public final class Placement {
  private final String row;
  private final int cabinet;
  private final int shelf;

  public Placement(String row, int cabinet, int shelf) {
    this.row = row;
    this.cabinet = cabinet;
    this.shelf = shelf;
  }

  public String row() {
    return row;
  }

  public int cabinet() {
    return cabinet;
  }

  public int shelf() {
    return shelf;
  }
}
