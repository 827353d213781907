package dev.vinesorter.source.text;

import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.file.Files;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * The sources as a plan has them: the files on disk, and over them those that its steps changed,
 * made or took away. The disk is only read. Each file is read once, so what a plan sees is one
 * state.
 */
public final class Overlay {
  private final Root root;
  private final Charset charset;
  private final TreeSet<String> paths;
  private final Map<String, SourceText> read = new HashMap<>();

  /** What changed: the new text, or null where the file goes. */
  private final Map<String, SourceText> changed = new TreeMap<>();

  /** For a file that moved, where its bytes and mode come from. */
  private final Map<String, String> origins = new TreeMap<>();

  private int taken;

  public Overlay(Root root, List<String> files, Charset charset) {
    this.root = root;
    this.charset = charset;
    this.paths = new TreeSet<>(files);
  }

  private Overlay(Overlay other) {
    this.root = other.root;
    this.charset = other.charset;
    this.paths = new TreeSet<>(other.paths);
    this.read.putAll(other.read);
    this.changed.putAll(other.changed);
    this.origins.putAll(other.origins);
  }

  /** An overlay with the same content, to try a step on. */
  public Overlay copy() {
    return new Overlay(this);
  }

  /** Takes the content of a copy made earlier, so that what was done since is undone. */
  public void become(Overlay earlier) {
    taken++;
    paths.clear();
    paths.addAll(earlier.paths);
    changed.clear();
    changed.putAll(earlier.changed);
    origins.clear();
    origins.putAll(earlier.origins);
  }

  /** How often the content of another was taken: what was found out before may not hold. */
  public int taken() {
    return taken;
  }

  /** The encoding that files are expected to have. */
  public Charset charset() {
    return charset;
  }

  /** Whether the file is there, whatever the plan did. */
  public boolean isOnDisk(String path) {
    return Files.isRegularFile(root.path().resolve(path));
  }

  /** Whether a file has a path now; one that the plan took away has none. */
  public boolean isTaken(String path) {
    return exists(path) || isOnDisk(path) && !changed.containsKey(path);
  }

  public Root root() {
    return root;
  }

  /** All paths there are, ascending. */
  public List<String> paths() {
    return List.copyOf(paths);
  }

  public boolean exists(String path) {
    return paths.contains(path);
  }

  /**
   * The text of a file.
   *
   * @throws CannotWorkException when it cannot be read
   */
  public SourceText text(String path) {
    if (changed.containsKey(path)) {
      SourceText text = changed.get(path);
      if (text == null) {
        throw new IllegalStateException("The plan took " + path + " away.");
      }
      return text;
    }
    SourceText known = read.get(path);
    if (known == null) {
      known = SourceText.of(original(path), charset);
      read.put(path, known);
    }
    return known;
  }

  /** Whether a file has so many bytes at most, or was written by the plan. */
  public boolean isSmall(String path, long most) {
    try {
      return changed.containsKey(path) || Files.size(root.path().resolve(path)) <= most;
    } catch (IOException e) {
      return false;
    }
  }

  /** The bytes on disk, whatever the plan did. */
  public byte[] original(String path) {
    try {
      return Files.readAllBytes(root.resolve(path));
    } catch (IOException e) {
      throw CannotWorkException.io("read", root.path().resolve(path), e);
    }
  }

  public void put(String path, SourceText text) {
    changed.put(path, text);
    paths.add(path);
  }

  /** Moves a file, giving it this text at its new place; it keeps its mode. */
  public void move(String from, String to, SourceText text) {
    origins.put(to, origins.getOrDefault(from, from));
    put(to, text);
    remove(from);
  }

  public void remove(String path) {
    paths.remove(path);
    origins.remove(path);
    if (read.containsKey(path) || Files.exists(root.path().resolve(path))) {
      changed.put(path, null);
    } else {
      changed.remove(path);
    }
  }

  /** New texts by path, as they are at any time; null stands for a file that goes. */
  public Map<String, SourceText> changed() {
    return Collections.unmodifiableMap(changed);
  }

  /**
   * The state of an overlay at one moment.
   *
   * @param changed new texts by path, null for a file that goes
   * @param origins for a file that moved, where it was at first
   */
  public record Stage(Map<String, SourceText> changed, Map<String, String> origins) {
    /** Nothing changed yet. */
    public static final Stage NONE = new Stage(Map.of(), Map.of());

    /** The bytes by path that lead here from an earlier state; null for a file that goes. */
    public Map<String, byte[]> since(Stage earlier) {
      Map<String, byte[]> bytes = new TreeMap<>();
      changed.forEach(
          (path, text) -> {
            boolean same = earlier.changed.containsKey(path) && earlier.changed.get(path) == text;
            if (!same) {
              bytes.put(path, text == null ? null : text.bytes());
            }
          });
      for (String path : earlier.changed.keySet()) {
        // What is not spoken of any more was made by the plan itself.
        if (!changed.containsKey(path)) {
          bytes.put(path, null);
        }
      }
      return bytes;
    }

    /**
     * For each path that a step changes the file of the earlier state that it takes its mode from.
     */
    public Map<String, String> originsSince(Stage earlier) {
      Map<String, String> now = new TreeMap<>();
      earlier.origins.forEach((path, origin) -> now.put(origin, path));
      Map<String, String> found = new TreeMap<>();
      origins.forEach((path, origin) -> found.put(path, now.getOrDefault(origin, origin)));
      return found;
    }
  }

  /** The sources as they were at another moment of the same plan. */
  public Overlay at(Stage stage) {
    Overlay then = new Overlay(this);
    for (String path : changed.keySet()) {
      if (isOnDisk(path)) {
        then.paths.add(path);
      } else {
        then.paths.remove(path);
      }
    }
    then.changed.clear();
    then.origins.clear();
    stage.changed.forEach(
        (path, text) -> {
          then.changed.put(path, text);
          if (text == null) {
            then.paths.remove(path);
          } else {
            then.paths.add(path);
          }
        });
    then.origins.putAll(stage.origins);
    return then;
  }

  /** What the sources are now. */
  public Stage stage() {
    return new Stage(new TreeMap<>(changed), new TreeMap<>(origins));
  }

  /** Where a changed file's mode comes from: itself, or the file that moved there. */
  public String origin(String path) {
    return origins.getOrDefault(path, path);
  }
}
