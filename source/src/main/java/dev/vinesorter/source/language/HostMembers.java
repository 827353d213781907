package dev.vinesorter.source.language;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import java.util.HashSet;
import java.util.Set;

/** Which types and members of a host a guest means by names, inherited members included. */
final class HostMembers {
  private final Units hosts;
  private final References references;

  HostMembers(Survey hosts) {
    this.hosts = hosts.units();
    this.references = hosts.references();
  }

  /**
   * The host's unit that a guest names as if it belonged to a library, or -1; of several methods of
   * a name the first.
   *
   * @param units of the guest
   * @param writes whether a value is given to it
   */
  int find(Units units, int used, boolean writes) {
    int around = units.parent(used);
    if (units.level(around) == Level.PACKAGE) {
      int type = hosts.find(units.name(used), Level.TYPE);
      return type < 0 || hosts.has(type, Trait.FOREIGN) ? -1 : type;
    }
    int type = find(units, around, false);
    if (type < 0 || hosts.level(type) != Level.TYPE) {
      return type;
    }
    int found = member(type, units.simpleName(used), writes, new HashSet<>());
    // What it inherits from a library is told by the type that it is reached through.
    return found < 0 ? type : found;
  }

  /** A member of a type or of one above it, the nearest first; or -1. */
  private int member(int type, String name, boolean writes, Set<Integer> seen) {
    if (!seen.add(type) || hosts.has(type, Trait.FOREIGN)) {
      return -1;
    }
    int own = declared(type, name, writes);
    for (int r = references.row(type); own < 0 && r < references.row(type + 1); r++) {
      Kind kind = references.kind(r);
      if (kind == Kind.EXTENDS || kind == Kind.IMPLEMENTS) {
        own = member(references.target(r), name, writes, seen);
      }
    }
    return own;
  }

  private int declared(int type, String name, boolean writes) {
    int hidden = -1;
    for (int child : hosts.children(type)) {
      if (MemberNames.bare(hosts.simpleName(child)).equals(name)) {
        boolean isSeen = !hosts.has(child, Trait.PRIVATE) || hosts.level(child) != Level.MEMBER;
        if (isSeen && !(writes && hosts.has(child, Trait.METHOD))) {
          return child;
        }
        hidden = hidden < 0 ? child : hidden;
      }
    }
    String accessor = writes ? Property.setter(name) : Property.getter(name);
    for (int child : hosts.children(type)) {
      if (MemberNames.bare(hosts.simpleName(child)).equals(accessor)) {
        return child;
      }
    }
    return hidden;
  }
}
