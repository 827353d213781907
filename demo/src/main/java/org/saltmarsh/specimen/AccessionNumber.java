package org.saltmarsh.specimen;

/** The number a specimen gets when it comes into the house. */
public record AccessionNumber(int year, int serial) implements Comparable<AccessionNumber> {
  public AccessionNumber {
    if (serial < 1) {
      throw new IllegalArgumentException("Serials start at 1: " + serial);
    }
  }

  @Override
  public int compareTo(AccessionNumber other) {
    int byYear = Integer.compare(year, other.year);
    return byYear != 0 ? byYear : Integer.compare(serial, other.serial);
  }

  @Override
  public String toString() {
    return String.format("SM-%d-%05d", year, serial);
  }
}
