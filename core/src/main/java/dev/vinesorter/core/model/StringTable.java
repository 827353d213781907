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
  /** String s is bytes [offsets[s], offsets[s + 1]) of the block; one cell more than strings. */
  private final int[] offsets;

  private final byte[] block;

  /** Decoded strings by id; null until first asked for. Racing threads store equal values. */
  private final String[] decoded;

  private StringTable(int[] offsets, byte[] block) {
    this.offsets = offsets;
    this.block = block;
    this.decoded = new String[offsets.length - 1];
  }

  /** The table over a block as {@link #offsets()} and {@link #block()} gave it; not copied. */
  public static StringTable of(int[] offsets, byte[] block) {
    if (offsets.length == 0 || offsets[offsets.length - 1] != block.length) {
      throw new IllegalArgumentException("The offsets do not end with the block's length.");
    }
    return new StringTable(offsets, block);
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

  /** The id of an equal string, or -1. Linear in the number of strings, without decoding them. */
  public int find(String text) {
    byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
    for (int id = 0; id < decoded.length; id++) {
      if (offsets[id + 1] - offsets[id] == bytes.length
          && Arrays.equals(block, offsets[id], offsets[id + 1], bytes, 0, bytes.length)) {
        return id;
      }
    }
    return -1;
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
      return new StringTable(offsets, block);
    }
  }
}
