package dev.vinesorter.source.journal;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.source.disk.Disk;
import dev.vinesorter.source.disk.OwnFiles;
import dev.vinesorter.source.keep.OwnFolder;
import dev.vinesorter.source.text.CannotWorkException;
import dev.vinesorter.source.text.Root;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * The machine stops between any two things that the journal does to the disk, and the disk forgets:
 * of a file that was not forced any part of its content, of a folder that was not forced any of its
 * changes since, in any order. After the next run the sources are all as before, or all as planned.
 */
class CrashTest {
  private static final int CRASHES = Integer.getInteger("crashes", 200);

  @TempDir Path folder;

  /** Content that several names may share, and how much of it the disk surely has. */
  private static final class Inode {
    byte[] content;
    boolean forced;
    String mode = "";

    Inode(byte[] content, boolean forced) {
      this.content = content;
      this.forced = forced;
    }
  }

  /** What is done to a name in a folder: it gets an inode, or a folder, or goes. */
  private record Naming(Path folder, Path name, Inode inode, boolean isFolder) {}

  /** Does everything for real, and notes what a disk could have forgotten. */
  private static final class Forgetful extends Disk {
    private final Map<Path, Inode> inodes = new HashMap<>();
    private final List<Naming> all = new ArrayList<>();
    private final Set<Naming> durable = Collections.newSetFromMap(new IdentityHashMap<>());
    private int left;

    Forgetful(int left) {
      this.left = left;
    }

    /** The machine stops here. */
    static final class StoppedException extends IOException {
      private static final long serialVersionUID = 1;
    }

    private void step() throws IOException {
      if (left-- <= 0) {
        throw new StoppedException();
      }
    }

    private Inode inode(Path file) throws IOException {
      Path real = file.toRealPath();
      Inode known = inodes.get(real);
      if (known == null) {
        // What was there before the run has long been on the disk.
        known = new Inode(Files.readAllBytes(real), true);
        inodes.put(real, known);
      }
      return known;
    }

    private void name(Path path, Inode inode, boolean isFolder) throws IOException {
      Path folder = path.getParent().toRealPath();
      Path name = folder.resolve(path.getFileName());
      inodes.remove(name);
      if (inode != null) {
        inodes.put(name, inode);
      }
      all.add(new Naming(folder, name, inode, isFolder));
    }

    @Override
    public void create(Path file, byte[] content) throws IOException {
      step();
      super.create(file, content);
      name(file, new Inode(content, false), false);
    }

    @Override
    public void link(Path file, Path name) throws IOException {
      step();
      Inode inode = inode(file);
      super.link(file, name);
      name(name, inode, false);
    }

    @Override
    public void replace(Path from, Path to) throws IOException {
      step();
      Inode inode = inode(from);
      super.replace(from, to);
      name(to, inode, false);
      name(from, null, false);
    }

    @Override
    public void delete(Path path) throws IOException {
      step();
      if (OwnFiles.isThere(path)) {
        super.delete(path);
        name(path, null, false);
      }
    }

    @Override
    public void makeFolder(Path made) throws IOException {
      step();
      super.makeFolder(made);
      name(made, null, true);
    }

    @Override
    public void force(Path path) throws IOException {
      step();
      super.force(path);
      if (OwnFiles.isFolder(path)) {
        Path real = path.toRealPath();
        all.stream().filter(one -> one.folder.equals(real)).forEach(durable::add);
      } else {
        inode(path).forced = true;
      }
    }

    /** Makes of the state before the run what the disk has after the stop. */
    void forget(Map<Path, byte[]> state, TreeSet<Path> folders, Random random) {
      for (Naming one : all) {
        if (!durable.contains(one) && random.nextBoolean()) {
          continue;
        }
        boolean there = folders.contains(one.folder);
        if (one.isFolder && there) {
          folders.add(one.name);
        } else if (one.inode == null) {
          // A folder is removed when it is empty, so what was in it is gone with it.
          state.keySet().removeIf(file -> file.startsWith(one.name));
          folders.removeIf(folder -> folder.startsWith(one.name));
        } else if (there) {
          state.put(one.name, content(one.inode, random));
        }
      }
    }

    private static byte[] content(Inode inode, Random random) {
      return inode.forced
          ? inode.content
          : Arrays.copyOf(inode.content, random.nextInt(inode.content.length + 1));
    }
  }

  private static byte[] bytes(String text) {
    return text.getBytes(StandardCharsets.UTF_8);
  }

  private static Map<String, byte[]> changes() {
    Map<String, byte[]> changes = new LinkedHashMap<>();
    changes.put("a/A.java", null);
    changes.put("b/deep/A.java", bytes("new A, which is longer than the old one"));
    changes.put("c/C.java", null);
    changes.put("a/B.java", bytes("new B"));
    changes.put("b/New.java", bytes("new"));
    return changes;
  }

