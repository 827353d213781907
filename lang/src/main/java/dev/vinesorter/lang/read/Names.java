package dev.vinesorter.lang.read;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.lang.outline.Outline;
import dev.vinesorter.lang.outline.Outline.Decl;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.Root;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.outline.Outline.Use;
import dev.vinesorter.lang.outline.Way;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Looks up what names mean: by scopes from inside out, by imports, by what a type inherits. */
public final class Names {
  /** How far what is handed on is followed. */
  private static final int MOST_DEEP = 12;

  /** How many types as written may be looked up, each for the one before. */
  private static final int MOST_CHAINED = 50;

  private final Project project;
  private final Rules rules;
  private final List<Outline> outlines;

  /** How languages call the type that a declaration stands in. */
  private static final Set<String> OWN_TYPES = Set.of("self", "static", "this", "Self");

  /** What the types above types mean, by file and declaration; made when asked for. */
  private final Map<Long, List<Place>> above = new HashMap<>();

  private final Map<Long, List<List<String>>> aboveWritten = new HashMap<>();

  /** Where each name is declared, in whatever file. */
  private final Map<String, List<Place>> byName = new HashMap<>();

  /** Functions that are defined apart from their types, by their own names. */
  private final Map<String, List<Place>> apart = new HashMap<>();

  private final Spaces spaces;

  private final Neighbours neighbours;

  /** What a source sees since it brings it in as a whole, by its number. */
  private final Map<Integer, Set<Integer>> seen = new HashMap<>();

  /** An import of a source; the same words stand in other sources, too. */
  private record Asked(int file, Import one) {}

  /** What imports take from. */
  private final Map<Asked, Place> sources = new HashMap<>();

  /** The imports that stand in functions, by the number of their source. */
  private final Map<Integer, List<Import>> inFunctions = new HashMap<>();

  /** The source in which the name stands that is looked up. */
  private int asking;

  /** Whether only a type is meant, and nothing else of the name. */
  private boolean typesOnly;

  /** A type as it is written in a declaration. */
  private record Chain(int file, int decl, List<String> names) {}

  /** What is known of types as written while one is looked up; null for one that is open. */
  private final Map<Chain, Place> chains = new HashMap<>();

  /** How many of these are open. */
  private int open;

  /** For the sources of a language. */
  public Names(Project project, Rules rules) {
    this.project = project;
    this.rules = rules;
    this.outlines = project.outlines();
    this.spaces = new Spaces(project, rules);
    this.neighbours = new Neighbours(project, rules);
    for (int file = 0; file < outlines.size(); file++) {
      List<Decl> decls = outlines.get(file).decls();
      for (int decl = 1; decl < decls.size(); decl++) {
        Decl one = decls.get(decl);
        Place place = Place.of(file, decl);
        boolean local = isLocal(decls, decl);
        if (one.sort() != Sort.SPACE && !local && !one.only()) {
          byName.computeIfAbsent(one.name(), name -> new ArrayList<>(1)).add(place);
          int colons = one.name().lastIndexOf("::");
          if (colons > 0 && !rules.includes()) {
            String own = one.name().substring(colons + 2);
            apart.computeIfAbsent(own, name -> new ArrayList<>(1)).add(place);
          }
        }
      }
      for (Use use : outlines.get(file).uses()) {
        if (use.kind() == Kind.EXTENDS || use.kind() == Kind.IMPLEMENTS) {
          aboveWritten
              .computeIfAbsent(key(file, use.decl()), key -> new ArrayList<>())
              .add(use.chain());
        }
      }
    }
  }

  /** Whether a declaration stands in a function, also in a type inside one. */
  static boolean isLocal(List<Decl> decls, int decl) {
    for (int at = decls.get(decl).around(); at > 0; at = decls.get(at).around()) {
      if (decls.get(at).sort() == Sort.FUNCTION) {
        return true;
      }
    }
    return false;
  }

  /** The full name of a namespace; empty outside of all, and of another declaration. */
  public String space(int file, int decl) {
    boolean isSpace = outlines.get(file).decls().get(decl).sort() == Sort.SPACE;
    return isSpace ? spaces.name(file, decl) : "";
  }

