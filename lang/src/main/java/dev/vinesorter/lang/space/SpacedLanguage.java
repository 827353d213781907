package dev.vinesorter.lang.space;

import dev.vinesorter.lang.move.CannotMoveException;
import dev.vinesorter.lang.move.OutlineLanguage;
import dev.vinesorter.lang.move.Readings;
import dev.vinesorter.lang.read.OutlineReader;
import dev.vinesorter.lang.read.Rules;
import dev.vinesorter.source.plan.StepEditor;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import dev.vinesorter.source.text.TextEdits;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Predicate;
import java.util.function.Supplier;

/** A language whose types and functions stand in namespaces, and move between them. */
public abstract class SpacedLanguage extends OutlineLanguage {
  private final Predicate<String> isSource;
  private final OutlineReader.Scanner scanner;
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
    this.isSource = isSource;
    this.scanner = scanner;
    this.syntax = syntax;
  }

  @Override
  protected final StepEditor editor(Readings readings) {
    return new SpaceEditor(readings, syntax);
  }

  @Override
  public final Map<String, SourceText> follow(Map<String, String> names, Overlay sources) {
    Map<String, SourceText> found = new TreeMap<>();
    for (String path : sources.paths()) {
      SourceText old = isSource.test(path) ? sources.text(path) : null;
      boolean may =
          old != null
              && names.keySet().stream()
                  .anyMatch(one -> old.text().contains(one.substring(one.lastIndexOf('.') + 1)));
      if (may) {
        try {
          SourceText fresh =
              new NeighbourNames(syntax, scanner.scan(path, old.text()), old, names).text();
          if (!fresh.text().equals(old.text())) {
            found.put(path, fresh);
          }
        } catch (CannotMoveException | TextEdits.OverlapException e) {
          return null;
        }
      }
    }
    return found;
  }

  @Override
  public final Set<String> verbs() {
    return Set.of("move");
  }
}
