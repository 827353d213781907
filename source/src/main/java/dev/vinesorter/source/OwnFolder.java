package dev.vinesorter.source;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.regex.Pattern;

/** The folder {@code .vinesort} below a root: the kept survey and the journal. Git ignores it. */
public final class OwnFolder {
  private final Root root;

  public OwnFolder(Root root) {
    this.root = root;
  }

  /** The folder, made when it is not there yet. */
  Path made() {
    Path folder = root.ownFolder();
    try {
      Files.createDirectories(folder);
      Path ignore = folder.resolve(".gitignore");
      if (!Files.exists(ignore)) {
        Files.writeString(ignore, "*\n", StandardCharsets.UTF_8);
      }
      return folder;
    } catch (IOException e) {
      throw CannotWorkException.io("write into the folder", folder, e);
    }
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
    Path folder = made().resolve("kept");
    try {
      Files.createDirectories(folder);
    } catch (IOException e) {
      throw CannotWorkException.io("write into the folder", folder, e);
    }
    keep(survey, folder.resolve(fileName(name)));
  }

  /** The survey kept under a name, or null. */
  public KeptSurvey kept(String name) {
    return NAME.matcher(name).matches()
        ? read(root.ownFolder().resolve("kept").resolve(fileName(name)))
        : null;
  }

  /** Whether there is a survey kept under a name. */
  public boolean isKept(String name) {
    return NAME.matcher(name).matches()
        && Files.exists(root.ownFolder().resolve("kept").resolve(fileName(name)));
  }

  private static final Pattern NAME = Pattern.compile("[A-Za-z0-9][A-Za-z0-9._-]{0,99}");

  private static String fileName(String name) {
    if (!NAME.matcher(name).matches()) {
      throw new CannotWorkException(
          "'" + name + "' is no name for a survey; use letters, digits, dots, - and _.");
    }
    return name + ".bin";
  }

  /** What was noted under a key, or null. */
  public String note(String key) {
    Path place = root.ownFolder().resolve("history").resolve(key);
    try {
      return Files.exists(place) ? Files.readString(place, StandardCharsets.UTF_8) : null;
    } catch (IOException e) {
      return null;
    }
  }

  /** Notes something that can be computed again; where it cannot be written, it is not noted. */
  public void note(String key, String text) {
    Path folder = made().resolve("history");
    try {
      Files.createDirectories(folder);
      WholeFile.replace(folder.resolve(key), text.getBytes(StandardCharsets.UTF_8));
    } catch (IOException e) {
      // Without the note, the next history computes it again.
      return;
    }
  }

  private static void keep(KeptSurvey survey, Path place) {
    try {
      WholeFile.replace(place, SurveyFile.bytes(survey));
    } catch (IOException e) {
      throw CannotWorkException.io("keep the survey in", place, e);
    }
  }

  /** The kept survey, or null where there is none that this version reads. */
  public KeptSurvey kept() {
    return read(surveyPlace());
  }

  private static KeptSurvey read(Path place) {
    if (!Files.exists(place)) {
      return null;
    }
    try {
      return SurveyFile.read(place);
    } catch (IOException e) {
      throw CannotWorkException.io("read the kept survey", place, e);
    }
  }

  /** The journal of applied plans. */
  public Journal journal() {
    return new Journal(root, this);
  }

  /** Takes the root for this run; see {@link RootLock}. */
  public RootLock lock(String command) {
    return RootLock.take(made(), command);
  }

  /** Whether anything is here at all. */
  public boolean exists() {
    return Files.isDirectory(root.ownFolder());
  }
}
