package dev.vinesorter.java.relocate;

import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.java.code.ModuleReach;
import dev.vinesorter.java.code.OwnResources;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.code.TestsOf;
import dev.vinesorter.source.text.Overlay;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * What belongs to moved types beyond their own code: the files that they read relative to their
 * class, and helpers that nobody else uses.
 */
final class Belongings {
  private final SourceView code;
  private final Units units;
  private final References references;
  private final TestsOf tests;

  Belongings(SourceView code) {
    this.tests = new TestsOf(code);
    this.code = code;
    this.units = code.units();
    this.references = code.references();
  }

  /** Package-private types that only what moves uses, and that stay behind. */
  List<Integer> helpers(Relocation move) {
    Set<Integer> helpers = new TreeSet<>();
    for (int type : move.going()) {
      for (int other : move.typesInPackage(move.packageBefore(type)).values()) {
        if (!move.goals().containsKey(other)
            && !units.has(other, Trait.TEST)
            && Trait.packagePrivate(units.traits(other))) {
          Set<Integer> users = tests.users(other);
          if (!users.isEmpty() && users.stream().allMatch(move.goals()::containsKey)) {
            helpers.add(other);
          }
        }
      }
    }
    return List.copyOf(helpers);
  }

  /**
   * The files that moved types read relative to their class, with where they go.
   *
   * @param reasons takes what speaks against it: a file that others read the same way
   */
  Map<String, String> resources(Relocation move, List<Reason> reasons) {
    OwnResources own = new OwnResources(code);
    Map<String, String> moves = new TreeMap<>();
    for (int type : move.going()) {
      String into = move.packageAfter(type);
      List<Integer> stays =
          move.typesInPackage(move.packageBefore(type)).values().stream()
              .filter(
                  other ->
                      !move.packageAfter(other).equals(into)
                          || move.home(type) != null && !move.moves(other))
              .toList();
      String from = move.packageBefore(type);
      moves.putAll(
          own.along(type, from, into, root -> rootAfter(move, type, root), stays, reasons));
    }
    own.taken(moves, reasons);
    return moves;
  }

  /** The root of resources for a type that goes, in the other module as it was in the old one. */
  private String rootAfter(Relocation move, int type, String root) {
    Relocation.Home home = move.home(type);
    if (home == null) {
      return root;
    }
    String old = folder(move, ModuleReach.nameOf(units, units.moduleOf(type)));
    return root.startsWith(old) ? folder(move, home.name()) + root.substring(old.length()) : null;
  }

  /** A module's folder; one without a POM is called after it. */
  private static String folder(Relocation move, String module) {
    return move.sight().knows(module) ? move.sight().folder(module) : module + "/";
  }

  /** Moves the files. */
  static void apply(Overlay sources, Map<String, String> moves) {
    moves.forEach((from, to) -> sources.move(from, to, sources.text(from)));
  }
}
