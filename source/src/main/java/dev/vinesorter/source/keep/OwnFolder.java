package dev.vinesorter.source.keep;

import dev.vinesorter.core.misfit.Told;
import dev.vinesorter.source.disk.Disk;
import dev.vinesorter.source.disk.OwnFiles;
import dev.vinesorter.source.disk.RootLock;
import dev.vinesorter.source.disk.UserKey;
import dev.vinesorter.source.disk.WholeFile;
import dev.vinesorter.source.text.CannotWorkException;
import dev.vinesorter.source.text.ContentHash;
import dev.vinesorter.source.text.Root;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.function.Consumer;
import java.util.regex.Pattern;

/**
 * The folder {@code .vinesort} below a root: the kept survey and the journal. Git ignores it.
 *
 * <p>It may have come with the code. So nothing in it is reached through a link, and what carries
 * no seal of this user ({@link UserKey}) is not believed: a survey is read again, a journal left
 * alone.
 */
public final class OwnFolder {
  private static final long MOST_NOTE = 1 << 12;

  /** Hex digits of a seal. */
  private static final int SEAL = 64;

  private final Root root;
  private final Consumer<String> say;

  public OwnFolder(Root root) {
    this(root, what -> {});
  }

  /**
   * The folder below a root.
   *
   * @param say is told what was found there and not believed
   */
  public OwnFolder(Root root, Consumer<String> say) {
    this.root = root;
    this.say = say;
  }

  /** The folder, made when it is not there yet. */
  Path made() {
    Path folder = root.ownFolder();
    try {
      Disk disk = new Disk();
      if (OwnFiles.makeFolder(folder)) {
        disk.force(root.path());
      }
      Path ignore = OwnFiles.toWrite(folder.resolve(".gitignore"));
      if (!OwnFiles.isThere(ignore)) {
        WholeFile.replace(ignore, "*\n".getBytes(StandardCharsets.UTF_8));
      }
      return folder;
    } catch (IOException e) {
      throw CannotWorkException.io("write into the folder", folder, e);
    }
  }

  /** A folder in it, made when it is not there yet. */
  public Path folder(String name) {
    Path folder = made().resolve(name);
    try {
      if (OwnFiles.makeFolder(folder)) {
        new Disk().force(folder.getParent());
      }
      return folder;
    } catch (IOException e) {
      throw CannotWorkException.io("write into the folder", folder, e);
    }
  }

  /**
   * The place of a file of ours that is going to be written, which is no link.
   *
   * @throws CannotWorkException when there is something else in its place
   */
  public Path fileToWrite(String name) {
    return OwnFiles.toWrite(made().resolve(name));
  }

  private Path surveyPlace() {
    return root.ownFolder().resolve("survey.bin");
  }

  /** Keeps a survey; the one before is replaced whole or not at all. */
  public void keep(KeptSurvey survey) {
    keep(survey, made().resolve("survey.bin"));
  }

  /** Keeps a survey under a name, for later comparison. */
  public void keep(KeptSurvey survey, String name) {
    keep(survey, folder("kept").resolve(fileName(name)));
  }

  /** The survey kept under a name, or null. */
  public KeptSurvey kept(String name) {
    return isKept(name)
        ? read(
            keptPlace(name),
            ", so it is not taken for the one kept as '"
                + name
                + "'. Survey that state again with --keep.")
        : null;
  }

  /** Whether there is a survey kept under a name. */
  public boolean isKept(String name) {
    return NAME.matcher(name).matches() && isOurs() && OwnFiles.isThere(keptPlace(name));
  }

  private Path keptPlace(String name) {
    return root.ownFolder().resolve("kept").resolve(fileName(name));
  }

  private boolean isOurs() {
    return exists() && OwnFiles.isFolder(root.ownFolder().resolve("kept"));
  }

  private static final Pattern NAME = Pattern.compile("[A-Za-z0-9][A-Za-z0-9._-]{0,99}");

  private static String fileName(String name) {
    if (!NAME.matcher(name).matches()) {
      throw new CannotWorkException(
          "'" + name + "' is no name for a survey; use letters, digits, dots, - and _.");
    }
    return name + ".bin";
  }

