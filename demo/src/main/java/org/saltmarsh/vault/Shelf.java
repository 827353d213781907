package org.saltmarsh.vault;

/** One shelf of a cabinet. */
public final class Shelf {
  static final int ROOM = 60;

  private final int number;
  private int sheets;

  Shelf(int number) {
    this.number = number;
  }

  int number() {
    return number;
  }

  boolean takes(int more) {
    return sheets + more <= ROOM;
  }

  void add(int more) {
    sheets += more;
  }
}
