package dev.vinesorter.source.text;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Collections;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * What a reader notes about each source, for its own use when it reads nearly the same sources
 * again: texts and blocks of bytes by key, kept with the survey and only decoded when asked for.
 */
public final class Memo {
  public static final Memo NONE = of(new TreeMap<>());

  private byte[] bytes;
  private SortedMap<String, String> notes;
  private SortedMap<String, byte[]> blocks;

  private Memo(byte[] bytes, SortedMap<String, String> notes, SortedMap<String, byte[]> blocks) {
    this.bytes = bytes;
    this.notes = notes;
    this.blocks = blocks;
  }

  public static Memo of(Map<String, String> notes) {
    return of(notes, Map.of());
  }

  /** A memo of texts and of blocks of bytes; the blocks are not copied. */
  public static Memo of(Map<String, String> notes, Map<String, byte[]> blocks) {
    return new Memo(null, new TreeMap<>(notes), new TreeMap<>(blocks));
  }

  public static Memo ofBytes(byte[] bytes) {
    return new Memo(bytes, null, null);
  }

  /** The notes by key, ascending. */
  public SortedMap<String, String> notes() {
    decode();
    return Collections.unmodifiableSortedMap(notes);
  }

  /** The blocks of bytes by key, ascending; they are not to be changed. */
  public SortedMap<String, byte[]> blocks() {
    decode();
    return Collections.unmodifiableSortedMap(blocks);
  }

  private void decode() {
    if (notes != null) {
      return;
    }
    SortedMap<String, String> texts = new TreeMap<>();
    SortedMap<String, byte[]> others = new TreeMap<>();
    try (DataInputStream in = new DataInputStream(new ByteArrayInputStream(bytes))) {
      for (int left = in.readInt(); left > 0; left--) {
        String key = text(in);
        texts.put(key, text(in));
      }
      for (int left = in.readInt(); left > 0; left--) {
        String key = text(in);
        others.put(key, block(in));
      }
    } catch (IOException e) {
      throw new UncheckedIOException("The notes kept with the survey are cut short.", e);
    }
    blocks = others;
    notes = texts;
  }

  private static String text(DataInputStream in) throws IOException {
    return new String(block(in), StandardCharsets.UTF_8);
  }

  private static byte[] block(DataInputStream in) throws IOException {
    byte[] block = new byte[in.readInt()];
    in.readFully(block);
    return block;
  }

  public byte[] bytes() {
    if (bytes == null) {
      ByteArrayOutputStream out = new ByteArrayOutputStream(1 << 16);
      try (DataOutputStream data = new DataOutputStream(out)) {
        data.writeInt(notes.size());
        for (Map.Entry<String, String> note : notes.entrySet()) {
          write(data, note.getKey().getBytes(StandardCharsets.UTF_8));
          write(data, note.getValue().getBytes(StandardCharsets.UTF_8));
        }
        data.writeInt(blocks.size());
        for (Map.Entry<String, byte[]> block : blocks.entrySet()) {
          write(data, block.getKey().getBytes(StandardCharsets.UTF_8));
          write(data, block.getValue());
        }
      } catch (IOException e) {
        throw new UncheckedIOException("Writing to memory does not fail.", e);
      }
      bytes = out.toByteArray();
    }
    return bytes;
  }

  private static void write(DataOutputStream out, byte[] block) throws IOException {
    out.writeInt(block.length);
    out.write(block);
  }
}
