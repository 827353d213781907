package dev.vinesorter.lang.ruby;

import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.lang.read.Project;
import dev.vinesorter.lang.read.SpacedRules;
import java.util.List;
import java.util.Set;

/** Where requires of Ruby lead; a file's package is its folder, constants are found everywhere. */
final class RubyRules extends SpacedRules {
  private static final Set<String> LOAD_PATHS = Set.of("lib", "test", "spec", "ext", "features");

  RubyRules() {
    super(
        Set.of(
            "new",
            "to_s",
            "each",
            "map",
            "size",
            "length",
            "first",
            "last",
            "name",
            "call",
            "puts",
            "raise",
            "inspect",
            "include?",
            "key?",
            "join",
            "split",
            "freeze",
            "dup",
            "nil?",
            "empty?",
            "push",
            "pop",
            "select",
            "to_sym",
            "to_i",
            "to_a",
            "hash",
            "send",
            "class",
            "is_a?",
            "respond_to?",
            "update",
            "delete",
            "merge",
            "keys",
            "values",
            "any?",
            "all?",
            "id",
            "value",
            "type",
            "run",
            "start",
            "initialize",
            "options",
            "add",
            "[]",
            "=="),
        false,
        "");
  }

  @Override
  public boolean declaresInParts() {
    return true;
  }

  /** Constants are looked up from inside out; methods belong to what is self. */
  @Override
  public boolean isSeenFromInside(String name) {
    return isConstant(name);
  }

  @Override
  public boolean isFoundByRule(String name) {
    return isConstant(name);
  }

  static boolean isConstant(String name) {
    return Character.isUpperCase(name.charAt(0));
  }

  @Override
  public boolean packagesAreFolders() {
    return true;
  }

  @Override
  public String packageOf(Project project, String path) {
    return Project.folder(path).replace('/', '.');
  }

  @Override
  public Place source(Project project, int file, Import one) {
    String path = project.outlines().get(file).path();
    String named = one.from().endsWith(".rb") ? one.from() : one.from() + ".rb";
    if (one.level() == 1) {
      return at(project, Project.join(Project.folder(path), named));
    }
    List<String> folders = Project.upwards(Project.folder(path));
    boolean hasLoadPath = folders.stream().anyMatch(RubyRules::isLoadPath);
    for (String around : folders) {
      for (String place : List.of("lib", "")) {
        String folder = Project.join(around, place);
        // Where a folder is one that Ruby is told to look in, others are none beside the root.
        boolean looks = !hasLoadPath || folder.isEmpty() || isLoadPath(folder);
        Place found = looks ? at(project, Project.join(folder, named)) : null;
        if (found != null && found.file() != file) {
          return found;
        }
      }
    }
    return null;
  }

  /** Whether sources are required by their paths below a folder, by what it is called. */
  private static boolean isLoadPath(String folder) {
    return LOAD_PATHS.contains(folder.substring(folder.lastIndexOf('/') + 1));
  }

  private static Place at(Project project, String path) {
    int found = project.number(Project.normal(path));
    return found < 0 ? null : Place.of(found, 0);
  }
}
