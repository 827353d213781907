package dev.vinesorter.source.keep;

import dev.vinesorter.core.model.Problem;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.StringTable;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.text.Memo;
import java.io.ByteArrayOutputStream;
import java.nio.BufferUnderflowException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * A kept survey as a file: little-endian ints in the order of the columns, strings as UTF-8 behind
 * their length. Made to be loaded in one read and a few block copies. {@link SealedSurvey} tells
 * whether it is whole.
 */
final class SurveyFile {
  private SurveyFile() {}

  /** A survey as the file holds it. */
  static byte[] bytes(KeptSurvey kept) {
    Out out = new Out();
    out.options(kept.asked());
    out.options(kept.options());
    out.number(kept.leftOut());
    out.number(kept.stamps().size());
    kept.stamps()
        .forEach(
            (path, stamp) -> {
              out.string(path);
              out.word(stamp.size());
              out.word(stamp.changed());
              out.string(stamp.hash());
            });
    Survey survey = kept.survey();
    Units.Columns units = survey.units().columns();
    out.numbers(units.strings().offsets());
    out.bytes(units.strings().block());
    for (int[] column : units.numbers()) {
      out.numbers(column);
    }
    for (int[] column : survey.references().columns()) {
      out.numbers(column);
    }
    out.number(survey.problems().size());
    for (Problem problem : survey.problems()) {
      out.string(problem.file());
      out.number(problem.line());
      out.string(problem.code());
      out.string(problem.message());
    }
    out.number(survey.unresolved().size());
    for (Survey.Unresolved unresolved : survey.unresolved()) {
      Site site = unresolved.site();
      out.string(unresolved.name());
      out.string(site.file());
      out.number(site.line());
      out.number(site.column());
      out.number(site.begin());
      out.number(site.end());
    }
    out.bytes(kept.memo().bytes());
    return out.bytes.toByteArray();
  }

  /** The survey that such bytes hold, from where the buffer stands. */
  static KeptSurvey read(ByteBuffer in) {
    ReadOptions asked = options(in);
    ReadOptions options = options(in);
    int leftOut = in.getInt();
    Map<String, KeptSurvey.Stamp> stamps = new TreeMap<>();
    for (int left = in.getInt(); left > 0; left--) {
      stamps.put(string(in), new KeptSurvey.Stamp(in.getLong(), in.getLong(), string(in)));
    }
    StringTable strings = StringTable.of(numbers(in), block(in));
    Units units =
        Units.of(
            new Units.Columns(
                strings,
                numbers(in),
                numbers(in),
                numbers(in),
                numbers(in),
                numbers(in),
                numbers(in),
                numbers(in),
                numbers(in),
                numbers(in),
                numbers(in),
                numbers(in),
                numbers(in),
                numbers(in),
                numbers(in),
                numbers(in)));
    References references = new References(numbers(in), numbers(in), numbers(in), numbers(in));
    List<Problem> problems = new ArrayList<>();
    for (int left = in.getInt(); left > 0; left--) {
      problems.add(new Problem(string(in), in.getInt(), string(in), string(in)));
    }
    List<Survey.Unresolved> unresolved = new ArrayList<>();
    for (int left = in.getInt(); left > 0; left--) {
      String name = string(in);
      Site site = new Site(string(in), in.getInt(), in.getInt(), in.getInt(), in.getInt());
      unresolved.add(new Survey.Unresolved(name, site));
    }
    Survey survey = new Survey(units, references, problems, unresolved);
    Memo memo = Memo.ofBytes(block(in));
    return new KeptSurvey(survey, memo, asked, options, stamps, leftOut);
  }

  private static ReadOptions options(ByteBuffer in) {
    return new ReadOptions(strings(in), string(in), strings(in), strings(in), strings(in));
  }

  private static int[] numbers(ByteBuffer in) {
    int size = in.getInt();
    if (size < 0 || size > in.remaining() / Integer.BYTES) {
      throw new BufferUnderflowException();
    }
    int[] cells = new int[size];
    in.asIntBuffer().get(cells);
    in.position(in.position() + size * Integer.BYTES);
    return cells;
  }

  private static byte[] block(ByteBuffer in) {
    int size = in.getInt();
    if (size < 0 || size > in.remaining()) {
      throw new BufferUnderflowException();
    }
    byte[] bytes = new byte[size];
    in.get(bytes);
    return bytes;
  }

  private static String string(ByteBuffer in) {
    return new String(block(in), StandardCharsets.UTF_8);
  }

  private static List<String> strings(ByteBuffer in) {
    List<String> strings = new ArrayList<>();
    for (int left = in.getInt(); left > 0; left--) {
      strings.add(string(in));
    }
    return strings;
  }

  /** The bytes of a survey in the making. */
  private static final class Out {
    private final ByteArrayOutputStream bytes = new ByteArrayOutputStream(1 << 20);

    private static ByteBuffer room(int size) {
      return ByteBuffer.allocate(size).order(ByteOrder.LITTLE_ENDIAN);
    }

    void word(long value) {
      bytes.writeBytes(room(Long.BYTES).putLong(value).array());
    }

    void number(int value) {
      bytes.writeBytes(room(Integer.BYTES).putInt(value).array());
    }

    void numbers(int[] cells) {
      number(cells.length);
      ByteBuffer block = room(cells.length * Integer.BYTES);
      block.asIntBuffer().put(cells);
      bytes.writeBytes(block.array());
    }

    void bytes(byte[] block) {
      number(block.length);
      bytes.writeBytes(block);
    }

    void string(String text) {
      bytes(text.getBytes(StandardCharsets.UTF_8));
    }

    void options(ReadOptions options) {
      strings(options.classpath());
      string(options.encoding());
      strings(options.leaveOut());
      strings(options.marks());
      strings(options.includePath());
    }

    void strings(List<String> texts) {
      number(texts.size());
      texts.forEach(this::string);
    }
  }
}
