package dev.vinesorter.java.compile;

import dev.vinesorter.java.build.JavaFile;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.URI;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import javax.tools.FileObject;
import javax.tools.ForwardingJavaFileManager;
import javax.tools.JavaFileManager;
import javax.tools.JavaFileObject;
import javax.tools.SimpleJavaFileObject;
import javax.tools.StandardLocation;

/** Takes the class files that the compiler writes; they stay in memory. */
public final class ClassSink {
  private final SortedMap<String, Written> classes = new TreeMap<>();

  /**
   * A class file.
   *
   * @param path of the source that it was made of
   * @param bytes its content
   */
  public record Written(String path, ByteArrayOutputStream bytes) {}

  /** The class files by the internal names of their classes, ascending. */
  public SortedMap<String, Written> classes() {
    return Collections.unmodifiableSortedMap(classes);
  }

  /** A class file to be read. */
  private static final class Stub extends SimpleJavaFileObject {
    private final String name;
    private final byte[] bytes;

    Stub(String name, byte[] bytes, int number) {
      super(URI.create("stub:///" + number + ".class"), Kind.CLASS);
      this.name = name;
      this.bytes = bytes;
    }

    @Override
    public InputStream openInputStream() {
      return new ByteArrayInputStream(bytes);
    }
  }

  /** The stubs by their packages. */
  private static Map<String, List<JavaFileObject>> byPackage(Map<String, byte[]> stubs) {
    Map<String, List<JavaFileObject>> byPackage = new HashMap<>();
    int[] number = {0};
    stubs.forEach(
        (name, bytes) ->
            byPackage
                .computeIfAbsent(
                    name.substring(0, Math.max(0, name.lastIndexOf('/'))).replace('/', '.'),
                    key -> new ArrayList<>())
                .add(new Stub(name.replace('/', '.'), bytes, number[0]++)));
    return byPackage;
  }

  /**
   * A manager that reads as another one does, with more classes on the class path, and writes here.
   *
   * @param stubs the classes by internal name
   */
  JavaFileManager over(
      JavaFileManager reading, Map<URI, JavaFile> byUri, Map<String, byte[]> stubs) {
    Map<String, List<JavaFileObject>> byPackage = byPackage(stubs);
    return new ForwardingJavaFileManager<>(reading) {
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

      @Override
      public JavaFileObject getJavaFileForOutput(
          Location location, String className, JavaFileObject.Kind kind, FileObject sibling) {
        JavaFile file = sibling == null ? null : byUri.get(sibling.toUri());
        Written written = new Written(file == null ? "" : file.path(), new ByteArrayOutputStream());
        // What is made of a sketch has no code and is nobody's.
        if (file != null) {
          classes.put(className.replace('.', '/'), written);
        }
        URI address = URI.create("memory:///" + classes.size());
        return new SimpleJavaFileObject(address, kind) {
          @Override
          public OutputStream openOutputStream() {
            return written.bytes();
          }
        };
      }
    };
  }
}
