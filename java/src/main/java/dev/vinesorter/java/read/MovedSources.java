package dev.vinesorter.java.read;

import dev.vinesorter.java.compile.JavaSketch;
import dev.vinesorter.java.syntax.JavaHeader;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * Sources that lie in another package now and are else as they were, and whose users went along:
 * wherever a declaration named a type of such a source, it names the same type by its new name.
 * Then nothing is handed on: who does not use the source itself sees the same types as before, but
 * for their names.
 */
final class MovedSources {
  private final Map<String, String> old;
  private final Map<String, String> now;
  private final Map<String, String> newPaths = new HashMap<>();

  /**
   * Looks for such sources.
   *
   * @param old the sketches before, by path
   * @param now the sketches now
   */
  MovedSources(Map<String, String> old, Map<String, String> now, Set<String> changed) {
    this.old = old;
    this.now = now;
    for (String path : changed) {
      String was = old.get(path);
      if (was != null && !was.isEmpty() && !now.containsKey(path)) {
        for (String other : changed) {
          String is = old.containsKey(other) ? null : now.get(other);
          if (is != null && !is.isEmpty() && isSame(was, is)) {
            newPaths.put(path, other);
          }
        }
      }
    }
  }

  /** Whether nothing but package, imports and members of classes differs. */
  private static boolean isSame(String was, String is) {
    return !change(was, is).wide();
  }

  private static SketchChange change(String was, String is) {
    return SketchChange.between(was, header(was) + is.substring(is.indexOf('\n')));
  }

  private static String header(String sketch) {
    return sketch.substring(0, sketch.indexOf('\n'));
  }

  /** The new paths by the old ones. */
  Map<String, String> newPaths() {
    return newPaths;
  }

  /**
   * A sketch, of before or now, as if the types that moved had always been where they are now: with
   * their new full names, and without imports of them alone. Null stays null.
   */
  String settled(String sketch) {
    String text = sketch;
    for (Map.Entry<String, String> one :
        sketch == null ? Map.<String, String>of().entrySet() : newPaths.entrySet()) {
      String oldPackage = JavaSketch.packageOf(old.get(one.getKey()));
      String newPackage = JavaSketch.packageOf(now.get(one.getValue()));
      for (String name : SketchChange.between(old.get(one.getKey()), null).types()) {
        String full = newPackage + "." + name;
        text = replaced(text, oldPackage + "." + name, full);
        int end = text.indexOf('\n');
        text = text.substring(0, end).replace("import " + full + ";", "") + text.substring(end);
      }
    }
    return text;
  }

  private static String replaced(String text, String word, String by) {
    if (!JavaTokens.hasWord(text, word)) {
      return text;
    }
    StringBuilder out = new StringBuilder();
    int from = 0;
    for (int at = text.indexOf(word); at >= 0; at = text.indexOf(word, at + 1)) {
      int end = at + word.length();
      boolean whole =
          !Character.isJavaIdentifierPart(text.charAt(at - 1))
              && text.charAt(at - 1) != '.'
              && (end == text.length() || !Character.isJavaIdentifierPart(text.charAt(end)));
      if (whole) {
        out.append(text, from, at).append(by);
        from = end;
      }
    }
    return out.append(text.substring(from)).toString();
  }

  /** Names of members that differ in a source besides. */
  Set<String> members(String oldPath) {
    return change(old.get(oldPath), now.get(newPaths.get(oldPath))).names();
  }

  /**
   * Takes out the sources that not all went along with.
   *
   * @param users who uses each source
   */
  void onlyFollowed(Map<String, Set<String>> users) {
    newPaths
        .entrySet()
        .removeIf(one -> !isFollowed(one.getKey(), one.getValue(), users.get(one.getKey())));
  }

  private boolean isFollowed(String from, String to, Set<String> users) {
    String oldPackage = JavaSketch.packageOf(old.get(from));
    String newPackage = JavaSketch.packageOf(now.get(to));
    Set<String> names = new TreeSet<>(SketchChange.typeNames(old.get(from)));
    names.addAll(SketchChange.typeNames(now.get(to)));
    if (oldPackage.isEmpty() || newPackage.isEmpty() || declaredElsewhere(names, from, to)) {
      return false;
    }
    for (Map.Entry<String, String> one : now.entrySet()) {
      String sketch = one.getValue();
      if (!one.getKey().equals(to) && Concerned.has(sketch, names)) {
        boolean uses = users != null && users.contains(one.getKey());
        if (!uses || sketch.contains("\\u") || !follows(sketch, oldPackage, newPackage, names)) {
          return false;
        }
      }
    }
    return true;
  }

  /** Whether another source declares a type of one of the names, before or now. */
  private boolean declaredElsewhere(Set<String> names, String from, String to) {
    for (String name : names) {
      String line = "\nT" + name + "\t";
      for (Map<String, String> sketches : List.of(old, now)) {
        for (Map.Entry<String, String> one : sketches.entrySet()) {
          boolean own = one.getKey().equals(from) || one.getKey().equals(to);
          if (!own && one.getValue().contains(line)) {
            return true;
          }
        }
      }
    }
    return false;
  }

  /**
   * Whether a source means by each of some names that it has the type of the new package: it
   * imports that, or is of the package or imports all of it and nothing else of the name, or has it
   * in full; and it has none of them by its old full name.
   */
  private static boolean follows(
      String sketch, String oldPackage, String newPackage, Set<String> names) {
    JavaHeader header = JavaHeader.of(JavaTokens.of(header(sketch).substring(1)));
    for (String name : names) {
      String full = newPackage + "." + name;
      boolean imported = false;
      boolean other = false;
      boolean seen = header.packageName().equals(newPackage);
      for (JavaHeader.Import one : header.imports()) {
        seen |= one.onDemand() && !one.isStatic() && one.name().equals(newPackage);
        boolean single = !one.onDemand() && one.simpleName().equals(name);
        imported |= single && one.name().startsWith(newPackage + ".");
        other |= single && !one.name().startsWith(newPackage + ".");
      }
      boolean has = JavaTokens.hasWord(sketch, name);
      boolean means = imported || seen || sketch.contains(full);
      boolean stale = JavaTokens.hasWord(sketch, oldPackage + "." + name);
      if (has && (other || !means || stale)) {
        return false;
      }
    }
    return true;
  }
}
