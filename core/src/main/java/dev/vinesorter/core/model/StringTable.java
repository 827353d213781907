package dev.vinesorter.core.model;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Strings stored once each as UTF-8 in one block, decoded when asked for: a survey is loaded by
 * commands that read few of its names.
 */
public final class StringTable {
  private static final int LOOKS_BEFORE_INDEX = 8;

  /** String s is bytes [offsets[s], offsets[s + 1]) of the block; one cell more than strings. */
  private final int[] offsets;

  private final byte[] block;

  /** Decoded strings by id; null until first asked for. Racing threads store equal values. */
  private final String[] decoded;

  /** Times that a string was looked for without an index, see {@link #find}. */
  private int looks;

  /** Null until it pays. */
  private volatile Index index;

  /**
   * Strings by hash of their bytes.
   *
   * @param ids an id or -1 in each cell; collisions go to the next cell; a power of two of them
   * @param strings the first so many strings of the table are in it
   */
  private record Index(int[] ids, int strings) {}

  private StringTable(int[] offsets, byte[] block, String[] decoded) {
    this.offsets = offsets;
    this.block = block;
    this.decoded = decoded;
  }

  /** The table over a block as {@link #offsets()} and {@link #block()} gave it; not copied. */
  public static StringTable of(int[] offsets, byte[] block) {
    if (offsets.length == 0 || offsets[offsets.length - 1] != block.length) {
      throw new IllegalArgumentException("The offsets do not end with the block's length.");
    }
    return new StringTable(offsets, block, new String[offsets.length - 1]);
  }

  /**
   * This table with more strings behind its own, whose ids stay; what is known of those is kept.
   */
  StringTable with(List<String> more) {
    int old = size();
    int[] allOffsets = Arrays.copyOf(offsets, old + more.size() + 1);
    byte[][] parts = new byte[more.size()][];
    for (int n = 0; n < parts.length; n++) {
      parts[n] = more.get(n).getBytes(StandardCharsets.UTF_8);
      allOffsets[old + n + 1] = Math.addExact(allOffsets[old + n], parts[n].length);
    }
    byte[] all = Arrays.copyOf(block, allOffsets[allOffsets.length - 1]);
    for (int n = 0; n < parts.length; n++) {
      System.arraycopy(parts[n], 0, all, allOffsets[old + n], parts[n].length);
    }
    StringTable table = new StringTable(allOffsets, all, Arrays.copyOf(decoded, old + more.size()));
    table.looks = looks;
    table.index = index;
    return table;
  }

  public int size() {
    return decoded.length;
  }

  /** The string with that id; {@code -1} gives the empty string. */
  public String get(int id) {
    if (id < 0) {
      return "";
    }
    String found = decoded[id];
    if (found == null) {
      int begin = offsets[id];
      found = new String(block, begin, offsets[id + 1] - begin, StandardCharsets.UTF_8);
      decoded[id] = found;
    }
    return found;
  }

  /**
   * The id of an equal string, or -1. The first times it goes through all strings; who looks more
   * often gets an index, which most commands are done without.
   */
  public int find(String text) {
    byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
    int from = 0;
    if (index != null || ++looks > LOOKS_BEFORE_INDEX) {
      Index known = index();
      int[] ids = known.ids;
      for (int cell = cell(bytes, 0, bytes.length, ids); ids[cell] >= 0; cell = next(cell, ids)) {
        if (is(ids[cell], bytes)) {
          return ids[cell];
        }
      }
      from = known.strings;
    }
    for (int id = from; id < size(); id++) {
      if (is(id, bytes)) {
        return id;
      }
    }
    return -1;
  }

  private boolean is(int id, byte[] bytes) {
    return offsets[id + 1] - offsets[id] == bytes.length
        && Arrays.equals(block, offsets[id], offsets[id + 1], bytes, 0, bytes.length);
  }

  /** The index; made afresh when many strings came behind those that it has. */
  private Index index() {
    Index known = index;
    if (known == null || size() - known.strings > 1 + size() / 16) {
      int[] ids = new int[Integer.highestOneBit(Math.max(2, size())) * 4];
      Arrays.fill(ids, -1);
      for (int id = 0; id < size(); id++) {
        int cell = cell(block, offsets[id], offsets[id + 1], ids);
        while (ids[cell] >= 0) {
          cell = next(cell, ids);
        }
        ids[cell] = id;
      }
      known = new Index(ids, size());
      index = known;
    }
    return known;
  }

  private static int cell(byte[] bytes, int begin, int end, int[] ids) {
    int hash = 1;
    for (int at = begin; at < end; at++) {
      hash = 31 * hash + bytes[at];
    }
    return (hash ^ hash >>> 15) & ids.length - 1;
  }

  private static int next(int cell, int[] ids) {
    return cell + 1 & ids.length - 1;
  }

  /** See the field; for writing the table. Not to be changed. */
  public int[] offsets() {
    return offsets;
  }

  /** See the field; for writing the table. Not to be changed. */
  public byte[] block() {
    return block;
  }

  /** Collects strings, giving equal ones the same id, in the order of first mention. */
  public static final class Builder {
    private final Map<String, Integer> ids = new HashMap<>();
    private final List<String> texts = new ArrayList<>();

    /** The string with that id. */
    public String get(int id) {
      return texts.get(id);
    }

    /** The string's id: a new one on first mention. */
    public int add(String text) {
      Integer known = ids.putIfAbsent(text, texts.size());
      if (known == null) {
        texts.add(text);
        return texts.size() - 1;
      }
      return known;
    }

    public StringTable build() {
      int[] offsets = new int[texts.size() + 1];
      byte[][] parts = new byte[texts.size()][];
      int id = 0;
      for (String text : texts) {
        parts[id] = text.getBytes(StandardCharsets.UTF_8);
        offsets[id + 1] = Math.addExact(offsets[id], parts[id].length);
        id++;
      }
      byte[] block = new byte[offsets[parts.length]];
      for (int part = 0; part < parts.length; part++) {
        System.arraycopy(parts[part], 0, block, offsets[part], parts[part].length);
      }
      return of(offsets, block);
    }
  }
}
