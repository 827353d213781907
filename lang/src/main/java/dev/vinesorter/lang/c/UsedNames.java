package dev.vinesorter.lang.c;

import dev.vinesorter.lang.move.Relocation;
import dev.vinesorter.lang.outline.Outline;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.outline.Outline.Use;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.lang.tree.Syntax;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Names that the old source brings in by {@code using ns::Name;} or {@code using namespace ns;}.
 * What moves leaves that line behind, and no header should have one: such names are written in full
 * where they come to stand.
 */
final class UsedNames {
  private static final String STD = "std";

  private final Relocation move;
  private final Syntax tree;

  /** The namespaces that the old source uses as a whole, where what moves will not see that. */
  private final Set<String> wholes;

  UsedNames(Relocation move) {
    this.move = move;
    this.tree = move.tree(move.from());
    this.wholes =
        move.old().imports().stream()
            .filter(one -> one.level() == Import.USING_ALL && staysBehind(one))
            .map(Import::from)
            .collect(Collectors.toSet());
  }

  /** Adds the edits to what moves. */
  void writeInFull() {
    Set<Integer> done = new HashSet<>();
    List<Use> uses =
        move.inside().stream().filter(use -> use.isNamed() && move.isInside(use.at())).toList();
    for (Import one : move.old().imports()) {
      boolean brings = one.level() == Import.USING_ONE && staysBehind(one);
      for (Use use : brings ? uses : List.<Use>of()) {
        int at = use.chain().get(0).equals(one.alias()) ? first(use) : -1;
        if (at >= 0 && tree.text(tree.innermost(at)).equals(one.alias()) && done.add(at)) {
          String spaces = one.from().replace(".", "::");
          String before = spaces.substring(0, spaces.length() - one.alias().length());
          move.edits(move.from()).insert(at, before);
        }
      }
    }
    for (Use use : uses) {
      String space = spaceOf(use);
      int at = space.isEmpty() ? -1 : first(use);
      if (at >= 0 && tree.text(tree.innermost(at)).equals(use.chain().get(0)) && done.add(at)) {
        move.edits(move.from()).insert(at, space.replace(".", "::") + "::");
      }
    }
  }

  /** The namespace that is used as a whole and has the first name of a use; empty for none. */
  private String spaceOf(Use use) {
    String name = use.chain().get(0);
    Place meant = move.names().inFile(move.from(), name, use.decl());
    if (meant == null && move.names().meant(move.from(), use) == null) {
      return isOfStd(name) ? STD : "";
    }
    String space = meant == null || meant.file() < 0 ? "" : space(meant.file(), meant.decl());
    return wholes.contains(space) && !(space(move.from(), use.decl()) + ".").startsWith(space + ".")
        ? space
        : "";
  }

  /** The namespaces around a declaration, by their full name. */
  private String space(int file, int decl) {
    Outline outline = move.outline(file);
    StringBuilder space = new StringBuilder();
    for (int at = outline.decls().get(decl).around();
        at > 0;
        at = outline.decls().get(at).around()) {
      if (outline.decls().get(at).sort() == Sort.SPACE) {
        space.insert(0, outline.decls().get(at).name() + (space.length() == 0 ? "" : "."));
      }
    }
    return space.toString();
  }

  /**
   * Whether nothing but a namespace that is used as a whole can give the old source a name, and the
   * standard library has it.
   */
  boolean isOfStd(String name) {
    return StandardHeaders.isOfCpp(name) && wholes.contains(STD);
  }

  /** Whether a line stays in the old source, and the one that takes what moves has none like it. */
  private boolean staysBehind(Import one) {
    return !move.isInside(one.at()) && !isBroughtThere(one);
  }

  /** Whether the source that takes what moves has the same line. */
  private boolean isBroughtThere(Import one) {
    return move.toFile() >= 0
        && move.outline(move.toFile()).imports().stream()
            .anyMatch(
                other ->
                    other.level() == one.level()
                        && other.from().equals(one.from())
                        && other.alias().equals(one.alias()));
  }

  /** Where the first name of a use stands; the use itself tells of its last one. */
  private int first(Use use) {
    int node = tree.innermost(use.at());
    while (node > 0
        && (tree.is(tree.around(node), "qualified_identifier")
            || tree.is(tree.around(node), "nested_namespace_specifier"))) {
      node = tree.around(node);
    }
    return node > 0 ? tree.begin(node) : use.at();
  }
}
