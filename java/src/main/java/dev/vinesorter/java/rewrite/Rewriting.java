package dev.vinesorter.java.rewrite;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.SurveyDraft;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.code.TypeNames;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.function.UnaryOperator;

/**
 * A step that writes code anew: collects reasons against it and what is written, and in the end
 * reads the outcome and holds it to what every name has to mean.
 */
public final class Rewriting {
  /**
   * What holds a type afterwards.
   *
   * @param around the type that does; -1 for a package
   * @param path the source that is made for it, where a package does
   */
  private record Home(int around, String path, String packageName) {}

  private final SourceView code;
  private final Overlay sources;
  private final TypeNames names;
  private final Map<Integer, Patch> patches = new TreeMap<>();

  /** Sources that are written whole, by path. */
  private final Map<String, Written> newTexts = new TreeMap<>();

  private final List<StepOutcome.Widening> widened = new ArrayList<>();

  /** What the names in files mean before the step, by where they stand; made when asked for. */
  private final Map<Integer, NavigableMap<Integer, Set<String>>> bound = new HashMap<>();

  /** The simple names that members get. */
  private final Map<Integer, String> renamed = new HashMap<>();

  /** Files that hold nothing any more. */
  private final Set<Integer> removed = new TreeSet<>();

  /** Where types go that get another home. */
  private final Map<Integer, Home> homes = new TreeMap<>();

  /** Files that are no sources and go along, with where they go. */
  private final Map<String, String> along = new TreeMap<>();

  /** New methods between others, with what they override. */
  private final Map<String, Set<String>> between = new TreeMap<>();

  private final List<Reason> reasons = new ArrayList<>();
  private final List<String> told = new ArrayList<>();
  private final Set<String> rewritten = new TreeSet<>();

  /**
   * Over a survey and its sources.
   *
   * @param sources change only when nothing speaks against the step
   */
  public Rewriting(Survey survey, Overlay sources) {
    this.sources = sources;
    this.code = new SourceView(survey, sources.copy());
    this.names = new TypeNames(code);
  }

  private Rewriting(Rewriting of) {
    this.sources = of.sources;
    this.code = of.code;
    this.names = of.names;
  }

  /** Over the same sources, with reasons of its own: for judging what may stay as it is. */
  public Rewriting trial() {
    return new Rewriting(this);
  }

  /** The survey beside the sources as they were. */
  public SourceView code() {
    return code;
  }

  /** How types are named in files, and the imports for that. */
  public TypeNames names() {
    return names;
  }

  /** What is written into a file. */
  public Patch in(int file) {
    return patches.computeIfAbsent(file, f -> new Patch(code.text(f)));
  }

  /** Says that a name that stays comes to mean a unit beside what it means. */
  public void alsoMeans(int file, int at, String unit) {
    Set<String> all = means(file, at);
    all.add(unit);
    in(file).means(at, all);
  }

  /**
   * Says that names that stay between two chars come to mean some units where they meant another.
   */
  public void meansInstead(int file, int begin, int end, String old, Set<String> now) {
    for (int at : bound(file).subMap(begin, true, end, false).keySet()) {
      Set<String> all = means(file, at);
      if (all.remove(old)) {
        all.addAll(now);
        in(file).means(at, all);
      }
    }
  }

  /** What a name means, as far as is said by now. */
  private Set<String> means(int file, int at) {
    Set<String> said = in(file).meant().get(at);
    return new TreeSet<>(said == null ? bound(file).getOrDefault(at, Set.of()) : said);
  }

  /** What the names between two chars of a file mean before the step. */
  public Set<String> means(int file, int begin, int end) {
    Set<String> all = new TreeSet<>();
    bound(file).subMap(begin, true, end, false).values().forEach(all::addAll);
    return all;
  }

  private NavigableMap<Integer, Set<String>> bound(int file) {
    return bound.computeIfAbsent(
        file, f -> MeaningProof.names(code.survey(), code.units().name(f)));
  }

