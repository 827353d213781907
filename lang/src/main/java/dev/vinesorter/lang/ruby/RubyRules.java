package dev.vinesorter.lang.ruby;

import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.lang.read.Project;
import dev.vinesorter.lang.read.SpacedRules;
import java.util.List;
import java.util.Set;

/** Where requires of Ruby lead; a file's package is its folder, constants are found everywhere. */
final class RubyRules extends SpacedRules {
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
    for (String around : Project.upwards(Project.folder(path))) {
      for (String place : List.of("lib", "")) {
        Place found = at(project, Project.join(Project.join(around, place), named));
        if (found != null) {
          return found;
        }
      }
    }
    return null;
  }

  private static Place at(Project project, String path) {
    int found = project.number(Project.normal(path));
    return found < 0 ? null : Place.of(found, 0);
  }
}
