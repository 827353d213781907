package dev.vinesorter.lang.tree;

/** Names with their numbers, found by a stretch of a text that is not taken out of it. */
final class NameTable {
  private static final int ROOM = 4;

  private final String[] names;
  private final int[] numbers;

  /** Numbers of names; where one is there twice, its first number counts; null is no name. */
  NameTable(String[] all) {
    int size = Integer.highestOneBit(Math.max(1, all.length)) * ROOM;
    names = new String[size];
    numbers = new int[size];
    for (int number = 0; number < all.length; number++) {
      if (all[number] != null && find(all[number], 0, all[number].length()) < 0) {
        int at = hash(all[number], 0, all[number].length());
        while (names[at & size - 1] != null) {
          at++;
        }
        names[at & size - 1] = all[number];
        numbers[at & size - 1] = number;
      }
    }
  }

  private static int hash(String text, int from, int past) {
    int hash = past - from;
    for (int at = from; at < past; at++) {
      hash = hash * 31 + text.charAt(at);
    }
    return hash ^ hash >>> 15;
  }

  /** The number of the name that stands in a stretch of a text; -1 for none. */
  int find(String text, int from, int past) {
    int mask = names.length - 1;
    for (int at = hash(text, from, past); names[at & mask] != null; at++) {
      String name = names[at & mask];
      if (name.length() == past - from && text.startsWith(name, from)) {
        return numbers[at & mask];
      }
    }
    return -1;
  }
}
