package dev.vinesorter.source.journal;

import dev.vinesorter.source.disk.Disk;
import dev.vinesorter.source.disk.OwnFiles;
import dev.vinesorter.source.disk.UserKey;
import dev.vinesorter.source.text.CannotWorkException;
import dev.vinesorter.source.text.ContentHash;
import dev.vinesorter.source.text.Root;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;

/**
 * One change in the journal: its folder with the manifest, the sealed state, and the old files.
 * What it does to the sources is forced to the disk before the state that says so is written, and a
 * state before what relies on it is done; so whatever a stopping machine forgets, the state that is
 * found tells the truth.
 */
final class JournalEntry {
  /** How far a change has come; a file named {@code state} says so. */
  enum State {
    PREPARING,
    READY,
    DONE,
    UNDOING,
    UNDONE;

    /** The word that stands in the file. */
    String word() {
      return name().toLowerCase(java.util.Locale.ROOT);
    }

    boolean isDecided() {
      return this == DONE || this == UNDONE;
    }
  }

  private static final long MOST_STATE = 1 << 10;
  private static final long MOST_MANIFEST = 1 << 28;
  private static final String SEALED = "vinesort journal 1";

  private final Root root;
  private final Disk disk;
  private final UserKey key;
  private final Path folder;
  private final String id;
  private final ChangeManifest manifest;
  private final String manifestHash;

  private JournalEntry(
      Root root, Disk disk, UserKey key, Path folder, ChangeManifest manifest, String hash) {
    this.root = root;
    this.disk = disk;
    this.key = key;
    this.folder = folder;
    this.id = folder.getFileName().toString();
    this.manifest = manifest;
    this.manifestHash = hash;
  }

  /**
   * A change that is there, with its state.
   *
   * @param entry null where it is not proven to be this user's own
   * @param state null where there is none yet
   * @param here whether it was made in this very folder, not in one that was copied or moved here
   */
  record Found(String id, JournalEntry entry, State state, boolean here) {
    boolean isProven() {
      return entry != null;
    }

    boolean isUndecided() {
      return state == null || !state.isDecided();
    }
  }

  /** The word in a state file, unproven; the empty text where there is none. */
  static String claimed(Path folder) {
    try {
      byte[] bytes = OwnFiles.read(folder.resolve("state"), MOST_STATE);
      return new String(bytes, StandardCharsets.UTF_8).lines().findFirst().orElse("");
    } catch (IOException | CannotWorkException e) {
      return "";
    }
  }

  /** Looks at a folder of the journal. Nothing in it is believed that carries no seal. */
  static Found find(Root root, Disk disk, UserKey key, Path folder) {
    String id = folder.getFileName().toString();
    Found unproven = new Found(id, null, null, false);
    if (key == null || !OwnFiles.isFolder(folder)) {
      return unproven;
    }
    try {
      byte[] bytes = OwnFiles.read(folder.resolve("manifest.json"), MOST_MANIFEST);
      List<String> lines =
          new String(OwnFiles.read(folder.resolve("state"), MOST_STATE), StandardCharsets.UTF_8)
              .lines()
              .toList();
      ChangeManifest manifest = ChangeManifest.of(bytes);
      JournalEntry entry =
          new JournalEntry(root, disk, key, folder, manifest, ContentHash.of(bytes));
      for (State state : State.values()) {
        if (lines.size() == 2
            && lines.get(0).equals(state.word())
            && key.isSeal(lines.get(1), entry.sealed(state))) {
          return new Found(id, entry, state, manifest.root().equals(root.path().toString()));
        }
      }
      return unproven;
    } catch (IOException | CannotWorkException e) {
      return unproven;
    }
  }

  /** Writes a change down; nothing of it is done yet. */
  static JournalEntry begun(Root root, Disk disk, UserKey key, Path folder, ChangeManifest manifest)
      throws IOException {
    byte[] bytes = manifest.bytes();
    disk.makeFolder(folder);
    Path file = folder.resolve("manifest.json");
    disk.create(file, bytes);
    disk.force(file);
    JournalEntry entry = new JournalEntry(root, disk, key, folder, manifest, ContentHash.of(bytes));
    entry.state(State.PREPARING);
    disk.force(folder.getParent());
    return entry;
  }

  String id() {
    return id;
  }

  ChangeManifest manifest() {
    return manifest;
  }

  private String[] sealed(State state) {
    return new String[] {SEALED, manifest.root(), id, state.word(), manifestHash};
  }

  /** Says how far it has come. */
  void state(State state) throws IOException {
    Path fresh = folder.resolve("state.new");
    disk.delete(fresh);
    String text = state.word() + "\n" + key.seal(sealed(state)) + "\n";
    disk.create(fresh, text.getBytes(StandardCharsets.UTF_8));
    disk.force(fresh);
    disk.replace(fresh, folder.resolve("state"));
    disk.force(folder);
  }

  private Path place(ChangeManifest.Entry change) {
    return root.resolve(change.path());
  }

  private Path before(int n) {
    return folder.resolve("before").resolve(String.valueOf(n));
  }

