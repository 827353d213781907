package dev.vinesorter.source;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonToken;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;

/**
 * Makes a change of many files all-or-nothing, across a kill at any instant, and takes it back.
 *
 * <pre>
 * manifest written
 *   state "preparing"   old files linked or copied aside, new ones written beside their targets
 *   state "ready"       from here the change is finished, by us or by the next run
 *                       new files renamed into place, old ones deleted: needs no disk space
 *   state "done"        may be taken back
 *   state "undoing"     from here it is taken back, by us or by the next run
 *   state "undone"
 * </pre>
 *
 * A state is a file that is replaced atomically. A run that finds "preparing" throws the
 * preparations away; one that finds "ready" or "undoing" goes on, which is safe to do any number of
 * times. A file that somebody changed in between is put aside in the journal first, so nothing is
 * lost.
 */
public final class Journal {
  private static final String PREPARING = "preparing";
  private static final String READY = "ready";
  private static final String DONE = "done";
  private static final String UNDOING = "undoing";
  private static final String UNDONE = "undone";

  private final Root root;
  private final OwnFolder own;

  Journal(Root root, OwnFolder own) {
    this.root = root;
    this.own = own;
  }

  /**
   * One file of a change.
   *
   * @param path from the root
   * @param before hash of the old content, empty where there was no file
   * @param after hash of the new content, empty where the file goes
   * @param mode permissions of the new file, empty where the system has none
   */
  private record Entry(String path, String before, String after, String mode) {}

  /** A change: its files, the folders it makes, and the modes of folders that may become empty. */
  private record Manifest(
      Change change, List<Entry> entries, List<String> made, Map<String, String> folders) {}

  /**
   * What a change is called.
   *
   * @param title the plan's title
   * @param plan the id of the first change of the same run of the plan; empty for this one itself
   * @param step 1-based number of the plan's step that it carries out; 0 for the whole plan
   * @param does the step in words; empty for the whole plan
   */
  public record Change(String title, String plan, int step, String does) {
    /** A plan carried out as one. */
    public static Change whole(String title) {
      return new Change(title, "", 0, "");
    }

    /** The title, with the step where it is one. */
    public String words() {
      return step == 0 ? title : title + ", step " + step + ": " + does;
    }
  }

  /** An applied change. */
  public record Applied(String id, Change change, List<String> files) {
    /** The id that all changes of one run of a plan share. */
    public String plan() {
      return change.plan.isEmpty() ? id : change.plan;
    }
  }

  private Path folder() {
    return root.ownFolder().resolve("journal");
  }

  /**
   * Carries a change out: new bytes by path, null for a file that goes. {@code origins} says from
   * which file a new one takes its mode.
   *
   * @return the id under which it can be taken back
   * @throws CannotWorkException when it could not be done; then every file is as before
   */
  public String carryOut(Change change, Map<String, byte[]> changes, Map<String, String> origins) {
    Path made = own.made().resolve("journal");
    boolean ready = false;
    try {
      Files.createDirectories(made);
      String id = nextId();
      Path entry = made.resolve(id);
      Files.createDirectory(entry);
      Manifest manifest = manifest(change, changes, origins);
      write(entry, manifest);
      state(entry, PREPARING);
      try {
        prepare(id, entry, manifest, changes);
      } catch (IOException | CannotWorkException e) {
        discard(id, entry, manifest);
        throw e;
      }
      state(entry, READY);
      ready = true;
      finish(id, entry, manifest);
      return id;
    } catch (IOException e) {
      throw CannotWorkException.io(
          "write below",
          root.path(),
          e,
          ready
              ? "All is prepared; the next command finishes it when it can."
              : "No file of this change was touched. Mend that and try again.");
    }
  }

  private String nextId() throws IOException {
    int last = 0;
    for (String id : ids()) {
      last = Math.max(last, Integer.parseInt(id));
    }
    return String.format("%04d", last + 1);
  }

