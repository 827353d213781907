package dev.vinesorter.lang.move;

import dev.vinesorter.lang.read.OutlineReader;
import dev.vinesorter.lang.read.Rules;
import dev.vinesorter.source.language.Language;
import dev.vinesorter.source.plan.StepEditor;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.read.SourceReader;
import java.util.Set;
import java.util.function.Predicate;
import java.util.function.Supplier;

/** A language that is read by outlines, and whose sources go into folders where it says how. */
public abstract class OutlineLanguage implements Language {
  private final String name;
  private final Predicate<String> isSource;
  private Predicate<String> tells = path -> false;
  private final OutlineReader.Scanner scanner;
  private final Supplier<Rules> rules;
  private final Supplier<Specifiers> specifiers;
  private final Supplier<Declarations> inFiles;

  /** A language that is looked at and not changed. */
  protected OutlineLanguage(
      String name,
      Predicate<String> isSource,
      OutlineReader.Scanner scanner,
      Supplier<Rules> rules) {
    this(name, isSource, scanner, rules, null, () -> null);
  }

  /**
   * A language whose sources move.
   *
   * @param isSource tells its sources by their paths
   * @param scanner makes the outline of one
   * @param rules how names are looked up, made for each reading
   * @param specifiers how imports are written; null where that is not known
   * @param inFiles how what stands in sources moves; gives null where only whole sources move
   */
  protected OutlineLanguage(
      String name,
      Predicate<String> isSource,
      OutlineReader.Scanner scanner,
      Supplier<Rules> rules,
      Supplier<Specifiers> specifiers,
      Supplier<Declarations> inFiles) {
    this.name = name;
    this.isSource = isSource;
    this.scanner = scanner;
    this.rules = rules;
    this.specifiers = specifiers;
    this.inFiles = inFiles;
  }

  /** Lets files that are no sources have a say in how those are read. */
  protected final void listensTo(Predicate<String> files) {
    tells = files;
  }

  @Override
  public final String name() {
    return name;
  }

  @Override
  public final boolean owns(String path) {
    return isSource.test(path) || tells.test(path);
  }

  @Override
  public final SourceReader reader() {
    return outlines();
  }

  private OutlineReader outlines() {
    return new OutlineReader(isSource, tells, scanner, rules.get());
  }

  @Override
  public final StepEditor editor(Reading before, ReadOptions options) {
    return editor(new Readings(outlines(), options, before));
  }

  /** What carries steps out on sources that were read. */
  protected StepEditor editor(Readings readings) {
    return specifiers == null
        ? StepEditor.NONE
        : new OutlineEditor(readings, specifiers.get(), inFiles.get());
  }

  @Override
  public Set<String> verbs() {
    return specifiers == null ? Set.of() : Set.of("move");
  }
}