  /** A type as it can be written in a file, with what that means. */
  public Written named(int file, int type) {
    Units units = code.units();
    Set<String> means = new TreeSet<>();
    for (int one = type; units.level(one) == Level.TYPE; one = units.parent(one)) {
      means.add(units.name(one));
    }
    return Written.of(names.in(file, type), means);
  }

  /** A new file; what it takes from others is written anew in it, or comes from {@link #taken}. */
  public void newFile(String path, Written text) {
    newTexts.put(path, text);
  }

  /** Over the text of a file, for what is taken out of it into another; the file stays. */
  public Patch aside(int file) {
    return new Patch(code.text(file));
  }

  /**
   * What another source takes over: each name in what stays of it means what it meant, or what the
   * patch says.
   *
   * @param patch over the text of the file
   * @param text a part of it as the patch makes it
   * @param now what a unit is called afterwards, by its name before
   */
  public Written taken(int file, Patch patch, Written text, UnaryOperator<String> now) {
    Written all = Written.NONE;
    for (Written.Part part : text.parts()) {
      if (part.from() < 0) {
        all = all.and(Written.of(part.text(), part.means()));
        continue;
      }
      NavigableMap<Integer, Set<String>> places = new TreeMap<>();
      int past = part.from() + part.text().length();
      bound(file)
          .subMap(part.from(), true, past, false)
          .forEach((at, means) -> places.put(at - part.from(), after(means, now)));
      patch
          .meant()
          .subMap(part.from(), true, past, false)
          .forEach((at, means) -> places.put(at - part.from(), after(means, now)));
      all = all.and(Written.moved(part.text(), places));
    }
    return all;
  }

  /** What a name means afterwards; a type is told with its member where it is not named itself. */
  private static Set<String> after(Set<String> means, UnaryOperator<String> now) {
    Set<String> fresh = new TreeSet<>();
    for (String one : means) {
      if (means.stream().noneMatch(member -> member.startsWith(one + "#"))) {
        fresh.add(now.apply(one));
      }
    }
    return fresh;
  }

  /**
   * A type goes elsewhere with all that is in it; its text there comes from {@link #taken}.
   *
   * @param around the type that holds it afterwards; -1 for a package
   * @param path the source that is made for it, where a package does
   */
  public void moves(int type, int around, String path, String packageName) {
    homes.put(type, new Home(around, path, packageName));
    for (int unit : code.units().withAllInside(type)) {
      if (code.units().level(unit) == Level.TYPE) {
        rewritten.add(code.units().name(unit));
      }
    }
  }

  /** A source goes, since nothing is left in it. */
  public void removeFile(int file) {
    removed.add(file);
    in(file).remove(0, code.text(file).length());
  }

  /** Files that are no sources go elsewhere with what reads them. */
  public void takesAlong(Map<String, String> files) {
    along.putAll(files);
  }

  /** Says that a unit becomes less private. */
  public void widens(String unit, String access) {
    widened.add(new StepOutcome.Widening(unit, access));
  }

  /** Says that a unit becomes less private; gives whether that was not said before. */
  public boolean widensOnce(String unit, String access) {
    boolean known = widened.stream().anyMatch(one -> one.unit().equals(unit));
    if (!known) {
      widens(unit, access);
    }
    return !known;
  }

  /** Something speaks against the step. */
  public void refuse(Reason reason) {
    reasons.add(reason);
  }

  /** The same, in words. */
  public void refuse(RefusalCode refusal, String message, Site... sites) {
    reasons.add(new Reason(refusal, message, List.of(sites)));
  }

  /** A file could be read only in part, so that the step cannot know what is in it. */
  public void refuseHalfRead(int file, Site... sites) {
    refuse(RefusalCode.HALF_READ, code.units().name(file) + " could be read only in part.", sites);
  }

  /** Whether nothing has spoken against the step so far. */
  public boolean isFine() {
    return reasons.isEmpty();
  }

  /** What has spoken against the step so far. */
  public List<Reason> reasons() {
    return List.copyOf(reasons);
  }