  /** Where the new content waits: beside the real file that it replaces. */
  private Path fresh(int n, Path place) throws IOException {
    Path target = Files.exists(place) ? place.toRealPath() : place;
    return target.resolveSibling(Root.OWN_FOLDER + "-" + id + "-" + n + ".new");
  }

  private static boolean holds(Path file, String hash) throws IOException {
    return OwnFiles.isFile(file) && ContentHash.of(file).equals(hash);
  }

  // ---- forwards

  /** Puts old files aside and new ones beside their targets, and decides. */
  void prepare(Map<String, byte[]> changes) throws IOException {
    disk.makeFolder(folder.resolve("before"));
    Set<Path> touched = new LinkedHashSet<>(List.of(folder.resolve("before")));
    for (String made : manifest.made()) {
      Path place = root.resolve(made);
      disk.makeFolder(place);
      touched.add(place.getParent());
    }
    for (int n = 0; n < manifest.entries().size(); n++) {
      ChangeManifest.Entry change = manifest.entries().get(n);
      Path place = place(change);
      if (!change.isNew()) {
        disk.link(place.toRealPath(), before(n));
        disk.force(before(n));
      }
      if (!change.goes()) {
        Path fresh = fresh(n, place);
        disk.delete(fresh);
        disk.create(fresh, changes.get(change.path()));
        disk.mode(fresh, change.mode());
        disk.force(fresh);
        touched.add(fresh.getParent());
      } else if (!Files.isWritable(place.toRealPath().getParent())) {
        throw new java.nio.file.AccessDeniedException(place.toString());
      }
    }
    force(touched);
    state(State.READY);
  }

  /** Throws the preparations away. */
  void discard() throws IOException {
    for (int n = 0; n < manifest.entries().size(); n++) {
      Path place = place(manifest.entries().get(n));
      if (Files.isDirectory(place.getParent())) {
        disk.delete(fresh(n, place));
      }
    }
    removeEmpty(manifest.made(), new LinkedHashSet<>());
    for (int n = 0; n < manifest.entries().size(); n++) {
      disk.delete(before(n));
    }
    disk.delete(folder.resolve("before"));
    remove(folder, disk);
  }

  /** Removes an entry that holds nothing but what is written first. */
  static void remove(Path folder, Disk disk) throws IOException {
    for (String name : List.of("state.new", "state", "manifest.json")) {
      disk.delete(folder.resolve(name));
    }
    if (isEmpty(folder)) {
      disk.delete(folder);
    }
  }

  /** The new contents that are neither in place nor waiting; with any, it cannot be finished. */
  List<String> missingAfter() throws IOException {
    List<String> missing = new ArrayList<>();
    for (int n = 0; n < manifest.entries().size(); n++) {
      ChangeManifest.Entry change = manifest.entries().get(n);
      if (!change.goes()) {
        Path place = place(change);
        String now = ContentHash.of(place);
        Path fresh = fresh(n, place);
        boolean waits = holds(fresh, change.after());
        boolean placed = !OwnFiles.isThere(fresh) && !now.isEmpty() && !now.equals(change.before());
        if (!waits && !placed && !now.equals(change.after())) {
          missing.add(change.path());
        }
      }
    }
    return missing;
  }

  /** Goes on from "ready"; each file is looked at anew, so this may run any number of times. */
  void finish() throws IOException {
    Set<Path> touched = new LinkedHashSet<>();
    for (int n = 0; n < manifest.entries().size(); n++) {
      ChangeManifest.Entry change = manifest.entries().get(n);
      Path place = place(change);
      Path fresh = change.goes() ? null : fresh(n, place);
      if (change.goes()) {
        putAsideIfForeign(n, place);
        disk.delete(place);
        touched.add(place.getParent());
      } else if (OwnFiles.isThere(fresh)) {
        putAsideIfForeign(n, place);
        disk.replace(fresh, Files.exists(place) ? place.toRealPath() : place);
        touched.add(fresh.getParent());
      }
    }
    removeEmpty(manifest.folders().keySet(), touched);
    force(touched);
    state(State.DONE);
  }

  // ---- backwards

  /** The old contents that are damaged or gone; with any, nothing can be taken back. */
  List<String> damagedBefore() throws IOException {
    List<String> damaged = new ArrayList<>();
    for (int n = 0; n < manifest.entries().size(); n++) {
      ChangeManifest.Entry change = manifest.entries().get(n);
      if (!change.isNew()
          && !holds(before(n), change.before())
          && !ContentHash.of(place(change)).equals(change.before())) {
        damaged.add(change.path());
      }
    }
    return damaged;
  }