  private static long key(int file, int decl) {
    return (long) file << 32 | decl;
  }

  /** The declaration at a place of ours. */
  public Decl decl(Place place) {
    return outlines.get(place.file()).decls().get(place.decl());
  }

  /** What an import takes from; never null. */
  public Place source(int file, Import one) {
    return sources.computeIfAbsent(
        new Asked(file, one),
        key -> {
          Place found = rules.source(project, file, one);
          return found == null ? Place.foreign(one.from()) : found;
        });
  }

  /** What an import brings in; null where its source has no such thing. */
  public Place brought(int file, Import one, int depth) {
    Place from = source(file, one);
    if (one.name().isEmpty() || one.name().equals("*")) {
      return from;
    }
    if (from.isForeign()) {
      return Place.foreign(from.folder() + "." + one.name());
    }
    Place taken = member(from, one.name(), depth + 1);
    if (taken == null && !one.name().equals("default")) {
      // A name of an object that a module gives as a whole is a part of that.
      return isOneValue(from) ? given(from) : null;
    }
    // What a module gives as a whole may be all that it has.
    return taken == null ? from : taken;
  }

  private boolean isOneValue(Place source) {
    return source.file() >= 0
        && outlines.get(source.file()).imports().stream()
            .anyMatch(
                one -> one.level() == Import.OTHER_NAME && one.from().equals(Import.OF_MODULE));
  }

  /** What the first names of a chain mean, and how many they are. */
  private record Begun(Place at, int names) {}

  /** What a use means; null where nothing of ours, or nobody can tell. */
  public Place meant(int file, Use use) {
    List<String> chain = use.chain();
    asking = file;
    Begun begun = begun(file, use);
    Place at = begun.at();
    int next = begun.names();
    for (; at != null && next < chain.size(); next++) {
      if (at.isForeign() && next > 0 && Way.isCalled(chain.get(next - 1))) {
        // What a library gives may be anything, also something of ours.
        return unknown(file, use, null);
      }
      String name = Way.plain(chain.get(next));
      Place inside = behind(at, name, 0);
      inside = inside == null ? ofNeighbour(at, name) : inside;
      if (inside == null) {
        // What another name for a library's type holds is not known; the name is used anyway.
        return isOtherName(at) && use.kind() == Kind.REFERS ? at : unknown(file, use, at);
      }
      at = inside;
    }
    Place whole = at != null && isMade(use.kind()) ? given(at) : null;
    return whole != null ? whole : at != null ? at : unknown(file, use, null);
  }

  /** What a use begins with. */
  private Begun begun(int file, Use use) {
    List<String> chain = use.chain();
    return switch (use.root()) {
      case SELF -> new Begun(self(file, use), 0);
      case SUPER -> {
        Place self = self(file, use);
        Place found = null;
        for (Place one : self == null ? List.<Place>of() : above(self)) {
          found = found == null ? member(one, chain.get(0), 1) : found;
        }
        boolean other = found == null && self != null;
        yield new Begun(other ? ofNeighbour(self, chain.get(0)) : found, 1);
      }
      case NAME, PATH, OF_TYPE, ELSEWHERE -> {
        boolean alone = chain.size() == 1 && isOfType(use.kind());
        boolean typed = use.root() == Root.OF_TYPE || alone;
        Place at = typed(typed, file, use.decl(), Way.plain(chain.get(0)));
        boolean further = (at == null || isSpace(at)) && chain.size() > 1 && rules.namespaces();
        Place whole = further ? qualified(file, use.decl(), chain) : null;
        yield whole == null ? new Begun(at, 1) : new Begun(whole, chain.size());
      }
      case FULL -> new Begun(full(file, chain, 0), chain.size());
      default -> new Begun(null, 0);
    };
  }

  /** The type of the object whose method a use stands in; null for none. */
  private Place self(int file, Use use) {
    int type = typeAround(file, use.decl());
    return type < 0 ? typeApart(file, use.decl()) : Place.of(file, type);
  }

  private static boolean isMade(Kind kind) {
    return kind == Kind.CALLS || isOfType(kind) && kind != Kind.REFERS;
  }

