package dev.vinesorter.lang.read;

import dev.vinesorter.lang.outline.Outline;
import dev.vinesorter.lang.outline.Outline.Decl;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.Sort;
import java.util.Set;

/** Languages whose namespaces are the same in all files: a package is a namespace. */
public class SpacedRules implements Rules {
  private final Set<String> common;
  private final boolean seesOuter;
  private final String neighbours;

  /**
   * The rules.
   *
   * @param common names that members of many library types have
   * @param seesOuter whether a namespace sees what those around it have
   * @param neighbours the end of the sources of another language that see the same namespaces
   */
  public SpacedRules(Set<String> common, boolean seesOuter, String neighbours) {
    this.common = common;
    this.seesOuter = seesOuter;
    this.neighbours = neighbours;
  }

  @Override
  public Place source(Project project, int file, Import one) {
    return null;
  }

  @Override
  public boolean packagesAreFolders() {
    return false;
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
  public boolean seesOuter() {
    return seesOuter;
  }

  @Override
  public String neighbours() {
    return neighbours;
  }

  @Override
  public boolean isOwn(String name) {
    return common.contains(name);
  }
}
