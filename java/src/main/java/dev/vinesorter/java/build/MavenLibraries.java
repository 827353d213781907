package dev.vinesorter.java.build;

import dev.vinesorter.core.model.Problem;
import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import org.apache.maven.model.Dependency;
import org.apache.maven.model.DependencyManagement;
import org.apache.maven.model.Exclusion;
import org.apache.maven.model.Model;
import org.apache.maven.repository.internal.MavenRepositorySystemUtils;
import org.eclipse.aether.AbstractRepositoryListener;
import org.eclipse.aether.DefaultRepositorySystemSession;
import org.eclipse.aether.RepositoryEvent;
import org.eclipse.aether.RepositorySystem;
import org.eclipse.aether.artifact.Artifact;
import org.eclipse.aether.artifact.DefaultArtifact;
import org.eclipse.aether.collection.CollectRequest;
import org.eclipse.aether.collection.DependencyCollectionException;
import org.eclipse.aether.graph.DependencyNode;
import org.eclipse.aether.repository.LocalRepository;
import org.eclipse.aether.repository.WorkspaceReader;
import org.eclipse.aether.repository.WorkspaceRepository;
import org.eclipse.aether.resolution.ArtifactRequest;
import org.eclipse.aether.resolution.ArtifactResolutionException;
import org.eclipse.aether.spi.connector.transport.TransporterFactory;
import org.eclipse.aether.supplier.RepositorySystemSupplier;
import org.eclipse.aether.transport.http.ChecksumExtractor;
import org.eclipse.aether.util.graph.visitor.PreorderNodeListGenerator;

/** Finds the libraries of Maven modules in the local repository; nothing is fetched. */
final class MavenLibraries {
  private final RepositorySystem system = new Offline().get();
  private final DefaultRepositorySystemSession session = MavenRepositorySystemUtils.newSession();

  /** The modules of this build, by group and artifact. */
  private final Map<String, File> reactor = new HashMap<>();

  private final List<Problem> problems;
  private final TreeSet<String> found = new TreeSet<>();
  private final TreeSet<String> missing = new TreeSet<>();

  /** Knows no way to fetch anything: what is not on this machine is missing. */
  private static final class Offline extends RepositorySystemSupplier {
    @Override
    protected Map<String, ChecksumExtractor> getChecksumExtractors() {
      return Map.of();
    }

    @Override
    protected Map<String, TransporterFactory> getTransporterFactories(
        Map<String, ChecksumExtractor> extractors) {
      return Map.of();
    }
  }

  private MavenLibraries(List<Problem> problems) {
    this.problems = problems;
    // The simple kind does not ask from where an artifact came, which only matters online.
    LocalRepository local = new LocalRepository(localRepository().toFile(), "simple");
    session.setLocalRepositoryManager(system.newLocalRepositoryManager(session, local));
    session.setOffline(true);
    session.setSystemProperties(System.getProperties());
    session.setRepositoryListener(
        new AbstractRepositoryListener() {
          @Override
          public void artifactDescriptorInvalid(RepositoryEvent event) {
            missing.add("what " + event.getArtifact() + " needs, since its POM cannot be read");
          }
        });
    session.setWorkspaceReader(new Reactor());
  }

  /**
   * Something on a module's class path.
   *
   * @param module a module of this build by its group and artifact; empty for a library
   * @param jar a library's jar; empty for a module, and where it is not on this machine
   * @param scope Maven's word for where it counts, such as {@code test}
   * @param tests whether it is a module's tests
   */
  record Seen(String module, String jar, String scope, boolean tests) {}

  /** The jars that the modules need, ascending. */
  static List<String> of(Map<String, Model> models, Path root, List<Problem> problems) {
    MavenLibraries libraries = among(models, root, problems);
    models.forEach(
        (pom, model) ->
            libraries.collect(pom, model).stream()
                .map(org.eclipse.aether.graph.Dependency::getArtifact)
                .map(libraries::jar)
                .filter(jar -> !jar.isEmpty())
                .forEach(libraries.found::add));
    libraries.missing.forEach(
        artifact ->
            problems.add(
                new Problem("", 0, "library", "Not in the local repository: " + artifact + ".")));
    return new ArrayList<>(libraries.found);
  }