  /** What was noted under a key, or null; what is not sealed was not noted by us. */
  public String note(String key) {
    Path folder = root.ownFolder().resolve("history");
    UserKey user = UserKey.ofUser(root);
    if (user == null || !exists() || !OwnFiles.isFolder(folder)) {
      return null;
    }
    try {
      String whole =
          new String(OwnFiles.read(folder.resolve(key), MOST_NOTE), StandardCharsets.UTF_8);
      int end = whole.indexOf('\n');
      String text = whole.substring(end + 1);
      return end >= 0 && user.isSeal(whole.substring(0, end), "vinesort note 1", key, text)
          ? text
          : null;
    } catch (IOException | CannotWorkException e) {
      return null;
    }
  }

  /** Notes something that can be computed again; where it cannot be written, it is not noted. */
  public void note(String key, String text) {
    try {
      String whole = UserKey.made(root).seal("vinesort note 1", key, text) + "\n" + text;
      Path file = OwnFiles.toWrite(folder("history").resolve(key));
      WholeFile.replace(file, whole.getBytes(StandardCharsets.UTF_8));
    } catch (IOException | CannotWorkException e) {
      // Without the note, the next history computes it again.
      return;
    }
  }

  /**
   * What was told of a survey's misfits, or null where that is not kept.
   *
   * @param view a short name for what was asked about
   * @param key tells apart all that the answer hangs on
   */
  public List<Told> told(String view, String key) {
    Path folder = root.ownFolder().resolve("told");
    UserKey user = UserKey.ofUser(root);
    if (user == null || !exists() || !OwnFiles.isFolder(folder)) {
      return null;
    }
    try {
      byte[] whole = OwnFiles.read(folder.resolve(view), Integer.MAX_VALUE - 8);
      int head = Math.min(whole.length, SEAL);
      String seal = new String(whole, 0, head, StandardCharsets.ISO_8859_1);
      byte[] body = Arrays.copyOfRange(whole, head, whole.length);
      boolean ours = user.isSeal(seal, "vinesort told 1", view, key, ContentHash.of(body));
      return ours ? ToldFile.read(body) : null;
    } catch (IOException | CannotWorkException e) {
      return null;
    }
  }

  /** Keeps what was told; where it cannot be written, it is worked out again. */
  public void told(String view, String key, List<Told> told) {
    try {
      byte[] body = ToldFile.bytes(told);
      String seal = UserKey.made(root).seal("vinesort told 1", view, key, ContentHash.of(body));
      ByteArrayOutputStream whole = new ByteArrayOutputStream();
      whole.writeBytes(seal.getBytes(StandardCharsets.ISO_8859_1));
      whole.writeBytes(body);
      WholeFile.replace(OwnFiles.toWrite(folder("told").resolve(view)), whole.toByteArray());
    } catch (IOException | CannotWorkException e) {
      // The next command judges again.
      return;
    }
  }

  private void keep(KeptSurvey survey, Path place) {
    try {
      UserKey key = UserKey.made(root);
      WholeFile.replace(OwnFiles.toWrite(place), SealedSurvey.bytes(survey, root, key));
    } catch (IOException e) {
      throw CannotWorkException.io("keep the survey in", place, e);
    }
  }

  /** The kept survey, or null where there is none that this version reads and this user wrote. */
  public KeptSurvey kept() {
    return exists() && OwnFiles.isThere(surveyPlace())
        ? read(surveyPlace(), "; reading the sources again.")
        : null;
  }

  private KeptSurvey read(Path place, String so) {
    try {
      return SealedSurvey.read(place, root, UserKey.ofUser(root));
    } catch (SealedSurvey.NotBelievedException | CannotWorkException e) {
      say.accept("The kept survey " + place + " " + e.getMessage() + so);
      return null;
    } catch (IOException e) {
      throw CannotWorkException.io("read the kept survey", place, e);
    }
  }

  /** The root that it lies in. */
  public Root root() {
    return root;
  }

  /** Takes the root for this run; see {@link RootLock}. */
  public RootLock lock(String command) {
    return RootLock.take(made(), command);
  }

  /** Whether anything is here at all; a link in its place is nothing of ours. */
  public boolean exists() {
    return OwnFiles.isFolder(root.ownFolder());
  }
}
