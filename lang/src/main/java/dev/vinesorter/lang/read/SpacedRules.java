package dev.vinesorter.lang.read;

import dev.vinesorter.lang.outline.Outline;
import dev.vinesorter.lang.outline.Outline.Decl;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.Sort;
import java.util.Set;

/** Languages whose namespaces are the same in all files: a package is a namespace. */
public class SpacedRules implements Rules {
  private final Set<String> common;

  /**
   * The rules.
   *
   * @param common names that members of many library types have
   */
  public SpacedRules(Set<String> common) {
    this.common = common;
  }

  @Override
  public Place source(Project project, int file, Import one) {
    return null;
  }

  @Override
  public String packageOf(Project project, String path) {
    int number = project.number(path);
    if (number >= 0) {
      Outline outline = project.outlines().get(number);
      for (Decl one : outline.decls()) {
        if (one.sort() == Sort.SPACE) {
          return one.name();
        }
      }
    }
    return "";
  }

  @Override
  public boolean seesMembers() {
    return true;
  }

  @Override
  public boolean namespaces() {
    return true;
  }

  @Override
  public boolean isOwn(String name) {
    return common.contains(name);
  }
}
