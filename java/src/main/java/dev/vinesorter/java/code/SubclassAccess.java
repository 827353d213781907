package dev.vinesorter.java.code;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.syntax.JavaTokens;

/** What {@code protected} allows to subclasses in other packages (JLS 6.6.2). */
public final class SubclassAccess {
  private final SourceView code;
  private final Units units;
  private final References references;

  public SubclassAccess(SourceView code) {
    this.code = code;
    this.units = code.units();
    this.references = code.references();
  }

  /** Whether the use is one that {@code protected} grants to subclasses in other packages. */
  public boolean granted(int user, int r, int used) {
    int owner = units.ancestor(units.parent(used), Level.TYPE);
    if (owner < 0) {
      return false;
    }
    for (int around = units.ancestor(user, Level.TYPE);
        around >= 0 && units.level(around) == Level.TYPE;
        around = units.parent(around)) {
      if (around != owner && code.isSubtype(around, owner)) {
        return grantedTo(around, user, r, used);
      }
    }
    return units.has(used, Trait.CONSTRUCTOR) && isAnonymousCreation(user, r);
  }

  private boolean grantedTo(int subclass, int user, int r, int used) {
    if (units.has(used, Trait.CONSTRUCTOR)) {
      return references.kind(r) == Kind.CALLS || isAnonymousCreation(user, r);
    }
    if (units.has(used, Trait.STATIC) || units.level(used) == Level.TYPE) {
      return true;
    }
    JavaTokens tokens = code.tokens(units.fileOf(user));
    int token = tokens.from(references.at(r));
    boolean hasReceiver = tokens.is(token - 1, ".") || tokens.is(token - 1, "::");
    if (!hasReceiver || tokens.is(token - 2, "this") || tokens.is(token - 2, "super")) {
      return true;
    }
    int receiver = receiver(user, r);
    return receiver >= 0 && code.isSubtype(receiver, subclass);
  }

  private boolean isAnonymousCreation(int user, int r) {
    for (int other = references.row(user); other < references.row(user + 1); other++) {
      if (references.at(other) == references.at(r)
          && references.kind(other) == Kind.EXTENDS
          && references.kind(r) != Kind.EXTENDS) {
        return true;
      }
    }
    return false;
  }

  /** The type of what stands before the dot, where it is not the one that declares the member. */
  public int receiver(int user, int r) {
    for (int other = references.row(user); other < references.row(user + 1); other++) {
      if (other != r
          && references.at(other) == references.at(r)
          && (references.kind(other) == Kind.THROUGH || references.kind(other) == Kind.REFERS)
          && units.level(references.target(other)) == Level.TYPE) {
        return references.target(other);
      }
    }
    return -1;
  }
}
