package dev.vinesorter.source.keep;

import dev.vinesorter.source.disk.OwnFiles;
import dev.vinesorter.source.disk.UserKey;
import dev.vinesorter.source.text.Root;
import java.io.IOException;
import java.nio.BufferUnderflowException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.zip.CRC32C;

/**
 * A kept survey with what tells that it is whole and this user's own: before the content of {@link
 * SurveyFile} stand the format (8 bytes), the content's CRC-32C (Castagnoli, 1993; 8 bytes) and a
 * seal over both, the length and the root's path (64 hex digits). The checksum finds damage at the
 * speed of memory; the seal, which nobody else can make, covers the checksum, since sealing all of
 * a large survey would take longer than loading it.
 */
final class SealedSurvey {
  /** Another version is read as "no survey", never guessed at. */
  private static final long FORMAT = 0x56494e4553_00000cL;

  private static final int SEAL = 64;
  private static final int HEAD = Long.BYTES + Long.BYTES + SEAL;

  private SealedSurvey() {}

  /** The file is there, and its content is not to be used; the message goes on from its name. */
  static final class NotBelievedException extends Exception {
    private static final long serialVersionUID = 1;

    NotBelievedException(String message) {
      super(message);
    }
  }

  static byte[] bytes(KeptSurvey kept, Root root, UserKey key) {
    byte[] body = SurveyFile.bytes(kept);
    long sum = sum(body, 0, body.length);
    String seal = key.seal(sealed(root, sum, body.length));
    return ByteBuffer.allocate(HEAD + body.length)
        .order(ByteOrder.LITTLE_ENDIAN)
        .putLong(FORMAT)
        .putLong(sum)
        .put(seal.getBytes(StandardCharsets.UTF_8))
        .put(body)
        .array();
  }

  private static long sum(byte[] bytes, int from, int length) {
    CRC32C sum = new CRC32C();
    sum.update(bytes, from, length);
    return sum.getValue();
  }

  private static String[] sealed(Root root, long sum, int length) {
    return new String[] {
      "vinesort survey", root.path().toString(), Long.toHexString(sum), Integer.toString(length)
    };
  }

  /**
   * The survey in a file, or null when the file is of another version.
   *
   * @param key null where the user has none
   */
  static KeptSurvey read(Path file, Root root, UserKey key)
      throws IOException, NotBelievedException {
    byte[] whole = OwnFiles.read(file, Integer.MAX_VALUE - 8);
    ByteBuffer in = ByteBuffer.wrap(whole).order(ByteOrder.LITTLE_ENDIAN);
    if (whole.length < Long.BYTES) {
      throw new NotBelievedException("is damaged");
    }
    if (in.getLong() != FORMAT) {
      return null;
    }
    if (whole.length < HEAD) {
      throw new NotBelievedException("is damaged");
    }
    long sum = in.getLong();
    String seal = new String(whole, in.position(), SEAL, StandardCharsets.ISO_8859_1);
    int length = whole.length - HEAD;
    if (key == null || !key.isSeal(seal, sealed(root, sum, length))) {
      throw new NotBelievedException("was not kept by you for this folder on this machine");
    }
    if (sum(whole, HEAD, length) != sum) {
      throw new NotBelievedException("is damaged");
    }
    in.position(HEAD);
    try {
      return SurveyFile.read(in);
    } catch (BufferUnderflowException | IllegalArgumentException | NegativeArraySizeException e) {
      throw new NotBelievedException("is damaged");
    }
  }
}
