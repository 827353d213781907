package dev.vinesorter.source.language;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** Names in sources of a guest that may mean what a step changed, and of which nobody knows. */
final class UnsureNames {
  private final StepEffect step;
  private final Survey before;
  private final UnitsAfter units;

  UnsureNames(StepEffect step) {
    this.step = step;
    this.before = step.before();
    this.units = new UnitsAfter(step);
  }

  /**
   * What to look at: names behind a dot in sources of a guest, of which nobody knows what they are,
   * and that a member had which is not as it was.
   *
   * @param names the new full names of types, by their old ones
   */
  List<String> unsure(Language guest, Map<String, String> names) {
    Map<String, String> gone = gone(names);
    Map<String, List<Site>> places = new TreeMap<>();
    Set<List<Object>> known = gone.isEmpty() ? Set.of() : known(guest);
    for (String path : gone.isEmpty() ? List.<String>of() : step.edited().paths()) {
      if (guest.owns(path) && before.units().find(path, Level.FILE) >= 0) {
        String text = step.edited().text(path).text();
        for (String name : gone.keySet()) {
          for (int at = text.indexOf(name); at >= 0; at = text.indexOf(name, at + 1)) {
            if (isMember(text, at, name.length()) && !known.contains(List.of(path, at))) {
              int file = before.units().find(path, Level.FILE);
              Site site =
                  new Site(
                      path,
                      before.units().line(file, at),
                      before.units().column(file, at),
                      at,
                      at + name.length());
              places.computeIfAbsent(name, one -> new ArrayList<>()).add(site);
            }
          }
        }
      }
    }
    List<String> found = new ArrayList<>();
    places.forEach((name, sites) -> found.add(mayMean(name, sites, gone.get(name))));
    return found;
  }

  private static String mayMean(String name, List<Site> sites, String member) {
    boolean one = sites.size() == 1;
    return (one ? "1 place" : sites.size() + " places")
        + " in sources of another language, "
        + (one ? "" : "such as ")
        + sites.get(0).file()
        + ":"
        + sites.get(0).line()
        + ", may mean "
        + member
        + " by '"
        + name
        + "', and nobody knows; look at "
        + (one ? "it." : "them.");
  }

  /** Members that are not as they were, by their bare names and the properties that they make. */
  private Map<String, String> gone(Map<String, String> names) {
    Units units = before.units();
    Map<String, String> gone = new TreeMap<>();
    for (int unit = 0; unit < units.size(); unit++) {
      int file = units.level(unit) == Level.MEMBER ? units.fileOf(unit) : -1;
      boolean ours = file >= 0 && step.language().owns(units.name(file));
      boolean seen = ours && !units.has(unit, Trait.PRIVATE) && !units.has(unit, Trait.INITIALISER);
      if (seen && isTouched(units.name(file)) && !this.units.isThere(unit, names)) {
        String bare = MemberNames.bare(units.simpleName(unit));
        gone.putIfAbsent(bare, units.name(unit));
        if (units.has(unit, Trait.METHOD) && !Property.of(bare).isEmpty()) {
          gone.putIfAbsent(Property.of(bare), units.name(unit));
        }
      }
    }
    return gone;
  }

  /** Where names in sources of a guest stand of which it is known what they are. */
  private Set<List<Object>> known(Language guest) {
    Set<List<Object>> known = new HashSet<>();
    Units units = before.units();
    References references = before.references();
    for (int unit = 0; unit < units.size(); unit++) {
      int file = units.fileOf(unit);
      boolean ofGuest = file >= 0 && guest.owns(units.name(file));
      for (int r = references.row(unit); ofGuest && r < references.row(unit + 1); r++) {
        known.add(List.of(units.name(file), references.at(r)));
      }
    }
    return known;
  }

  /** Whether a stretch is a whole name behind a dot or a colon, and not part of an import. */
  private static boolean isMember(String text, int at, int length) {
    int end = at + length;
    int line = text.lastIndexOf('\n', at) + 1;
    boolean whole =
        at > 0
            && !text.startsWith("import ", line)
            && !text.startsWith("package ", line)
            && !Character.isJavaIdentifierPart(text.charAt(at - 1))
            && (end == text.length() || !Character.isJavaIdentifierPart(text.charAt(end)));
    int before = at - 1;
    while (whole && before >= 0 && Character.isWhitespace(text.charAt(before))) {
      before--;
    }
    return whole && before >= 0 && (text.charAt(before) == '.' || text.charAt(before) == ':');
  }

  /** Whether a source that was read before is another one by now. */
  private boolean isTouched(String path) {
    return step.edited().changed().containsKey(path);
  }
}
