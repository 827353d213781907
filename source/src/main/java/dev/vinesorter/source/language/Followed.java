package dev.vinesorter.source.language;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.IntConsumer;

/**
 * Whether a step on sources of one language left alone what sources of others name: each such thing
 * has to be there afterwards as it was.
 */
final class Followed {
  private static final int MOST = 5;

  private final Survey before;
  private final Survey after;
  private final Language language;
  private final Overlay edited;
  private final Map<Survey, Map<Integer, Integer>> counts = new IdentityHashMap<>();
  private Map<String, Integer> places;

  /**
   * Of a step.
   *
   * @param before what was read before it
   * @param after what is foretold, or was read
   * @param language the one whose sources it changed
   * @param edited the sources after it
   */
  Followed(Survey before, Survey after, Language language, Overlay edited) {
    this.before = before;
    this.after = after;
    this.language = language;
    this.edited = edited;
  }

  /**
   * The new full names of types of a guest that are elsewhere now, by their old ones, as its host
   * writes them. One is the same as before where only one of its simple name came.
   */
  Map<String, String> goneElsewhere() {
    Map<String, List<Integer>> came = new HashMap<>();
    Set<String> were = new HashSet<>();
    Units units = before.units();
    Units now = after.units();
    for (int type = 0; type < units.size(); type++) {
      if (isTop(units, type)) {
        were.add(units.name(type));
      }
    }
    Set<String> are = new HashSet<>();
    for (int type = 0; type < now.size(); type++) {
      if (isTop(now, type)) {
        are.add(now.name(type));
        if (!were.contains(now.name(type))) {
          came.computeIfAbsent(now.simpleName(type), name -> new ArrayList<>()).add(type);
        }
      }
    }
    Map<String, String> found = new TreeMap<>();
    for (int type = 0; type < units.size(); type++) {
      List<Integer> same = came.getOrDefault(units.simpleName(type), List.of());
      if (isTop(units, type) && !are.contains(units.name(type)) && same.size() == 1) {
        found.put(units.name(type), now.name(same.get(0)));
      }
    }
    return found;
  }

  private boolean isTop(Units units, int type) {
    int file = units.level(type) == Level.TYPE ? units.fileOf(type) : -1;
    return file >= 0 && units.parent(type) == file && language.owns(units.name(file));
  }

  /** Such names as the host writes them. */
  Map<String, String> asWritten(Map<String, String> names) {
    Map<String, String> found = new TreeMap<>();
    names.forEach(
        (old, fresh) -> {
          int was = before.units().find(old, Level.TYPE);
          int is = after.units().find(fresh, Level.TYPE);
          found.put(written(before.units(), was), written(after.units(), is));
        });
    return found;
  }

  private static String written(Units units, int type) {
    String home = units.name(units.packageOf(type));
    String name = Neighbours.hostName(units, type);
    return home.isEmpty() ? name : home + "." + name;
  }

  /** The new full names of types whose sources lie elsewhere now, by their old ones. */
  Map<String, String> moved() {
    Map<String, String> found = new TreeMap<>();
    Units now = after.units();
    for (String path : edited.changed().keySet()) {
      String old = edited.changed().get(path) == null ? path : edited.origin(path);
      int file = now.find(path, Level.FILE);
      int was = old.equals(path) ? -1 : before.units().find(old, Level.FILE);
      for (int type : file < 0 || was < 0 ? new int[0] : now.children(file)) {
        String name = now.simpleName(type);
        for (int other : before.units().children(was)) {
          if (before.units().simpleName(other).equals(name)) {
            found.put(before.units().name(other), now.name(type));
          }
        }
      }
    }
    return found;
  }

  /** The new full names of what a step renamed and others name, by their old ones. */
  Map<String, String> renamed(Step.Rename step) {
    Map<String, String> found = new TreeMap<>();
    eachUse(
        r -> {
          for (int unit : overloads(before.references().target(r))) {
            String name = before.units().name(unit);
            String fresh = step.after(name);
            int open = name.indexOf('(');
            boolean bare = open >= 0 && fresh.indexOf('(') < 0;
            if (!fresh.equals(name)) {
              found.put(name, bare ? fresh + name.substring(open) : fresh);
            }
          }
        });
    return found;
  }

