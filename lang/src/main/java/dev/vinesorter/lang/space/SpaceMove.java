package dev.vinesorter.lang.space;

import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.lang.outline.Outline;
import dev.vinesorter.lang.read.Names;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.lang.read.Project;
import dev.vinesorter.lang.read.Rules;
import dev.vinesorter.lang.tree.Syntax;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/** A step of moves between namespaces: what goes where, the sources, and what stands against it. */
final class SpaceMove {
  private final Step step;
  private final Project project;
  private final Names names;
  private final Tops tops;
  private final Rules rules;
  private final Overlay sources;
  private final SpaceSyntax language;
  private final List<Departure> departures = new ArrayList<>();
  private final Map<Integer, List<Departure>> byFile = new TreeMap<>();
  private final Map<Integer, Syntax> trees = new HashMap<>();
  private final List<Reason> reasons = new ArrayList<>();

  SpaceMove(Step step, Project project, Rules rules, Overlay sources, SpaceSyntax language) {
    this.step = step;
    this.project = project;
    this.names = new Names(project, rules);
    this.tops = new Tops(project, names);
    this.rules = rules;
    this.sources = sources;
    this.language = language;
  }

  Step step() {
    return step;
  }

  Project project() {
    return project;
  }

  Names names() {
    return names;
  }

  Rules rules() {
    return rules;
  }

  Tops tops() {
    return tops;
  }

  Overlay sources() {
    return sources;
  }

  SpaceSyntax language() {
    return language;
  }

  int files() {
    return project.outlines().size();
  }

  Outline outline(int file) {
    return project.outlines().get(file);
  }

  String path(int file) {
    return outline(file).path();
  }

  String text(int file) {
    return sources.text(path(file)).text();
  }

  String lineEnd(int file) {
    return sources.text(path(file)).lineEnd();
  }

  Syntax tree(int file) {
    return trees.computeIfAbsent(file, n -> language.parse(path(n), text(n)));
  }

  /** The statements of a source that bring something in, none of them changed. */
  ImportBlock imports(int file) {
    return new ImportBlock(language, tree(file), outline(file).imports(), lineEnd(file));
  }

  /** The node of a declaration, or the smallest one around it. */
  int node(int file, int decl) {
    Outline.Decl one = outline(file).decls().get(decl);
    Syntax tree = tree(file);
    int node = tree.innermost(one.nameAt());
    while (node > 0 && (tree.begin(node) > one.begin() || tree.end(node) < one.end())) {
      node = tree.around(node);
    }
    return node;
  }

  /** Whether a source without a namespace can be given one. */
  boolean mayEnclose() {
    for (int file = 0; file < files(); file++) {
      if (tops.isOutside(file) && !tops.of(file).isEmpty()) {
        return !language.enclosed(tree(file), "a", null, "\n").isEmpty();
      }
    }
    return false;
  }

  /** A source that has a namespace, or is given one; null for none. */
  Syntax exemplar() {
    for (int file = 0; file < files(); file++) {
      if (!tops.isOutside(file) && tops.only(file) != null) {
        return tree(file);
      }
    }
    return null;
  }

  // ---- what goes

  List<Departure> departures() {
    return departures;
  }

  void add(Departure one) {
    departures.add(one);
    byFile.computeIfAbsent(one.file(), key -> new ArrayList<>()).add(one);
  }

  /** What leaves a source. */
  List<Departure> leaving(int file) {
    return byFile.getOrDefault(file, List.of());
  }

  /** The whole that a source goes as; null where it stays, if parts of it go or not. */
  Departure whole(int file) {
    for (Departure one : leaving(file)) {
      if (one.whole()) {
        return one;
      }
    }
    return null;
  }

  /** What a char of a source goes along with; null where it stays. */
  Departure with(int file, int at) {
    for (Departure one : leaving(file)) {
      if (one.holds(at)) {
        return one;
      }
    }
    return null;
  }

  /** What something right in a namespace goes along with; null where it stays. */
  Departure of(Place top) {
    for (Departure one : leaving(top.file())) {
      if (one.decls().contains(top.decl())) {
        return one;
      }
    }
    return null;
  }

  boolean moves(Place top) {
    return of(top) != null;
  }

  /** The namespace of what stands right in one, afterwards. */
  String spaceAfter(Place top) {
    Departure goes = of(top);
    return goes == null ? tops.space(top) : goes.space();
  }

  /** The path of the source that something stands in afterwards. */
  String pathAfter(Place top) {
    Departure goes = of(top);
    return goes == null ? path(top.file()) : goes.to();
  }

  String fullAfter(Place top) {
    return join(spaceAfter(top), tops.own(top));
  }

  /** The namespace of a full name; empty for none. */
  static String spaceOf(String full) {
    return full.substring(0, Math.max(0, full.lastIndexOf('.')));
  }

  /** What an import has to name so that a full name is seen: that, or its namespace. */
  String brought(String full) {
    return language.bringsNames() ? full : spaceOf(full);
  }