  /** The one thing that a source gives; null where it gives none, or is another thing. */
  private Place given(Place source) {
    boolean whole = rules.givesWhole() && source.file() >= 0 && source.decl() == 0;
    return whole ? inFile(source.file(), "default", 1) : null;
  }

  private static boolean isOfType(Kind kind) {
    return kind == Kind.REFERS
        || kind == Kind.CREATES
        || kind == Kind.EXTENDS
        || kind == Kind.IMPLEMENTS;
  }

  /** What a name alone means, where that may have to be a type. */
  private Place typed(boolean only, int file, int decl, String name) {
    typesOnly = only && rules.namespaces();
    Place found = lookUp(file, decl, name, 0);
    typesOnly = false;
    return found;
  }

  /** A qualified name with what its first part stands for, where that is another name. */
  private List<String> expanded(int file, List<String> chain) {
    for (Import one : outlines.get(file).imports()) {
      if (one.level() == Import.USING_ONE && one.alias().equals(chain.get(0))) {
        List<String> full = new ArrayList<>(Arrays.asList(one.from().split("\\.")));
        full.addAll(chain.subList(1, chain.size()));
        return full;
      }
    }
    return chain;
  }

  private boolean isOtherName(Place place) {
    return place.file() >= 0
        && rules.includes()
        && decl(place).sort() == Sort.TYPE
        && !decl(place).more().type().isEmpty();
  }

  private boolean isSpace(Place place) {
    return place.file() >= 0 && decl(place).sort() == Sort.SPACE && !rules.includes();
  }

  /** What a qualified name means: from the top, or from a namespace around where it stands. */
  private Place qualified(int file, int decl, List<String> chain) {
    Place found = full(file, expanded(file, chain), 0);
    boolean called = chain.stream().anyMatch(Way::isCalled);
    found = found == null && !called ? neighbours.full(expanded(file, chain)) : found;
    for (String space : rules.includes() ? List.<String>of() : spacesAround(file, decl)) {
      if (found == null && !space.isEmpty()) {
        List<String> from = new ArrayList<>(Arrays.asList(space.split("\\.")));
        from.addAll(chain);
        found = full(file, from, 0);
      }
    }
    return found;
  }

  /** The namespaces all of whose names are seen where a declaration stands, the innermost first. */
  public List<String> spacesAround(int file, int decl) {
    List<String> found = new ArrayList<>();
    List<Decl> decls = outlines.get(file).decls();
    for (int at = decl; at > 0; at = decls.get(at).around()) {
      if (decls.get(at).sort() == Sort.SPACE) {
        found.addAll(seenFrom(space(file, at)));
      }
    }
    return found;
  }

  /** A namespace, and those around it where they are seen from inside. */
  public List<String> seenFrom(String space) {
    List<String> found = new ArrayList<>(List.of(space));
    for (int dot = space.lastIndexOf('.'); rules.seesOuter() && dot > 0; ) {
      found.add(space.substring(0, dot));
      dot = space.lastIndexOf('.', dot - 1);
    }
    return found;
  }

  /** The type that a declaration stands in, or is; -1 for none. */
  private int typeAround(int file, int decl) {
    List<Decl> decls = outlines.get(file).decls();
    for (int at = decl; at >= 0; at = decls.get(at).around()) {
      if (decls.get(at).sort() == Sort.TYPE) {
        return at;
      }
    }
    return -1;
  }

  /** What is left where a name in a chain is not found: the only declaration of the last name. */
  private Place unknown(int file, Use use, Place holder) {
    String last = use.chain().get(use.chain().size() - 1);
    boolean alone = use.chain().size() == 1 && use.root() == Root.NAME;
    boolean known = holder != null && (holder.isForeign() || isWholeFile(holder));
    boolean never =
        use.root() == Root.PATH
            || use.root() == Root.FULL
            || use.kind() == Kind.THROUGH
            || rules.isOwn(last);
    if (alone && !rules.namespaces() || known || never) {
      return holder != null && holder.isForeign() ? holder : null;
    }
    List<Place> all = byName.getOrDefault(last, List.of());
    Place only = null;
    for (Place one : all) {
      Decl decl = decl(one);
      boolean member = outlines.get(one.file()).decls().get(decl.around()).sort() == Sort.TYPE;
      boolean fits = member != alone && fits(use.kind(), decl.sort());
      // A member is known only where the type that has it is.
      fits &= alone || !rules.includes() || seen(file).contains(one.file());
      fits &=
          !alone || rules.mayMean(outlines.get(file).path(), outlines.get(one.file()).path(), decl);
      if (fits && only != null) {
        return null;
      }
      only = fits ? one : only;
    }
    return only == null ? null : only.likely();
  }