  /** A unit, with the other methods of its type that have its bare name: any may be meant. */
  private List<Integer> overloads(int unit) {
    Units units = before.units();
    if (units.level(unit) != Level.MEMBER) {
      return List.of(unit);
    }
    List<Integer> all = new ArrayList<>(List.of(unit));
    String bare = HostMembers.bare(units.simpleName(unit));
    for (int other : units.children(units.parent(unit))) {
      if (other != unit && HostMembers.bare(units.simpleName(other)).equals(bare)) {
        all.add(other);
      }
    }
    return all;
  }

  /** Calls for each use by other languages of what stands in sources of this one. */
  private void eachUse(IntConsumer use) {
    Units units = before.units();
    References references = before.references();
    for (int unit = 0; unit < units.size(); unit++) {
      if (isOthers(units, unit)) {
        for (int r = references.row(unit); r < references.row(unit + 1); r++) {
          int of = units.fileOf(references.target(r));
          if (of >= 0 && language.owns(units.name(of))) {
            use.accept(r);
          }
        }
      }
    }
  }

  private boolean isOthers(Units units, int unit) {
    int file = units.fileOf(unit);
    return file >= 0 && !language.owns(units.name(file));
  }

  /**
   * Sources of others with new simple names where a step renamed what they name; empty where
   * something cannot be written.
   *
   * @param sources as they were before the step
   */
  Optional<Map<String, SourceText>> withNames(Map<String, String> names, Overlay sources) {
    Map<String, TextEdits> edits = new TreeMap<>();
    boolean[] lost = new boolean[1];
    eachUse(
        r -> {
          String fresh = names.get(before.units().name(before.references().target(r)));
          if (fresh != null) {
            Site site = before.site(r);
            SourceText source = sources.text(site.file());
            lost[0] |= !source.equals(edited.text(site.file()));
            String text = source.text().substring(site.begin(), site.end());
            String written = written(r, text, fresh);
            lost[0] |= written == null;
            if (written != null && !written.equals(text)) {
              edits
                  .computeIfAbsent(site.file(), file -> new TextEdits())
                  .replace(site.begin(), site.end(), written);
            }
          }
        });
    Map<String, SourceText> texts = new TreeMap<>();
    try {
      for (Map.Entry<String, TextEdits> one : edits.entrySet()) {
        SourceText old = edited.text(one.getKey());
        texts.put(one.getKey(), old.with(one.getValue().apply(old.text())));
      }
    } catch (TextEdits.OverlapException e) {
      return Optional.empty();
    }
    return lost[0] ? Optional.empty() : Optional.of(texts);
  }

  /** What stands for a new name at a use; null where nothing can. */
  private String written(int use, String text, String fresh) {
    Units units = before.units();
    int used = before.references().target(use);
    String old = HostMembers.bare(units.simpleName(used));
    String name = HostMembers.bare(fresh.substring(cut(fresh) + 1));
    if (text.equals(old)) {
      // A getter of a truth value is called like its property, which is written without brackets.
      boolean called =
          before.references().kind(use) == Kind.CALLS || !units.has(used, Trait.METHOD);
      return called || old.equals(name) ? name : property(name);
    }
    if (!units.has(used, Trait.METHOD) || old.equals(name)) {
      // Named by another name that an import gives.
      return text;
    }
    return before.references().kind(use) == Kind.READS ? property(name) : null;
  }

  private static int cut(String fullName) {
    int hash = fullName.indexOf('#');
    int end = fullName.indexOf('(');
    return hash >= 0 ? hash : fullName.lastIndexOf('.', end < 0 ? fullName.length() : end);
  }

  private static String property(String getter) {
    String property = Property.of(getter);
    return property.isEmpty() ? getter + "()" : property;
  }

  /**
   * What others name and is not as it was; empty where nothing is lost.
   *
   * @param names the new names of what others name by these; of types, for their members, too
   */
  List<Reason> lost(Map<String, String> names) {
    List<Reason> found = new ArrayList<>();
    eachUse(
        r -> {
          int used = before.references().target(r);
          if (found.size() < MOST && !isAsItWas(used, names)) {
            found.add(reason(before.site(r), " names " + before.units().name(used)));
          } else if (found.size() < MOST) {
            boolean changes = changes(used, names);
            for (int other : overloads(used)) {
              if (changes(other, names) != changes) {
                found.add(reason(before.site(r), " may name " + before.units().name(other)));
                break;
              }
            }
          }
        });
    overriding(found, names);
    return found;
  }

