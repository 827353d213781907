package dev.vinesorter.source.journal;

import dev.vinesorter.source.disk.Disk;
import dev.vinesorter.source.disk.OwnFiles;
import dev.vinesorter.source.disk.UserKey;
import dev.vinesorter.source.disk.WholeFile;
import dev.vinesorter.source.keep.OwnFolder;
import dev.vinesorter.source.text.CannotWorkException;
import dev.vinesorter.source.text.Root;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;

/**
 * Makes a change of many files all-or-nothing, across a kill at any instant or a machine that
 * stops, and takes it back.
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
 * A state is a file that is replaced in one instant, sealed with the user's key ({@link UserKey})
 * together with the manifest, which holds the hash of every content. A run that finds "preparing"
 * throws the preparations away; one that finds "ready" or "undoing" goes on, which is safe to do
 * any number of times. An entry without a valid seal may have come with the code: it is told, left
 * alone, and never acted upon. Nor is one of a folder that was copied or moved, unless the user
 * asks. A file that somebody changed in between is put aside in the journal first, so nothing is
 * lost.
 */
public final class Journal {
  private final Root root;
  private final OwnFolder own;
  private final Disk disk;

  /** The journal in a folder of our own. */
  public Journal(OwnFolder own) {
    this(own, new Disk());
  }

  public Journal(OwnFolder own, Disk disk) {
    this.root = own.root();
    this.own = own;
    this.disk = disk;
  }

  /** An applied change. */
  public record Applied(String id, Change change, List<String> files) {
    /** The id that all changes of one run of a plan share. */
    public String plan() {
      return change.plan().isEmpty() ? id : change.plan();
    }
  }

  private Path folder() {
    return root.ownFolder().resolve("journal");
  }

  /** All entries, oldest first. */
  private List<JournalEntry.Found> found() {
    try {
      List<Path> folders = JournalEntry.folders(folder());
      UserKey key = folders.isEmpty() ? null : UserKey.ofUser(root);
      return folders.stream().map(one -> JournalEntry.find(root, disk, key, one)).toList();
    } catch (IOException e) {
      throw unreadable(e);
    }
  }

  private CannotWorkException unreadable(IOException e) {
    return CannotWorkException.io("read the journal in", folder(), e);
  }

  /** The proven entry of that number. */
  private JournalEntry entry(String id) {
    return found().stream()
        .filter(one -> one.id().equals(id) && one.isProven())
        .map(JournalEntry.Found::entry)
        .findFirst()
        .orElseThrow(
            () ->
                new CannotWorkException(
                    "The journal has no change " + id + " that is proven to be yours."));
  }

