package dev.vinesorter.java.compile;

import dev.vinesorter.source.text.CannotWorkException;
import javax.tools.JavaCompiler;
import javax.tools.ToolProvider;

/** The compiler of the JDK that runs this. */
final class JdkCompiler {
  private JdkCompiler() {}

  /** The JDK's compiler. */
  static JavaCompiler get() {
    JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
    if (compiler == null) {
      throw new CannotWorkException(
          "This Java has no compiler. Run Vine Sorter with a JDK, version 17 or later.");
    }
    return compiler;
  }
}
