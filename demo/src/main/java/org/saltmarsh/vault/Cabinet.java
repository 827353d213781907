package org.saltmarsh.vault;

import java.util.ArrayList;
import java.util.List;

/** A steel cabinet with eight shelves. */
public final class Cabinet {
  private static final int SHELVES = 8;

  private final String row;
  private final int number;
  private final List<Shelf> shelves = new ArrayList<>();

  public Cabinet(String row, int number) {
    this.row = row;
    this.number = number;
    for (int shelf = 1; shelf <= SHELVES; shelf++) {
      shelves.add(new Shelf(shelf));
    }
  }

  public String row() {
    return row;
  }

  public int number() {
    return number;
  }

  /** A place for one more sheet, or null when the cabinet is full. */
  Placement place() {
    for (Shelf shelf : shelves) {
      if (shelf.takes(1)) {
        shelf.add(1);
        return new Placement(row, number, shelf.number());
      }
    }
    return null;
  }
}
