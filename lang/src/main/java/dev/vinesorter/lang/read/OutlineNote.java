package dev.vinesorter.lang.read;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.lang.outline.Outline;
import dev.vinesorter.lang.outline.Outline.Decl;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.More;
import dev.vinesorter.lang.outline.Outline.Root;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.outline.Outline.Use;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/** An outline as a text that is kept, and back. */
final class OutlineNote {
  private OutlineNote() {}

  static String write(Outline outline) {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (DataOutputStream out = new DataOutputStream(bytes)) {
      out.writeInt(outline.length());
      out.writeInt(outline.error());
      out.writeInt(outline.lines().length);
      for (int line : outline.lines()) {
        out.writeInt(line);
      }
      out.writeInt(outline.decls().size());
      for (Decl one : outline.decls()) {
        out.writeInt(one.around());
        out.writeByte(one.sort().ordinal());
        text(out, one.name());
        out.writeInt(one.begin());
        out.writeInt(one.end());
        out.writeInt(one.nameAt());
        out.writeInt(one.traits());
        out.writeBoolean(one.only());
        texts(out, one.more().parameters());
        text(out, one.more().type());
        text(out, one.more().doc());
        out.writeInt(one.more().complexity());
      }
      out.writeInt(outline.imports().size());
      for (Import one : outline.imports()) {
        text(out, one.from());
        out.writeInt(one.level());
        text(out, one.name());
        text(out, one.alias());
        out.writeInt(one.at());
        out.writeInt(one.end());
        out.writeInt(one.nameAt());
        out.writeBoolean(one.late());
      }
      out.writeInt(outline.uses().size());
      for (Use one : outline.uses()) {
        out.writeInt(one.decl());
        out.writeByte(one.kind().ordinal());
        out.writeByte(one.root().ordinal());
        texts(out, one.chain());
        out.writeInt(one.at());
        out.writeInt(one.end());
      }
    } catch (IOException e) {
      throw new UncheckedIOException("Writing to memory does not fail.", e);
    }
    return bytes.toString(StandardCharsets.ISO_8859_1);
  }

  static Outline read(String path, String note) {
    byte[] bytes = note.getBytes(StandardCharsets.ISO_8859_1);
    try (DataInputStream in = new DataInputStream(new ByteArrayInputStream(bytes))) {
      int length = in.readInt();
      int error = in.readInt();
      int[] lines = new int[in.readInt()];
      for (int n = 0; n < lines.length; n++) {
        lines[n] = in.readInt();
      }
      Outline outline = new Outline(path, length, lines, error);
      for (int left = in.readInt(); left > 0; left--) {
        outline.add(
            new Decl(
                in.readInt(),
                Sort.values()[in.readByte()],
                text(in),
                in.readInt(),
                in.readInt(),
                in.readInt(),
                in.readInt(),
                in.readBoolean(),
                new More(texts(in), text(in), text(in), in.readInt())));
      }
      for (int left = in.readInt(); left > 0; left--) {
        outline.add(
            new Import(
                text(in),
                in.readInt(),
                text(in),
                text(in),
                in.readInt(),
                in.readInt(),
                in.readInt(),
                in.readBoolean()));
      }
      for (int left = in.readInt(); left > 0; left--) {
        outline.add(
            new Use(
                in.readInt(),
                Kind.at(in.readByte()),
                Root.values()[in.readByte()],
                texts(in),
                in.readInt(),
                in.readInt()));
      }
      return outline;
    } catch (IOException e) {
      throw new UncheckedIOException("The notes kept with the survey are cut short.", e);
    }
  }

  private static void text(DataOutputStream out, String text) throws IOException {
    byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
    out.writeInt(bytes.length);
    out.write(bytes);
  }

  private static String text(DataInputStream in) throws IOException {
    return new String(in.readNBytes(in.readInt()), StandardCharsets.UTF_8);
  }

  private static void texts(DataOutputStream out, List<String> texts) throws IOException {
    out.writeInt(texts.size());
    for (String one : texts) {
      text(out, one);
    }
  }

  private static List<String> texts(DataInputStream in) throws IOException {
    List<String> all = new ArrayList<>();
    for (int left = in.readInt(); left > 0; left--) {
      all.add(text(in));
    }
    return all;
  }
}
