package dev.vinesorter.lang.read;

import dev.vinesorter.lang.outline.Outline.Decl;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.Sort;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * What another language declares in the same namespaces, as Java does beside Kotlin: in sources
 * that are called like their type, in folders called like its namespace.
 */
final class Neighbours {
  private final Project project;
  private final Rules rules;

  Neighbours(Project project, Rules rules) {
    this.project = project;
    this.rules = rules;
  }

  /** A type by its full name, or what is in one; null for nothing. */
  Place full(List<String> full) {
    return cut(full) < 0 ? null : Place.foreign(String.join(".", full));
  }

  /** How many names of a full one come before that of a neighbour's type; -1 for no such. */
  int cut(List<String> full) {
    for (int n = 1; !rules.neighbours().isEmpty() && n < full.size(); n++) {
      if (project.hasFileOf(full.subList(0, n + 1), rules.neighbours())) {
        return n;
      }
    }
    return -1;
  }

  /** What a source sees by the name alone: in its package, or a star's; null for nothing. */
  Place seen(int file, String name) {
    if (rules.neighbours().isEmpty() || !project.hasFileCalled(name + rules.neighbours())) {
      return null;
    }
    List<String> seen = new ArrayList<>();
    for (Decl one : project.outlines().get(file).decls()) {
      if (one.sort() == Sort.SPACE) {
        seen.add(one.name());
      }
    }
    for (Import one : project.outlines().get(file).imports()) {
      if (one.level() == Import.USING_ALL) {
        seen.add(one.from());
      }
    }
    for (String space : seen) {
      List<String> names = new ArrayList<>(Arrays.asList(space.split("\\.")));
      names.add(name);
      Place found = full(names);
      if (found != null) {
        return found;
      }
    }
    return null;
  }
}
