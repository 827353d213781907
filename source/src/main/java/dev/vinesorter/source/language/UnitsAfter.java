package dev.vinesorter.source.language;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import java.util.HashMap;
import java.util.Map;

/** Which units of before a step are there afterwards, and whether they are as they were. */
final class UnitsAfter {
  private final Survey before;
  private final Survey after;
  private Map<String, Integer> places;

  UnitsAfter(StepEffect step) {
    this.before = step.before();
    this.after = step.after();
  }

  /** Whether a member is there, under the name that its type has now, and is as it was. */
  boolean isThere(int member, Map<String, String> names) {
    int found = fresh(member, names);
    return found >= 0 && isAlike(member, found, names);
  }

  /** Whether a member has another simple name afterwards, or is not as it was. */
  boolean changes(int member, Map<String, String> names) {
    String now = names.getOrDefault(before.units().name(member), "");
    String bare = MemberNames.bare(now.substring(now.indexOf('#') + 1));
    boolean renamed =
        now.indexOf('#') >= 0 && !bare.equals(MemberNames.bare(before.units().simpleName(member)));
    return renamed || !isThere(member, names);
  }

  boolean isAlike(int used, int found, Map<String, String> names) {
    Units units = before.units();
    Units now = after.units();
    return now.traits(found) == units.traits(used)
        && now.facts().parameters(found).equals(units.facts().parameters(used))
        && (now.type(found).equals(units.type(used))
            || now.type(found).equals(renamed(units.type(used), names)));
  }

  /** The unit that another one is afterwards, or -1. */
  int fresh(int used, Map<String, String> names) {
    Units units = before.units();
    String name = units.name(used);
    String now = names.get(name);
    for (int around = used; now == null && around >= 0; around = units.parent(around)) {
      String outer = units.level(around) == Level.TYPE ? units.name(around) : "";
      now = names.containsKey(outer) ? names.get(outer) + name.substring(outer.length()) : null;
    }
    now = now == null ? name : now;
    String key = units.level(used) + " ";
    int open = now.indexOf('(');
    String parameters = open < 0 ? "" : renamed(now.substring(open), names);
    Integer found = places().get(key + now);
    return found == null && open >= 0
        ? places().getOrDefault(key + now.substring(0, open) + parameters, -1)
        : found == null ? -1 : found;
  }

  /** Where the units of the foretold survey stand in it, by level and name, own ones first. */
  private Map<String, Integer> places() {
    if (places == null) {
      places = new HashMap<>();
      Units units = after.units();
      for (int unit = 0; unit < units.size(); unit++) {
        if (units.fileOf(unit) >= 0) {
          places.putIfAbsent(units.level(unit) + " " + units.name(unit), unit);
        }
      }
    }
    return places;
  }

  /** A text with new simple names of types. */
  private static String renamed(String text, Map<String, String> names) {
    StringBuilder out = new StringBuilder();
    int at = 0;
    while (at < text.length()) {
      int from = at;
      while (at < text.length() && Character.isJavaIdentifierPart(text.charAt(at))) {
        at++;
      }
      String word = text.substring(from, at);
      out.append(
          names.entrySet().stream()
              .filter(one -> one.getKey().indexOf('#') < 0 && last(one.getKey()).equals(word))
              .map(one -> last(one.getValue()))
              .findFirst()
              .orElse(word));
      if (at < text.length()) {
        out.append(text.charAt(at++));
      }
    }
    return out.toString();
  }

  private static String last(String name) {
    return name.substring(name.lastIndexOf('.') + 1);
  }
}
