package dev.vinesorter.source;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;

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
    Path place = made().resolve("survey.bin");
    Path fresh = place.resolveSibling("survey.bin." + ProcessHandle.current().pid());
    try {
      SurveyFile.write(fresh, survey);
      Files.move(fresh, place, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
    } catch (IOException e) {
      try {
        Files.deleteIfExists(fresh);
      } catch (IOException ignored) {
        e.addSuppressed(ignored);
      }
      throw CannotWorkException.io("keep the survey in", place, e);
    }
  }

  /** The kept survey, or null where there is none that this version reads. */
  public KeptSurvey kept() {
    Path place = surveyPlace();
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
