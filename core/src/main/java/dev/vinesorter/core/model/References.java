package dev.vinesorter.core.model;

import java.util.Arrays;

/**
 * Every use of one unit by another, as compressed rows: the uses made by unit u are the references
 * r with {@code row(u) <= r < row(u + 1)}, ascending by offset.
 */
public final class References {
  /** Set in a packed cell when the member was reached without its declaring type being named. */
  private static final int INDIRECT = 1 << 7;

  /** Set where what is named was told by its name alone, as the only one that has it. */
  private static final int LIKELY = 1 << 6;

  private static final int KIND = LIKELY - 1;
  private static final int LENGTH_SHIFT = 8;

  /** First reference of each unit; one cell more than units. */
  private final int[] rows;

  /** The unit used. */
  private final int[] target;

  /** First char of the naming token in the using unit's file. */
  private final int[] at;

  /** See {@link #pack}. */
  private final int[] packed;

  /** See {@link #byTarget()}; made when first asked for. */
  private volatile int[][] byTarget;

  /** References over these columns, which are not copied. */
  public References(int[] rows, int[] target, int[] at, int[] packed) {
    if (rows[rows.length - 1] != target.length
        || at.length != target.length
        || packed.length != target.length) {
      throw new IllegalArgumentException("The columns of references differ in length.");
    }
    this.rows = rows;
    this.target = target;
    this.at = at;
    this.packed = packed;
  }

  /** Kind, token length in chars (at most 2^23 - 1) and the indirect mark in one int. */
  public static int pack(Kind kind, int length, boolean indirect) {
    return Math.min(length, (1 << 23) - 1) << LENGTH_SHIFT
        | (indirect ? INDIRECT : 0)
        | kind.ordinal();
  }

  /** A packed cell that says that what is named was told by its name alone. */
  static int likely(int packed) {
    return packed | LIKELY;
  }

  /** Whether what is named was told by its name alone, and not by the rules of the language. */
  public boolean isLikely(int reference) {
    return (packed[reference] & LIKELY) != 0;
  }

  public int size() {
    return target.length;
  }

  /** The first reference made by a unit; the one after its last is {@code row(unit + 1)}. */
  public int row(int unit) {
    return rows[unit];
  }

  public int target(int reference) {
    return target[reference];
  }

  public Kind kind(int reference) {
    return Kind.at(packed[reference] & KIND);
  }

  /** The naming token's first char in the using unit's file; half-open with {@link #end(int)}. */
  public int at(int reference) {
    return at[reference];
  }

  public int end(int reference) {
    return at[reference] + (packed[reference] >>> LENGTH_SHIFT);
  }

  /**
   * Whether a member was reached by inheritance, through {@code this}, or through another type than
   * the one that declares it, so that the declaring type itself need not be accessible.
   */
  public boolean indirect(int reference) {
    return (packed[reference] & INDIRECT) != 0;
  }

  /** Kind, length and indirect mark as {@link #pack} made them. */
  int packed(int reference) {
    return packed[reference];
  }

  /** The unit that makes the reference; logarithmic in the number of units. */
  public int from(int reference) {
    int low = 0;
    int high = rows.length - 1;
    while (high - low > 1) {
      int middle = (low + high) >>> 1;
      if (rows[middle] <= reference) {
        low = middle;
      } else {
        high = middle;
      }
    }
    return low;
  }

  /** The references to a unit, ascending. */
  public int[] to(int unit) {
    int[][] index = byTarget();
    return Arrays.copyOfRange(index[1], index[0][unit], index[0][unit + 1]);
  }

  /** The references by what they use, as compressed rows: offsets and references; made once. */
  private int[][] byTarget() {
    if (byTarget == null) {
      int[] offsets = new int[rows.length];
      for (int used : target) {
        offsets[used + 1]++;
      }
      for (int unit = 1; unit < offsets.length; unit++) {
        offsets[unit] += offsets[unit - 1];
      }
      int[] next = offsets.clone();
      int[] references = new int[target.length];
      for (int r = 0; r < target.length; r++) {
        references[next[target[r]]++] = r;
      }
      byTarget = new int[][] {offsets, references};
    }
    return byTarget;
  }

  /** Takes over what another one with the same targets, and no more units, has made of them. */
  void takeIndex(References same) {
    int[][] index = same.byTarget;
    if (index != null) {
      int[] offsets = Arrays.copyOf(index[0], rows.length);
      Arrays.fill(offsets, index[0].length, rows.length, target.length);
      byTarget = new int[][] {offsets, index[1]};
    }
  }

  /** The columns rows, target, at and packed, for keeping; not to be changed. */
  public int[][] columns() {
    return new int[][] {rows, target, at, packed};
  }
}
