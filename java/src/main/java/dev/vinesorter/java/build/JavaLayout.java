package dev.vinesorter.java.build;

import dev.vinesorter.core.model.Problem;
import dev.vinesorter.java.syntax.JavaHeader;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.text.BuildOutput;
import dev.vinesorter.source.text.CannotWorkException;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;

/**
 * Which Java sources there are, and to which module and source root each belongs.
 *
 * <p>A folder with a {@code pom.xml} is a Maven module and its source roots are what the POM says.
 * Any other source belongs to the folder in which the path of its package starts; such a folder is
 * a module named after itself, conventional parts such as {@code src/main/java} aside.
 */
public final class JavaLayout {
  /** Ends of source roots that say nothing about the module, longest first. */
  private static final List<String> CONVENTIONAL =
      List.of(
          "src/main/java",
          "src/test/java",
          "src/main",
          "src/test",
          "src/java",
          "src",
          "source",
          "sources",
          "java",
          "test",
          "tests");

  private static final Set<String> TEST_SEGMENTS =
      Set.of(
          "test",
          "tests",
          "testFixtures",
          "integrationTest",
          "integration-test",
          "generated-test-sources");

  /** The compiler takes the third power of the depth of nested classes: 8 s for 1,000. */
  private static final int MOST_NESTED = 300;

  /**
   * And it looks for a class behind every dot of a name, on the whole class path: 26 s for some
   * names of 300 parts.
   */
  private static final int MOST_JOINED = 100;

  /**
   * The compiler's time triples with each call around one that it cannot resolve; in 12,500 files
   * of libraries, seven calls stood inside each other at most.
   */
  private static final int MOST_CALLS = 10;

  private JavaLayout() {}

  /** The Java sources among some paths. */
  public static List<JavaFile> files(
      Overlay sources,
      Collection<String> paths,
      MavenBuild build,
      ReadOptions options,
      List<Problem> problems) {
    Predicate<String> leavesOut = options.leavesOut(sources.root());
    Map<String, List<JavaFile>> byPath = new LinkedHashMap<>();
    for (String path : paths) {
      if (!path.endsWith(".java")) {
        continue;
      }
      try {
        SourceText text = sources.text(path);
        if (text.fallback()) {
          problems.add(
              new Problem(
                  path, 0, "encoding", "Not valid in the expected encoding; read as ISO-8859-1."));
        }
        JavaFile file = file(sources, path, text, build, options.marks(), leavesOut.test(path));
        String endless = endless(file.tokens());
        if (endless != null) {
          problems.add(new Problem(path, 0, "endless", endless));
          continue;
        }
        String real = realPath(sources, path);
        byPath.computeIfAbsent(real, p -> new ArrayList<>(1)).add(file);
      } catch (CannotWorkException e) {
        problems.add(new Problem(path, 0, "unreadable", e.getMessage()));
      }
    }
    List<JavaFile> files = new ArrayList<>();
    byPath.forEach((real, same) -> files.add(best(real, same)));
    passOverCopies(files, new BuildOutput(sources.root()));
    adoptStrays(files);
    // Where two files declare one type, the one that looks are about is the one.
    files.sort(Comparator.comparing(JavaFile::leftOut).thenComparing(JavaFile::path));
    return files;
  }

  /**
   * A build may leave copies of sources, expanded or of another day: what declares the same as one
   * that people write, or as a copy before it, is not read.
   */
  private static void passOverCopies(List<JavaFile> files, BuildOutput built) {
    Set<String> declared = new HashSet<>();
    for (JavaFile file : files) {
      if (!built.holds(file.path())) {
        declared.add(file.packageName() + "/" + file.fileName());
      }
    }
    files.removeIf(
        file ->
            built.holds(file.path()) && !declared.add(file.packageName() + "/" + file.fileName()));
  }

  /** Why the compiler would not come to an end with a file; null where it would. */
  private static String endless(JavaTokens tokens) {
    int depth = tokens.braceDepth();
    int chain = tokens.longestChain();
    int calls = tokens.callDepth();
    if (calls > MOST_CALLS) {
      return "Calls nested "
          + calls
          + " deep could take the compiler hours, were one of them unknown; not read.";
    }
    return depth > MOST_NESTED
        ? "Braces nested " + depth + " deep are too many for the compiler; not read."
        : chain > MOST_JOINED
            ? chain + " names joined by dots are too many for the compiler; not read."
            : null;
  }

