package dev.vinesorter.java.compile;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.zip.Deflater;
import java.util.zip.DeflaterOutputStream;
import java.util.zip.Inflater;
import java.util.zip.InflaterInputStream;

/**
 * Class files that stand for the types of one source: all that other sources can see, and no
 * instructions. They are kept packed: the classes' names, and behind these, deflated, the class
 * files and the members that are not called as their signature says.
 */
public final class SourceStubs {
  private final List<String> names;
  private final byte[] packed;
  private final int from;
  private Map<String, byte[]> classes;
  private Map<String, String> oddNames;

  private SourceStubs(List<String> names, byte[] packed, int from) {
    this.names = names;
    this.packed = packed;
    this.from = from;
  }

  /**
   * Packs the stubs of a source.
   *
   * @param classes the class files by internal name
   * @param oddNames what units of members are called by {@link StubClasses#key}, where it is not
   *     what {@link ElementNames} says; an empty name for what is no unit
   */
  public static byte[] pack(SortedMap<String, byte[]> classes, SortedMap<String, String> oddNames) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    Deflater fast = new Deflater(Deflater.BEST_SPEED, true);
    try (DataOutputStream head = new DataOutputStream(out)) {
      head.writeInt(classes.size());
      for (String name : classes.keySet()) {
        head.writeUTF(name);
      }
      head.flush();
      try (DataOutputStream body = new DataOutputStream(new DeflaterOutputStream(out, fast))) {
        for (byte[] bytes : classes.values()) {
          body.writeInt(bytes.length);
          body.write(bytes);
        }
        body.writeInt(oddNames.size());
        for (Map.Entry<String, String> odd : oddNames.entrySet()) {
          body.writeUTF(odd.getKey());
          body.writeUTF(odd.getValue());
        }
      }
    } catch (IOException e) {
      throw new UncheckedIOException("Writing to memory does not fail.", e);
    } finally {
      fast.end();
    }
    return out.toByteArray();
  }

  /** The stubs that were packed. */
  static SourceStubs of(byte[] packed) {
    ByteArrayInputStream bytes = new ByteArrayInputStream(packed);
    try (DataInputStream in = new DataInputStream(bytes)) {
      List<String> names = new ArrayList<>();
      for (int left = in.readInt(); left > 0; left--) {
        names.add(in.readUTF());
      }
      return new SourceStubs(names, packed, packed.length - bytes.available());
    } catch (IOException e) {
      throw cutShort(e);
    }
  }

  private static UncheckedIOException cutShort(IOException e) {
    return new UncheckedIOException("The stubs kept with the survey are cut short.", e);
  }

  /** The internal names of the classes, ascending. */
  List<String> names() {
    return names;
  }

  /** A class file. */
  byte[] bytes(String name) {
    unpack();
    return classes.get(name);
  }

  /** What the unit of a member is called that has another name than its signature; or null. */
  String oddName(String key) {
    unpack();
    return oddNames.get(key);
  }

  private void unpack() {
    if (classes != null) {
      return;
    }
    Map<String, byte[]> found = new HashMap<>();
    Map<String, String> odd = new TreeMap<>();
    ByteArrayInputStream behind = new ByteArrayInputStream(packed, from, packed.length - from);
    Inflater inflater = new Inflater(true);
    try (DataInputStream in = new DataInputStream(new InflaterInputStream(behind, inflater))) {
      for (String name : names) {
        byte[] bytes = new byte[in.readInt()];
        in.readFully(bytes);
        found.put(name, bytes);
      }
      for (int left = in.readInt(); left > 0; left--) {
        odd.put(in.readUTF(), in.readUTF());
      }
    } catch (IOException e) {
      throw cutShort(e);
    } finally {
      inflater.end();
    }
    oddNames = odd;
    classes = found;
  }
}
