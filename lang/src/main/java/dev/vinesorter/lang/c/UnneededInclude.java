package dev.vinesorter.lang.c;

import dev.vinesorter.lang.move.Relocation;
import dev.vinesorter.lang.outline.Outline.Decl;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.Use;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.lang.tree.Syntax;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * Whether a source that included a header for what moves away can do without it: then nothing that
 * it or those who include it name comes by that include alone.
 */
final class UnneededInclude {
  private static final Set<String> NAMES =
      Set.of(
          "identifier",
          "type_identifier",
          "field_identifier",
          "namespace_identifier",
          "statement_identifier",
          "primitive_type",
          "null",
          "preproc_arg");

  private final Relocation move;
  private final int header;

  /** The sources that include the header no more. */
  private final Set<Integer> withoutIt = new HashSet<>();

  /** For the header that things leave. */
  UnneededInclude(Relocation move) {
    this.move = move;
    this.header = move.from();
  }

  /** The node of the include in a source that can go; -1 where it has to stay, or is none. */
  int of(int file) {
    Syntax tree = move.tree(file);
    int found = -1;
    for (Import one : move.outline(file).imports()) {
      if (one.level() >= 0 && move.names().source(file, one).file() == header) {
        int node = tree.innermost(one.at());
        while (node > 0 && !tree.is(node, "preproc_include")) {
          node = tree.around(node);
        }
        if (found >= 0 || node <= 0 || !IncludeLines.isAtTop(tree, node)) {
          return -1;
        }
        found = node;
      }
    }
    return found < 0 || isPair(file) || defines(file) || !isEnough(file) ? -1 : found;
  }

  /** The include of a source goes, so that nobody else sees the header by it. */
  void goes(int file) {
    withoutIt.add(file);
  }

  /** Whether a source and the header are two halves of one. */
  private boolean isPair(int file) {
    return stem(move.path(file)).equals(stem(move.path(header)));
  }

  /** Whether a source defines what the header goes on declaring, so that they are held together. */
  private boolean defines(int file) {
    Set<String> declared = new HashSet<>();
    List<Decl> decls = move.old().decls();
    for (int n = 1; n < decls.size(); n++) {
      if (decls.get(n).only() && !move.isMoved(n)) {
        declared.add(simple(decls.get(n).name()));
      }
    }
    return move.outline(file).decls().stream()
        .anyMatch(one -> !one.only() && declared.contains(simple(one.name())));
  }

  private static String simple(String name) {
    return name.substring(name.lastIndexOf(':') + 1);
  }

  private static String stem(String path) {
    String name = path.substring(path.lastIndexOf('/') + 1);
    return name.contains(".") ? name.substring(0, name.indexOf('.')) : name;
  }

  /** Whether all that see a source see what they name without its include. */
  private boolean isEnough(int without) {
    for (int file = 0; file < move.project().outlines().size(); file++) {
      Set<Integer> before = move.names().seen(file);
      if (before.contains(without)) {
        Set<Integer> left = left(file, without, true);
        Set<Integer> lost = new HashSet<>(before);
        lost.removeAll(left);
        if (!isEnough(file, without, left, lost)) {
          return false;
        }
      }
    }
    return true;
  }

  /** What a source brings in once it does not include the header. */
  Set<Integer> left(int file) {
    return left(file, file, false);
  }

  /**
   * What a source brings in where one does not include the header.
   *
   * @param withNew whether that one includes the source that takes what moves
   */
  private Set<Integer> left(int file, int without, boolean withNew) {
    Set<Integer> all = new HashSet<>(Set.of(file));
    List<Integer> open = new ArrayList<>(all);
    for (int n = 0; n < open.size(); n++) {
      int at = open.get(n);
      for (Import one : move.outline(at).imports()) {
        int other = one.level() < 0 ? -1 : move.names().source(at, one).file();
        boolean goes = (at == without || withoutIt.contains(at)) && other == header;
        if (other >= 0 && !goes && all.add(other)) {
          open.add(other);
        }
      }
      boolean takesNew = withNew && at == without || withoutIt.contains(at);
      if (takesNew && move.toFile() >= 0) {
        move.names().seen(move.toFile()).stream().filter(all::add).forEach(open::add);
      }
    }
    return all;
  }

  private boolean isEnough(int file, int without, Set<Integer> left, Set<Integer> lost) {
    // Who includes it no more names none of it; others go on seeing it by another way or not at
    // all.
    Set<Integer> gone = new HashSet<>(lost);
    if (file == without) {
      gone.add(header);
    } else if (lost.isEmpty()) {
      return true;
    }
    for (Use use : move.outline(file).uses()) {
      Place meant = move.names().meant(file, use);
      if (meant != null && gone.contains(meant.file()) && !isMoved(meant)) {
        return false;
      }
    }
    Set<String> ours = declared(left);
    Set<String> theirs = declared(gone);
    theirs.removeAll(spaces());
    Set<String> foreign = foreign(left);
    Set<String> lostForeign = foreign(lost);
    lostForeign.removeAll(foreign);
    if (!lostForeign.stream().allMatch(StandardHeaders::isKnown)) {
      return false;
    }
    for (String name : names(file)) {
      boolean known =
          ours.contains(name)
              || foreign.stream().anyMatch(one -> StandardHeaders.isDeclaredIn(name, one));
      boolean goes =
          theirs.contains(name)
              || lostForeign.stream().anyMatch(one -> StandardHeaders.isDeclaredIn(name, one));
      if (goes && !known) {
        return false;
      }
    }
    return true;
  }

  private boolean isMoved(Place place) {
    return place.file() == header && move.isMoved(place.decl());
  }

  /** The simple names of what sources declare, but for what moves. */
  private Set<String> declared(Set<Integer> files) {
    Set<String> names = new HashSet<>();
    for (int file : files) {
      List<Decl> decls = move.outline(file).decls();
      for (int n = 1; n < decls.size(); n++) {
        if (file != header || !move.isMoved(n)) {
          names.add(simple(decls.get(n).name()));
        }
      }
    }
    return names;
  }

  /** The namespaces that what moves stands in, and that its new source has, too. */
  private Set<String> spaces() {
    Set<String> spaces = new HashSet<>();
    List<Decl> decls = move.old().decls();
    for (int moved : move.moved()) {
      for (int at = decls.get(moved).around(); at > 0; at = decls.get(at).around()) {
        spaces.addAll(CNeeds.words(decls.get(at).name()));
      }
    }
    return spaces;
  }

  /** The headers of libraries that sources include. */
  private Set<String> foreign(Set<Integer> files) {
    return new HashSet<>(BroughtHeaders.foreign(move, files, false).keySet());
  }

  /** All that is written as a name in a source, bodies of macros looked at as well. */
  private Set<String> names(int file) {
    Syntax tree = move.tree(file);
    Set<String> names = new HashSet<>();
    for (int node = 0; node < tree.size(); node++) {
      if (NAMES.contains(tree.kind(node))) {
        names.addAll(CNeeds.words(tree.text(node)));
      }
    }
    return names;
  }
}
