package dev.vinesorter.java.compile;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Supplier;
import javax.tools.ForwardingJavaFileManager;
import javax.tools.JavaFileManager;
import javax.tools.JavaFileObject;
import javax.tools.SimpleJavaFileObject;
import javax.tools.StandardLocation;

/**
 * Class files that stand for sources which are only looked up in. The compiler reads of them what
 * it comes to, where it would have to take in every source that it is given.
 */
public final class Stubs {
  public static final Stubs NONE = new Stubs(Map.of());

  /** The sources' stubs by the internal names of their classes. */
  private final Map<String, SourceStubs> sources = new HashMap<>();

  /** The class files by the package that they are in. */
  private final Map<String, List<JavaFileObject>> byPackage = new HashMap<>();

  private int number;

  private Stubs(Map<String, byte[]> packed) {
    packed.forEach(
        (path, bytes) -> {
          SourceStubs stubs = SourceStubs.of(bytes);
          for (String name : stubs.names()) {
            sources.put(name, stubs);
            add(name, () -> stubs.bytes(name));
          }
        });
  }

  /** The stubs of some sources, as {@link SourceStubs} packs them, by path. */
  public static Stubs of(Map<String, byte[]> packed) {
    return packed.isEmpty() ? NONE : new Stubs(packed);
  }

  /** These and more class files by internal name, of which nothing but their bytes is known. */
  Stubs and(Map<String, byte[]> classes) {
    if (classes.isEmpty()) {
      return this;
    }
    Stubs all = new Stubs(Map.of());
    all.sources.putAll(sources);
    all.number = number;
    byPackage.forEach((name, files) -> all.byPackage.put(name, new ArrayList<>(files)));
    classes.forEach((name, bytes) -> all.add(name, () -> bytes));
    return all;
  }

  private void add(String name, Supplier<byte[]> bytes) {
    String inPackage = name.substring(0, Math.max(0, name.lastIndexOf('/'))).replace('/', '.');
    byPackage
        .computeIfAbsent(inPackage, key -> new ArrayList<>())
        .add(new Stub(name.replace('/', '.'), bytes, number++));
  }

  /** Whether a class of that internal name has a stub. */
  public boolean has(String name) {
    return sources.containsKey(name);
  }

  /** What the unit of a member of a class is called, if not as its signature says; or null. */
  public String oddName(String name, String key) {
    return sources.get(name).oddName(key);
  }

  /** A class file to be read. */
  private static final class Stub extends SimpleJavaFileObject {
    private final String name;
    private final Supplier<byte[]> bytes;

    Stub(String name, Supplier<byte[]> bytes, int number) {
      super(URI.create("stub:///" + number + ".class"), Kind.CLASS);
      this.name = name;
      this.bytes = bytes;
    }

    @Override
    public InputStream openInputStream() {
      return new ByteArrayInputStream(bytes.get());
    }
  }

  /** A manager that reads as another one does, with these classes on the class path. */
  JavaFileManager over(JavaFileManager reading) {
    return byPackage.isEmpty() ? reading : new Manager(reading);
  }

  private final class Manager extends ForwardingJavaFileManager<JavaFileManager> {

    Manager(JavaFileManager reading) {
      super(reading);
    }

    @Override
    public Iterable<JavaFileObject> list(
        Location location, String inPackage, Set<JavaFileObject.Kind> kinds, boolean below)
        throws IOException {
      Iterable<JavaFileObject> there = super.list(location, inPackage, kinds, below);
      List<JavaFileObject> more = byPackage.get(inPackage);
      if (location != StandardLocation.CLASS_PATH
          || more == null
          || !kinds.contains(JavaFileObject.Kind.CLASS)) {
        return there;
      }
      List<JavaFileObject> all = new ArrayList<>(more);
      there.forEach(all::add);
      return all;
    }

    @Override
    public String inferBinaryName(Location location, JavaFileObject file) {
      return file instanceof Stub stub ? stub.name : super.inferBinaryName(location, file);
    }
  }
}
