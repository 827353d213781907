package dev.vinesorter.cli;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.UnitPattern;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.structure.Focus;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import picocli.CommandLine.Option;

/** What a picture of the structure is made of. */
final class LookOptions {
  @Option(
      names = "--level",
      paramLabel = "L",
      converter = LevelConverter.class,
      description =
          "module, package, file, type or member (default: package; with --within, the next one "
              + "down).")
  private Level level;

  @Option(
      names = "--within",
      paramLabel = "UNIT",
      description = "Only what is in this unit, or fits this pattern; may be said again.")
  private List<String> within = new ArrayList<>();

  @Option(
      names = "--open",
      paramLabel = "UNIT",
      description = "Show this unit by what is in it; may be said again.")
  private List<String> open = new ArrayList<>();

  @Option(
      names = "--depth",
      paramLabel = "N",
      description = "Take packages together that share N name segments beyond what all share.")
  private int depth;

  /** The focus that was asked for. */
  Focus focus(Survey survey) {
    List<UnitPattern> parts = new ArrayList<>();
    Level below = Level.PACKAGE;
    for (String name : within) {
      if (name.indexOf('*') < 0 && name.indexOf('?') < 0) {
        int unit = Workbench.unit(survey, name);
        below = finer(below, next(survey.units().level(unit)));
        parts.add(UnitPattern.of(survey.units().name(unit)));
      } else {
        UnitPattern pattern = UnitPattern.of(name);
        if (!any(pattern.in(survey))) {
          throw new UsageException("Nothing fits '" + name + "'.");
        }
        parts.add(pattern);
      }
    }
    Set<Integer> opened = new HashSet<>();
    Units units = survey.units();
    for (String name : open) {
      int unit = Workbench.unit(survey, name);
      if (units.level(unit) == Level.MEMBER) {
        throw new UsageException("'" + name + "' is a member; there is nothing to open in it.");
      }
      opened.add(unit);
    }
    return new Focus(level == null ? below : level, parts, opened, Math.max(0, depth));
  }

  private static boolean any(boolean[] meant) {
    for (boolean one : meant) {
      if (one) {
        return true;
      }
    }
    return false;
  }

  private static Level next(Level level) {
    switch (level) {
      case MODULE:
        return Level.PACKAGE;
      case PACKAGE:
      case FILE:
        return Level.TYPE;
      default:
        return Level.MEMBER;
    }
  }

  private static Level finer(Level left, Level right) {
    return left.compareTo(right) >= 0 ? left : right;
  }
}
