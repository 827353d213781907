package dev.vinesorter.java;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import javax.lang.model.SourceVersion;

/**
 * Judges whether a moved type's name is free where it goes, and whether any other name would
 * change.
 */
final class NameRules {
  private final TypeMove move;
  private final Units units;
  private final List<Reason> reasons = new ArrayList<>();

  private NameRules(TypeMove move) {
    this.move = move;
    this.units = move.units();
  }

  /** Whether a text can name a package. */
  static boolean isPackageName(String text) {
    return SourceVersion.isName(text, SourceVersion.RELEASE_17);
  }

  static List<Reason> of(TypeMove move) {
    NameRules rules = new NameRules(move);
    rules.takenNames();
    rules.owningModule();
    rules.shadowedByTheNewcomer();
    rules.unnamedPackage();
    return rules.reasons;
  }

  private void takenNames() {
    String newName = move.newName();
    int twin = units.find(newName, Level.TYPE);
    if (twin >= 0) {
      reason(
          "name-clash",
          "There is a type " + newName + " already. Rename one of them first.",
          List.of(move.declaration(twin)));
    }
    int around = units.find(move.newPackage(), Level.TYPE);
    if (around >= 0) {
      reason(
          "name-clash",
          move.newPackage() + " is a type, not a package. Only packages take types so far.",
          List.of(move.declaration(around)));
    }
    for (int unit = 0; unit < units.size(); unit++) {
      if (units.level(unit) == Level.PACKAGE
          && (units.simpleName(unit).equals(newName)
              || units.simpleName(unit).startsWith(newName + "."))) {
        reason(
            "name-clash",
            "There is a package " + units.simpleName(unit) + ", which the name would clash with.",
            List.of());
        break;
      }
    }
    String path = MoveEdits.newPath(move);
    String lower = path.toLowerCase(java.util.Locale.ROOT);
    for (String other : move.sources().paths()) {
      if (other.toLowerCase(java.util.Locale.ROOT).equals(lower)
          && !other.equals(units.name(move.file()))) {
        reason(
            "name-clash",
            "There is a file " + other + " where the type would go. Move it away first.",
            List.of(new Site(other, 1, 1, 0, 0)));
      }
    }
    if (reasons.isEmpty()
        && !move.sources().exists(path)
        && Files.exists(move.sources().root().resolve(path))
        && !move.sources().changed().containsKey(path)) {
      reason(
          "name-clash",
          "There is something at " + path + ", which is no source. Move it away first.",
          List.of());
    }
  }

  private void owningModule() {
    String into = move.newPackage();
    if (into.equals("java") || into.startsWith("java.")) {
      reason("foreign-package", "The package " + into + " belongs to Java itself.", List.of());
      return;
    }
    int module = units.moduleOf(move.type());
    Set<String> others = new TreeSet<>();
    boolean ownsSome = false;
    boolean foreign = false;
    for (int unit = 0; unit < units.size(); unit++) {
      if (units.level(unit) == Level.TYPE
          && units.topTypeOf(unit) == unit
          && move.packageBefore(unit).equals(into)) {
        if (units.has(unit, Trait.FOREIGN)) {
          foreign = true;
        } else if (units.moduleOf(unit) == module) {
          ownsSome = true;
        } else {
          others.add(units.name(units.moduleOf(unit)));
        }
      }
    }
    if (!ownsSome && !others.isEmpty()) {
      reason(
          "other-module",
          "The package "
              + into
              + " belongs to "
              + String.join(", ", others)
              + "; one package in two modules would follow. Choose a package of "
              + units.name(module)
              + ".",
          List.of());
    } else if (!ownsSome && foreign) {
      reason(
          "foreign-package",
          "The package " + into + " belongs to a library. Choose another.",
          List.of());
    }
  }

  /**
   * Files in the new package, and files that import all of it, may use the type's simple name for
   * something that an import on demand or {@code java.lang} gives them; a type of the package wins
   * over those, or makes them ambiguous.
   */
  private void shadowedByTheNewcomer() {
    String name = move.typeName();
    References references = move.references();
    Map<String, List<Site>> clashes = new TreeMap<>();
    for (int user = 0; user < units.size(); user++) {
      if (references.row(user) == references.row(user + 1)) {
        continue;
      }
      int file = units.fileOf(user);
      if (file < 0 || move.moves(user) || !seesNewPackage(file)) {
        continue;
      }
      for (int r = references.row(user); r < references.row(user + 1); r++) {
        int used = references.target(r);
        if (units.level(used) == Level.TYPE
            && used != move.type()
            && references.kind(r) != Kind.MENTIONS
            && references.kind(r) != Kind.IMPORTS
            && units.simpleName(used).equals(name)
            && move.isNamed(user, r, name)
            && !move.isQualified(file, references.at(r))
            && isShadowable(file, used)) {
          clashes
              .computeIfAbsent(units.name(used), u -> new ArrayList<>())
              .add(move.survey().site(r));
        }
      }
    }
    clashes.forEach(
        (other, sites) ->
            reason(
                "name-clash",
                "Here '"
                    + name
                    + "' means "
                    + other
                    + "; it would come to mean "
                    + move.newName()
                    + ". Import "
                    + other
                    + " by name first.",
                sites));
  }

  private boolean seesNewPackage(int file) {
    return move.packageBefore(file).equals(move.newPackage())
        || move.importsAll(file, move.newPackage());
  }

  /** Whether the file knows a type only by an import on demand or because it is in java.lang. */
  private boolean isShadowable(int file, int used) {
    String usedName = units.name(used);
    for (JavaHeader.Import one : move.header(file).imports()) {
      if (!one.onDemand() && one.name().equals(usedName)) {
        return false;
      }
    }
    String around = usedName.substring(0, Math.max(0, usedName.lastIndexOf('.')));
    if (around.equals("java.lang")) {
      return true;
    }
    return move.header(file).imports().stream()
        .anyMatch(i -> i.onDemand() && i.name().equals(around));
  }

  private void unnamedPackage() {
    if (!move.oldPackage().isEmpty()) {
      return;
    }
    References references = move.references();
    List<Site> sites = new ArrayList<>();
    for (int user = 0; user < units.size(); user++) {
      for (int r = references.row(user); r < references.row(user + 1); r++) {
        int used = references.target(r);
        if (move.moves(user)
            && !move.moves(used)
            && units.level(used) != Level.PACKAGE
            && !units.has(used, Trait.FOREIGN)
            && references.kind(r) != Kind.MENTIONS
            && move.packageBefore(used).isEmpty()) {
          sites.add(move.survey().site(r));
        }
      }
    }
    if (!sites.isEmpty()) {
      reason(
          "unnamed-package",
          "What stands in the unnamed package cannot be imported. Move the types used here first.",
          sites);
    }
  }

  private void reason(String code, String message, List<Site> sites) {
    reasons.add(new Reason(code, message, sites));
  }
}
