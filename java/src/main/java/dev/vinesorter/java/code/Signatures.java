package dev.vinesorter.java.code;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.SurveyDraft;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The names of members have the simple names of their parameters' types in them. */
public final class Signatures {
  private Signatures() {}

  /**
   * Gives constructors, and members with parameters of a type, the names that its new one makes.
   */
  public static void retype(SourceView code, SurveyDraft draft, int type, String fresh) {
    Units units = code.units();
    References references = code.references();
    String old = units.simpleName(type);
    Set<Integer> members = new TreeSet<>();
    for (int member : units.children(type)) {
      if (units.has(member, Trait.CONSTRUCTOR)) {
        members.add(member);
      }
    }
    for (int r : references.to(type)) {
      int user = references.from(r);
      if (units.level(user) == Level.MEMBER && references.kind(r) == Kind.REFERS) {
        members.add(user);
      }
    }
    for (int member : members) {
      String name = units.simpleName(member);
      int open = name.indexOf('(');
      if (open >= 0) {
        boolean own = units.has(member, Trait.CONSTRUCTOR) && units.parent(member) == type;
        draft.name(
            member,
            (own ? fresh : name.substring(0, open)) + renamed(name.substring(open), old, fresh));
      }
    }
  }

  /** A list of parameters, as in {@code (Currency, int[])}, with one simple name replaced. */
  private static String renamed(String signature, String old, String fresh) {
    return Pattern.compile("(?<![\\w$.])" + Pattern.quote(old) + "(?![\\w$])")
        .matcher(signature)
        .replaceAll(Matcher.quoteReplacement(fresh));
  }
}