  /** What is on the class path of one of some modules, in the order of its POM. */
  static List<Seen> by(String pom, Map<String, Model> models, Path root) {
    MavenLibraries libraries = among(models, root, new ArrayList<>());
    List<Seen> seen = new ArrayList<>();
    for (org.eclipse.aether.graph.Dependency one : libraries.collect(pom, models.get(pom))) {
      Artifact artifact = one.getArtifact();
      boolean ours = libraries.isOurs(artifact);
      seen.add(
          new Seen(
              ours ? key(artifact) : "",
              libraries.jar(artifact),
              one.getScope(),
              ours && artifact.getClassifier().equals("tests")));
    }
    return seen;
  }

  private static MavenLibraries among(
      Map<String, Model> models, Path root, List<Problem> problems) {
    MavenLibraries libraries = new MavenLibraries(problems);
    models.forEach(
        (pom, model) ->
            libraries.reactor.put(
                model.getGroupId() + ":" + model.getArtifactId(), root.resolve(pom).toFile()));
    return libraries;
  }

  private static String key(Artifact artifact) {
    return artifact.getGroupId() + ":" + artifact.getArtifactId();
  }

  private boolean isOurs(Artifact artifact) {
    return reactor.containsKey(key(artifact));
  }

  /** Where Maven keeps what it fetched: {@code maven.repo.local}, else the usual folder. */
  static Path localRepository() {
    String said = System.getProperty("maven.repo.local");
    return said == null
        ? Path.of(System.getProperty("user.home"), ".m2", "repository")
        : Path.of(said);
  }

  /** All that a module needs, with what that needs. */
  private List<org.eclipse.aether.graph.Dependency> collect(String pom, Model model) {
    CollectRequest request = new CollectRequest();
    for (Dependency dependency : model.getDependencies()) {
      request.addDependency(converted(dependency));
    }
    DependencyManagement managed = model.getDependencyManagement();
    if (managed != null) {
      for (Dependency dependency : managed.getDependencies()) {
        request.addManagedDependency(converted(dependency));
      }
    }
    DependencyNode tree;
    try {
      tree = system.collectDependencies(session, request).getRoot();
    } catch (DependencyCollectionException e) {
      tree = e.getResult().getRoot();
      problems.add(new Problem(pom, 0, "library", "Some libraries are unknown: " + e.getMessage()));
    }
    PreorderNodeListGenerator nodes = new PreorderNodeListGenerator();
    if (tree != null) {
      tree.accept(nodes);
    }
    return nodes.getDependencies(true);
  }

  /** A library's jar; empty for a module of this build, and for what is not there. */
  private String jar(Artifact artifact) {
    if (isOurs(artifact) || !artifact.getExtension().equals("jar")) {
      return "";
    }
    try {
      Artifact resolved =
          system
              .resolveArtifact(session, new ArtifactRequest(artifact, List.of(), null))
              .getArtifact();
      if (resolved.getFile() != null && Files.isRegularFile(resolved.getFile().toPath())) {
        return resolved.getFile().getPath();
      }
    } catch (ArtifactResolutionException e) {
      missing.add(artifact.toString());
    }
    return "";
  }

  private static org.eclipse.aether.graph.Dependency converted(Dependency dependency) {
    String extension = dependency.getType().equals("test-jar") ? "jar" : dependency.getType();
    String classifier =
        dependency.getClassifier() == null
            ? dependency.getType().equals("test-jar") ? "tests" : ""
            : dependency.getClassifier();
    Artifact artifact =
        new DefaultArtifact(
            dependency.getGroupId(),
            dependency.getArtifactId(),
            classifier,
            extension,
            dependency.getVersion());
    List<org.eclipse.aether.graph.Exclusion> exclusions = new ArrayList<>();
    for (Exclusion exclusion : dependency.getExclusions()) {
      exclusions.add(
          new org.eclipse.aether.graph.Exclusion(
              exclusion.getGroupId(), exclusion.getArtifactId(), "*", "*"));
    }
    return new org.eclipse.aether.graph.Dependency(
        artifact, dependency.getScope(), dependency.isOptional(), exclusions);
  }

  /** Gives the POMs of this build's own modules, so that what they need is found, too. */
  private final class Reactor implements WorkspaceReader {
    private final WorkspaceRepository repository = new WorkspaceRepository("modules");

    @Override
    public WorkspaceRepository getRepository() {
      return repository;
    }

    @Override
    public File findArtifact(Artifact artifact) {
      boolean pom = artifact.getExtension().equals("pom");
      return pom ? reactor.get(key(artifact)) : null;
    }

    @Override
    public List<String> findVersions(Artifact artifact) {
      return List.of();
    }
  }
}
