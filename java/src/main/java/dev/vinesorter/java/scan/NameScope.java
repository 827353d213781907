package dev.vinesorter.java.scan;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.java.build.JavaFile;
import dev.vinesorter.java.syntax.JavaHeader;
import java.util.List;

/**
 * Resolves names of our own types by the rules of scope alone: types around, then imports, then the
 * package, then imports on demand. It serves where the compiler does not bind names for us: in
 * documentation and in files that it could not attribute. Inherited member types are not looked at.
 */
final class NameScope {
  private final UnitIndex index;
  private final JavaFile file;
  private final List<JavaHeader.Import> imports;

  NameScope(UnitIndex index, JavaFile file) {
    this.index = index;
    this.file = file;
    this.imports = JavaHeader.of(file.tokens()).imports();
  }

  /** The type that a simple name means inside a unit, or {@link UnitIndex#NONE}. */
  int simple(String name, int around) {
    var builder = index.builder();
    for (int unit = around; unit >= 0; unit = builder.parent(unit)) {
      if (builder.knows(Level.TYPE, unit, name)) {
        return builder.unit(Level.TYPE, unit, name);
      }
    }
    for (JavaHeader.Import single : imports) {
      if (!single.isStatic() && !single.onDemand() && single.simpleName().equals(name)) {
        return index.ownType(single.name());
      }
    }
    int beside =
        index.ownType(file.packageName().isEmpty() ? name : file.packageName() + "." + name);
    if (beside >= 0) {
      return beside;
    }
    for (JavaHeader.Import many : imports) {
      if (!many.isStatic() && many.onDemand()) {
        int found = index.ownType(many.name() + "." + name);
        if (found >= 0) {
          return found;
        }
      }
    }
    return UnitIndex.NONE;
  }

  /** No name of a type has more; what is longer is a text that somebody made. */
  private static final int MOST_SEGMENTS = 200;

  /**
   * The types along a dotted name, one for each segment: {@link UnitIndex#NONE} for segments that
   * name a package or nothing known.
   */
  int[] dotted(List<String> segments, int around) {
    int[] found = new int[segments.size()];
    java.util.Arrays.fill(found, UnitIndex.NONE);
    int at = simple(segments.get(0), around);
    int next = 1;
    if (at >= 0) {
      found[0] = at;
    } else {
      StringBuilder name = new StringBuilder(segments.get(0));
      int most = Math.min(segments.size(), MOST_SEGMENTS);
      while (next < most && at < 0) {
        name.append('.').append(segments.get(next));
        at = index.ownType(name.toString());
        found[next++] = at;
      }
    }
    while (at >= 0 && next < segments.size()) {
      String nested = segments.get(next);
      at =
          index.builder().knows(Level.TYPE, at, nested)
              ? index.builder().unit(Level.TYPE, at, nested)
              : UnitIndex.NONE;
      found[next++] = at;
    }
    return found;
  }
}
