package dev.vinesorter.source.keep;

import dev.vinesorter.core.misfit.MisfitKind;
import dev.vinesorter.core.misfit.Told;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/**
 * What was told of the misfits of a survey, as bytes: how many there are, and the fields of each.
 * It says nothing about which survey that was.
 */
final class ToldFile {
  private ToldFile() {}

  static byte[] bytes(List<Told> all) {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (DataOutputStream out = new DataOutputStream(bytes)) {
      out.writeInt(all.size());
      for (Told one : all) {
        write(out, one.kind().word());
        out.writeInt(one.unit());
        out.writeInt(one.with().size());
        for (int unit : one.with()) {
          out.writeInt(unit);
        }
        write(out, one.into());
        out.writeDouble(one.score());
        write(out, one.mend());
        out.writeInt(one.evidence() == null ? -1 : one.evidence().reference());
        out.writeInt(one.evidence() == null ? -1 : one.evidence().unit());
      }
    } catch (IOException e) {
      throw new IllegalStateException("Writing to memory does not fail.", e);
    }
    return bytes.toByteArray();
  }

  private static void write(DataOutputStream out, String text) throws IOException {
    byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
    out.writeInt(bytes.length);
    out.write(bytes);
  }

  /**
   * What such bytes hold.
   *
   * @throws IOException when they are cut short
   */
  static List<Told> read(byte[] bytes) throws IOException {
    List<Told> all = new ArrayList<>();
    try (DataInputStream in = new DataInputStream(new ByteArrayInputStream(bytes))) {
      for (int left = in.readInt(); left > 0; left--) {
        MisfitKind kind = MisfitKind.of(text(in));
        int unit = in.readInt();
        List<Integer> with = new ArrayList<>();
        for (int more = in.readInt(); more > 0; more--) {
          with.add(in.readInt());
        }
        String into = text(in);
        double score = in.readDouble();
        String mend = text(in);
        Told.Place place = new Told.Place(in.readInt(), in.readInt());
        boolean none = place.reference() < 0 && place.unit() < 0;
        all.add(new Told(kind, unit, with, into, score, mend, none ? null : place));
      }
    }
    return all;
  }

  private static String text(DataInputStream in) throws IOException {
    return new String(in.readNBytes(in.readInt()), StandardCharsets.UTF_8);
  }
}