  /** A file whose place tells no source root belongs to the innermost root around it, if any. */
  private static void adoptStrays(List<JavaFile> files) {
    List<JavaFile> settled =
        files.stream().filter(f -> !f.packageName().isEmpty() && fits(f)).toList();
    for (int n = 0; n < files.size(); n++) {
      JavaFile stray = files.get(n);
      if (!stray.packageName().isEmpty() && fits(stray)) {
        continue;
      }
      JavaFile best = null;
      for (JavaFile other : settled) {
        boolean around =
            other.sourceRoot().isEmpty() || stray.path().startsWith(other.sourceRoot() + "/");
        if (around && (best == null || other.sourceRoot().length() > best.sourceRoot().length())) {
          best = other;
        }
      }
      if (best != null) {
        files.set(n, stray.in(best));
      }
    }
  }

  /** One file may be reached by several paths through links; they are one source. */
  private static String realPath(Overlay sources, String path) {
    try {
      var place = sources.root().path().resolve(path);
      return java.nio.file.Files.isSymbolicLink(place)
          ? sources.root().relative(place.toRealPath())
          : path;
    } catch (java.io.IOException e) {
      return path;
    }
  }

  /** The path that agrees with the package wins, then the one that is no link. */
  private static JavaFile best(String real, List<JavaFile> same) {
    JavaFile best = same.get(0);
    for (JavaFile file : same) {
      boolean fits = fits(file);
      if (fits && !fits(best) || fits == fits(best) && file.path().equals(real)) {
        best = file;
      }
    }
    return best;
  }

  /** Whether a file stands where the path of its package ends. */
  public static boolean fits(JavaFile file) {
    return file.path()
        .equals(JavaFile.pathIn(file.sourceRoot(), file.packageName(), file.fileName()));
  }

  private static JavaFile file(
      Overlay sources,
      String path,
      SourceText text,
      MavenBuild build,
      List<String> marks,
      boolean leftOut) {
    JavaTokens tokens = JavaTokens.of(text.text());
    String packageName = JavaHeader.of(tokens).packageName();
    boolean marked = isMarked(text.text(), tokens, marks);
    MavenBuild.SourceRoot maven = build.rootOf(path);
    if (maven != null) {
      return new JavaFile(
          path,
          text.text(),
          tokens,
          packageName,
          maven.folder(),
          maven.module(),
          maven.test(),
          maven.generated() || marked,
          leftOut);
    }
    String folder = path.contains("/") ? path.substring(0, path.lastIndexOf('/')) : "";
    String placed = JavaFile.rootOf(path, packageName);
    String root = placed == null ? folder : placed;
    boolean test = List.of(root.split("/")).stream().anyMatch(TEST_SEGMENTS::contains);
    boolean generated = root.contains("generated") || marked;
    String module = build.moduleAround(path);
    if (module.isEmpty()) {
      module = plainModule(sources, root);
    }
    return new JavaFile(
        path, text.text(), tokens, packageName, root, module, test, generated, leftOut);
  }

  /** Whether a comment before the first token says that a program wrote the file. */
  private static boolean isMarked(String text, JavaTokens tokens, List<String> marks) {
    String head = text.substring(0, tokens.size() == 0 ? text.length() : tokens.begin(0));
    return marks.stream().anyMatch(head::contains);
  }

  private static String plainModule(Overlay sources, String root) {
    String module = plainFolder(root);
    return module.isEmpty() ? sources.root().path().getFileName().toString() : module;
  }

  /** A source root's folder without the parts that say nothing about the module. */
  private static String plainFolder(String root) {
    for (String end : CONVENTIONAL) {
      if (root.equals(end) || root.endsWith("/" + end)) {
        return root.substring(0, Math.max(0, root.length() - end.length() - 1));
      }
    }
    return root;
  }

  /** The folder of a source's module, as far as that is known, from the root. */
  public static String home(JavaFile file, MavenBuild build) {
    String folder = build.folderAround(file.path());
    return folder == null ? plainFolder(file.sourceRoot()) : folder;
  }
}