  /**
   * Carries a change out: new bytes by path, null for a file that goes. {@code origins} says from
   * which file a new one takes its mode.
   *
   * @return the id under which it can be taken back
   * @throws CannotWorkException when it could not be done; then every file is as before
   */
  public String carryOut(Change change, Map<String, byte[]> changes, Map<String, String> origins) {
    boolean ready = false;
    try {
      UserKey key = UserKey.made(root);
      Path journal = own.folder("journal");
      forgetUnbegun();
      ChangeManifest manifest = JournalEntry.plan(root, change, changes, origins);
      JournalEntry entry = JournalEntry.begun(root, disk, key, nextFree(journal), manifest);
      try {
        entry.prepare(changes);
      } catch (IOException | CannotWorkException e) {
        entry.discard();
        throw e;
      }
      ready = true;
      entry.finish();
      return entry.id();
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

  /** The folder behind the last proven entry; what a stranger left does not count. */
  private Path nextFree(Path journal) {
    int last = 0;
    for (JournalEntry.Found one : found()) {
      last = one.isProven() ? Integer.parseInt(one.id()) : last;
    }
    Path next;
    do {
      last++;
      next = journal.resolve(String.format("%04d", last));
    } while (OwnFiles.isThere(next));
    return next;
  }

  /** What was cut short before its first state was written has done nothing and is in the way. */
  private void forgetUnbegun() throws IOException {
    for (Path folder : JournalEntry.folders(folder())) {
      if (!OwnFiles.isThere(folder.resolve("state"))) {
        JournalEntry.remove(folder, disk);
      }
    }
  }

  /** The plans that are applied here, oldest first. */
  public List<Applied> applied() {
    return applied(false);
  }

  /** The plans that are applied, oldest first, also those of a folder copied or moved here. */
  public List<Applied> applied(boolean moved) {
    return found().stream()
        .filter(one -> one.isProven() && (one.here() || moved))
        .filter(one -> one.state() == JournalEntry.State.DONE || moved && isCutShort(one))
        .map(
            one ->
                new Applied(
                    one.id(),
                    one.entry().manifest().change(),
                    one.entry().manifest().entries().stream()
                        .map(ChangeManifest.Entry::path)
                        .toList()))
        .toList();
  }

  private static boolean isCutShort(JournalEntry.Found one) {
    return one.state() == JournalEntry.State.READY || one.state() == JournalEntry.State.UNDOING;
  }

  /** The changes of one run of a plan that are applied, oldest first. */
  public List<Applied> run(String plan) {
    return run(plan, false);
  }

  /** The same, also those of a folder copied or moved here. */
  public List<Applied> run(String plan, boolean moved) {
    return applied(moved).stream().filter(one -> one.plan().equals(plan)).toList();
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
    return OwnFiles.isFile(folder().resolve(id).resolve("commit"));
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
        changed.addAll(entry(id).changedSince(seen));
      }
      return List.copyOf(changed);
    } catch (IOException e) {
      throw unreadable(e);
    }
  }

  /** The old contents of applied changes that are damaged or gone, by path. */
  private List<String> damaged(List<JournalEntry> entries) throws IOException {
    TreeSet<String> damaged = new TreeSet<>();
    for (JournalEntry entry : entries) {
      damaged.addAll(entry.damagedBefore());
    }
    return List.copyOf(damaged);
  }

  /** Takes an applied plan back: every file has its old bytes and mode again. */
  public void takeBack(String id) {
    takeBack(List.of(id));
  }

  /**
   * Takes changes back, the newest first. All of what they need is looked at before the first file
   * is written.
   *
   * @throws CannotWorkException when something is damaged or cannot be written; says where things
   *     stand
   */
  public void takeBack(List<String> newestFirst) {
    boolean begun = false;
    try {
      List<JournalEntry> entries = newestFirst.stream().map(this::entry).toList();
      List<String> damaged = damaged(entries);
      if (!damaged.isEmpty()) {
        throw new CannotWorkException(
            "Not taken back, and nothing was changed: what the journal kept of "
                + told(damaged)
                + " is damaged or gone. The others are whole, in "
                + folder()
                + "/NUMBER/before, by the order in manifest.json; take the plan back with git.");
      }
      for (JournalEntry entry : entries) {
        entry.state(JournalEntry.State.UNDOING);
        begun = true;
        entry.restore();
      }
    } catch (IOException e) {
      throw CannotWorkException.io(
          "take back the change in",
          folder(),
          e,
          begun
              ? "Mend that; the next command finishes it."
              : "It stays carried out. Mend that; then 'vinesort undo --step' takes it back.");
    }
  }

  private static String told(List<String> paths) {
    int most = 5;
    return String.join(", ", paths.subList(0, Math.min(most, paths.size())))
        + (paths.size() > most ? " and " + (paths.size() - most) + " more" : "");
  }

