package dev.vinesorter.java.compile;

import java.net.URI;
import java.net.URISyntaxException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import javax.tools.SimpleJavaFileObject;

/** A type's sketch as the compiler sees it: a source of its own. */
public final class SketchFile extends SimpleJavaFileObject {
  private static final String SCHEME = "sketch";

  private final JavaSketch.Source source;
  private final String path;

  private SketchFile(JavaSketch.Source source, String path) {
    super(uri(source), Kind.SOURCE);
    this.source = source;
    this.path = path;
  }

  /** The types in sketches that are given by the paths of their files. */
  static List<SketchFile> of(Map<String, String> sketches) {
    List<SketchFile> files = new ArrayList<>();
    sketches.forEach(
        (path, text) ->
            JavaSketch.sources(text).forEach(source -> files.add(new SketchFile(source, path))));
    return files;
  }

  /** Whether an address is that of a sketch. */
  static boolean isOne(URI uri) {
    return SCHEME.equals(uri.getScheme());
  }

  private static URI uri(JavaSketch.Source source) {
    String folder =
        source.packageName().isEmpty() ? "" : source.packageName().replace('.', '/') + "/";
    try {
      return new URI(SCHEME, null, "/" + folder + source.name() + ".java", null);
    } catch (URISyntaxException e) {
      throw new IllegalArgumentException(source.name(), e);
    }
  }

  /** The path of the file that the sketch stands for. */
  public String path() {
    return path;
  }

  public String text() {
    return source.text();
  }

  public String packageName() {
    return source.packageName();
  }

  @Override
  public CharSequence getCharContent(boolean ignoreEncodingErrors) {
    return source.text();
  }
}