  /** Whether something can be used so. */
  private static boolean fits(Kind kind, Sort sort) {
    return switch (kind) {
      case CALLS -> sort == Sort.FUNCTION;
      case READS, WRITES -> sort == Sort.FIELD || sort == Sort.FUNCTION && kind == Kind.READS;
      default -> sort == Sort.TYPE;
    };
  }

  private boolean isWholeFile(Place place) {
    return place.isFolder() || place.decl() == 0;
  }

  /**
   * Whether something of ours has a name, so that a use of it may mean that.
   *
   * @param member whether it is a member of a type, and not something that is seen by its name
   */
  boolean isDeclared(String name, boolean member) {
    for (Place one : byName.getOrDefault(name, List.of())) {
      Decl decl = decl(one);
      Sort around = outlines.get(one.file()).decls().get(decl.around()).sort();
      if (decl.sort() == Sort.TYPE || (around == Sort.TYPE) == member) {
        return true;
      }
    }
    return false;
  }

  /**
   * Whether a name that means nothing of ours is one of a library: it begins with one that nobody
   * here declares, or that the rules of the language find wherever it is declared.
   */
  boolean isOfLibrary(int file, Use use) {
    String first = Way.plain(use.chain().get(0));
    boolean named = use.isNamed() || use.root() == Root.ELSEWHERE;
    if (!named || !rules.declaresInParts()) {
      return false;
    }
    if (rules.isFoundByRule(first)) {
      return use.chain().size() == 1 || lookUp(file, use.decl(), first, 0) == null;
    }
    boolean path = use.root() != Root.NAME && use.chain().size() > 1;
    return path && !byName.containsKey(first) && !spaces.begins(first);
  }

  /** What the name of a declaration means where that stands: it, or what defines it. */
  public Place declared(int file, int decl) {
    Decl one = outlines.get(file).decls().get(decl);
    asking = file;
    return lookUp(file, one.around(), one.name(), 0);
  }

  /** What a name alone means where it stands. */
  Place lookUp(int file, int decl, String name, int depth) {
    List<Decl> decls = outlines.get(file).decls();
    boolean further = true;
    for (int at = decl; at > 0; at = decls.get(at).around()) {
      Decl one = decls.get(at);
      Place found = null;
      if (!further) {
        continue;
      }
      further = one.sort() == Sort.FUNCTION || rules.isSeenFromInside(name);
      if (one.sort() == Sort.FUNCTION) {
        found = inside(file, at, name);
        // A definition apart from its type, such as Lamp::on, sees what the type has.
        if (found == null && one.name().contains("::")) {
          found = ofApart(file, one, name, depth);
        }
        boolean mayBring = found == null && !rules.namespaces();
        found = mayBring ? broughtInside(file, one, name, depth) : found;
      } else if (one.sort() == Sort.FIELD && one.name().contains("::")) {
        found = ofApart(file, one, name, depth);
      } else if (one.sort() == Sort.SPACE) {
        found = rules.includes() ? null : named(file, name, depth);
        for (String space : found == null ? seenFrom(space(file, at)) : List.<String>of()) {
          found = found == null ? inSpace(file, space, name) : found;
        }
      } else if (one.sort() == Sort.TYPE) {
        boolean own = one.name().equals(name) && rules.seesMembers();
        found = own ? Place.of(file, at) : null;
        if (found == null && (rules.seesMembers() || at == decl)) {
          found = member(Place.of(file, at), name, depth);
        }
      }
      if (found != null) {
        return found;
      }
    }
    return inFile(file, name, depth);
  }

