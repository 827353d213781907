package dev.vinesorter.java.code;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * The methods that have to have the same name because they override each other, or because one type
 * inherits one of them as the implementation of another (JLS 8.4.8). Methods of local and anonymous
 * classes are no units; they are told by the references that say what they override.
 */
public final class MemberFamily {
  private final SourceView code;
  private final Units units;
  private final References references;
  private final Set<Integer> members = new TreeSet<>();

  /** The references by which methods of local classes override one of the family. */
  private final List<Integer> local = new ArrayList<>();

  private MemberFamily(SourceView code) {
    this.code = code;
    this.units = code.units();
    this.references = code.references();
  }

  /** The family of a member; a field, constructor or static method is alone in it. */
  public static MemberFamily of(SourceView code, int member) {
    MemberFamily family = new MemberFamily(code);
    List<Integer> open = new ArrayList<>(List.of(member));
    for (int next = 0; next < open.size(); next++) {
      int one = open.get(next);
      if (family.members.add(one) && family.isInherited(one)) {
        open.addAll(family.next(one));
      }
    }
    return family;
  }

  /** All members of the family, foreign ones among them. */
  public Set<Integer> members() {
    return members;
  }

  /** The references by which methods of local classes belong to it. */
  public List<Integer> local() {
    return local;
  }

  private boolean isInherited(int unit) {
    return units.has(unit, Trait.METHOD)
        && !units.has(unit, Trait.STATIC)
        && !units.has(unit, Trait.PRIVATE);
  }

  /** Whether a method overrides another one or is overridden. */
  public static boolean isInOne(Survey survey, int method) {
    References references = survey.references();
    for (int r = references.row(method); r < references.row(method + 1); r++) {
      if (references.kind(r) == Kind.OVERRIDES
          && references.at(r) == survey.units().nameAt(method)) {
        return true;
      }
    }
    for (int r : references.to(method)) {
      if (references.kind(r) == Kind.OVERRIDES) {
        return true;
      }
    }
    return false;
  }

  private List<Integer> next(int method) {
    List<Integer> found = new ArrayList<>();
    for (int r : references.to(method)) {
      int user = references.from(r);
      if (references.kind(r) == Kind.OVERRIDES) {
        if (units.nameAt(user) == references.at(r)) {
          found.add(user);
        } else {
          local.add(r);
          found.addAll(overriddenAt(user, references.at(r)));
        }
      }
    }
    if (units.nameAt(method) >= 0) {
      found.addAll(overriddenAt(method, units.nameAt(method)));
    }
    found.addAll(joined(method));
    return found;
  }

  private List<Integer> overriddenAt(int user, int at) {
    List<Integer> found = new ArrayList<>();
    for (int r = references.row(user); r < references.row(user + 1); r++) {
      if (references.kind(r) == Kind.OVERRIDES && references.at(r) == at) {
        found.add(references.target(r));
      }
    }
    return found;
  }

  /** Methods of unrelated types that some type inherits side by side with this one. */
  private List<Integer> joined(int method) {
    List<Integer> found = new ArrayList<>();
    int owner = units.parent(method);
    if (units.has(owner, Trait.FOREIGN)) {
      return found;
    }
    String name = units.simpleName(method);
    Map<Integer, Boolean> seen = new TreeMap<>();
    for (int heir : code.subtypes(owner)) {
      for (int base : code.allSupertypes(heir)) {
        if (base != owner && seen.putIfAbsent(base, true) == null) {
          for (int member : units.children(base)) {
            if (units.level(member) == Level.MEMBER
                && isInherited(member)
                && units.simpleName(member).equals(name)) {
              found.add(member);
            }
          }
        }
      }
    }
    return found;
  }
}
