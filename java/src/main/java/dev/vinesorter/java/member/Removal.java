package dev.vinesorter.java.member;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.java.code.DocLinks;
import dev.vinesorter.java.code.FileChanges;
import dev.vinesorter.java.code.FoundByName;
import dev.vinesorter.java.code.MemberFamily;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.code.TypeNames;
import dev.vinesorter.java.mention.WrittenNames;
import dev.vinesorter.java.rewrite.DocumentedLinks;
import dev.vinesorter.java.rewrite.MemberRegion;
import dev.vinesorter.java.rewrite.NewErrors;
import dev.vinesorter.java.rewrite.Rebindings;
import dev.vinesorter.java.rewrite.StaleImports;
import dev.vinesorter.java.syntax.JavaHeader;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Function;

/**
 * Takes types and members out that nothing uses: with their documentation, the imports that only
 * they needed, and a file that is empty then. Whether something uses them is told by every
 * reference, tests and texts included; the outcome is compiled, and all that stays has to mean what
 * it meant.
 */
public final class Removal {
  private static final int MOST_SITES = 5;

  private final SourceView code;
  private final Units units;
  private final References references;
  private final Step.Remove step;

  /** What is named, and what goes along; none stands inside another. */
  private final Set<Integer> tops;

  /** All that goes. */
  private final Set<Integer> gone = new TreeSet<>();

  private final List<Reason> reasons = new ArrayList<>();
  private final List<String> told = new ArrayList<>();

  private Removal(SourceView code, List<Integer> tops, Step.Remove step) {
    this.code = code;
    this.units = code.units();
    this.references = code.references();
    this.step = step;
    this.tops = new TreeSet<>(tops);
    this.tops.removeIf(
        top -> tops.stream().anyMatch(other -> other != top && units.inside(top, other)));
    this.tops.forEach(top -> gone.addAll(units.withAllInside(top)));
  }

  /**
   * Carries the step out.
   *
   * @param survey what the sources are
   * @param tops the types and members that are named
   * @param reread reads sources that differ from those of the survey
   */
  public static Result carryOut(
      Survey survey,
      List<Integer> tops,
      Step.Remove step,
      Overlay sources,
      WrittenNames written,
      Function<Overlay, Survey> reread) {
    Overlay copy = sources.copy();
    Removal removal = new Removal(new SourceView(survey, copy), tops, step);
    removal.alongWith();
    removal.judge(written);
    if (!removal.reasons.isEmpty()) {
      return new Result(StepOutcome.refused(removal.reasons), survey);
    }
    removal.edit();
    Survey fresh = removal.reasons.isEmpty() ? reread.apply(copy) : survey;
    if (removal.reasons.isEmpty()) {
      removal.prove(fresh);
    }
    if (!removal.reasons.isEmpty()) {
      return new Result(StepOutcome.refused(removal.reasons), survey);
    }
    sources.become(copy);
    return new Result(StepOutcome.changed(List.of()).with(List.of(), removal.told), fresh);
  }

  // ---- what goes along

  /** What only they use: it goes, too, where the step says so, and else is told. */
  private void alongWith() {
    if (!step.may(Leave.SWEEP)) {
      for (int left : leftUnused()) {
        told.add("Nobody uses " + units.name(left) + " then; 'sweep: true' removes it, too.");
      }
      return;
    }
    List<Integer> fresh = leftUnused();
    while (!fresh.isEmpty()) {
      for (int unit : fresh) {
        if (!gone.contains(unit)) {
          tops.add(unit);
          gone.addAll(units.withAllInside(unit));
          told.add("Removed " + units.name(unit) + ", which only that used.");
        }
      }
      fresh = leftUnused();
    }
    tops.removeIf(top -> tops.stream().anyMatch(other -> other != top && units.inside(top, other)));
  }

  /** Units for their package or type alone of which all uses are in what goes; outer ones first. */
  private List<Integer> leftUnused() {
    Set<Integer> candidates = new TreeSet<>();
    for (int unit : gone) {
      for (int r = references.row(unit); r < references.row(unit + 1); r++) {
        int used = references.target(r);
        if (isUse(r) && !gone.contains(used) && mayGoAlong(used)) {
          candidates.add(used);
        }
      }
    }
    candidates.removeIf(
        unit -> units.withAllInside(unit).stream().anyMatch(u -> isUsedOutside(u, unit)));
    return List.copyOf(candidates);
  }

  private boolean mayGoAlong(int unit) {
    boolean hidden = units.has(unit, Trait.PRIVATE) || Trait.packagePrivate(units.traits(unit));
    boolean plain =
        !units.has(unit, Trait.FOREIGN)
            && (units.level(unit) == Level.TYPE
                || units.has(unit, Trait.METHOD)
                || units.has(unit, Trait.FIELD));
    return hidden && plain && obstacle(unit) == null && finder(unit) == null;
  }

  private boolean isUsedOutside(int unit, int around) {
    for (int r : references.to(unit)) {
      int user = references.from(r);
      boolean counts = references.kind(r) != Kind.IMPORTS;
      if (counts && !gone.contains(user) && !units.inside(user, around)) {
        return true;
      }
    }
    return false;
  }

