package dev.vinesorter.source.language;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

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

  /**
   * What speaks against a type that others name, though it is there: it is made with something
   * else, or is not below something any more; empty for nothing.
   */
  String lost(int type, int found, Map<String, String> names) {
    for (String made : constructors(before, type)) {
      Set<String> now = constructors(after, found);
      if (!now.contains(made) && !now.contains(renamed(made, names))) {
        return "makes it with " + made;
      }
    }
    Set<String> above = namesAbove(after, found);
    for (String one : namesAbove(before, type)) {
      if (!above.contains(names.getOrDefault(one, one)) && !isGoneElsewhere(one, names)) {
        return "may take it for " + one;
      }
    }
    return "";
  }

  /** Whether a type above is called otherwise by now, also since one around it is. */
  private boolean isGoneElsewhere(String name, Map<String, String> names) {
    int unit = before.units().find(name, Level.TYPE);
    return unit >= 0 && before.units().fileOf(unit) >= 0 && fresh(unit, names) < 0
        || names.keySet().stream().anyMatch(one -> name.startsWith(one + "."));
  }

  /** What the constructors that others see take, as the parentheses of their names. */
  private static Set<String> constructors(Survey survey, int type) {
    Units units = survey.units();
    Set<String> found = new TreeSet<>();
    boolean any = false;
    for (int member : units.children(type)) {
      boolean constructor = units.has(member, Trait.CONSTRUCTOR);
      any |= constructor;
      String name = units.simpleName(member);
      if (constructor && !units.has(member, Trait.PRIVATE) && name.indexOf('(') >= 0) {
        found.add(name.substring(name.indexOf('(')));
      }
    }
    if (!any && !units.has(type, Trait.INTERFACE) && !units.has(type, Trait.RECORD)) {
      found.add("()");
    }
    return found;
  }

  private static Set<String> namesAbove(Survey survey, int type) {
    Set<String> names = new TreeSet<>();
    above(survey, type).forEach(one -> names.add(survey.units().name(one)));
    return names;
  }

  /** All types that a type comes to by inheritance, nearest first. */
  static Set<Integer> above(Survey survey, int type) {
    References references = survey.references();
    Set<Integer> seen = new LinkedHashSet<>();
    Deque<Integer> open = new ArrayDeque<>(List.of(type));
    while (!open.isEmpty()) {
      int next = open.remove();
      for (int r = references.row(next); r < references.row(next + 1); r++) {
        boolean inherits =
            references.kind(r) == Kind.EXTENDS || references.kind(r) == Kind.IMPLEMENTS;
        if (inherits && seen.add(references.target(r))) {
          open.add(references.target(r));
        }
      }
    }
    return seen;
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
