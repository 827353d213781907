package dev.vinesorter.core.model;

import java.util.Arrays;

/** A growing list of ints; what a builder fills before its arrays are cut to size. */
public final class IntList {
  private int[] cells = new int[16];
  private int size;

  public void add(int value) {
    if (size == cells.length) {
      cells = Arrays.copyOf(cells, size + (size >> 1) + 16);
    }
    cells[size++] = value;
  }

  public int get(int index) {
    if (index >= size) {
      throw new IndexOutOfBoundsException("Index " + index + " of " + size);
    }
    return cells[index];
  }

  public void set(int index, int value) {
    if (index >= size) {
      throw new IndexOutOfBoundsException("Index " + index + " of " + size);
    }
    cells[index] = value;
  }

  public int size() {
    return size;
  }

  /** A copy of the values, exactly as long as there are values. */
  public int[] toArray() {
    return Arrays.copyOf(cells, size);
  }
}