  /** Whether a reference needs what it names: imports go with it, documentation is rewritten. */
  private boolean isUse(int r) {
    return references.kind(r) != Kind.IMPORTS
        && references.kind(r) != Kind.MENTIONS
        && !isImporting(references.from(r));
  }

  /** What a file itself names, it imports; but a module says by it what it needs and gives. */
  private boolean isImporting(int user) {
    return units.level(user) == Level.FILE && !units.name(user).endsWith("module-info.java");
  }

  // ---- what speaks against it

  private void judge(WrittenNames written) {
    for (int top : tops) {
      Reason obstacle = obstacle(top);
      if (obstacle != null) {
        reasons.add(obstacle);
      }
      used(top);
      if (!step.may(Leave.FOUND_BY_NAME)) {
        foundByName(top, written);
      }
    }
  }

  private Reason reason(RefusalCode refusal, int unit, String says) {
    return new Reason(refusal, units.name(unit) + " " + says, List.of(code.declaration(unit)));
  }

  /** What about a unit itself keeps it from going; null for nothing. */
  private Reason obstacle(int top) {
    if (units.level(top) != Level.MEMBER) {
      return null;
    }
    int owner = units.parent(top);
    if (units.has(top, Trait.FIELD) && units.has(owner, Trait.ENUM) && isConstant(top)) {
      return reason(
          RefusalCode.NOT_YET, top, "is a constant of an enum, whose others are counted by it.");
    }
    if (units.has(owner, Trait.RECORD) && !units.has(top, Trait.STATIC) && !isMethod(top)) {
      return reason(RefusalCode.RECORD_PARTS, top, "is a part of a record.");
    }
    if (units.has(owner, Trait.ANNOTATION)) {
      return reason(RefusalCode.NOT_YET, top, "is a part of an annotation.");
    }
    if (units.has(top, Trait.CONSTRUCTOR) && isOnlyConstructor(top)) {
      return reason(
          RefusalCode.IMPLICIT_USE,
          top,
          "is the only constructor: without it the type has one that nobody wrote.");
    }
    if (isMethod(top)) {
      MemberFamily family = MemberFamily.of(code, top);
      if (family.members().size() > 1 || !family.local().isEmpty()) {
        return reason(RefusalCode.OVERRIDING, top, "overrides another method, or is overridden.");
      }
    }
    String field = units.has(top, Trait.FIELD) ? Sweep.against(code, top) : null;
    return field == null
        ? null
        : reason(RefusalCode.EVALUATION_ORDER, top, "cannot simply go: " + field + ".");
  }

  private boolean isMethod(int unit) {
    return units.has(unit, Trait.METHOD);
  }

  private boolean isConstant(int field) {
    return units.type(field).isEmpty();
  }

  private boolean isOnlyConstructor(int constructor) {
    for (int other : units.children(units.parent(constructor))) {
      if (other != constructor && units.has(other, Trait.CONSTRUCTOR)) {
        return false;
      }
    }
    return true;
  }

  private void used(int top) {
    List<Site> sites = new ArrayList<>();
    Set<String> users = new TreeSet<>();
    boolean test = true;
    for (int unit : units.withAllInside(top)) {
      for (int r : references.to(unit)) {
        int user = references.from(r);
        if (isUse(r) && !gone.contains(user)) {
          sites.add(code.survey().site(r));
          int by = units.topTypeOf(user) < 0 ? user : units.topTypeOf(user);
          users.add(units.name(by));
          test &= units.has(user, Trait.TEST);
        }
      }
    }
    if (!sites.isEmpty()) {
      List<String> shown = users.stream().limit(3).toList();
      reasons.add(
          new Reason(
              RefusalCode.STILL_USED,
              units.name(top)
                  + " is used at "
                  + (sites.size() == 1 ? "1 place" : sites.size() + " places")
                  + ", by "
                  + String.join(", ", shown)
                  + (users.size() > shown.size() ? " and others" : "")
                  + (test ? "; name the tests in the step, too, if they go with it." : "."),
              sites.subList(0, Math.min(MOST_SITES, sites.size()))));
    }
  }

  private void foundByName(int top, WrittenNames written) {
    String finder = finder(top);
    if (finder != null) {
      reasons.add(
          reason(
              RefusalCode.FOUND_BY_NAME,
              top,
              "may be in use: " + finder + ". With 'found-by-name: true' it goes."));
      return;
    }
    Map<String, List<WrittenNames.Place>> places =
        written.of(units.name(top), code.survey(), code.sources());
    List<Site> sites = new ArrayList<>();
    places.forEach(
        (path, found) -> {
          int file = units.find(path, Level.FILE);
          if (file < 0 || !goes(file)) {
            int[] lines = SourceText.lineStarts(code.sources().text(path).text());
            found.forEach(p -> sites.add(SourceText.site(path, lines, p.begin(), p.end())));
          }
        });
    if (!sites.isEmpty()) {
      reasons.add(
          new Reason(
              RefusalCode.FOUND_BY_NAME,
              units.name(top)
                  + " is named in text, by "
                  + sites.get(0).file()
                  + ". With 'found-by-name: true' it goes, and the text stays.",
              sites.subList(0, Math.min(MOST_SITES, sites.size()))));
    }
  }

