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
 * again: texts by key, kept with the survey and only decoded when asked for.
 */
public final class Memo {
  public static final Memo NONE = of(new TreeMap<>());

  private byte[] bytes;
  private SortedMap<String, String> notes;

  private Memo(byte[] bytes, SortedMap<String, String> notes) {
    this.bytes = bytes;
    this.notes = notes;
  }

  public static Memo of(Map<String, String> notes) {
    return new Memo(null, new TreeMap<>(notes));
  }

  public static Memo ofBytes(byte[] bytes) {
    return new Memo(bytes, null);
  }

  /** The notes by key, ascending. */
  public SortedMap<String, String> notes() {
    if (notes == null) {
      SortedMap<String, String> read = new TreeMap<>();
      try (DataInputStream in = new DataInputStream(new ByteArrayInputStream(bytes))) {
        for (int left = in.readInt(); left > 0; left--) {
          String key = text(in);
          read.put(key, text(in));
        }
      } catch (IOException e) {
        throw new UncheckedIOException("The notes kept with the survey are cut short.", e);
      }
      notes = read;
    }
    return Collections.unmodifiableSortedMap(notes);
  }

  private static String text(DataInputStream in) throws IOException {
    byte[] text = new byte[in.readInt()];
    in.readFully(text);
    return new String(text, StandardCharsets.UTF_8);
  }

  public byte[] bytes() {
    if (bytes == null) {
      ByteArrayOutputStream out = new ByteArrayOutputStream(1 << 16);
      try (DataOutputStream data = new DataOutputStream(out)) {
        data.writeInt(notes.size());
        for (Map.Entry<String, String> note : notes.entrySet()) {
          for (String text : new String[] {note.getKey(), note.getValue()}) {
            byte[] encoded = text.getBytes(StandardCharsets.UTF_8);
            data.writeInt(encoded.length);
            data.write(encoded);
          }
        }
      } catch (IOException e) {
        throw new UncheckedIOException("Writing to memory does not fail.", e);
      }
      bytes = out.toByteArray();
    }
    return bytes;
  }
}
