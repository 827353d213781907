package dev.vinesorter.java;

import java.io.IOException;
import java.net.URI;
import java.net.URISyntaxException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.tools.ForwardingJavaFileManager;
import javax.tools.JavaFileManager;
import javax.tools.JavaFileObject;
import javax.tools.SimpleJavaFileObject;
import javax.tools.StandardJavaFileManager;
import javax.tools.StandardLocation;

/**
 * Gives the compiler sketches as its source path: it takes those that the sources at hand need, and
 * leaves the rest alone.
 */
final class SketchManager extends ForwardingJavaFileManager<StandardJavaFileManager> {
  /** A type's sketch as the compiler sees it, and the path of the file it stands for. */
  static final class Sketch extends SimpleJavaFileObject {
    private final JavaSketch.Source source;
    private final String path;

    Sketch(JavaSketch.Source source, String path) {
      super(uri(source), Kind.SOURCE);
      this.source = source;
      this.path = path;
    }

    private static URI uri(JavaSketch.Source source) {
      String folder =
          source.packageName().isEmpty() ? "" : source.packageName().replace('.', '/') + "/";
      try {
        return new URI("sketch", null, "/" + folder + source.name() + ".java", null);
      } catch (URISyntaxException e) {
        throw new IllegalArgumentException(source.name(), e);
      }
    }

    String path() {
      return path;
    }

    String text() {
      return source.text();
    }

    String packageName() {
      return source.packageName();
    }

    private String binaryName() {
      return source.packageName().isEmpty()
          ? source.name()
          : source.packageName() + "." + source.name();
    }

    @Override
    public CharSequence getCharContent(boolean ignoreEncodingErrors) {
      return source.text();
    }
  }

  private final Map<String, List<JavaFileObject>> byPackage = new HashMap<>();
  private final Map<URI, Sketch> byUri = new HashMap<>();

  /** Over sketches by the path of their file. */
  SketchManager(StandardJavaFileManager standard, Map<String, String> sketches) {
    super(standard);
    sketches.forEach(
        (path, text) -> {
          for (JavaSketch.Source source : JavaSketch.sources(text)) {
            Sketch sketch = new Sketch(source, path);
            byUri.put(sketch.toUri(), sketch);
            byPackage.computeIfAbsent(source.packageName(), p -> new ArrayList<>()).add(sketch);
          }
        });
  }

  /** The sketch that the compiler knows under an address, or null for another file. */
  Sketch sketch(URI uri) {
    return byUri.get(uri);
  }

  @Override
  public boolean hasLocation(Location location) {
    return location == StandardLocation.SOURCE_PATH || super.hasLocation(location);
  }

  @Override
  public Iterable<JavaFileObject> list(
      Location location, String packageName, Set<JavaFileObject.Kind> kinds, boolean recurse)
      throws IOException {
    if (location != StandardLocation.SOURCE_PATH) {
      return super.list(location, packageName, kinds, recurse);
    }
    List<JavaFileObject> found = new ArrayList<>();
    if (kinds.contains(JavaFileObject.Kind.SOURCE)) {
      found.addAll(byPackage.getOrDefault(packageName, List.of()));
      if (recurse) {
        byPackage.forEach(
            (name, files) -> {
              if (name.startsWith(packageName + ".")) {
                found.addAll(files);
              }
            });
      }
    }
    return found;
  }

  @Override
  public String inferBinaryName(Location location, JavaFileObject file) {
    return file instanceof Sketch sketch
        ? sketch.binaryName()
        : super.inferBinaryName(location, file);
  }

  @Override
  public boolean isSameFile(javax.tools.FileObject left, javax.tools.FileObject right) {
    return left.toUri().equals(right.toUri());
  }

  @Override
  public boolean contains(JavaFileManager.Location location, javax.tools.FileObject file)
      throws IOException {
    return location != StandardLocation.SOURCE_PATH && super.contains(location, file);
  }
}