  /**
   * What a run before left undecided is finished or taken back; says what was done, if anything.
   */
  public List<String> recover() {
    List<String> done = new ArrayList<>();
    try {
      for (JournalEntry.Found one : undecided()) {
        JournalEntry entry = one.entry();
        if (one.state() == JournalEntry.State.PREPARING) {
          entry.discard();
          done.add("An apply that was cut short had changed nothing; its preparations are gone.");
          continue;
        }
        boolean finish = one.state() == JournalEntry.State.READY && entry.missingAfter().isEmpty();
        List<String> damaged = finish ? List.of() : entry.damagedBefore();
        if (finish) {
          entry.finish();
          done.add(finished(entry.manifest().change()));
        } else if (damaged.isEmpty()) {
          entry.state(JournalEntry.State.UNDOING);
          entry.restore();
          done.add(
              one.state() == JournalEntry.State.READY
                  ? "An apply that was cut short could not be finished, since its new files are"
                      + " damaged; it was taken back."
                  : "An undo that was cut short is finished.");
        } else {
          done.add(
              "What was cut short can be neither finished nor taken back: what "
                  + folder().resolve(one.id())
                  + " kept of "
                  + told(damaged)
                  + " is damaged. It is left as it is. Put the sources right with git, then remove"
                  + " that folder.");
        }
        if (OwnFiles.isFolder(entry.aside())) {
          done.add("Files changed by somebody else meanwhile are in " + entry.aside() + ".");
        }
      }
    } catch (IOException e) {
      throw CannotWorkException.io("finish what an earlier run began below", root.path(), e);
    }
    return done;
  }

  private static String finished(Change change) {
    return change.step() == 0
        ? "An apply that was cut short is finished; 'vinesort undo' takes it back."
        : "An apply that was cut short ended with step "
            + change.step()
            + " of its plan; 'vinesort apply --resume' goes on, 'vinesort undo' takes"
            + " all of it back.";
  }

  private List<JournalEntry.Found> undecided() {
    return found().stream()
        .filter(one -> one.isProven() && one.here() && one.isUndecided())
        .toList();
  }

  /** Whether a run before was cut short, so that {@link #recover()} has something to do. */
  public boolean isUndecided() {
    return claimsUndecided() && !undecided().isEmpty();
  }

  /** A quick look, without a key and unproven, since every command asks. */
  private boolean claimsUndecided() {
    try {
      for (Path folder : JournalEntry.folders(folder())) {
        String claimed = JournalEntry.claimed(folder);
        if (!claimed.equals(JournalEntry.State.DONE.word())
            && !claimed.equals(JournalEntry.State.UNDONE.word())) {
          return true;
        }
      }
      return false;
    } catch (IOException e) {
      throw unreadable(e);
    }
  }

  /** What is said of entries that ask to be carried out and are not; empty for most roots. */
  public List<String> leftAlone() {
    if (!claimsUndecided()) {
      return List.of();
    }
    List<String> told = new ArrayList<>();
    for (JournalEntry.Found one : found()) {
      Path folder = folder().resolve(one.id());
      String claimed = JournalEntry.claimed(folder);
      if (!one.isProven() && !claimed.isEmpty() && !isWord(claimed)) {
        told.add(unproven(folder));
      } else if (one.isProven() && !one.here() && isCutShort(one)) {
        told.add(
            "Something was cut short when this folder was "
                + one.entry().manifest().root()
                + "; it is left as it is here. 'vinesort undo --moved' takes it back.");
      }
    }
    return told;
  }

  private static boolean isWord(String claimed) {
    return claimed.equals(JournalEntry.State.DONE.word())
        || claimed.equals(JournalEntry.State.UNDONE.word());
  }

  /** What is said of changes that look applied and cannot be taken back, since unproven. */
  public List<String> unprovenApplied() {
    return found().stream()
        .filter(one -> !one.isProven())
        .map(one -> folder().resolve(one.id()))
        .filter(one -> JournalEntry.claimed(one).equals(JournalEntry.State.DONE.word()))
        .map(Journal::unproven)
        .toList();
  }

  private static String unproven(Path folder) {
    return folder
        + " is not proven to be yours on this machine: it came with the code, or is damaged, or"
        + " your key is gone. Nothing of it is carried out. Remove it when you do not need it.";
  }

  /** Whether changes were applied when this folder had another path. */
  public boolean isMovedHere() {
    return found().stream()
        .anyMatch(
            one ->
                one.isProven()
                    && !one.here()
                    && (one.state() == JournalEntry.State.DONE || isCutShort(one)));
  }
}