  /** What an import of just that name means, which beats what the namespace has. */
  private Place named(int file, String name, int depth) {
    Place found = null;
    for (Import one : outlines.get(file).imports()) {
      if (found == null && one.level() == Import.USING_ONE && one.alias().equals(name)) {
        List<String> full = Arrays.asList(one.from().split("\\."));
        found = full(file, full, depth + 1);
        found = found == null ? neighbours.full(full) : found;
      }
    }
    return found;
  }

  /** A function for a type that stands elsewhere, by the namespace that declares it. */
  private Place apartIn(String space, String name) {
    for (Place one : apart.getOrDefault(name, List.of())) {
      Decl decl = decl(one);
      if (spaces.isSpace(outlines.get(one.file()).decls().get(decl.around()))
          && space(one.file(), decl.around()).equals(space)) {
        return one;
      }
    }
    return null;
  }

  /** What a name means that begins with its namespace; null for nothing. */
  Place full(int file, List<String> chain, int depth) {
    for (int n = chain.size() - 1; n >= 0; n--) {
      String space = String.join(".", chain.subList(0, n));
      String name = Way.plain(chain.get(n));
      Place first = inSpace(file, space, name);
      first = first == null && n == chain.size() - 1 ? apartIn(space, name) : first;
      Place at = follow(first, chain, n + 1, depth + 1);
      if (at != null && (at.file() < 0 || decl(at).sort() != Sort.SPACE)) {
        return at;
      }
    }
    return null;
  }

  /** What the rest of a chain means from where its names before lead; null where it is lost. */
  private Place follow(Place from, List<String> chain, int next, int depth) {
    Place at = from;
    for (int n = next; at != null && n < chain.size(); n++) {
      at = behind(at, Way.plain(chain.get(n)), depth);
    }
    return at;
  }

  /**
   * What is meant by a name behind that of a thing: what the thing has, or a namespace of its name.
   */
  private Place behind(Place of, String name, int depth) {
    Place found = member(of, name, depth);
    if (found != null || rules.declaresInParts()) {
      return found;
    }
    return of.file() >= 0 && decl(of).sort() == Sort.TYPE ? opened(of, name) : null;
  }

  /** Whether sources of ours declare something in a namespace. */
  boolean hasSpace(String name) {
    return spaces.has(name);
  }

  /** The type of what is defined apart from it; null for another declaration. */
  private Place typeApart(int file, int decl) {
    List<Decl> decls = outlines.get(file).decls();
    for (int at = decl; at > 0; at = decls.get(at).around()) {
      Decl one = decls.get(at);
      if (one.name().lastIndexOf("::") > 0) {
        return typeOf(file, one, 1);
      }
    }
    return null;
  }

  /** The type that stands before the own name of a definition apart from it. */
  private Place typeOf(int file, Decl one, int depth) {
    List<String> parts = Arrays.asList(one.name().split("::"));
    List<String> names = parts.subList(0, parts.size() - 1);
    return names.isEmpty()
        ? null
        : follow(lookUp(file, one.around(), names.get(0), depth), names, 1, depth);
  }

  /** A function that is defined apart for a type or one above it; null for none. */
  private Place extension(Place type, String name, int depth) {
    for (Place one : apart.getOrDefault(name, List.of())) {
      Place of = depth > 1 ? null : typeApart(one.file(), one.decl());
      if (of != null && (of.equals(type) || above(type).contains(of))) {
        return one;
      }
    }
    return null;
  }

  private Place ofApart(int file, Decl one, String name, int depth) {
    Place type = typeOf(file, one, depth + 1);
    if (type == null || depth > MOST_DEEP) {
      return null;
    }
    // Inside of a type its name means it, though its constructors are called so, too.
    boolean own = type.file() >= 0 && decl(type).name().equals(name);
    // Types are not seen through what a function is for, and of a library's nobody knows its own.
    boolean unknown = type != null && type.isForeign() && typesOnly;
    return own ? type : unknown ? null : member(type, name, depth + 1);
  }

