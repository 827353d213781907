package dev.vinesorter.source.language;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.SurveyBuilder;
import dev.vinesorter.core.model.SurveyPatch;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Two languages that see the same namespaces, such as Kotlin and Java, in one survey. What the
 * first names of the second, its reader gives as if it belonged to a library; that is the second's
 * own where it declares it. What the second names of the first, its compiler does not know; a type
 * of the first is meant where it is imported, or is of the same package.
 *
 * @param guest the first
 * @param host the second
 */
record Neighbours(Language guest, Language host) {
  /** Those among the languages of a root; null for none. */
  static Neighbours among(List<Language> present) {
    for (Language guest : present) {
      for (Language host : present) {
        if (!guest.neighbour().isEmpty() && guest.neighbour().equals(host.name())) {
          return new Neighbours(guest, host);
        }
      }
    }
    return null;
  }

  private boolean isHost(Units units, int unit) {
    int file = units.fileOf(unit);
    return file >= 0 && host.owns(units.name(file));
  }

  private boolean isGuest(Units units, int unit) {
    int file = units.fileOf(unit);
    return file >= 0 && guest.owns(units.name(file));
  }

  // ---- apart

  /** What becomes of uses of each other where one of them is taken out of a whole. */
  SurveyPatch.Others apart(Survey whole, SurveyBuilder builder) {
    Units units = whole.units();
    return new SurveyPatch.Others() {
      @Override
      public int unit(int used) {
        return unit(used, Kind.REFERS);
      }

      @Override
      public int unit(int used, Kind kind) {
        if (isHost(units, used)) {
          return placeholder(units, used, kind, builder);
        }
        return isGuest(units, used) ? LEFT_OUT : NOBODY;
      }

      @Override
      public void leftOut(int reference) {
        int used = whole.references().target(reference);
        builder.unresolved(hostName(units, used), whole.site(reference));
      }
    };
  }

  /** How the host names a type of the guest: what is loose is of a class called like its file. */
  static String hostName(Units units, int type) {
    String name = units.simpleName(type);
    String path = units.name(units.fileOf(type));
    String file = path.substring(path.lastIndexOf('/') + 1);
    return name.equals(file.replace('.', '_'))
        ? file.substring(0, file.lastIndexOf('.')) + "Kt"
        : name;
  }

  /** A unit as if it belonged to a library; an accessor that is a property is called like that. */
  private static int placeholder(Units units, int unit, Kind kind, SurveyBuilder builder) {
    int around = units.parent(unit);
    if (units.level(unit) == Level.TYPE && units.level(around) == Level.FILE) {
      int home = builder.unit(Level.PACKAGE, -1, units.name(units.packageOf(unit)));
      int made = builder.unit(Level.TYPE, home, units.simpleName(unit));
      builder.traits(made, Trait.FOREIGN.bit());
      return made;
    }
    if (units.level(unit) != Level.TYPE && units.level(unit) != Level.MEMBER) {
      return SurveyPatch.Others.NOBODY;
    }
    String name = MemberNames.bare(units.simpleName(unit));
    String property =
        !units.has(unit, Trait.METHOD)
            ? ""
            : kind == Kind.READS
                ? Property.of(name)
                : kind == Kind.WRITES ? written(units, around, name) : "";
    int made =
        builder.unit(
            units.level(unit) == Level.TYPE ? Level.TYPE : Level.MEMBER,
            placeholder(units, around, Kind.REFERS, builder),
            property.isEmpty() ? name : property);
    builder.traits(made, Trait.FOREIGN.bit());
    return made;
  }

  /** The property that a setter of a type writes. */
  private static String written(Units units, int type, String setter) {
    for (int child : units.children(type)) {
      String property = Property.of(MemberNames.bare(units.simpleName(child)));
      if (!property.isEmpty() && Property.setter(property).equals(setter)) {
        return property;
      }
    }
    return "";
  }

  // ---- together

  /** Says of nothing what it is, and leaves out names that are bound. */
  static SurveyPatch.Others without(Set<Survey.Unresolved> bound) {
    return new SurveyPatch.Others() {
      @Override
      public int unit(int used) {
        return NOBODY;
      }

      @Override
      public boolean isBound(Survey.Unresolved name) {
        return bound.contains(name);
      }
    };
  }