  private Map<Path, byte[]> files() throws IOException {
    Map<Path, byte[]> files = new TreeMap<>();
    try (Stream<Path> all = Files.walk(folder)) {
      for (Path file : all.filter(Files::isRegularFile).toList()) {
        files.put(file, Files.readAllBytes(file));
      }
    }
    return files;
  }

  private TreeSet<Path> folders() throws IOException {
    try (Stream<Path> all = Files.walk(folder)) {
      return new TreeSet<>(all.filter(Files::isDirectory).toList());
    }
  }

  private Map<String, String> sources() throws IOException {
    Map<String, String> sources = new TreeMap<>();
    files()
        .forEach(
            (file, content) -> {
              String name = folder.relativize(file).toString();
              if (!name.startsWith(Root.OWN_FOLDER)) {
                sources.put(name, new String(content, StandardCharsets.UTF_8));
              }
            });
    return sources;
  }

  private void become(Map<Path, byte[]> state, TreeSet<Path> folders) throws IOException {
    try (Stream<Path> all = Files.walk(folder)) {
      for (Path path : all.sorted(Comparator.reverseOrder()).toList()) {
        if (!path.equals(folder)) {
          Files.delete(path);
        }
      }
    }
    for (Path one : folders) {
      Files.createDirectories(one);
    }
    for (Map.Entry<Path, byte[]> file : state.entrySet()) {
      Files.write(file.getKey(), file.getValue());
    }
  }

  private void sourcesBefore() throws IOException {
    for (String path : List.of("a/A.java", "a/B.java", "c/C.java")) {
      Path file = folder.resolve(path);
      Files.createDirectories(file.getParent());
      Files.writeString(file, "old " + path);
    }
    new OwnFolder(Root.of(folder)).folder("journal");
  }

  private Journal journal(Disk disk) {
    Root root = Root.of(folder);
    return new Journal(new OwnFolder(root), disk);
  }

  /** What is done to the disk, and may stop in the middle. */
  private interface Work {
    void on(Journal journal) throws IOException;
  }

  /** Whether the work ended before the machine stopped; then the disk forgets all the same. */
  private boolean stop(int steps, Work work, Random random) throws IOException {
    Map<Path, byte[]> state = files();
    TreeSet<Path> folders = folders();
    Forgetful disk = new Forgetful(steps);
    boolean ended = true;
    try {
      work.on(journal(disk));
    } catch (CannotWorkException | Forgetful.StoppedException e) {
      ended = false;
    }
    disk.forget(state, folders, random);
    become(state, folders);
    return ended;
  }

  @Test
  void machineThatStopsWhileAPlanIsAppliedLeavesAllOrNothing() throws IOException {
    folder = folder.toRealPath();
    sourcesBefore();
    Map<String, String> before = sources();
    Map<Path, byte[]> start = files();
    TreeSet<Path> startFolders = folders();
    journal(new Disk()).carryOut(Change.whole("t"), changes(), Map.of());
    Map<String, String> after = sources();
    int[] ends = new int[2];
    for (int trial = 0; trial < CRASHES; trial++) {
      Random random = new Random(trial);
      become(start, startFolders);
      int steps = random.nextInt(90);
      boolean ended =
          stop(steps, one -> one.carryOut(Change.whole("t"), changes(), Map.of()), random);
      journal(new Disk()).recover();
      Map<String, String> now = sources();
      assertThat(now).as("trial %d, stopped after %d", trial, steps).isIn(before, after);
      assertThat(!ended || now.equals(after)).as("trial %d was done", trial).isTrue();
      ends[now.equals(after) ? 1 : 0]++;
      if (now.equals(after)) {
        undoIsStopped(random, before, after, "trial " + trial);
      }
    }
    assertThat(ends[0]).isGreaterThan(CRASHES / 10);
    assertThat(ends[1]).isGreaterThan(CRASHES / 10);
  }

  private void undoIsStopped(
      Random random, Map<String, String> before, Map<String, String> after, String trial)
      throws IOException {
    String id = journal(new Disk()).applied().get(0).id();
    boolean ended = stop(random.nextInt(40), one -> one.takeBack(id), random);
    List<String> told = journal(new Disk()).recover();
    Map<String, String> now = sources();
    assertThat(now).as("%s, undo, %s", trial, told).isIn(before, after);
    assertThat(!ended || now.equals(before)).as("%s, undo was done", trial).isTrue();
    if (now.equals(after)) {
      journal(new Disk()).takeBack(id);
      assertThat(sources()).as("%s, undone later", trial).isEqualTo(before);
    }
  }
}