  /** Goes on from "undoing"; this may run any number of times. */
  void restore() throws IOException {
    Set<Path> touched = new LinkedHashSet<>();
    List<String> shallowFirst = new ArrayList<>(manifest.folders().keySet());
    shallowFirst.sort((a, b) -> a.length() - b.length());
    for (String path : shallowFirst) {
      Path place = root.resolve(path);
      if (!Files.exists(place)) {
        disk.makeFolder(place);
        disk.mode(place, manifest.folders().get(path));
        touched.add(place.getParent());
      }
    }
    for (int n = 0; n < manifest.entries().size(); n++) {
      ChangeManifest.Entry change = manifest.entries().get(n);
      Path place = place(change);
      putAsideIfForeign(n, place);
      Path fresh = fresh(n, place);
      if (Files.isDirectory(fresh.getParent())) {
        disk.delete(fresh);
      }
      if (change.isNew()) {
        if (OwnFiles.isThere(place)) {
          disk.delete(place);
          touched.add(place.getParent());
        }
      } else if (!ContentHash.of(place).equals(change.before())) {
        disk.link(before(n), fresh);
        disk.force(fresh);
        disk.replace(fresh, Files.exists(place) ? place.toRealPath() : place);
        touched.add(fresh.getParent());
      }
    }
    removeEmpty(manifest.made(), touched);
    force(touched);
    state(State.UNDONE);
  }

  /** What somebody wrote there meanwhile is kept beside the journal. */
  private void putAsideIfForeign(int n, Path place) throws IOException {
    ChangeManifest.Entry change = manifest.entries().get(n);
    String now = ContentHash.of(place);
    if (!now.isEmpty() && !now.equals(change.before()) && !now.equals(change.after())) {
      OwnFiles.makeFolder(aside());
      Path copy = aside().resolve(String.valueOf(n));
      disk.delete(copy);
      disk.create(copy, Files.readAllBytes(place));
      disk.force(copy);
      disk.force(aside());
    }
  }

  /** Where files wait that somebody else changed meanwhile; may not be there. */
  Path aside() {
    return folder.resolve("aside");
  }

  private void removeEmpty(Collection<String> folders, Set<Path> touched) throws IOException {
    List<String> deepestFirst = new ArrayList<>(folders);
    deepestFirst.sort((a, b) -> b.length() - a.length());
    for (String path : deepestFirst) {
      Path place = root.resolve(path);
      if (OwnFiles.isFolder(place) && isEmpty(place)) {
        disk.delete(place);
        touched.add(place.getParent());
      }
    }
  }

  private void force(Set<Path> touched) throws IOException {
    for (Path place : touched) {
      if (OwnFiles.isFolder(place)) {
        disk.force(place);
      }
    }
  }

  private static boolean isEmpty(Path folder) throws IOException {
    try (Stream<Path> entries = Files.list(folder)) {
      return entries.findAny().isEmpty();
    }
  }

  /** The files that are not as this change left them, among those not yet seen. */
  List<String> changedSince(Set<String> seen) throws IOException {
    List<String> changed = new ArrayList<>();
    for (ChangeManifest.Entry entry : manifest.entries()) {
      // What an older change left has been changed by the newer one.
      if (seen.add(entry.path()) && !ContentHash.of(place(entry)).equals(entry.after())) {
        changed.add(entry.path());
      }
    }
    return changed;
  }

  /** What a change will do, seen from the files as they are. */
  static ChangeManifest plan(
      Root root, Change change, Map<String, byte[]> changes, Map<String, String> origins)
      throws IOException {
    List<ChangeManifest.Entry> entries = new ArrayList<>();
    TreeSet<String> made = new TreeSet<>();
    Map<String, String> folders = new TreeMap<>();
    for (Map.Entry<String, byte[]> one : changes.entrySet()) {
      String path = one.getKey();
      String objection = ChangeManifest.objection(path);
      if (objection != null) {
        throw new CannotWorkException(
            "The path '" + path + "' " + objection + "; no plan writes there.");
      }
      Path place = root.resolve(path);
      String after = one.getValue() == null ? "" : ContentHash.of(one.getValue());
      String origin = origins.getOrDefault(path, path);
      Path like = Files.exists(place) ? place : root.resolve(origin);
      entries.add(new ChangeManifest.Entry(path, ContentHash.of(place), after, mode(like)));
      for (Path up = place.getParent(); !up.equals(root.path()); up = up.getParent()) {
        if (!Files.exists(up)) {
          made.add(root.relative(up));
        } else if (after.isEmpty()) {
          folders.put(root.relative(up), mode(up));
        }
      }
    }
    return new ChangeManifest(root.path().toString(), change, entries, List.copyOf(made), folders);
  }

  private static String mode(Path file) throws IOException {
    boolean posix = file.getFileSystem().supportedFileAttributeViews().contains("posix");
    return posix && Files.exists(file)
        ? PosixFilePermissions.toString(Files.getPosixFilePermissions(file))
        : "";
  }

  /** The folders of the journal by number, ascending. */
  static List<Path> folders(Path journal) throws IOException {
    List<Path> found = new ArrayList<>();
    if (OwnFiles.isFolder(journal)) {
      try (DirectoryStream<Path> entries = Files.newDirectoryStream(journal)) {
        for (Path entry : entries) {
          if (entry.getFileName().toString().matches("\\d{4,9}") && OwnFiles.isFolder(entry)) {
            found.add(entry);
          }
        }
      }
    }
    found.sort(java.util.Comparator.comparingInt(JournalEntry::number));
    return found;
  }

  /** The number that a folder of the journal is named by. */
  static int number(Path folder) {
    return Integer.parseInt(folder.getFileName().toString());
  }
}