  /** Tells the user a sentence. */
  public void tell(String sentence) {
    told.add(sentence);
  }

  /**
   * A class gets the constructor that it had without one being written; all that made it, and the
   * constructors below it, call that.
   *
   * @return the constructors above that the class's own name called, and the new one does
   */
  public Set<String> writesConstructor(int type) {
    Units units = code.units();
    References references = code.references();
    String made = units.name(type) + "#" + units.simpleName(type) + "()";
    rewritten.add(made);
    for (int r : references.to(type)) {
      if (references.kind(r) == Kind.CREATES || references.kind(r) == Kind.CALLS) {
        int at = references.at(r);
        int file = units.fileOf(references.from(r));
        meansInstead(file, at, at + 1, units.name(type), Set.of(made));
      }
    }
    Set<String> above = new TreeSet<>();
    for (int r = references.row(type); r < references.row(type + 1); r++) {
      if (references.kind(r) == Kind.CALLS && references.at(r) == units.nameAt(type)) {
        String called = units.name(references.target(r));
        above.add(called);
        meansInstead(
            units.fileOf(type), units.nameAt(type), units.nameAt(type) + 1, called, Set.of());
      }
    }
    return above;
  }

  /** A member gets another simple name, parameters included. */
  public void rename(int member, String simpleName) {
    renamed.put(member, simpleName);
    Units units = code.units();
    rewritten.add(units.name(units.parent(member)) + "#" + simpleName);
    usersChange(member);
  }

  /** Says that what uses a member names it otherwise in its class files. */
  public void usersChange(int member) {
    References references = code.references();
    for (int r : references.to(member)) {
      rewritten.add(code.units().name(references.from(r)));
    }
    rewritten.add(code.units().name(member));
  }

  /**
   * A new method overrides another, and is overridden by others that did: a name that meant the
   * method above may mean either, since the same one runs.
   */
  public void comesBetween(String method, String above) {
    between.computeIfAbsent(method, m -> new TreeSet<>()).add(above);
  }

  /** Says that the step writes a member anew, by its full name before or afterwards. */
  public void rewrites(String member) {
    rewritten.add(member);
  }

  /** The answer: reads what was written, and holds it to what it was written for. */
  public Result finish(Function<Overlay, Survey> reread) {
    Survey before = code.survey();
    if (!isFine()) {
      return new Result(StepOutcome.refused(reasons), before);
    }
    if (writesNothing()) {
      return new Result(changed(), before);
    }
    Map<String, Patch> written = put();
    Survey fresh = reread.apply(code.sources());
    reasons.addAll(NewErrors.of(before, fresh, "After the step"));
    if (isFine()) {
      SurveyDraft draft = new SurveyDraft(before);
      renamed.forEach(draft::name);
      ToldApart.of(before, fresh, renamed).forEach(draft::name);
      homes.forEach((type, home) -> rehome(draft, type, home));
      reasons.addAll(MeaningProof.of(draft.survey(), fresh, written, between));
    }
    if (!isFine()) {
      return new Result(StepOutcome.refused(reasons), before);
    }
    written.forEach((path, patch) -> touched(fresh, path, patch));
    sources.become(code.sources());
    return new Result(changed(), fresh);
  }

  private StepOutcome.Changed changed() {
    List<String> files = new ArrayList<>();
    along.forEach((from, to) -> files.add(from + " -> " + to));
    return StepOutcome.changed(widened).with(files, told).rewriting(List.copyOf(rewritten));
  }

  /** Whether the sources stay as they are, so that nothing has to be read again. */
  private boolean writesNothing() {
    return patches.isEmpty() && newTexts.isEmpty() && renamed.isEmpty() && homes.isEmpty();
  }

