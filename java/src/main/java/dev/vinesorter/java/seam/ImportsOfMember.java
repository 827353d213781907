package dev.vinesorter.java.seam;

import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.syntax.JavaHeader;

/** Static imports of a member that is not named by itself any more. */
final class ImportsOfMember {
  private ImportsOfMember() {}

  /** Takes them out of a source where they bring in nothing else. */
  static void takeOut(Rewriting rewriting, int member, int in) {
    Units units = rewriting.code().units();
    String simple = MemberNames.bare(units.simpleName(member));
    for (int other : units.children(units.parent(member))) {
      if (other != member && MemberNames.bare(units.simpleName(other)).equals(simple)) {
        return;
      }
    }
    String full = units.name(units.parent(member)) + "." + simple;
    for (JavaHeader.Import one : rewriting.code().header(in).imports()) {
      if (one.isStatic() && !one.onDemand() && one.name().equals(full)) {
        rewriting.in(in);
        rewriting.names().imports(in).remove(one);
      }
    }
  }
}
