package dev.vinesorter.lang.move;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.lang.move.ImportStatements.Added;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.Root;
import dev.vinesorter.lang.outline.Outline.Use;
import dev.vinesorter.lang.read.Place;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** A move of declarations, with what comes into the imports of each source, and what goes. */
final class ImportPlan {
  private final Relocation move;
  private final NamedImports language;
  private final ImportSyntax syntax;
  private final Map<Integer, ImportStatements> statements = new TreeMap<>();

  /** What a new source brings in. */
  private final Map<String, List<String>> fresh = new TreeMap<>();

  private final Map<String, List<String>> freshLate = new TreeMap<>();

  /** Whether the old source and what leaves it use each other. */
  private final boolean bothWays;

  ImportPlan(Relocation move, NamedImports language, ImportSyntax syntax) {
    this.move = move;
    this.language = language;
    this.syntax = syntax;
    this.bothWays = needsOld() && move.moved().stream().anyMatch(n -> isUsed(move.name(n)));
  }

  Relocation move() {
    return move;
  }

  NamedImports language() {
    return language;
  }

  ImportSyntax syntax() {
    return syntax;
  }

  boolean isBothWays() {
    return bothWays;
  }

  Map<String, List<String>> fresh() {
    return fresh;
  }

  Map<String, List<String>> freshLate() {
    return freshLate;
  }

  ImportStatements imports(int file) {
    return statements.computeIfAbsent(file, key -> new ImportStatements(move, file, syntax));
  }

  void write() throws CannotMoveException {
    for (ImportStatements one : statements.values()) {
      one.write();
    }
  }

  /** Whether another source takes a name from one. */
  boolean isTakenFrom(int file, String name) {
    for (int user = 0; user < move.project().outlines().size(); user++) {
      for (Import one : move.outline(user).imports()) {
        boolean names = one.name().equals(name) || one.name().equals("*") || one.name().isEmpty();
        if (one.level() >= 0 && names && move.names().source(user, one).file() == file) {
          return true;
        }
      }
    }
    return false;
  }

  /** Whether the first names of a use, so many of them, are the old source itself. */
  boolean reachesOld(int file, Use use, int names) {
    List<String> chain = use.chain().subList(0, names);
    Use holder = new Use(use.decl(), Kind.READS, use.root(), chain, use.at(), use.end());
    boolean old = Place.of(move.from(), 0).equals(move.names().meant(file, holder));
    return old && use.isNamed();
  }

  /** Whether what stays uses what moves by its name. */
  boolean isUsed(String name) {
    return move.staying().stream().anyMatch(use -> begins(use, name) && means(use, name));
  }

  private boolean needsOld() {
    for (Use use : move.inside()) {
      int own = begins(use, use.chain().get(0)) ? move.old().find(0, use.chain().get(0)) : -1;
      if (own >= 0 && !move.isMoved(own)) {
        return true;
      }
    }
    return false;
  }

  /** Whether all uses of a name, in what moves or in what stays, are for types. */
  boolean isForTypesAlone(String name, boolean inside) {
    return (inside ? move.inside() : move.staying())
        .stream()
            .filter(use -> use.chain().get(0).equals(name))
            .allMatch(use -> language.isForTypes(move, move.from(), use));
  }

  static boolean begins(Use use, String name) {
    return use.isNamed() && use.chain().get(0).equals(name);
  }

  private boolean means(Use use, String name) {
    Use first = new Use(use.decl(), use.kind(), Root.NAME, List.of(name), use.at(), use.end());
    Place meant = move.names().meant(move.from(), first);
    return meant == null || move.moves(meant);
  }

  void clash(String name, int file) {
    move.refuse(
        RefusalCode.NAME_CLASH,
        "'" + name + "' is another thing in " + move.path(file) + ".",
        file,
        0,
        0);
  }

  void add(Added one) {
    if (move.toFile() >= 0) {
      imports(move.toFile()).add(one);
    } else {
      List<String> names =
          (one.late() ? freshLate : fresh)
              .computeIfAbsent(one.specifier(), key -> new ArrayList<>());
      if (!names.contains(one.element())) {
        names.add(one.element());
      }
    }
  }
}
