package dev.vinesorter.source.disk;

import dev.vinesorter.source.text.CannotWorkException;
import dev.vinesorter.source.text.Root;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.FileAttribute;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.util.HexFormat;
import java.util.Set;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * A secret of this user on this machine, in the user's own state folder. What carries a seal made
 * with it was written by this user; what came with somebody's code cannot carry one.
 *
 * <p>The folder is {@code vinesorter} in {@code XDG_STATE_HOME}, or in {@code .local/state} of the
 * home folder. A key that others can read, that is a link, or that lies in the very code base under
 * survey proves nothing and is not used.
 */
public final class UserKey {
  private static final int BYTES = 32;
  private static final String NAME = "key";
  private static final HexFormat HEX = HexFormat.of();

  private final byte[] secret;

  private UserKey(byte[] secret) {
    this.secret = secret;
  }

  /** The key's place. */
  private static Path place() {
    String state = System.getenv("XDG_STATE_HOME");
    Path folder =
        state == null || state.isBlank()
            ? Path.of(System.getProperty("user.home"), ".local", "state")
            : Path.of(state);
    return folder.resolve("vinesorter").resolve(NAME).toAbsolutePath().normalize();
  }

  /** The key there is, or null where there is none that proves anything for this root. */
  public static UserKey ofUser(Root root) {
    try {
      return read(root, place());
    } catch (IOException | CannotWorkException e) {
      return null;
    }
  }

  /**
   * The key, made when there is none yet.
   *
   * @throws CannotWorkException where there is no place for one
   */
  public static UserKey made(Root root) {
    Path place = place();
    try {
      UserKey known = read(root, place);
      return known == null ? create(root, place) : known;
    } catch (IOException e) {
      throw CannotWorkException.io(
          "keep the key that tells your own journal from a stranger's in",
          place,
          e,
          "Set XDG_STATE_HOME to a folder that only you can write.");
    }
  }

  private static UserKey read(Root root, Path place) throws IOException {
    if (!Files.exists(place, LinkOption.NOFOLLOW_LINKS)) {
      return null;
    }
    if (!Files.isRegularFile(place, LinkOption.NOFOLLOW_LINKS)) {
      throw new CannotWorkException(place + " is no plain file. Remove it; a new one is made.");
    }
    outside(root, place.toRealPath());
    if (posix(place)) {
      Set<PosixFilePermission> mode = Files.getPosixFilePermissions(place);
      mode.removeAll(PosixFilePermissions.fromString("rwx------"));
      if (!mode.isEmpty()) {
        throw new CannotWorkException(
            "The key "
                + place
                + " can be read by others, so it proves nothing. Remove it; a new one is made, and"
                + " plans applied before can then be taken back with git only.");
      }
    }
    byte[] secret = Files.readAllBytes(place);
    if (secret.length != BYTES) {
      throw new CannotWorkException(
          "The key "
              + place
              + " is damaged. Remove it; a new one is made, and plans applied before can then be"
              + " taken back with git only.");
    }
    return new UserKey(secret);
  }

  private static UserKey create(Root root, Path place) throws IOException {
    Path folder = place.getParent();
    Files.createDirectories(folder.getParent());
    if (!Files.exists(folder, LinkOption.NOFOLLOW_LINKS)) {
      Files.createDirectories(folder, only(folder.getParent(), "rwx------"));
    }
    outside(root, folder.toRealPath());
    byte[] secret = new byte[BYTES];
    new SecureRandom().nextBytes(secret);
    Path fresh = Files.createTempFile(folder, NAME, ".new", only(folder, "rw-------"));
    try {
      Files.write(fresh, secret);
      Disk disk = new Disk();
      disk.force(fresh);
      // A link fails where another run was quicker; then its key is the one.
      disk.link(fresh, place);
      disk.force(folder);
      return new UserKey(secret);
    } catch (FileAlreadyExistsException e) {
      return read(root, place);
    } finally {
      Files.deleteIfExists(fresh);
    }
  }

  /** A key inside the code base may have come with it. */
  private static void outside(Root root, Path real) {
    if (real.startsWith(root.path())) {
      throw new CannotWorkException(
          "The key of this user would lie inside the code base, at "
              + real
              + ". Set XDG_STATE_HOME to a folder outside of it.");
    }
  }

  private static boolean posix(Path place) {
    return place.getFileSystem().supportedFileAttributeViews().contains("posix");
  }

  private static FileAttribute<?>[] only(Path near, String mode) {
    return posix(near)
        ? new FileAttribute<?>[] {
          PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString(mode))
        }
        : new FileAttribute<?>[0];
  }

  /** The seal of some texts in their order: HMAC-SHA256 (RFC 2104), as lower-case hex. */
  public String seal(String... texts) {
    try {
      Mac mac = Mac.getInstance("HmacSHA256");
      mac.init(new SecretKeySpec(secret, "HmacSHA256"));
      for (String text : texts) {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        // The length goes first, so that no two lists of texts are the same bytes.
        mac.update(ByteBuffer.allocate(Integer.BYTES).putInt(bytes.length).array());
        mac.update(bytes);
      }
      return HEX.formatHex(mac.doFinal());
    } catch (GeneralSecurityException e) {
      throw new IllegalStateException("Every Java has HMAC-SHA256.", e);
    }
  }

  /** Whether a text is the seal of these texts, asked in a time that tells nothing about it. */
  public boolean isSeal(String seal, String... texts) {
    return MessageDigest.isEqual(
        seal.getBytes(StandardCharsets.UTF_8), seal(texts).getBytes(StandardCharsets.UTF_8));
  }
}