  private Place inside(int file, int decl, String name) {
    int found = outlines.get(file).find(decl, name);
    if (found < 0) {
      return null;
    }
    Decl one = outlines.get(file).decls().get(found);
    boolean other =
        typesOnly && (one.sort() == Sort.FIELD || one.sort() == Sort.FUNCTION)
            || Trait.CONSTRUCTOR.in(one.traits())
                && one.name().equals(outlines.get(file).decls().get(decl).name());
    return other ? null : Place.of(file, found);
  }

  /** What a function itself brings in by a name; null for nothing. */
  private Place broughtInside(int file, Decl function, String name, int depth) {
    for (Import one : inFunctions(file)) {
      boolean here = function.begin() <= one.at() && one.at() < function.end();
      if (here && one.alias().equals(name)) {
        return bound(file, one, depth);
      }
    }
    return null;
  }

  /** The imports of a source that stand in functions, and bring in a name. */
  private List<Import> inFunctions(int file) {
    return inFunctions.computeIfAbsent(
        file,
        key -> {
          List<Import> found = new ArrayList<>();
          List<Decl> decls = outlines.get(file).decls();
          for (Import one : outlines.get(file).imports()) {
            boolean inside =
                one.level() >= 0
                    && !one.alias().isEmpty()
                    && decls.stream()
                        .anyMatch(
                            decl ->
                                decl.sort() == Sort.FUNCTION
                                    && decl.begin() <= one.at()
                                    && one.at() < decl.end());
            if (inside) {
              found.add(one);
            }
          }
          return found;
        });
  }

  /** What a name means at the top of a file: declared there, imported, or seen by an include. */
  public Place inFile(int file, String name, int depth) {
    Place own = inside(file, 0, name);
    boolean whole = own != null && !decl(own).only();
    if (whole || depth > MOST_DEEP) {
      return own;
    }
    Outline outline = outlines.get(file);
    Place inside = null;
    for (Import one : outline.imports()) {
      if (one.level() == Import.OTHER_NAME && one.alias().equals(name)) {
        return one.name().equals(name) ? null : inFile(file, one.name(), depth + 1);
      }
      if (one.level() >= 0 && one.alias().equals(name)) {
        Place found = bound(file, one, depth);
        if (found != null && (rules.namespaces() || !inFunctions(file).contains(one))) {
          return found;
        }
        // What a function brings in is seen there; elsewhere only where nothing else is meant.
        inside = inside == null ? found : inside;
      }
    }
    if (inside != null) {
      return inside;
    }
    Place all = ofAll(file, name, depth);
    if (all != null) {
      return all;
    }
    Place included = included(file, name, depth);
    Place there = included != null ? included : own;
    return there != null ? there : neighbours.seen(file, name);
  }

  /** What a source sees by a name since it brings in all of another one; null for nothing. */
  private Place ofAll(int file, String name, int depth) {
    for (Import one : outlines.get(file).imports()) {
      if (one.name().equals("*") && one.alias().isEmpty()) {
        Place from = source(file, one);
        Place found = from.isForeign() || rules.includes() ? null : member(from, name, depth + 1);
        if (found != null) {
          return found;
        }
      }
    }
    return null;
  }

  /** What a source sees by a name in namespaces that it uses; null for nothing. */
  private Place included(int file, String name, int depth) {
    Place included = rules.namespaces() ? inSpace(file, "", name) : null;
    for (Import one :
        rules.namespaces() && included == null ? outlines.get(file).imports() : List.<Import>of()) {
      if (one.level() < 0 && one.name().equals("*")) {
        included = included == null ? inSpace(file, one.from(), name) : included;
      } else if (one.level() < 0 && one.alias().equals(name)) {
        Place from = full(file, Arrays.asList(one.from().split("\\.")), depth + 1);
        included = included == null || from != null ? from : included;
      }
    }
    return included;
  }

  /** What the name of an import means: what is taken, or the first part of a dotted name. */
  private Place bound(int file, Import one, int depth) {
    boolean firstOnly = one.nameAt() == -1 && one.name().isEmpty() && one.from().contains(".");
    if (!firstOnly) {
      return brought(file, one, depth);
    }
    String first = one.from().substring(0, one.from().indexOf('.'));
    return source(
        file, new Import(first, one.level(), "", first, one.at(), one.end(), one.nameAt()));
  }

