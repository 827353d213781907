package dev.vinesorter.java.read;

import com.sun.source.tree.CompilationUnitTree;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Problem;
import dev.vinesorter.core.model.SurveyBuilder;
import dev.vinesorter.java.compile.CompilerRun;
import dev.vinesorter.java.compile.ElementNames;
import dev.vinesorter.java.compile.SourceStubs;
import dev.vinesorter.java.compile.StubClasses;
import dev.vinesorter.java.compile.Stubs;
import dev.vinesorter.java.scan.UnitIndex;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Function;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;

/**
 * The stubs that are kept with a survey, so that few sources can be read again without taking in
 * all others, and what the units of their members are called.
 */
final class KeptStubs {
  private final StubClasses stubs;
  private final UnitIndex index;
  private final SortedMap<String, String> oddNames = new TreeMap<>();

  private KeptStubs(CompilerRun run, UnitIndex index) {
    this.stubs = new StubClasses(run);
    this.index = index;
  }

  /**
   * The packed stubs of the sources that a run took, by path. Sources with errors have none: the
   * compiler may say something else of those who use them when it sees the source.
   *
   * @param index what the scan of the sources put in, and nothing that was looked up in it since
   */
  static Map<String, byte[]> of(CompilerRun run, UnitIndex index, List<Problem> problems) {
    Set<String> broken = new HashSet<>();
    problems.forEach(problem -> broken.add(problem.file()));
    Map<String, byte[]> packed = new TreeMap<>();
    KeptStubs kept = new KeptStubs(run, index);
    run.units()
        .forEach(
            (tree, file) -> {
              byte[] stubs = broken.contains(file.path()) ? null : kept.packed(tree);
              if (stubs != null) {
                packed.put(file.path(), stubs);
              }
            });
    return packed;
  }

  /** The stubs of a source; null where it can have none. */
  private byte[] packed(CompilationUnitTree tree) {
    try {
      SortedMap<String, byte[]> classes = stubs.of(tree);
      if (classes == null) {
        return null;
      }
      oddNames.clear();
      stubs.types(tree).forEach(this::odd);
      return SourceStubs.pack(classes, oddNames);
    } catch (RuntimeException e) {
      // A class that does not fit a class file is looked up in its sketch.
      return null;
    }
  }

  private void odd(TypeElement type) {
    SurveyBuilder builder = index.builder();
    Integer owner = index.units().get(type);
    for (Element member : type.getEnclosedElements()) {
      if (member instanceof TypeElement nested) {
        odd(nested);
      } else if (owner != null && member instanceof ExecutableElement method) {
        String says = ElementNames.signature(type, method);
        Integer unit = index.units().get(method);
        boolean same =
            unit == null
                ? !builder.knows(Level.MEMBER, owner, says)
                : builder.name(unit).equals(says);
        if (!same) {
          oddNames.put(stubs.key(method), unit == null ? "" : builder.name(unit));
        }
      }
    }
  }

  /** What the units of members are called that are known by stubs, for {@link UnitIndex}. */
  static Function<Element, String> names(CompilerRun run, Stubs stubs) {
    StubClasses keys = new StubClasses(run);
    return element -> {
      if (!(element.getEnclosingElement() instanceof TypeElement type)) {
        return null;
      }
      String name = keys.internal(type);
      if (!stubs.has(name)) {
        return null;
      }
      if (!(element instanceof ExecutableElement method)) {
        return element.getSimpleName().toString();
      }
      String odd = stubs.oddName(name, keys.key(method));
      return odd == null ? ElementNames.signature(type, method) : odd;
    };
  }
}
