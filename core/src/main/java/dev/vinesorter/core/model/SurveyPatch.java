package dev.vinesorter.core.model;

import java.util.Arrays;
import java.util.HashSet;
import java.util.Set;
import java.util.function.IntPredicate;

/**
 * Carries the part of a survey over that still holds when some files are read again: first the
 * units of the files kept, into a builder that gets the fresh units beside them, then the
 * references those units make. What a kept unit used in a file that was read again is looked up by
 * name; if it is gone, the patch does not fit.
 */
public final class SurveyPatch {
  private static final int UNKNOWN = -2;

  private final Survey old;
  private final SurveyBuilder builder;

  /** The builder's unit for each old unit, or {@link #UNKNOWN}. */
  private final int[] unitOf;

  private final boolean[] kept;

  private SurveyPatch(Survey old, SurveyBuilder builder, boolean[] kept) {
    this.old = old;
    this.builder = builder;
    this.kept = kept;
    this.unitOf = new int[old.units().size()];
    Arrays.fill(unitOf, UNKNOWN);
  }

  /** A use of the old survey finds no such unit in the new one. */
  public static final class DoesNotFitException extends Exception {
    private static final long serialVersionUID = 1;

    DoesNotFitException(String message) {
      super(message);
    }
  }

  /** What becomes of uses of units that are not carried over. */
  public interface Others {
    /** {@link #unit} of a use that is left out. */
    int LEFT_OUT = -1;

    /** {@link #unit} of one of which nobody says anything. */
    int NOBODY = -2;

    /** Says nothing of any. */
    Others NONE = used -> NOBODY;

    /**
     * The builder's unit that stands for one of the old survey, which belongs to a library or
     * stands in a file that is not kept; {@link #LEFT_OUT} or {@link #NOBODY}.
     */
    int unit(int used);

    /** The same for one use of it, where that depends on what is done with it. */
    default int unit(int used, Kind kind) {
      return unit(used);
    }

    /** Hears of a use that is left out. */
    default void leftOut(int reference) {}

    /** Whether a name that was bound to nothing is bound now. */
    default boolean isBound(Survey.Unresolved name) {
      return false;
    }
  }

  /** Puts the units of the files kept into a builder. */
  public static SurveyPatch begin(Survey old, SurveyBuilder builder, IntPredicate keptFile) {
    Units units = old.units();
    boolean[] kept = new boolean[units.size()];
    for (int unit = 0; unit < kept.length; unit++) {
      int file = units.fileOf(unit);
      kept[unit] = file >= 0 && keptFile.test(file);
    }
    SurveyPatch patch = new SurveyPatch(old, builder, kept);
    for (int unit = 0; unit < kept.length; unit++) {
      if (kept[unit]) {
        patch.copied(unit);
      }
    }
    return patch;
  }

  private int copied(int unit) {
    if (unitOf[unit] == UNKNOWN) {
      Units units = old.units();
      int around = units.parent(unit);
      int module = units.level(unit) == Level.FILE ? units.moduleOf(unit) : -1;
      unitOf[unit] =
          builder.copy(
              units,
              unit,
              around < 0 ? -1 : copied(around),
              module < 0 ? -1 : copied(module),
              units.lineStarts(unit));
    }
    return unitOf[unit];
  }

  /** The builder's unit for a unit of a file kept. */
  public int unit(int oldUnit) {
    return unitOf[oldUnit];
  }

  /** Whether a unit of the old survey stands in a file kept. */
  public boolean keeps(int oldUnit) {
    return kept[oldUnit];
  }

  /**
   * Puts in the references that kept units make, and what could not be bound in kept files.
   *
   * @throws DoesNotFitException when a unit that one of them uses is not there any more
   */
  public void finish() throws DoesNotFitException {
    finish(Others.NONE);
  }

  /** The same, where somebody knows what became of others. */
  public void finish(Others others) throws DoesNotFitException {
    References references = old.references();
    for (int unit = 0; unit < kept.length; unit++) {
      for (int r = references.row(unit); kept[unit] && r < references.row(unit + 1); r++) {
        int used = found(references.target(r), references.kind(r), others);
        if (used == Others.LEFT_OUT) {
          others.leftOut(r);
        } else {
          builder.reference(unitOf[unit], used, references.at(r), references.packed(r));
        }
      }
    }
    Set<String> files = new HashSet<>();
    for (int unit = 0; unit < kept.length; unit++) {
      if (kept[unit] && old.units().level(unit) == Level.FILE) {
        files.add(old.units().name(unit));
      }
    }
    for (Survey.Unresolved name : old.unresolved()) {
      if (files.contains(name.site().file()) && !others.isBound(name)) {
        builder.unresolved(name.name(), name.site());
      }
    }
  }

  private int found(int used, Kind kind, Others others) throws DoesNotFitException {
    if (unitOf[used] != UNKNOWN) {
      return unitOf[used];
    }
    Units units = old.units();
    int other = others.unit(used, kind);
    if (other != Others.NOBODY) {
      return other;
    }
    if (units.has(used, Trait.FOREIGN)) {
      return copied(used);
    }
    int parent = units.parent(used);
    int around = parent < 0 ? -1 : found(parent, Kind.REFERS, others);
    if (!builder.knows(units.level(used), around, units.simpleName(used))) {
      throw new DoesNotFitException(units.name(used) + " is gone, but still used");
    }
    unitOf[used] = builder.unit(units.level(used), around, units.simpleName(used));
    return unitOf[used];
  }
}
