package dev.vinesorter.java.build;

import dev.vinesorter.core.model.Problem;
import dev.vinesorter.java.build.MavenBuild.Module;
import dev.vinesorter.java.build.MavenBuild.SourceRoot;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.text.Overlay;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import org.apache.maven.model.Model;

/**
 * Reads the POMs below a root with Maven's own libraries: modules, source roots, and the libraries
 * that are in the local repository. It works offline and runs no plugin.
 */
public final class MavenPoms {
  private MavenPoms() {}

  /** What the POMs say; libraries are left to the user where the options name some. */
  public static MavenBuild read(Overlay sources, ReadOptions options, List<Problem> problems) {
    MavenBuild build = ofPoms(sources, options, problems);
    problems.addAll(NotGenerated.in(sources, build));
    return build;
  }

  private static MavenBuild ofPoms(Overlay sources, ReadOptions options, List<Problem> problems) {
    List<String> poms = in(sources);
    if (poms.isEmpty()) {
      return new MavenBuild(List.of(), List.of(), options.classpath());
    }
    Path root = sources.root().path();
    Map<String, Model> models = MavenModels.effective(root, poms, problems);
    List<SourceRoot> roots = new ArrayList<>();
    List<Module> modules = new ArrayList<>();
    for (String pom : poms) {
      String folder = pom.substring(0, Math.max(0, pom.length() - "/pom.xml".length()));
      Model model = models.get(pom);
      String name = model == null ? lastSegment(root, folder) : model.getArtifactId();
      modules.add(new Module(folder, name));
      String main = model == null ? null : model.getBuild().getSourceDirectory();
      String test = model == null ? null : model.getBuild().getTestSourceDirectory();
      add(roots, root, folder, main, "src/main/java", name, false);
      add(roots, root, folder, test, "src/test/java", name, true);
    }
    roots.sort(Comparator.comparingInt((SourceRoot r) -> -r.folder().length()));
    modules.sort(Comparator.comparingInt((Module m) -> -m.folder().length()));
    List<String> classpath =
        options.classpath().isEmpty()
            ? MavenLibraries.of(models, root, problems)
            : options.classpath();
    return new MavenBuild(roots, modules, List.copyOf(new TreeSet<>(classpath)));
  }

  /** The POMs of the modules below a root, by their paths. */
  static List<String> in(Overlay sources) {
    return sources.paths().stream().filter(MavenPoms::isPom).toList();
  }

  /** POMs that build something here, not those that libraries carry or tests feed on. */
  private static boolean isPom(String path) {
    return (path.equals("pom.xml") || path.endsWith("/pom.xml"))
        && !path.contains("META-INF/")
        && !path.startsWith("src/")
        && !path.contains("/src/");
  }

  private static String lastSegment(Path root, String folder) {
    Path place = folder.isEmpty() ? root : root.resolve(folder);
    return place.getFileName().toString();
  }

  private static void add(
      List<SourceRoot> roots,
      Path root,
      String folder,
      String declared,
      String usual,
      String module,
      boolean test) {
    Path base = root.resolve(folder);
    Path place = base.resolve(declared == null ? usual : declared).normalize();
    if (place.startsWith(root)) {
      String path = root.relativize(place).toString().replace('\\', '/');
      roots.add(new SourceRoot(path, module, test, path.contains("generated")));
    }
  }
}
