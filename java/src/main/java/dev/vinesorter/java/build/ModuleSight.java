package dev.vinesorter.java.build;

import dev.vinesorter.java.build.MavenLibraries.Seen;
import dev.vinesorter.source.text.Overlay;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.lang.module.ModuleFinder;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.zip.ZipFile;
import org.apache.maven.model.Model;

/**
 * What the sources of a Maven module may use: the modules and libraries on its class path, as its
 * POM and those of what it depends on say. Nothing is fetched, and no plugin runs.
 */
public final class ModuleSight {
  private final Path root;
  private final Map<String, Model> models;

  /** The POM of each module that only one POM is for, by the module's name. */
  private final Map<String, String> poms = new HashMap<>();

  private final Map<String, List<Seen>> seen = new HashMap<>();
  private final Map<String, Set<String>> classes = new HashMap<>();
  private final Set<String> ofJava = new HashSet<>();

  private ModuleSight(Path root, Map<String, Model> models) {
    this.root = root;
    this.models = models;
    Set<String> several = new HashSet<>();
    models.forEach(
        (pom, model) -> {
          if (poms.put(model.getArtifactId(), pom) != null) {
            several.add(model.getArtifactId());
          }
        });
    poms.keySet().removeAll(several);
    ModuleFinder.ofSystem()
        .findAll()
        .forEach(module -> ofJava.addAll(module.descriptor().packages()));
  }

  public static ModuleSight of(Overlay sources) {
    Path root = sources.root().path();
    List<String> poms = MavenPoms.in(sources);
    Map<String, Model> models =
        poms.isEmpty() ? Map.of() : MavenModels.effective(root, poms, new ArrayList<>());
    return new ModuleSight(root, models);
  }

  /** Whether one POM that can be read is for the module of that name. */
  public boolean knows(String module) {
    return poms.containsKey(module);
  }

  /** A module's folder from the root, empty or with a slash at its end. */
  public String folder(String module) {
    String pom = poms.get(module);
    return pom.substring(0, pom.length() - "pom.xml".length());
  }

  /** Where a module has its sources, as its POM says, or its tests; a path from the root. */
  public String sources(String module, boolean tests) {
    Model model = models.get(poms.get(module));
    String said =
        tests ? model.getBuild().getTestSourceDirectory() : model.getBuild().getSourceDirectory();
    Path place = root.resolve(folder(module)).resolve(said).normalize();
    return place.startsWith(root) ? root.relativize(place).toString().replace('\\', '/') : "";
  }

  /**
   * Whether a module sees another.
   *
   * @param tests whether it is its tests that see
   * @param ofTests whether what they see are the other's tests
   */
  public boolean sees(String module, boolean tests, String other, boolean ofTests) {
    Model model = models.get(poms.get(other));
    String wanted = model.getGroupId() + ":" + model.getArtifactId();
    return by(module).stream()
        .anyMatch(
            one -> one.module().equals(wanted) && one.tests() == ofTests && counts(one, tests));
  }

  /** Whether a class of a package that is not ours comes with Java. */
  public boolean isOfJava(String packageName) {
    return ofJava.contains(packageName);
  }

  /** Whether a jar on a module's class path has a class, by its full name. */
  public boolean hasClass(String module, boolean tests, String name) {
    String entry = name.replace('.', '/') + ".class";
    return by(module).stream()
        .anyMatch(one -> counts(one, tests) && entries(one.jar()).contains(entry));
  }

  private List<Seen> by(String module) {
    return seen.computeIfAbsent(module, name -> MavenLibraries.by(poms.get(name), models, root));
  }

  /** Whether what has a scope is there when main code is compiled, or tests. */
  private static boolean counts(Seen one, boolean tests) {
    return tests || !one.scope().equals("test") && !one.scope().equals("runtime");
  }

  private Set<String> entries(String jar) {
    return jar.isEmpty() ? Set.of() : classes.computeIfAbsent(jar, ModuleSight::read);
  }

  private static Set<String> read(String jar) {
    Set<String> names = new HashSet<>();
    try (ZipFile zip = new ZipFile(jar)) {
      zip.stream().forEach(entry -> names.add(entry.getName()));
    } catch (IOException | UncheckedIOException | IllegalArgumentException e) {
      // A damaged jar has no class that one could count on.
      return Set.of();
    }
    return names;
  }
}
