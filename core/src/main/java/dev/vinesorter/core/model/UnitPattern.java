package dev.vinesorter.core.model;

import java.util.List;

/**
 * Which units a text from a rule or an option stands for:
 *
 * <ul>
 *   <li>{@code org.x.**}, {@code org.x.Bill}, {@code org.x.Bill#total(*)}: a {@link Glob} over
 *       names;
 *   <li>{@code **}{@code /generated/*.java}: a glob over paths, told by its slash;
 *   <li>{@code module:core-*}: modules;
 *   <li>{@code @Generated}: what carries that annotation, by its simple or its full name;
 *   <li>{@code generated}: what the reader knows to be written by a program.
 * </ul>
 *
 * What stands inside a unit that is meant is meant as well.
 */
public final class UnitPattern {
  private final String text;
  private final Glob glob;
  private final boolean path;

  private UnitPattern(String text) {
    this.text = text;
    this.path = text.contains("/") && !text.startsWith("module:");
    this.glob = path ? Glob.ofPath(text) : Glob.ofName(text);
  }

  public static UnitPattern of(String text) {
    return new UnitPattern(text);
  }

  /** For each unit of the survey whether one of the patterns means it. */
  public static boolean[] any(Survey survey, List<UnitPattern> patterns) {
    boolean[] all = new boolean[survey.units().size()];
    for (UnitPattern pattern : patterns) {
      boolean[] meant = pattern.in(survey);
      for (int unit = 0; unit < all.length; unit++) {
        all[unit] |= meant[unit];
      }
    }
    return all;
  }

  /** For each unit of the survey whether it is meant. */
  public boolean[] in(Survey survey) {
    Units units = survey.units();
    int size = units.size();
    byte[] state = new byte[size];
    boolean annotation = text.startsWith("@");
    boolean generated = text.equals("generated");
    boolean members = text.contains("#");
    boolean modules = text.startsWith("module:");
    boolean[] carriers = annotation ? annotated(survey) : null;
    boolean[] meant = new boolean[size];
    for (int unit = 0; unit < size; unit++) {
      Level level = units.level(unit);
      if (annotation) {
        meant[unit] = carriers[unit];
      } else if (generated) {
        meant[unit] = units.has(unit, Trait.GENERATED);
      } else if (path || modules) {
        meant[unit] = level == (path ? Level.FILE : Level.MODULE) && glob.matches(units.name(unit));
      } else if (level == Level.PACKAGE
          || level == Level.TYPE
          || level == Level.MEMBER && members) {
        meant[unit] = glob.matches(units.name(unit));
      }
    }
    for (int unit = 0; unit < size; unit++) {
      spread(units, unit, meant, state);
    }
    return meant;
  }

  /** Gives a unit what the unit around it has; parents may have larger ids than their children. */
  private static boolean spread(Units units, int unit, boolean[] meant, byte[] state) {
    if (state[unit] == 0) {
      state[unit] = 1;
      int around = units.parent(unit);
      int module = units.level(unit) == Level.FILE ? units.moduleOf(unit) : -1;
      boolean inherited =
          around >= 0 && spread(units, around, meant, state)
              || module >= 0 && spread(units, module, meant, state);
      meant[unit] = meant[unit] || inherited;
    }
    return meant[unit];
  }

  private boolean[] annotated(Survey survey) {
    Units units = survey.units();
    References references = survey.references();
    String name = text.substring(1);
    boolean simple = name.indexOf('.') < 0;
    boolean[] carriers = new boolean[units.size()];
    for (int unit = 0; unit < units.size(); unit++) {
      for (int r = references.row(unit); r < references.row(unit + 1); r++) {
        // An annotation on a parameter or inside a body stands behind the unit's own name.
        if (references.kind(r) == Kind.ANNOTATES
            && (units.nameAt(unit) < 0 || references.at(r) < units.nameAt(unit))) {
          int used = references.target(r);
          String found = simple ? units.simpleName(used) : units.name(used);
          carriers[unit] |= found.equals(name);
        }
      }
    }
    return carriers;
  }

  @Override
  public String toString() {
    return text;
  }
}
