package dev.vinesorter.source.text;

import dev.vinesorter.core.model.Site;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/**
 * The text of a file and how its bytes are made from it, so that what an edit does not touch comes
 * back byte for byte. A byte-order mark is not part of the text.
 *
 * @param text the chars after the byte-order mark
 * @param charset how they become bytes
 * @param mark whether a UTF-8 byte-order mark stands before them
 * @param fallback whether the bytes were not valid in the expected encoding, so that they are read
 *     as ISO-8859-1, which loses nothing
 */
public record SourceText(String text, Charset charset, boolean mark, boolean fallback) {
  private static final byte[] MARK = {(byte) 0xEF, (byte) 0xBB, (byte) 0xBF};

  public static SourceText of(byte[] bytes, Charset expected) {
    boolean marked = bytes.length >= 3 && Arrays.equals(bytes, 0, 3, MARK, 0, 3);
    int begin = marked ? 3 : 0;
    Charset charset = marked ? StandardCharsets.UTF_8 : expected;
    try {
      CharBuffer chars =
          charset
              .newDecoder()
              .onMalformedInput(CodingErrorAction.REPORT)
              .onUnmappableCharacter(CodingErrorAction.REPORT)
              .decode(ByteBuffer.wrap(bytes, begin, bytes.length - begin));
      return new SourceText(chars.toString(), charset, marked, false);
    } catch (CharacterCodingException e) {
      Charset plain = StandardCharsets.ISO_8859_1;
      return new SourceText(new String(bytes, plain), plain, false, true);
    }
  }

  /** The same file with another text. */
  public SourceText with(String newText) {
    return new SourceText(newText, charset, mark, fallback);
  }

  /** The text as chars that this file's encoding has; others become Unicode escapes. */
  public String encodable(String added) {
    var encoder = charset.newEncoder();
    if (encoder.canEncode(added)) {
      return added;
    }
    StringBuilder escaped = new StringBuilder();
    for (char c : added.toCharArray()) {
      escaped.append(encoder.canEncode(c) ? String.valueOf(c) : String.format("\\u%04x", (int) c));
    }
    return escaped.toString();
  }

  public byte[] bytes() {
    byte[] body = text.getBytes(charset);
    if (!mark) {
      return body;
    }
    byte[] whole = Arrays.copyOf(MARK, MARK.length + body.length);
    System.arraycopy(body, 0, whole, MARK.length, body.length);
    return whole;
  }

  /** The line end that the text uses: that of its first line, or a line feed. */
  public String lineEnd() {
    int at = text.indexOf('\n');
    return at > 0 && text.charAt(at - 1) == '\r' ? "\r\n" : "\n";
  }

  /** The site of chars [begin, end) in a file of that path with this text. */
  public Site site(String path, int begin, int end) {
    return site(path, lineStarts(text), begin, end);
  }

  /** The same for a text whose lines start at these chars. */
  public static Site site(String path, int[] starts, int begin, int end) {
    int found = Arrays.binarySearch(starts, begin);
    int line = found >= 0 ? found : -found - 2;
    return new Site(path, line + 1, begin - starts[line] + 1, begin, end);
  }

  /** The char offset of each line's first char; lines end with LF, CR LF or CR. */
  public static int[] lineStarts(String text) {
    int[] starts = new int[16];
    int lines = 1;
    char[] chars = text.toCharArray();
    for (int at = 0; at < chars.length; at++) {
      char c = chars[at];
      if (c == '\n' || c == '\r' && (at + 1 == chars.length || chars[at + 1] != '\n')) {
        if (at + 1 < chars.length) {
          if (lines == starts.length) {
            starts = Arrays.copyOf(starts, lines * 2);
          }
          starts[lines++] = at + 1;
        }
      }
    }
    return Arrays.copyOf(starts, lines);
  }
}