  private List<String> ids() throws IOException {
    List<String> ids = new ArrayList<>();
    if (Files.isDirectory(folder())) {
      try (DirectoryStream<Path> entries = Files.newDirectoryStream(folder())) {
        for (Path entry : entries) {
          String name = entry.getFileName().toString();
          if (name.matches("\\d{4,9}")) {
            ids.add(name);
          }
        }
      }
    }
    ids.sort((a, b) -> Integer.compare(Integer.parseInt(a), Integer.parseInt(b)));
    return ids;
  }

  private Manifest manifest(Change change, Map<String, byte[]> changes, Map<String, String> origins)
      throws IOException {
    List<Entry> entries = new ArrayList<>();
    TreeSet<String> made = new TreeSet<>();
    Map<String, String> folders = new TreeMap<>();
    for (Map.Entry<String, byte[]> one : changes.entrySet()) {
      String path = one.getKey();
      Path place = root.resolve(path);
      String after = one.getValue() == null ? "" : ContentHash.of(one.getValue());
      String origin = origins.getOrDefault(path, path);
      Path like = Files.exists(place) ? place : root.resolve(origin);
      entries.add(new Entry(path, ContentHash.of(place), after, mode(like)));
      for (Path up = place.getParent(); !up.equals(root.path()); up = up.getParent()) {
        if (!Files.exists(up)) {
          made.add(root.relative(up));
        } else if (after.isEmpty()) {
          folders.put(root.relative(up), mode(up));
        }
      }
    }
    return new Manifest(change, entries, List.copyOf(made), folders);
  }

  private static String mode(Path file) throws IOException {
    return Files.exists(file) && posix(file)
        ? PosixFilePermissions.toString(Files.getPosixFilePermissions(file))
        : "";
  }

  private static boolean posix(Path file) {
    return file.getFileSystem().supportedFileAttributeViews().contains("posix");
  }

  private void prepare(String id, Path entry, Manifest manifest, Map<String, byte[]> changes)
      throws IOException {
    Files.createDirectories(entry.resolve("before"));
    for (String made : manifest.made) {
      Files.createDirectories(root.resolve(made));
    }
    for (int n = 0; n < manifest.entries.size(); n++) {
      Entry change = manifest.entries.get(n);
      Path place = root.resolve(change.path);
      if (!change.before.isEmpty()) {
        linkOrCopy(place.toRealPath(), entry.resolve("before").resolve(String.valueOf(n)));
      }
      if (!change.after.isEmpty()) {
        Path fresh = fresh(id, n, place);
        Files.deleteIfExists(fresh);
        writeForced(fresh, changes.get(change.path));
        if (!change.mode.isEmpty()) {
          Files.setPosixFilePermissions(fresh, PosixFilePermissions.fromString(change.mode));
        }
      } else if (!Files.isWritable(place.toRealPath().getParent())) {
        throw new java.nio.file.AccessDeniedException(place.toString());
      }
    }
  }

  /** A link shares the old file as it is, its mode included, and takes no room. */
  private static void linkOrCopy(Path old, Path aside) throws IOException {
    try {
      Files.createLink(aside, old);
    } catch (IOException | UnsupportedOperationException e) {
      Files.copy(old, aside, StandardCopyOption.COPY_ATTRIBUTES);
      force(aside);
    }
  }

  /** Where the new content waits: beside the real file that it replaces. */
  private Path fresh(String id, int n, Path place) throws IOException {
    Path target = Files.exists(place) ? place.toRealPath() : place;
    return target.resolveSibling(".vinesort-" + id + "-" + n + ".new");
  }

  private static void writeForced(Path file, byte[] bytes) throws IOException {
    Files.write(file, bytes, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE);
    force(file);
  }

  private static void force(Path file) throws IOException {
    try (FileChannel channel = FileChannel.open(file, StandardOpenOption.WRITE)) {
      channel.force(true);
    }
  }