  /** Whether a member has another simple name afterwards, or is not as it was. */
  private boolean changes(int member, Map<String, String> names) {
    String now = names.getOrDefault(before.units().name(member), "");
    String bare = HostMembers.bare(now.substring(now.indexOf('#') + 1));
    boolean renamed =
        now.indexOf('#') >= 0 && !bare.equals(HostMembers.bare(before.units().simpleName(member)));
    return renamed || !isThere(member, names);
  }

  private static Reason reason(Site site, String does) {
    return new Reason(
        RefusalCode.NOT_YET,
        site.file() + does + ", and does not follow such a step yet.",
        List.of(site));
  }

  /** Members of others' types that have the name of a member above them which is not as it was. */
  private void overriding(List<Reason> found, Map<String, String> names) {
    Units units = before.units();
    for (int type = 0; type < units.size() && found.size() < MOST; type++) {
      if (units.level(type) == Level.TYPE && isOthers(units, type)) {
        for (int above : above(type)) {
          for (int member : units.children(above)) {
            int own = units.level(member) == Level.MEMBER ? named(type, member) : -1;
            boolean seen = own >= 0 && !units.has(member, Trait.PRIVATE);
            if (seen && found.size() < MOST && changes(member, names)) {
              String does = " has " + units.name(own) + ", as it has " + units.name(member);
              found.add(reason(declared(own), does));
            }
          }
        }
      }
    }
  }

  /** Where the name of a unit is declared. */
  private Site declared(int unit) {
    Units units = before.units();
    int file = units.fileOf(unit);
    int at = units.nameAt(unit) < 0 ? units.begin(unit) : units.nameAt(unit);
    int end = at + HostMembers.bare(units.simpleName(unit)).length();
    return new Site(units.name(file), units.line(file, at), units.column(file, at), at, end);
  }

  /** The member of a type that has the bare name of another member, or -1. */
  private int named(int type, int member) {
    String wanted = HostMembers.bare(before.units().simpleName(member));
    for (int own : before.units().children(type)) {
      if (HostMembers.bare(before.units().simpleName(own)).equals(wanted)) {
        return own;
      }
    }
    return -1;
  }

  /** The types of this language that a type comes to by inheritance. */
  private Set<Integer> above(int type) {
    References references = before.references();
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
    seen.removeIf(
        one -> {
          int file = before.units().fileOf(one);
          return file < 0 || !language.owns(before.units().name(file));
        });
    return seen;
  }

  private boolean isAsItWas(int used, Map<String, String> names) {
    int found = fresh(used, names);
    return found >= 0
        && (names.isEmpty() || uses(after, found) == uses(before, used))
        && isAlike(used, found, names);
  }

  /** Whether a member is there, under the name that its type has now, and is as it was. */
  private boolean isThere(int member, Map<String, String> names) {
    int found = fresh(member, names);
    return found >= 0 && isAlike(member, found, names);
  }

  private boolean isAlike(int used, int found, Map<String, String> names) {
    Units units = before.units();
    Units now = after.units();
    return now.traits(found) == units.traits(used)
        && now.facts().parameters(found).equals(units.facts().parameters(used))
        && (now.type(found).equals(units.type(used))
            || now.type(found).equals(renamed(units.type(used), names)));
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
    for (String path : gone.isEmpty() ? List.<String>of() : edited.paths()) {
      if (guest.owns(path) && before.units().find(path, Level.FILE) >= 0) {
        String text = edited.text(path).text();
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
      boolean ours = file >= 0 && language.owns(units.name(file));
      boolean seen = ours && !units.has(unit, Trait.PRIVATE) && !units.has(unit, Trait.INITIALISER);
      if (seen && isTouched(units.name(file)) && !isThere(unit, names)) {
        String bare = HostMembers.bare(units.simpleName(unit));
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
    return edited.changed().containsKey(path);
  }

  /** The unit that another one is afterwards, or -1. */
  private int fresh(int used, Map<String, String> names) {
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

  /** How often other languages name a thing; imports, which may come and go, not counted. */
  private int uses(Survey survey, int wanted) {
    return counts.computeIfAbsent(survey, this::count).getOrDefault(wanted, 0);
  }

  private Map<Integer, Integer> count(Survey survey) {
    Map<Integer, Integer> found = new HashMap<>();
    Units units = survey.units();
    References references = survey.references();
    for (int unit = 0; unit < units.size(); unit++) {
      boolean others = isOthers(units, unit);
      for (int r = references.row(unit); others && r < references.row(unit + 1); r++) {
        if (references.kind(r) != Kind.IMPORTS) {
          found.merge(references.target(r), 1, Integer::sum);
        }
      }
    }
    return found;
  }
}