  static String join(String space, String name) {
    return space.isEmpty() ? name : space + "." + name;
  }

  /** What holds functions that are called as if they were of another type, by their names. */
  private Map<String, List<Place>> holders;

  /** The names of such functions of the namespaces that things leave. */
  Set<String> extensions() {
    return holders().keySet();
  }

  /** The namespaces that have such a function. */
  List<String> spacesWith(String extension) {
    return holders().getOrDefault(extension, List.of()).stream()
        .map(tops::space)
        .distinct()
        .toList();
  }

  /** What holds such a function in a namespace. */
  List<Place> holders(String space, String name) {
    return holders().getOrDefault(name, List.of()).stream()
        .filter(top -> tops.space(top).equals(space))
        .toList();
  }

  boolean isExtension(Place place) {
    String name = Tops.own(names.decl(place));
    return holders().getOrDefault(name, List.of()).contains(tops.top(place));
  }

  private Map<String, List<Place>> holders() {
    if (holders != null) {
      return holders;
    }
    holders = new TreeMap<>();
    Set<String> left = new TreeSet<>();
    for (Departure one : departures) {
      one.decls().forEach(decl -> left.add(tops.space(one.file(), decl)));
    }
    for (String space : left) {
      for (Place top : tops.in(space)) {
        Outline.Decl decl = names.decl(top);
        if (decl.name().contains("::")) {
          holders.computeIfAbsent(Tops.own(decl), key -> new ArrayList<>()).add(top);
        } else if (decl.sort() == Outline.Sort.TYPE && text(top.file()).contains("(this ")) {
          for (String name : language.extensions(tree(top.file()), node(top.file(), top.decl()))) {
            holders.computeIfAbsent(name, key -> new ArrayList<>()).add(top);
          }
        }
      }
    }
    return holders;
  }

  /** Whether a namespace has functions that are called as if they were of another type. */
  boolean hasExtensions(String space) {
    return tops.in(space).stream()
        .anyMatch(
            top ->
                names.decl(top).name().contains("::")
                    || !language.bringsNames() && text(top.file()).contains("(this "));
  }

  /** Whether there is a namespace afterwards. */
  boolean isSpaceAfter(String space) {
    boolean comes =
        departures.stream()
            .anyMatch(one -> one.space().equals(space) || Tops.isInside(one.space(), space));
    return comes || tops.isSpace(space) && !isEmptied(space);
  }

  private final Map<String, Boolean> emptied = new HashMap<>();
  private Set<String> words;

  /**
   * The words one of which a source has that is concerned without losing anything: the names of
   * what goes, and of namespaces that come to be.
   */
  Set<String> words() {
    if (words == null) {
      words = new TreeSet<>();
      for (Departure one : departures) {
        one.decls().forEach(decl -> words.add(tops.own(Place.of(one.file(), decl))));
        for (String space : names.seenFrom(one.space())) {
          if (!tops.isSpace(space)) {
            words.add(space.substring(space.lastIndexOf('.') + 1));
          }
        }
      }
      words.addAll(extensions());
    }
    return words;
  }

  /** Whether a source may have to change. */
  boolean concerns(int file) {
    boolean leaves =
        outline(file).imports().stream()
            .anyMatch(one -> one.name().equals("*") && isEmptied(one.from()));
    return leaves || !leaving(file).isEmpty() || hasWord(text(file));
  }

  private boolean hasWord(String text) {
    return words().stream().anyMatch(text::contains);
  }

  /** Whether nothing is declared in a namespace afterwards, nor in those inside of it. */
  boolean isEmptied(String space) {
    return emptied.computeIfAbsent(space, this::isLeft);
  }

  private boolean isLeft(String space) {
    for (int file = 0; file < files(); file++) {
      for (int decl : tops.of(file)) {
        String after = spaceAfter(Place.of(file, decl));
        if (after.equals(space) || Tops.isInside(after, space)) {
          return false;
        }
      }
    }
    return tops.isSpace(space);
  }

  /** The namespaces whose names are seen where a declaration stands, once a whole source went. */
  List<String> seen(int file, int decl) {
    List<String> before = names.spacesAround(file, decl);
    Departure goes = whole(file);
    boolean stays = goes == null || before.isEmpty() && !tops.isOutside(file);
    return stays ? before : names.seenFrom(goes.space());
  }

  // ---- what stands against it

  List<Reason> reasons() {
    return reasons;
  }

  void refuse(RefusalCode code, String message) {
    reasons.add(new Reason(code, message, List.of()));
  }

  /** Adds a reason not to move, with a place; each one once. */
  void refuse(RefusalCode code, String message, int file, int begin, int end) {
    Site site = SourceText.site(path(file), outline(file).lines(), begin, end);
    if (reasons.stream().noneMatch(one -> one.message().equals(message))) {
      reasons.add(new Reason(code, message, List.of(site)));
    }
  }
}
