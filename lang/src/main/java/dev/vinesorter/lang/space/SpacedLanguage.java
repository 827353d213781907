package dev.vinesorter.lang.space;

import dev.vinesorter.lang.move.OutlineLanguage;
import dev.vinesorter.lang.move.Readings;
import dev.vinesorter.lang.read.OutlineReader;
import dev.vinesorter.lang.read.Rules;
import dev.vinesorter.source.plan.StepEditor;
import java.util.Set;
import java.util.function.Predicate;
import java.util.function.Supplier;

/** A language whose types and functions stand in namespaces, and move between them. */
public abstract class SpacedLanguage extends OutlineLanguage {
  private final SpaceSyntax syntax;

  /**
   * A language.
   *
   * @param isSource tells its sources by their paths
   * @param scanner makes the outline of one
   * @param rules how names are looked up, made for each reading
   * @param syntax what it writes
   */
  protected SpacedLanguage(
      String name,
      Predicate<String> isSource,
      OutlineReader.Scanner scanner,
      Supplier<Rules> rules,
      SpaceSyntax syntax) {
    super(name, isSource, scanner, rules);
    this.syntax = syntax;
  }

  @Override
  protected final StepEditor editor(Readings readings) {
    return new SpaceEditor(readings, syntax);
  }

  @Override
  public final Set<String> verbs() {
    return Set.of("move");
  }
}
