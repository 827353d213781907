package dev.vinesorter.java.build;

import dev.vinesorter.core.model.Problem;
import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.apache.maven.model.Dependency;
import org.apache.maven.model.Model;
import org.apache.maven.model.Parent;
import org.apache.maven.model.Repository;
import org.apache.maven.model.building.DefaultModelBuilderFactory;
import org.apache.maven.model.building.DefaultModelBuildingRequest;
import org.apache.maven.model.building.FileModelSource;
import org.apache.maven.model.building.ModelBuilder;
import org.apache.maven.model.building.ModelBuildingException;
import org.apache.maven.model.building.ModelBuildingRequest;
import org.apache.maven.model.building.ModelSource;
import org.apache.maven.model.resolution.ModelResolver;
import org.apache.maven.model.resolution.UnresolvableModelException;

/** Effective models of POMs: parents merged, properties replaced, defaults filled in. */
final class MavenModels {
  private MavenModels() {}

  /** The model of each POM that can be read, by its path from the root. */
  static Map<String, Model> effective(Path root, List<String> poms, List<Problem> problems) {
    ModelBuilder builder = new DefaultModelBuilderFactory().newInstance();
    Map<String, Model> models = new LinkedHashMap<>();
    for (String pom : poms) {
      DefaultModelBuildingRequest request = new DefaultModelBuildingRequest();
      request.setPomFile(root.resolve(pom).toFile());
      request.setProcessPlugins(false);
      request.setValidationLevel(ModelBuildingRequest.VALIDATION_LEVEL_MINIMAL);
      request.setSystemProperties(System.getProperties());
      request.setModelResolver(new LocalResolver(MavenLibraries.localRepository()));
      try {
        models.put(pom, builder.build(request).getEffectiveModel());
      } catch (ModelBuildingException e) {
        String first = e.getMessage().lines().findFirst().orElse("");
        problems.add(new Problem(pom, 0, "pom", "The POM cannot be read in full: " + first));
      }
    }
    return models;
  }

  /** Finds parents and imported POMs in the local repository; the interface is as Maven has it. */
  @SuppressWarnings("deprecation")
  private record LocalResolver(Path repository) implements ModelResolver {
    @Override
    public ModelSource resolveModel(String groupId, String artifactId, String version)
        throws UnresolvableModelException {
      File pom =
          repository
              .resolve(groupId.replace('.', '/'))
              .resolve(artifactId)
              .resolve(version)
              .resolve(artifactId + "-" + version + ".pom")
              .toFile();
      if (!Files.isRegularFile(pom.toPath())) {
        throw new UnresolvableModelException(
            "not in the local repository", groupId, artifactId, version);
      }
      return new FileModelSource(pom);
    }

    @Override
    public ModelSource resolveModel(Parent parent) throws UnresolvableModelException {
      return resolveModel(parent.getGroupId(), parent.getArtifactId(), parent.getVersion());
    }

    @Override
    public ModelSource resolveModel(Dependency imported) throws UnresolvableModelException {
      return resolveModel(imported.getGroupId(), imported.getArtifactId(), imported.getVersion());
    }

    @Override
    public void addRepository(Repository repository) {
      // Offline: no other repository is asked.
    }

    @Override
    public void addRepository(Repository repository, boolean replace) {
      // Offline: no other repository is asked.
    }

    @Override
    public ModelResolver newCopy() {
      return this;
    }
  }
}
