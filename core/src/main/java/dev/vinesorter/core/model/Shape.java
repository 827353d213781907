package dev.vinesorter.core.model;

import java.util.Arrays;

/**
 * The shape of a member's body: a small sketch of its tokens from which two bodies can be told to
 * be alike without their text. Of every run of four tokens a hash is taken, and under {@value
 * #CODES} permutations the least hash is kept (A. Broder, 1997), eight bits of it (P. Li and C.
 * König, 2010); the share of equal codes tells the share of runs that both have.
 */
public final class Shape {
  /** How many codes there are; four of eight bits in each cell, which is a band to look up by. */
  private static final int CODES = 64;

  /** The cells of a shape. */
  public static final int CELLS = CODES / 4;

  private static final int RUN = 4;

  /** The share of codes that are equal by chance. */
  private static final double BY_CHANCE = 1 / 256.0;

  /** What makes a permutation of each code, far apart (G. Steele and others, 2014). */
  private static final int[] SEEDS = new int[CODES];

  static {
    for (int code = 0; code < CODES; code++) {
      SEEDS[code] = mixed((code + 1) * 0x9e3779b9);
    }
  }

  private final int[] cells;

  private Shape(int[] cells) {
    this.cells = cells;
  }

  /**
   * The shape of a row of tokens.
   *
   * @param tokens a hash for each token; equal ones are the same word
   */
  public static Shape of(int[] tokens) {
    int[] least = new int[CODES];
    Arrays.fill(least, Integer.MAX_VALUE);
    for (int first = 0; first + RUN <= tokens.length; first++) {
      int run = 0;
      for (int at = first; at < first + RUN; at++) {
        run = mixed(run * 31 + tokens[at]);
      }
      for (int code = 0; code < CODES; code++) {
        least[code] = Math.min(least[code], mixed(run ^ SEEDS[code]));
      }
    }
    int[] cells = new int[CELLS];
    for (int code = 0; code < CODES; code++) {
      cells[code / 4] |= (mixed(least[code]) & 255) << (8 * (code % 4));
    }
    return new Shape(cells);
  }

  /** A shape that was kept; its cells are not copied. */
  static Shape ofCells(int[] cells) {
    return new Shape(cells);
  }

  /** The finishing step of MurmurHash3 (A. Appleby, 2008): spreads what differs over all bits. */
  private static int mixed(int value) {
    int h = value ^ (value >>> 16);
    h *= 0x85ebca6b;
    h ^= h >>> 13;
    h *= 0xc2b2ae35;
    return h ^ (h >>> 16);
  }

  /** An estimate of the share of runs that both have, 0 to 1; off by .05 in two cases of three. */
  public double alike(Shape other) {
    int same = 0;
    for (int cell = 0; cell < CELLS; cell++) {
      int differ = cells[cell] ^ other.cells[cell];
      for (int shift = 0; shift < Integer.SIZE; shift += 8) {
        same += (differ >>> shift & 255) == 0 ? 1 : 0;
      }
    }
    return Math.max(0, (same / (double) CODES - BY_CHANCE) / (1 - BY_CHANCE));
  }

  /**
   * A band of the shape, from 0 to {@link #CELLS} - 1: shapes that are alike for the most part have
   * one in common nearly always, others hardly ever.
   */
  public int band(int cell) {
    return cells[cell];
  }
}