  /** Who finds a member, or a type by a member, though no code names it; null for nobody. */
  private String finder(int top) {
    for (int unit : units.withAllInside(top)) {
      boolean asked = unit == top || isMethod(unit) && !isProperty(unit);
      String finder =
          asked && units.level(unit) == Level.MEMBER ? FoundByName.finder(code, unit) : null;
      if (finder != null) {
        return unit == top ? finder : units.simpleName(unit) + ": " + finder;
      }
    }
    return units.level(top) == Level.TYPE ? FoundByName.typeFinder(code, top) : null;
  }

  /** Getters and setters are found by who holds an object, and of a type unused there is none. */
  private boolean isProperty(int method) {
    return units.simpleName(method).matches("(?:get|is|set)\\p{Lu}.*");
  }

  /** Whether every type of a file goes. */
  private boolean goes(int file) {
    for (int child : units.children(file)) {
      if (!gone.contains(child)) {
        return false;
      }
    }
    return units.children(file).length > 0;
  }

  // ---- the edits

  private void edit() {
    FileChanges changes = new FileChanges(code);
    TypeNames names = new TypeNames(code);
    Set<String> empty = new TreeSet<>();
    for (int top : tops) {
      int file = units.fileOf(top);
      if (goes(file)) {
        empty.add(units.name(file));
      } else {
        MemberRegion.of(code, top).takeOut(code, file, changes.in(file));
      }
    }
    imports(changes, names, empty);
    for (DocumentedLinks.Edit edit : links(changes, empty)) {
      changes.in(edit.file()).replace(edit.begin(), edit.end(), edit.text());
    }
    StaleImports.takeOut(code, changes, names);
    names.into(changes);
    changes.apply();
    empty.forEach(code.sources()::remove);
  }

  /** Takes imports out that name what goes. */
  private void imports(FileChanges changes, TypeNames names, Set<String> empty) {
    for (int unit : gone) {
      for (int r : references.to(unit)) {
        int file = units.fileOf(references.from(r));
        boolean stays = file >= 0 && !empty.contains(units.name(file));
        if (references.kind(r) != Kind.IMPORTS || !stays) {
          continue;
        }
        changes.in(file);
        for (JavaHeader.Import one : code.header(file).imports()) {
          if (one.begin() <= references.at(r) && references.at(r) < one.end()) {
            names.imports(file).remove(one);
          }
        }
      }
    }
  }

  private List<DocumentedLinks.Edit> links(FileChanges changes, Set<String> empty) {
    Map<Integer, Set<Integer>> places = new TreeMap<>();
    for (int unit : gone) {
      for (int r : references.to(unit)) {
        int user = references.from(r);
        int file = units.fileOf(user);
        boolean stays = !gone.contains(user) && file >= 0 && !empty.contains(units.name(file));
        if (references.kind(r) == Kind.MENTIONS && stays) {
          places.computeIfAbsent(file, f -> new TreeSet<>()).add(references.at(r));
        }
      }
    }
    for (int top : tops) {
      boolean named = units.level(top) == Level.MEMBER && !units.has(top, Trait.CONSTRUCTOR);
      String name = MemberNames.bare(units.simpleName(top));
      for (DocLinks.Link link :
          named ? new DocLinks(code, Set.of(top)).all(name) : List.<DocLinks.Link>of()) {
        boolean stays =
            !empty.contains(units.name(link.file()))
                && changes.in(link.file()).list().stream()
                    .noneMatch(edit -> edit.begin() <= link.begin() && link.begin() < edit.end());
        if (stays) {
          places.computeIfAbsent(link.file(), f -> new TreeSet<>()).add(link.begin());
        }
      }
    }
    List<DocumentedLinks.Edit> edits = new ArrayList<>();
    List<Site> sites = new ArrayList<>();
    places.forEach(
        (file, found) -> {
          int[] lines = SourceText.lineStarts(code.text(file));
          for (int at : found) {
            DocumentedLinks.Edit edit = DocumentedLinks.without(file, code.text(file), at);
            if (edit == null) {
              sites.add(SourceText.site(units.name(file), lines, at, at + 1));
            } else if (!edits.contains(edit)) {
              edits.add(edit);
            }
          }
        });
    if (!sites.isEmpty()) {
      reasons.add(
          new Reason(
              RefusalCode.STILL_USED,
              "Documentation refers to it in a way that cannot simply go; change that first.",
              sites.subList(0, Math.min(MOST_SITES, sites.size()))));
    }
    return edits;
  }

  // ---- the proof

  private void prove(Survey fresh) {
    Survey before = code.survey();
    reasons.addAll(NewErrors.of(before, fresh, "After the removal"));
    reasons.addAll(
        Rebindings.of(
            Rebindings.without(before, gone),
            Rebindings.without(fresh, Set.of()),
            "After the removal"));
  }
}
