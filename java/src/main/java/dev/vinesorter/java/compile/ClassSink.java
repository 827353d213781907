package dev.vinesorter.java.compile;

import dev.vinesorter.java.build.JavaFile;
import java.io.ByteArrayOutputStream;
import java.io.OutputStream;
import java.net.URI;
import java.util.Collections;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import javax.tools.FileObject;
import javax.tools.ForwardingJavaFileManager;
import javax.tools.JavaFileManager;
import javax.tools.JavaFileObject;
import javax.tools.SimpleJavaFileObject;

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

  /** A manager that reads as another one does, and writes here. */
  JavaFileManager over(JavaFileManager reading, Map<URI, JavaFile> byUri) {
    return new ForwardingJavaFileManager<>(reading) {
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