  /** Puts a type where it is afterwards; what it names was looked at when its text was taken. */
  private void rehome(SurveyDraft draft, int type, Home home) {
    Units units = code.units();
    if (home.around >= 0) {
      draft.parent(type, home.around);
    } else {
      int known = units.find(home.packageName, Level.PACKAGE);
      int in = known >= 0 ? known : draft.add(Level.PACKAGE, -1, home.packageName, -1, 0);
      int module = units.moduleOf(type);
      draft.parent(type, draft.add(Level.FILE, in, home.path, module, 0));
    }
    for (int unit : units.withAllInside(type)) {
      for (int r = code.references().row(unit); r < code.references().row(unit + 1); r++) {
        draft.target(r, -1);
      }
    }
  }

  /** Puts what is written into the sources; gives it by path. */
  private Map<String, Patch> put() {
    Map<String, Patch> written = new TreeMap<>();
    SourceText like = newTexts.isEmpty() ? null : like();
    for (int file : List.copyOf(patches.keySet())) {
      imports(file);
      String path = code.units().name(file);
      Patch patch = patches.get(file);
      if (!patch.isEmpty() || !patch.meant().isEmpty()) {
        SourceText old = code.sources().text(path);
        if (!patch.isEmpty()) {
          code.sources().put(path, old.with(patch.text()));
        }
        if (removed.contains(file)) {
          code.sources().remove(path);
        }
        written.put(path, patch);
      }
    }
    newTexts.forEach(
        (path, text) -> {
          Patch patch = new Patch("");
          patch.insert(0, text.withLineEnd(like.lineEnd()));
          code.sources().put(path, like.with(patch.text()));
          written.put(path, patch);
        });
    along.forEach((from, to) -> code.sources().move(from, to, code.sources().text(from)));
    return written;
  }

  /** The source that a new one is like in its encoding and its line ends: the first edited one. */
  private SourceText like() {
    int any =
        patches.isEmpty()
            ? code.survey().at(Level.FILE).get(0)
            : patches.keySet().iterator().next();
    return code.sources().text(code.units().name(any));
  }

  private void imports(int file) {
    Patch patch = patches.get(file);
    if (removed.contains(file)) {
      return;
    }
    if (!patch.isEmpty()) {
      StaleImports.takeOut(code, file, patch.text(), names);
    }
    // Imports look at what else is edited around them.
    TextEdits edits = patch.plain();
    List<TextEdits.Edit> others = edits.list();
    names.imports(file).into(edits);
    for (TextEdits.Edit edit : edits.list()) {
      if (!others.contains(edit)) {
        patch.replace(edit.begin(), edit.end(), Written.of(edit.text()));
      }
    }
  }

  /** Notes the members that text was written in, by their names before and afterwards. */
  private void touched(Survey fresh, String path, Patch patch) {
    Units units = fresh.units();
    int file = units.find(path, Level.FILE);
    for (Patch.Origin part : patch.origins()) {
      if (part.from() < 0 && part.places() == null && file >= 0) {
        around(units, file, part.begin(), part.end());
      }
    }
    int old = code.units().find(path, Level.FILE);
    for (TextEdits.Edit edit : old < 0 ? List.<TextEdits.Edit>of() : patch.plain().list()) {
      around(code.units(), old, edit.begin(), edit.end());
    }
    for (int at : old < 0 ? Set.<Integer>of() : patch.meant().keySet()) {
      around(code.units(), old, at, at);
    }
  }

  private void around(Units units, int file, int begin, int end) {
    List<Integer> types = new ArrayList<>();
    boolean found = false;
    for (int unit : units.withAllInside(file)) {
      boolean touched = units.begin(unit) <= end && begin <= units.end(unit);
      if (touched && units.level(unit) == Level.MEMBER) {
        rewritten.add(units.name(unit));
        found = true;
      } else if (touched && units.level(unit) == Level.TYPE) {
        types.add(unit);
      }
    }
    // Of several initialisers, which are one unit, only the first stands where the unit does.
    for (int type : found ? List.<Integer>of() : types) {
      for (int member : units.children(type)) {
        if (units.has(member, Trait.INITIALISER)) {
          rewritten.add(units.name(member));
        }
      }
    }
  }
}
