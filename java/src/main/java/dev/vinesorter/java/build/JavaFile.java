package dev.vinesorter.java.build;

import dev.vinesorter.core.model.Trait;
import dev.vinesorter.java.syntax.JavaTokens;

/**
 * A Java source and where it belongs.
 *
 * @param path from the root
 * @param text its text
 * @param tokens the tokens of the text
 * @param packageName as declared; empty for the unnamed package
 * @param sourceRoot the folder that its package path starts in, from the root; empty for the root
 * @param module the name of its module
 * @param test whether it is test code
 * @param generated whether it was written by a program
 * @param leftOut whether it stands outside looks and judgements
 */
public record JavaFile(
    String path,
    String text,
    JavaTokens tokens,
    String packageName,
    String sourceRoot,
    String module,
    boolean test,
    boolean generated,
    boolean leftOut) {

  /** The same file as part of another's source root. */
  JavaFile in(JavaFile other) {
    return new JavaFile(
        path,
        text,
        tokens,
        packageName,
        other.sourceRoot,
        other.module,
        test || other.test,
        generated || other.generated,
        leftOut);
  }

  /** The traits that all units in it have, as bits. */
  public int traits() {
    return (test ? Trait.TEST.bit() : 0)
        | (generated ? Trait.GENERATED.bit() : 0)
        | (leftOut ? Trait.LEFT_OUT.bit() : 0);
  }

  /** The file name without folders. */
  String fileName() {
    return path.substring(path.lastIndexOf('/') + 1);
  }

  public boolean isModuleInfo() {
    return fileName().equals("module-info.java");
  }

  /** The source root of a file; null where its folder does not end in the path of its package. */
  public static String rootOf(String path, String packageName) {
    String folder = path.contains("/") ? path.substring(0, path.lastIndexOf('/')) : "";
    String inside = packageName.replace('.', '/');
    if (inside.isEmpty() || folder.equals(inside)) {
      return inside.isEmpty() ? folder : "";
    }
    return folder.endsWith("/" + inside)
        ? folder.substring(0, folder.length() - inside.length() - 1)
        : null;
  }

  /** The path of a file of this name for a package in the same source root. */
  public static String pathIn(String sourceRoot, String packageName, String fileName) {
    StringBuilder path = new StringBuilder(sourceRoot);
    if (!sourceRoot.isEmpty()) {
      path.append('/');
    }
    if (!packageName.isEmpty()) {
      path.append(packageName.replace('.', '/')).append('/');
    }
    return path.append(fileName).toString();
  }
}