  private void discard(String id, Path entry, Manifest manifest) throws IOException {
    for (int n = 0; n < manifest.entries.size(); n++) {
      Path place = root.resolve(manifest.entries.get(n).path);
      if (Files.isDirectory(place.getParent())) {
        Files.deleteIfExists(fresh(id, n, place));
      }
    }
    removeEmpty(manifest.made);
    deleteTree(entry);
  }

  /** Goes on from "ready"; each entry is looked at anew, so this may run any number of times. */
  private void finish(String id, Path entry, Manifest manifest) throws IOException {
    for (int n = 0; n < manifest.entries.size(); n++) {
      Entry change = manifest.entries.get(n);
      Path place = root.resolve(change.path);
      putAsideIfForeign(entry, n, place, change.before, change.after);
      if (change.after.isEmpty()) {
        Files.deleteIfExists(place);
      } else {
        Path fresh = fresh(id, n, place);
        if (Files.exists(fresh)) {
          Path target = Files.exists(place) ? place.toRealPath() : place;
          replace(fresh, target);
        }
      }
    }
    removeEmpty(new TreeSet<>(manifest.folders.keySet()).descendingSet());
    state(entry, DONE);
  }

  private static void replace(Path fresh, Path target) throws IOException {
    Files.move(fresh, target, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
  }

  private void putAsideIfForeign(Path entry, int n, Path place, String one, String other)
      throws IOException {
    String now = ContentHash.of(place);
    if (!now.isEmpty() && !now.equals(one) && !now.equals(other)) {
      Path aside = Files.createDirectories(entry.resolve("aside")).resolve(String.valueOf(n));
      Files.copy(place, aside, StandardCopyOption.REPLACE_EXISTING);
    }
  }

  private void removeEmpty(Iterable<String> folders) throws IOException {
    List<String> deepestFirst = new ArrayList<>();
    folders.forEach(deepestFirst::add);
    deepestFirst.sort((a, b) -> b.length() - a.length());
    for (String path : deepestFirst) {
      Path folder = root.resolve(path);
      if (Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS) && isEmpty(folder)) {
        Files.deleteIfExists(folder);
      }
    }
  }

  private static boolean isEmpty(Path folder) throws IOException {
    try (Stream<Path> entries = Files.list(folder)) {
      return entries.findAny().isEmpty();
    }
  }

  /** The plans that are applied, oldest first. */
  public List<Applied> applied() {
    try {
      List<Applied> applied = new ArrayList<>();
      for (String id : ids()) {
        Path entry = folder().resolve(id);
        if (DONE.equals(state(entry))) {
          Manifest manifest = read(entry);
          applied.add(
              new Applied(
                  id, manifest.change, manifest.entries.stream().map(Entry::path).toList()));
        }
      }
      return applied;
    } catch (IOException e) {
      throw CannotWorkException.io("read the journal in", folder(), e);
    }
  }

  /** The changes of one run of a plan that are applied, oldest first. */
  public List<Applied> run(String plan) {
    return applied().stream().filter(one -> one.plan().equals(plan)).toList();
  }

  /** Notes that a change is also in git, as that commit. */
  public void committed(String id, String commit) {
    try {
      WholeFile.replace(
          folder().resolve(id).resolve("commit"), commit.getBytes(StandardCharsets.UTF_8));
    } catch (IOException e) {
      throw CannotWorkException.io("write the journal in", folder(), e);
    }
  }

  /** Whether a change was noted as committed. */
  public boolean isCommitted(String id) {
    return Files.exists(folder().resolve(id).resolve("commit"));
  }

  /**
   * The files of applied changes, the newest first, that somebody changed since; they cannot be
   * taken back over these.
   */
  public List<String> changedSince(List<String> newestFirst) {
    try {
      TreeSet<String> seen = new TreeSet<>();
      TreeSet<String> changed = new TreeSet<>();
      for (String id : newestFirst) {
        for (Entry entry : read(folder().resolve(id)).entries) {
          // What an older change left has been changed by the newer one.
          if (seen.add(entry.path)
              && !ContentHash.of(root.resolve(entry.path)).equals(entry.after)) {
            changed.add(entry.path);
          }
        }
      }
      return List.copyOf(changed);
    } catch (IOException e) {
      throw CannotWorkException.io("read the journal in", folder(), e);
    }
  }

