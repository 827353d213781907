package dev.vinesorter.java.relocate;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.java.syntax.JavaHeader;
import dev.vinesorter.java.syntax.JavaTokens;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
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
  private final Relocation move;
  private final Units units;
  private final List<Reason> reasons = new ArrayList<>();

  private NameRules(Relocation move) {
    this.move = move;
    this.units = move.units();
  }

  /** Whether a text can name a package. */
  static boolean isPackageName(String text) {
    return SourceVersion.isName(text, SourceVersion.RELEASE_17);
  }

  static List<Reason> of(Relocation move) {
    NameRules rules = new NameRules(move);
    // Only names of equal length can differ in case alone, and a root has many files.
    Set<Integer> lengths = new TreeSet<>();
    move.goals().keySet().forEach(type -> lengths.add(move.pathAfter(type).length()));
    Map<String, String> paths = new TreeMap<>();
    for (String path : move.sources().paths()) {
      if (lengths.contains(path.length())) {
        paths.put(path.toLowerCase(Locale.ROOT), path);
      }
    }
    move.goals().forEach((type, goal) -> rules.takenNames(type, goal, paths));
    move.packages().forEach(rules::owningModule);
    move.goals().keySet().forEach(rules::shadowedByTheNewcomer);
    move.goals().keySet().stream().filter(move::isRenamed).forEach(rules::newNameInUse);
    rules.unnamedPackage();
    return rules.reasons;
  }

  private void takenNames(int type, Relocation.Goal goal, Map<String, String> paths) {
    String newName = goal.fullName();
    Integer twin = move.typesInPackage(goal.packageName()).get(goal.simpleName());
    if (twin != null && !move.goals().containsKey(twin)) {
      reason(
          RefusalCode.NAME_CLASH,
          "There is a type " + newName + " already. Rename one of them first.",
          List.of(move.declaration(twin)));
    }
    for (Map.Entry<Integer, Relocation.Goal> other : move.goals().entrySet()) {
      if (other.getKey() > type && other.getValue().equals(goal)) {
        reason(
            RefusalCode.NAME_CLASH,
            "Two types would be called " + newName + ". Rename one of them first.",
            List.of(move.declaration(type), move.declaration(other.getKey())));
      }
    }
    int around = units.find(goal.packageName(), Level.TYPE);
    if (around >= 0) {
      reason(
          RefusalCode.NAME_CLASH,
          goal.packageName() + " is a type, not a package; only packages take outermost types.",
          List.of(move.declaration(around)));
    }
    for (int unit = 0; unit < units.size(); unit++) {
      if (units.level(unit) == Level.PACKAGE
          && (units.simpleName(unit).equals(newName)
              || units.simpleName(unit).startsWith(newName + "."))) {
        reason(
            RefusalCode.NAME_CLASH,
            "There is a package " + units.simpleName(unit) + ", which the name would clash with.",
            List.of());
        break;
      }
    }
    takenPath(type, paths);
  }

  private void takenPath(int type, Map<String, String> paths) {
    String path = move.pathAfter(type);
    String own = units.name(units.fileOf(type));
    if (path.equals(own)) {
      return;
    }
    boolean caseOnly = path.equalsIgnoreCase(own);
    String there = paths.get(path.toLowerCase(Locale.ROOT));
    if (there != null && !caseOnly && !goesAway(there)) {
      reason(
          RefusalCode.NAME_CLASH,
          "There is a file " + there + " where the type would go. Move it away first.",
          List.of(new Site(there, 1, 1, 0, 0)));
    } else if (!move.sources().exists(path)
        && !caseOnly
        && Files.exists(move.sources().root().resolve(path))
        && !move.sources().changed().containsKey(path)) {
      reason(
          RefusalCode.NAME_CLASH,
          "There is something at " + path + ", which is no source. Move it away first.",
          List.of());
    }
  }

  /** Whether the file that stands there is one that moves itself. */
  private boolean goesAway(String path) {
    return move.ownFiles().stream()
        .anyMatch(file -> move.moves(file) && units.name(file).equals(path));
  }

  private void owningModule(String from, String into) {
    if (into.equals("java") || into.startsWith("java.")) {
      reason(
          RefusalCode.FOREIGN_PACKAGE,
          "The package " + into + " belongs to Java itself.",
          List.of());
      return;
    }
    int there = units.find(into, Level.PACKAGE);
    Set<Integer> modules = new TreeSet<>();
    for (int type : move.typesInPackage(into).values()) {
      modules.add(units.moduleOf(type));
    }
    boolean foreign = there >= 0 && modules.isEmpty() && units.has(there, Trait.FOREIGN);
    for (int type : move.leaving()) {
      Relocation.Home home = move.home(type);
      int module = home == null ? units.moduleOf(type) : home.module();
      if (!move.packageBefore(type).equals(from) || modules.contains(module)) {
        continue;
      }
      if (!modules.isEmpty()) {
        Set<String> others = new TreeSet<>();
        modules.forEach(other -> others.add(units.name(other)));
        reason(
            RefusalCode.OTHER_MODULE,
            "The package "
                + into
                + " belongs to "
                + String.join(", ", others)
                + "; one package in two modules would follow. Choose a package of "
                + (home == null
                    ? units.name(module)
                        + ", or say 'module: "
                        + others.iterator().next().substring("module:".length())
                        + "' to move it there."
                    : "module:" + home.name() + "."),
            List.of());
        return;
      } else if (foreign) {
        reason(
            RefusalCode.FOREIGN_PACKAGE,
            "The package " + into + " belongs to a library. Choose another.",
            List.of());
        return;
      }
    }
  }

  /**
   * Files in the new package, and files that import all of it, may use the type's simple name for
   * something that an import on demand or {@code java.lang} gives them; a type of the package wins
   * over those, or makes them ambiguous.
   */
  private void shadowedByTheNewcomer(int type) {
    String name = move.simpleAfter(type);
    References references = move.references();
    Map<String, List<Site>> clashes = new TreeMap<>();
    for (int used : units.named(name)) {
      if (units.level(used) != Level.TYPE || used == type || move.goals().containsKey(used)) {
        continue;
      }
      for (int r : references.to(used)) {
        int user = references.from(r);
        int file = units.fileOf(user);
        if (file >= 0
            && !move.leaves(user)
            && references.kind(r) != Kind.MENTIONS
            && references.kind(r) != Kind.IMPORTS
            && seesNewPackage(file, move.packageAfter(type))
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
                RefusalCode.NAME_CLASH,
                "Here '"
                    + name
                    + "' means "
                    + other
                    + "; it would come to mean "
                    + move.fullAfter(type)
                    + ". Import "
                    + other
                    + " by name first.",
                sites));
  }

  /** A file that names the type must not have the new name for anything else (JLS 6.4). */
  private void newNameInUse(int type) {
    String name = move.simpleAfter(type);
    Set<Integer> files = new TreeSet<>();
    files.add(units.fileOf(type));
    for (int r : move.references().to(type)) {
      int file = units.fileOf(move.references().from(r));
      if (file >= 0 && move.references().kind(r) != Kind.MENTIONS) {
        files.add(file);
      }
    }
    List<Site> sites = new ArrayList<>();
    for (int file : files) {
      JavaTokens tokens = move.tokens(file);
      for (int token = 0; token < tokens.size(); token++) {
        if (tokens.isWord(token, name)
            && !tokens.is(token - 1, ".")
            && !tokens.is(token + 1, "(")) {
          sites.add(move.site(file, token));
          break;
        }
      }
    }
    if (!sites.isEmpty()) {
      reason(
          RefusalCode.NAME_CLASH,
          "Here '"
              + name
              + "' is the name of something else already. Choose another name for "
              + units.name(type)
              + ", or rename that first.",
          sites);
    }
  }

  private boolean seesNewPackage(int file, String packageName) {
    return move.packageBefore(file).equals(packageName) || move.importsAll(file, packageName);
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
    References references = move.references();
    List<Site> sites = new ArrayList<>();
    for (int type : move.leaving()) {
      if (!move.packageBefore(type).isEmpty()) {
        continue;
      }
      for (int user : units.withAllInside(type)) {
        for (int r = references.row(user); r < references.row(user + 1); r++) {
          int used = references.target(r);
          if (!move.leaves(used)
              && units.level(used) != Level.PACKAGE
              && !units.has(used, Trait.FOREIGN)
              && references.kind(r) != Kind.MENTIONS
              && move.packageBefore(used).isEmpty()) {
            sites.add(move.survey().site(r));
          }
        }
      }
    }
    if (!sites.isEmpty()) {
      reason(
          RefusalCode.UNNAMED_PACKAGE,
          "What stands in the unnamed package cannot be imported. Move the types used here first.",
          sites);
    }
  }

  private void reason(RefusalCode refusal, String message, List<Site> sites) {
    reasons.add(new Reason(refusal, message, sites));
  }
}
