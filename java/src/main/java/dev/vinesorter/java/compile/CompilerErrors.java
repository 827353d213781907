package dev.vinesorter.java.compile;

import dev.vinesorter.core.model.Problem;
import dev.vinesorter.java.build.JavaFile;
import dev.vinesorter.source.text.SourceText;
import java.net.URI;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import javax.tools.Diagnostic;
import javax.tools.DiagnosticListener;
import javax.tools.JavaFileObject;

/** Makes problems of what the compiler complains about. */
final class CompilerErrors implements DiagnosticListener<JavaFileObject> {
  private final Map<URI, JavaFile> byUri;
  private final List<Problem> problems;

  /** Where the lines of each file begin, for files with errors only. */
  private final Map<JavaFile, int[]> lineStarts = new HashMap<>();

  CompilerErrors(Map<URI, JavaFile> byUri, List<Problem> problems) {
    this.byUri = byUri;
    this.problems = problems;
  }

  @Override
  public void report(Diagnostic<? extends JavaFileObject> diagnostic) {
    JavaFileObject source = diagnostic.getSource();
    // What is wrong with a sketch is not wrong with the source it stands for.
    boolean sketch = source != null && SketchFile.isOne(source.toUri());
    if (diagnostic.getKind() == Diagnostic.Kind.ERROR && !sketch) {
      JavaFile file = source == null ? null : byUri.get(source.toUri());
      problems.add(
          new Problem(
              file == null ? "" : file.path(),
              file == null ? 0 : line(file, diagnostic.getPosition()),
              Problem.COMPILER,
              diagnostic.getMessage(Locale.ENGLISH)));
    }
  }

  /** Asked for a line, the compiler works out the column, too, which is slow in a long line. */
  private int line(JavaFile file, long at) {
    if (at == Diagnostic.NOPOS) {
      return 0;
    }
    int[] starts = lineStarts.computeIfAbsent(file, one -> SourceText.lineStarts(one.text()));
    int found = Arrays.binarySearch(starts, (int) at);
    return found >= 0 ? found + 1 : -found - 1;
  }
}