  /** What the guest's uses of a library are, where that is the host's. */
  SurveyPatch.Others together(Survey guests, Survey hosts, SurveyPatch hostPatch) {
    Units units = guests.units();
    HostMembers members = new HostMembers(hosts);
    Map<Integer, Integer> read = new HashMap<>();
    Map<Integer, Integer> written = new HashMap<>();
    return new SurveyPatch.Others() {
      @Override
      public int unit(int used) {
        return unit(used, Kind.REFERS);
      }

      @Override
      public int unit(int used, Kind kind) {
        boolean writes = kind == Kind.WRITES;
        return (writes ? written : read)
            .computeIfAbsent(used, n -> real(units, n, writes, members, hostPatch));
      }
    };
  }

  private static int real(
      Units units, int used, boolean writes, HostMembers members, SurveyPatch hostPatch) {
    if (!units.has(used, Trait.FOREIGN) || units.level(used) == Level.PACKAGE) {
      return SurveyPatch.Others.NOBODY;
    }
    int found = members.find(units, used, writes);
    return found < 0 ? SurveyPatch.Others.NOBODY : hostPatch.unit(found);
  }

  /** What was read of one of them, on its way into a whole. */
  record Side(Survey survey, SurveyPatch patch) {}

  /**
   * Binds names of the host that its reader bound to nothing.
   *
   * @param sources gives the texts, for their imports
   * @return those that are bound now; their uses are in the builder
   */
  Set<Survey.Unresolved> bind(Side host, Side guest, SurveyBuilder builder, Overlay sources) {
    Survey hosts = host.survey();
    Map<String, List<Integer>> types = new HashMap<>();
    Units units = guest.survey().units();
    for (int unit = 0; unit < units.size(); unit++) {
      boolean top = units.level(unit) == Level.TYPE && units.fileOf(unit) >= 0;
      if (top && units.level(units.parent(unit)) == Level.FILE) {
        types.computeIfAbsent(hostName(units, unit), key -> new ArrayList<>(1)).add(unit);
      }
    }
    Set<Survey.Unresolved> found = new HashSet<>();
    for (Survey.Unresolved one : hosts.unresolved()) {
      for (int type : types.getOrDefault(one.name(), List.of())) {
        int user = at(hosts.units(), one);
        String home = units.name(units.packageOf(type));
        String own = user < 0 ? "" : hosts.units().name(hosts.units().packageOf(user));
        if (user >= 0 && !found.contains(one) && sees(own, home, one, sources)) {
          int begin = one.site().begin();
          boolean imports = hosts.units().level(user) == Level.FILE;
          builder.reference(
              host.patch().unit(user),
              guest.patch().unit(type),
              imports ? Kind.IMPORTS : Kind.REFERS,
              begin,
              one.site().end(),
              false);
          found.add(one);
        }
      }
    }
    return found;
  }

  /** The innermost unit around a name; the file itself outside of its types. */
  private static int at(Units units, Survey.Unresolved one) {
    int file = units.find(one.site().file(), Level.FILE);
    int at = one.site().begin();
    int found = file;
    for (int next = file; next >= 0; ) {
      found = next;
      next = -1;
      for (int child : units.children(found)) {
        if (units.begin(child) <= at && at < units.end(child)) {
          next = child;
        }
      }
    }
    return found;
  }

  private static boolean sees(String own, String home, Survey.Unresolved one, Overlay sources) {
    if (home.equals(own)) {
      return true;
    }
    String text = sources.text(one.site().file()).text();
    String full = home + "." + one.name();
    // Where the name stands may be told by a text before edits, so its place is not asked for.
    return hasName(text, full) || text.contains("import " + home + ".*;");
  }

  private static boolean hasName(String text, String full) {
    for (int at = text.indexOf(full); at >= 0; at = text.indexOf(full, at + 1)) {
      int end = at + full.length();
      boolean begins =
          at == 0
              || text.charAt(at - 1) != '.' && !Character.isJavaIdentifierPart(text.charAt(at - 1));
      if (begins && (end == text.length() || !Character.isJavaIdentifierPart(text.charAt(end)))) {
        return true;
      }
    }
    return false;
  }
}