  /** Takes an applied plan back: every file has its old bytes and mode again. */
  public void takeBack(String id) {
    Path entry = folder().resolve(id);
    boolean begun = false;
    try {
      Manifest manifest = read(entry);
      state(entry, UNDOING);
      begun = true;
      restore(id, entry, manifest);
    } catch (IOException e) {
      throw CannotWorkException.io(
          "take back the change in",
          entry,
          e,
          begun
              ? "Mend that; the next command finishes it."
              : "It stays carried out. Mend that; then 'vinesort undo --step' takes it back.");
    }
  }

  private void restore(String id, Path entry, Manifest manifest) throws IOException {
    List<String> shallowFirst = new ArrayList<>(manifest.folders.keySet());
    shallowFirst.sort((a, b) -> a.length() - b.length());
    for (String path : shallowFirst) {
      Path folder = root.resolve(path);
      if (!Files.exists(folder)) {
        Files.createDirectory(folder);
        String mode = manifest.folders.get(path);
        if (!mode.isEmpty()) {
          Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString(mode));
        }
      }
    }
    for (int n = 0; n < manifest.entries.size(); n++) {
      Entry change = manifest.entries.get(n);
      Path place = root.resolve(change.path);
      Path before = entry.resolve("before").resolve(String.valueOf(n));
      putAsideIfForeign(entry, n, place, change.before, change.after);
      if (change.before.isEmpty()) {
        Files.deleteIfExists(place);
      } else if (!ContentHash.of(place).equals(change.before)) {
        Path fresh = fresh(id, n, place);
        Files.deleteIfExists(fresh);
        linkOrCopy(before, fresh);
        replace(fresh, Files.exists(place) ? place.toRealPath() : place);
      }
    }
    removeEmpty(manifest.made);
    state(entry, UNDONE);
  }

  /**
   * What a run before left undecided is finished or taken back; says what was done, if anything.
   */
  public List<String> recover() {
    List<String> done = new ArrayList<>();
    try {
      for (String id : ids()) {
        Path entry = folder().resolve(id);
        String state = state(entry);
        switch (state) {
          case PREPARING -> {
            discard(id, entry, read(entry));
            done.add("An apply that was cut short had changed nothing; its preparations are gone.");
          }
          case READY -> {
            Manifest manifest = read(entry);
            finish(id, entry, manifest);
            done.add(
                manifest.change.step == 0
                    ? "An apply that was cut short is finished; 'vinesort undo' takes it back."
                    : "An apply that was cut short ended with step "
                        + manifest.change.step
                        + " of its plan; 'vinesort apply --resume' goes on, 'vinesort undo' takes"
                        + " all of it back.");
          }
          case UNDOING -> {
            restore(id, entry, read(entry));
            done.add("An undo that was cut short is finished.");
          }
          case "" -> deleteTree(entry);
          default -> {
            // Done or undone: nothing is undecided.
          }
        }
        if (Files.isDirectory(entry.resolve("aside"))) {
          done.add(
              "Files changed by somebody else meanwhile are in " + entry.resolve("aside") + ".");
        }
      }
    } catch (IOException e) {
      throw CannotWorkException.io("finish what an earlier run began below", root.path(), e);
    }
    return done;
  }

  /** Whether a run before was cut short, so that {@link #recover()} has something to do. */
  public boolean isUndecided() {
    try {
      for (String id : ids()) {
        String state = state(folder().resolve(id));
        if (!state.equals(DONE) && !state.equals(UNDONE)) {
          return true;
        }
      }
      return false;
    } catch (IOException e) {
      throw CannotWorkException.io("read the journal in", folder(), e);
    }
  }

  private static String state(Path entry) throws IOException {
    Path file = entry.resolve("state");
    return Files.exists(file) ? Files.readString(file, StandardCharsets.UTF_8) : "";
  }

  private static void state(Path entry, String state) throws IOException {
    Path fresh = entry.resolve("state.new");
    Files.deleteIfExists(fresh);
    writeForced(fresh, state.getBytes(StandardCharsets.UTF_8));
    replace(fresh, entry.resolve("state"));
  }

  private static void deleteTree(Path top) throws IOException {
    List<Path> all;
    try (Stream<Path> tree = Files.walk(top)) {
      all = new ArrayList<>(tree.toList());
    }
    for (int n = all.size() - 1; n >= 0; n--) {
      Files.deleteIfExists(all.get(n));
    }
  }

  // ---- the manifest as JSON

  private static void write(Path entry, Manifest manifest) throws IOException {
    Path file = entry.resolve("manifest.json");
    try (JsonGenerator json =
        new JsonFactory().createGenerator(Files.newBufferedWriter(file, StandardCharsets.UTF_8))) {
      json.useDefaultPrettyPrinter();
      json.writeStartObject();
      json.writeStringField("title", manifest.change.title);
      json.writeStringField("plan", manifest.change.plan);
      json.writeStringField("step", String.valueOf(manifest.change.step));
      json.writeStringField("does", manifest.change.does);
      json.writeArrayFieldStart("entries");
      for (Entry change : manifest.entries) {
        json.writeStartObject();
        json.writeStringField("path", change.path);
        json.writeStringField("before", change.before);
        json.writeStringField("after", change.after);
        json.writeStringField("mode", change.mode);
        json.writeEndObject();
      }
      json.writeEndArray();
      json.writeArrayFieldStart("made");
      for (String made : manifest.made) {
        json.writeString(made);
      }
      json.writeEndArray();
      json.writeObjectFieldStart("folders");
      for (Map.Entry<String, String> folder : manifest.folders.entrySet()) {
        json.writeStringField(folder.getKey(), folder.getValue());
      }
      json.writeEndObject();
      json.writeEndObject();
    }
    force(file);
  }

  private Manifest read(Path entry) throws IOException {
    Map<String, String> names = new TreeMap<>();
    List<Entry> entries = new ArrayList<>();
    List<String> made = new ArrayList<>();
    Map<String, String> folders = new TreeMap<>();
    try (JsonParser json =
        new JsonFactory()
            .createParser(
                Files.newBufferedReader(entry.resolve("manifest.json"), StandardCharsets.UTF_8))) {
      json.nextToken();
      while (json.nextToken() == JsonToken.FIELD_NAME) {
        String field = json.currentName();
        json.nextToken();
        switch (field) {
          case "title", "plan", "step", "does" -> names.put(field, json.getText());
          case "entries" -> {
            while (json.nextToken() == JsonToken.START_OBJECT) {
              Map<String, String> of = fields(json);
              entries.add(
                  new Entry(of.get("path"), of.get("before"), of.get("after"), of.get("mode")));
            }
          }
          case "made" -> {
            while (json.nextToken() == JsonToken.VALUE_STRING) {
              made.add(json.getText());
            }
          }
          case "folders" -> folders.putAll(fields(json));
          default -> json.skipChildren();
        }
      }
    }
    Change change =
        new Change(
            names.getOrDefault("title", ""),
            names.getOrDefault("plan", ""),
            Integer.parseInt(names.getOrDefault("step", "0")),
            names.getOrDefault("does", ""));
    return new Manifest(change, entries, made, folders);
  }

  private static Map<String, String> fields(JsonParser json) throws IOException {
    Map<String, String> fields = new LinkedHashMap<>();
    while (json.nextToken() == JsonToken.FIELD_NAME) {
      String field = json.currentName();
      json.nextToken();
      fields.put(field, json.getText());
    }
    return fields;
  }
}