  /** What a namespace holds by a name, of what a file sees. */
  private Place inSpace(int file, String space, String name) {
    List<Place> all = spaces.held(space, name);
    if (all.isEmpty()) {
      return null;
    }
    Set<Integer> visible = rules.includes() ? seen(file) : null;
    Place declared = null;
    Place opened = null;
    for (Place one : all) {
      boolean sees = visible == null || visible.contains(one.file());
      if (sees && isSpace(one)) {
        // Another source may say what it is besides a namespace.
        opened = opened == null ? one : opened;
        continue;
      }
      if (sees && !decl(one).only()) {
        return one;
      }
      declared = sees ? one : declared;
    }
    if (declared == null) {
      return opened;
    }
    // A header says that it is defined somewhere: where just one source does, that is it.
    Place defined = null;
    for (Place one : all) {
      if (!decl(one).only()) {
        if (defined != null) {
          return declared;
        }
        defined = one;
      }
    }
    return defined == null ? declared : defined;
  }

  /** All sources that one brings in, and those in turn; itself among them. */
  public Set<Integer> seen(int file) {
    Set<Integer> known = seen.get(file);
    if (known != null) {
      return known;
    }
    Set<Integer> all = new HashSet<>();
    List<Integer> open = new ArrayList<>(List.of(file));
    all.add(file);
    for (int n = 0; n < open.size(); n++) {
      for (Import one : outlines.get(open.get(n)).imports()) {
        if (one.level() < 0) {
          continue;
        }
        Place from = source(open.get(n), one);
        if (from.file() >= 0 && all.add(from.file())) {
          open.add(from.file());
        }
      }
    }
    seen.put(file, all);
    return all;
  }

  /** What a thing holds by a name, which may be called; null for nothing. */
  Place member(Place of, String called, int depth) {
    String name = Way.plain(called);
    if (of.isForeign()) {
      return Place.foreign(of.folder() + "." + name);
    }
    if (depth > MOST_DEEP) {
      return null;
    }
    if (of.isFolder()) {
      return rules.inFolder(project, of.folder(), name);
    }
    Decl decl = decl(of);
    Place found;
    switch (decl.sort()) {
      case LOOSE -> {
        found = inFile(of.file(), name, depth + 1);
        String path = outlines.get(of.file()).path();
        if (found == null) {
          found = rules.inFolder(project, path, name);
        }
        Place given = found == null ? given(of) : null;
        found = given == null || given.equals(of) ? found : member(given, name, depth + 1);
      }
      case SPACE -> found = inSpace(asking, space(of.file(), of.decl()), name);
      case TYPE -> {
        found = inside(of.file(), of.decl(), name);
        found = found == null && rules.declaresInParts() ? opened(of, name) : found;
        for (Place one : found == null ? above(of) : List.<Place>of()) {
          found = found == null ? member(one, name, depth + 1) : found;
        }
        String alias = found == null ? decl.more().type() : "";
        Place meant =
            alias.isEmpty() ? null : chain(of.file(), of.decl(), Arrays.asList(alias.split("\\.")));
        if (meant != null && !meant.equals(of)) {
          found = member(meant, name, depth + 1);
        }
        found = found == null ? extension(of, name, depth) : found;
      }
      default -> {
        Place written = ofValue(of, decl);
        boolean value = decl.sort() == Sort.FIELD || decl.sort() == Sort.FUNCTION;
        found =
            written == null || !value || written.equals(of)
                ? null
                : member(written, name, depth + 1);
      }
    }
    return found;
  }

  /** The type of a variable, or of what a function gives; null where nobody tells. */
  private Place ofValue(Place of, Decl decl) {
    String type = decl.more().type();
    if (type.isEmpty() || outlines.get(of.file()).isOverloaded(of.decl())) {
      return null;
    }
    if (OWN_TYPES.contains(type)) {
      int around = typeAround(of.file(), of.decl());
      return around < 0 ? null : Place.of(of.file(), around);
    }
    return chain(of.file(), of.decl(), Arrays.asList(type.split("\\.")));
  }

  /**
   * What a thing has by a name from a neighbour's type that its own type extends: the nearest such
   * type, which alone knows whether it has it. Null where it extends none.
   */
  private Place ofNeighbour(Place of, String name) {
    if (rules.neighbours().isEmpty() || of.file() < 0) {
      return null;
    }
    Decl decl = decl(of);
    String written = decl.more().type();
    Place type =
        decl.sort() == Sort.TYPE
            ? of
            : written.isEmpty()
                ? null
                : chain(of.file(), of.decl(), Arrays.asList(written.split("\\.")));
    Set<Place> seen = new LinkedHashSet<>();
    if (type != null && type.file() >= 0 && decl(type).sort() == Sort.TYPE) {
      seen.add(type);
    }
    for (List<Place> open = new ArrayList<>(seen); !open.isEmpty(); ) {
      Place next = open.remove(0);
      for (List<String> one : aboveWritten.getOrDefault(key(next.file(), next.decl()), List.of())) {
        Place above = chain(next.file(), next.decl(), one);
        if (above != null && above.isForeign()) {
          List<String> full = List.of(above.folder().split("\\."));
          if (neighbours.cut(full) == full.size() - 1) {
            return Place.foreign(above.folder() + "." + name);
          }
        }
      }
      above(next).stream().filter(seen::add).forEach(open::add);
    }
    return null;
  }

  /**
   * What another source has in a type that it opens as a namespace, or in a namespace that is
   * called like a type: that is no part of it.
   */
  private Place opened(Place type, String name) {
    if (!rules.namespaces() || rules.includes()) {
      return null;
    }
    if (rules.declaresInParts()) {
      String shared = spaces.shared(type);
      return shared == null ? null : inSpace(type.file(), shared, name);
    }
    Decl decl = decl(type);
    String around = space(type.file(), decl.around());
    String full = around.isEmpty() ? decl.name() : around + "." + decl.name();
    boolean top = spaces.isSpace(outlines.get(type.file()).decls().get(decl.around()));
    return top && spaces.has(full) ? inSpace(type.file(), full, name) : null;
  }

  /** What a type as written means where a declaration stands. */
  private Place chain(int file, int decl, List<String> names) {
    // What is written of a thing may begin with the thing itself, and one question may come up on
    // ever so many ways: while one is being answered, each other is answered once.
    Chain asked = new Chain(file, decl, names);
    if (chains.containsKey(asked) || open > MOST_CHAINED) {
      return chains.get(asked);
    }
    chains.put(asked, null);
    open++;
    Place found = chainOnce(file, decl, names);
    open--;
    chains.put(asked, found);
    if (open == 0) {
      chains.clear();
    }
    return found;
  }

  private Place chainOnce(int file, int decl, List<String> names) {
    boolean before = typesOnly;
    typesOnly = rules.namespaces() && names.stream().noneMatch(Way::isCalled);
    String first = Way.plain(names.get(0));
    Place at = lookUp(file, outlines.get(file).decls().get(decl).around(), first, 1);
    typesOnly = before;
    // A field is no part of its own type: 'self.desk = desk.Desk()' begins with a module.
    at = Place.of(file, decl).equals(at) ? inFile(file, first, 1) : at;
    if ((at == null || isSpace(at)) && names.size() > 1 && rules.namespaces()) {
      Place whole = qualified(file, decl, names);
      if (whole != null || at == null) {
        return whole;
      }
    }
    return follow(at, names, 1, 1);
  }

  /** The types that a type names as those above it. */
  List<Place> above(Place type) {
    long key = key(type.file(), type.decl());
    List<Place> known = above.get(key);
    if (known != null) {
      return known;
    }
    // Whoever asks meanwhile, since types stand above each other in a circle, gets none.
    above.put(key, List.of());
    List<Place> found = new ArrayList<>();
    for (Place part : type.decl() == 0 ? List.<Place>of() : spaces.parts(type)) {
      for (List<String> written :
          aboveWritten.getOrDefault(key(part.file(), part.decl()), List.of())) {
        Place one = chain(part.file(), part.decl(), written);
        if (one != null && !one.isForeign() && !one.isFolder() && decl(one).sort() == Sort.TYPE) {
          found.add(one);
        }
      }
    }
    above.put(key, found);
    return found;
  }
}
