package dev.vinesorter.java;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Plan.Leave;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.core.plan.StepOutcome.Widening;
import dev.vinesorter.source.TextEdits;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What the moves of static and of instance members share: what may move, where it goes in the new
 * type, how names in it are completed, and who needs access to what. All edits are in the offsets
 * of the texts as they are; the edits inside the member are kept apart from those of its file.
 */
abstract class MemberMove {
  final SourceView code;
  final Units units;
  final References references;
  final int member;
  final int owner;
  final int target;
  final int file;
  final int targetFile;
  final JavaTokens tokens;
  final FileChanges changes;
  final TypeNames names;

  /** The edits inside the member's own text. */
  final TextEdits inside = new TextEdits();

  private final Set<Leave> leaves;
  private final InterfaceModifiers modifiers;
  private final List<Reason> reasons = new ArrayList<>();
  private final Map<Integer, Access> widened = new TreeMap<>();
  private final Map<Integer, List<Site>> broken = new TreeMap<>();

  MemberMove(SourceView code, int member, int target, Set<Leave> leaves) {
    this.code = code;
    this.units = code.units();
    this.references = code.references();
    this.member = member;
    this.owner = units.parent(member);
    this.target = target;
    this.file = units.fileOf(member);
    this.targetFile = units.fileOf(target);
    this.tokens = code.tokens(file);
    this.changes = new FileChanges(code);
    this.names = new TypeNames(code);
    this.leaves = leaves;
    this.modifiers = new InterfaceModifiers(this);
  }

  /** Judges and edits; the reasons say whether the edits are any good. */
  final void run() {
    try {
      judge();
    } catch (TextEdits.OverlapException e) {
      refuse(
          "entangled",
          "Two places that would change stand inside each other. Write them apart first.");
    }
  }

  private void judge() {
    shape();
    if (reasons.isEmpty()) {
      signature();
    }
    if (reasons.isEmpty()) {
      taken();
    }
    if (reasons.isEmpty()) {
      body();
      uses().forEach(this::caller);
      callersDone();
      ownDocumentation();
      demand(member, modifiers.given(neededByCallers()), List.of());
      report();
    }
    if (reasons.isEmpty()) {
      widenOverriding();
      widened.forEach(this::widenDeclaration);
      modifiers.edit(neededByCallers(), isOfObjects());
      head();
      String stays = may(Leave.FORWARD) ? new Forward(this).text() : "";
      new MovedText(code, member, target, inside).into(changes, stays);
      documentation();
      staleImports();
      names.into(changes);
    }
  }

  /**
   * Whether what one of two moves edits matters to the other: a file that it edits, too, or one
   * with a type that the old or new owner inherits from, or that inherits from it.
   */
  final boolean isEntangledWith(MemberMove other) {
    return !Collections.disjoint(changes.files(), other.matters())
        || !Collections.disjoint(other.changes.files(), matters());
  }

  private Set<Integer> matters() {
    Set<Integer> types = new TreeSet<>();
    for (int end : List.of(owner, target)) {
      types.addAll(code.allSupertypes(end));
      types.addAll(code.subtypes(end));
    }
    Set<Integer> files = new TreeSet<>(changes.files());
    types.forEach(type -> files.add(units.fileOf(type)));
    return files;
  }

  /** What the member's declaration becomes, beside its body. */
  abstract void signature();

  /** Whether the member will be one of objects. */
  abstract boolean isOfObjects();

  /** The names inside the member. */
  abstract void body();

  /** One use of the member, which may stand inside it. */
  abstract void caller(int reference);

  /** What comes before the member's type, when its access is written. */
  void head() {}

  /** The expression by which code in the old owner reaches the member in its new place. */
  abstract String forwarding();

  /** What is left to do when all callers were looked at. */
  void callersDone() {}

  final List<Reason> reasons() {
    return reasons;
  }

  final FileChanges changes() {
    return changes;
  }

  final void refuse(String reasonCode, String message, Site... sites) {
    reasons.add(new Reason(reasonCode, message, List.of(sites)));
  }

  final Site site(int reference) {
    return code.survey().site(reference);
  }

  final String name() {
    return MemberNames.bare(units.simpleName(member));
  }

  final int firstToken() {
    return tokens.from(units.begin(member));
  }

  final int pastToken() {
    return tokens.from(units.end(member));
  }

  final boolean isNamed(int r, String word) {
    return code.isNamed(references.from(r), r, word);
  }

  /** Whether a reference is that of an assertion to the type that it stands in. */
  final boolean isAssertion(int r) {
    return references.at(r) >= 0 && tokens.is(tokens.from(references.at(r)), "assert");
  }

  /** The references made inside the member. */
  final int[] made() {
    int from = references.row(member);
    int[] found = new int[references.row(member + 1) - from];
    Arrays.setAll(found, n -> from + n);
    return found;
  }

  /** The references to the member, but for documentation. */
  private List<Integer> uses() {
    return Arrays.stream(references.to(member))
        .filter(r -> references.kind(r) != Kind.MENTIONS)
        .boxed()
        .toList();
  }

  /** What the step may do beyond moving. */
  final boolean may(Leave leave) {
    return leaves.contains(leave);
  }

  /** The member and all that use it. */
  final Set<Integer> users() {
    Set<Integer> users = new TreeSet<>(List.of(member));
    uses().forEach(r -> users.add(references.from(r)));
    return users;
  }

  /** Tests of the old owner that are about the member. */
  final List<String> testsToo() {
    List<String> offers = new ArrayList<>();
    if (units.has(member, Trait.TEST)) {
      return offers;
    }
    Set<Integer> tests = new TreeSet<>(new Belongings(code).tests(units.topTypeOf(member)));
    for (int user : users()) {
      if (tests.contains(units.topTypeOf(user))) {
        offers.add(
            units.name(user)
                + " tests it; its place may be with the tests of "
                + units.name(target)
                + ".");
      }
    }
    return offers;
  }

  /** The access that lets all callers see the member in its new place. */
  private Access neededByCallers() {
    Access needed =
        may(Leave.FORWARD) ? Access.between(units, owner, target, code) : Access.PRIVATE;
    for (int r : uses()) {
      int user = references.from(r);
      if (user != member) {
        needed = Access.wider(needed, Access.between(units, user, target, code));
      }
    }
    return needed;
  }

  /** The full name that the member has in its new place. */
  String newName() {
    return units.name(target) + "#" + units.simpleName(member);
  }

  /**
   * The member's own documentation: types that would not be seen are written out, and members of
   * the old owner get its name.
   */
  private void ownDocumentation() {
    String text = code.text(file);
    for (int r : made()) {
      int type = references.target(r);
      int begin = references.at(r);
      if (references.kind(r) != Kind.MENTIONS
          || units.level(type) != Level.TYPE
          || !text.startsWith(units.simpleName(type), begin)
          || text.charAt(Math.max(0, begin - 1)) == '.') {
        continue;
      }
      String wanted = documented(targetFile, type);
      int cut = wanted.length() - units.simpleName(type).length();
      if (cut > 0) {
        inside.insert(begin, changes.encodable(targetFile, wanted.substring(0, cut)));
      }
    }
    String before = changes.encodable(targetFile, documented(targetFile, owner));
    for (int comment = 0; comment < tokens.comments(); comment++) {
      if (tokens.isDoc(comment) && tokens.from(tokens.commentEnd(comment)) == firstToken()) {
        Matcher link =
            BARE_LINK
                .matcher(text)
                .region(tokens.commentBegin(comment), tokens.commentEnd(comment));
        while (link.find()) {
          if (!link.group(1).equals(name())) {
            inside.insert(link.start(1) - 1, before);
          }
        }
      }
    }
  }

  private static final Pattern BARE_LINK =
      Pattern.compile("(?<=\\{@link(?:plain)? |@see )#([\\p{L}_$][\\w$]*)");

  /** A type's name as documentation in a file can have it; it brings in no import. */
  private String documented(int in, int type) {
    if (units.has(type, Trait.FOREIGN) && units.level(units.parent(type)) == Level.TYPE) {
      return units.simpleName(type);
    }
    int top = units.has(type, Trait.FOREIGN) ? type : units.topTypeOf(type);
    String full = units.name(type);
    int around = units.name(top).length() - units.simpleName(top).length();
    return names.isSeen(in, top) ? full.substring(around) : full;
  }

  // ---- what may move

  private void shape() {
    boolean field = units.has(member, Trait.FIELD);
    if (units.has(member, Trait.CONSTRUCTOR) || units.has(member, Trait.INITIALISER)) {
      refuse("bad-target", units.name(member) + " is part of how its type is made; it stays.");
      return;
    }
    if (target == owner) {
      refuse("bad-target", units.name(member) + " is there already.");
      return;
    }
    if (units.has(target, Trait.FOREIGN) || targetFile < 0) {
      refuse("foreign", units.name(target) + " belongs to a library.");
      return;
    }
    if (units.moduleOf(target) != units.moduleOf(member)
        || units.has(target, Trait.TEST) && !units.has(member, Trait.TEST)) {
      refuse("other-module", units.name(target) + " cannot be seen by all that use the member.");
      return;
    }
    if (units.has(owner, Trait.ANNOTATION) || units.has(target, Trait.ANNOTATION)) {
      refuse(
          "bad-target",
          "Annotation types keep their members, and take no others.",
          code.declaration(member));
      return;
    }
    if (field && modifiers.enters() && !modifiers.isConstant()) {
      refuse(
          "no-constant",
          units.name(member)
              + " is no constant that gets its value where it is declared; interfaces have no other"
              + " fields.",
          code.declaration(member));
      return;
    }
    boolean enumOrRecord = units.has(owner, Trait.ENUM) || units.has(owner, Trait.RECORD);
    if (field && enumOrRecord && !tokens.is(firstToken(), "private") && isBare()) {
      refuse("bad-target", units.name(member) + " is part of its type's head; it stays.");
      return;
    }
    for (int other : units.children(owner)) {
      if (other != member && units.begin(other) == units.begin(member)) {
        refuse(
            "declared-together",
            units.name(other) + " is declared in the same statement. Write them apart first.",
            code.declaration(member));
        return;
      }
    }
  }

  /** A constant of an enum or a part of a record has no modifiers. */
  private boolean isBare() {
    for (int token = firstToken(); token < pastToken(); token++) {
      if (tokens.is(token, "static")) {
        return false;
      }
    }
    return true;
  }

  private void taken() {
    boolean hides = units.has(member, Trait.METHOD) && !isOfObjects();
    Set<Integer> around = new TreeSet<>(code.allSupertypes(target));
    around.addAll(code.subtypes(target));
    around.add(target);
    for (int type : around) {
      for (int other : units.children(type)) {
        if (units.level(other) == Level.MEMBER
            && other != member
            // One static method hides another; reading again shows whether that matters.
            && !(hides && type != target && units.has(other, Trait.STATIC))
            && units.has(other, Trait.METHOD) == units.has(member, Trait.METHOD)
            && MemberNames.bare(units.simpleName(other)).equals(name())
            && isVague(units.simpleName(other))) {
          refuse(
              units.has(member, Trait.METHOD) ? "ambiguous-overload" : "name-clash",
              units.name(other) + " has the same name. Rename one of them first.",
              code.declaration(other));
          return;
        }
      }
    }
    if (isOfObjects()) {
      inheritedBeside(around);
    }
  }

  /** A type that inherits the moved method must not inherit one like it from somewhere else. */
  private void inheritedBeside(Set<Integer> related) {
    for (int heir : code.subtypes(target)) {
      for (int base : code.allSupertypes(heir)) {
        for (int other : related.contains(base) ? new int[0] : units.children(base)) {
          boolean isOne =
              units.level(other) == Level.MEMBER
                  && units.has(other, Trait.METHOD)
                  && !units.has(other, Trait.STATIC)
                  && !units.has(other, Trait.PRIVATE)
                  && MemberNames.bare(units.simpleName(other)).equals(name());
          if (isOne && isVague(units.simpleName(other))) {
            refuse(
                "override-gained",
                units.name(heir)
                    + " has "
                    + units.name(other)
                    + ", which would come to be the same method.",
                code.declaration(heir));
            return;
          }
        }
      }
    }
    int heir = modifiers.heirOfLibrary();
    if (heir >= 0) {
      refuse(
          "override-gained",
          units.name(heir)
              + " inherits from a library's class; should that have such a method, it would come to"
              + " be the same.",
          code.declaration(heir));
    }
  }

  /**
   * Whether a method of the same name is the moved one for the compiler. Where it only could be
   * taken for it in a call, reading the outcome again shows that.
   */
  private boolean isVague(String other) {
    String moved = newName().substring(newName().indexOf('#') + 1);
    return !units.has(member, Trait.METHOD)
        || other.replace("...", "[]").equals(moved.replace("...", "[]"));
  }

  /** Whether the name at a char, used by a unit, is that of a type before a member. */
  final boolean isTypeName(int user, int at) {
    for (int r = references.row(user); r < references.row(user + 1); r++) {
      if (references.at(r) == at && units.level(references.target(r)) == Level.TYPE) {
        Kind kind = references.kind(r);
        return kind == Kind.THROUGH || kind == Kind.REFERS;
      }
    }
    return false;
  }

  // ---- access

  final void demand(int unit, Access needed, List<Site> sites) {
    if (needed.compareTo(Access.of(units, unit)) <= 0) {
      return;
    }
    broken.computeIfAbsent(unit, u -> new ArrayList<>()).addAll(sites);
    widened.merge(unit, needed, Access::wider);
  }

  /** The moved code uses a unit, which has to be seen from the new place. */
  final void demandFromTarget(int unit, int r) {
    if (references.kind(r) == Kind.OVERRIDES && !Trait.packagePrivate(units.traits(unit))) {
      return;
    }
    for (int at = unit; at >= 0; at = units.parent(at)) {
      boolean counts = units.level(at) == Level.TYPE || units.level(at) == Level.MEMBER;
      if (counts && !units.has(at, Trait.FOREIGN) && at != member) {
        demand(at, Access.between(units, target, at, code), List.of(site(r)));
      }
    }
  }

  /** A caller has to see the new owner. */
  final void demandTarget(int r) {
    int user = references.from(r);
    for (int at = target; at >= 0 && units.level(at) == Level.TYPE; at = units.parent(at)) {
      demand(at, Access.between(units, user, at, code), List.of(site(r)));
    }
  }

  private void report() {
    if (may(Leave.WIDEN)) {
      return;
    }
    broken.forEach(
        (unit, sites) ->
            reasons.add(
                new Reason(
                    "access",
                    units.name(unit)
                        + " would have to be less private. Say 'widen: true' to make it so.",
                    sites)));
  }

  /** What overrides a method cannot be more private than that is. */
  private void widenOverriding() {
    List<Integer> open = new ArrayList<>(widened.keySet());
    for (int next = 0; next < open.size(); next++) {
      Access access = widened.get(open.get(next));
      for (int r : references.to(open.get(next))) {
        int user = references.from(r);
        if (references.kind(r) != Kind.OVERRIDES) {
          continue;
        }
        if (references.at(r) != units.nameAt(user)) {
          widenLocal(user, references.at(r), access);
        } else if (Access.of(units, user).compareTo(access) < 0) {
          widened.merge(user, access, Access::wider);
          open.add(user);
        }
      }
    }
  }

  /** A method of a class without a name that stands in a unit. */
  private void widenLocal(int unit, int nameAt, Access to) {
    int in = units.fileOf(unit);
    TextEdits edits = unit == member ? inside : changes.in(in);
    ModifierEdits.accessOfMethodNamedAt(edits, code.tokens(in), code.text(in), nameAt, to);
  }

  /** The units that become less private. */
  final Set<Integer> widenedUnits() {
    return widened.keySet();
  }

  private void widenDeclaration(int unit, Access to) {
    if (unit == member && modifiers.enters()) {
      return;
    }
    int in = units.fileOf(unit);
    TextEdits edits = unit == member ? inside : changes.in(in);
    ModifierEdits.access(edits, code.tokens(in), code.text(in), units.begin(unit), to);
  }

  /** What becomes less private. */
  final List<Widening> widenings() {
    List<Widening> found = new ArrayList<>();
    widened.forEach((unit, to) -> found.add(new Widening(units.name(unit), to.shown())));
    return found;
  }

  // ---- names in the moved code

  /** Whether a word stands somewhere without a qualifier, and so may be a variable. */
  static boolean standsAlone(JavaTokens of, int from, int past, String word) {
    for (int token = from; token < past; token++) {
      if (of.isWord(token, word) && !of.is(token - 1, ".") && !of.is(token - 1, "::")) {
        return true;
      }
    }
    return false;
  }

  /** Completes a type's name where the new place does not give it. */
  final void typeName(int r) {
    int type = references.target(r);
    if (units.has(type, Trait.CONSTRUCTOR)) {
      type = units.parent(type);
    }
    int token = tokens.from(references.at(r));
    if (!isNamed(r, units.simpleName(type)) || code.isQualified(file, references.at(r))) {
      return;
    }
    demandFromTarget(references.target(r), r);
    if (units.inside(type, target) || !stands(token)) {
      return;
    }
    String wanted =
        ModifierEdits.endsAnnotation(tokens, token - 1)
            ? names.annotatedIn(targetFile, type)
            : names.in(targetFile, type);
    int cut = wanted.lastIndexOf('.') + 1;
    if (cut > 0) {
      inside.insert(references.at(r), changes.encodable(targetFile, wanted.substring(0, cut)));
    }
  }

  /** Whether a token is inside the member. */
  private boolean stands(int token) {
    return token >= firstToken() && token < pastToken();
  }

  /** Puts the owner before a static member's simple name, where the new place does not give it. */
  final void staticName(int r) {
    int used = references.target(r);
    int type = units.parent(used);
    String word = MemberNames.bare(units.simpleName(used));
    if (used == member || !isNamed(r, word)) {
      return;
    }
    demandFromTarget(used, r);
    int token = tokens.from(references.at(r));
    if (isQualified(token)) {
      return;
    }
    // What is static in an interface is not inherited, but for constants.
    boolean inherited = !units.has(type, Trait.INTERFACE) || !units.has(used, Trait.METHOD);
    if (units.has(type, Trait.ENUM) && inCase(token)
        || type == target
        || inherited && code.isSubtype(target, type)) {
      return;
    }
    boolean byOwner = inherited && !units.has(type, Trait.PUBLIC) && code.isSubtype(owner, type);
    int through = byOwner ? owner : type;
    inside.insert(
        references.at(r), changes.encodable(targetFile, names.in(targetFile, through)) + ".");
  }

  /** Whether something stands before a member's name that says whose it is. */
  final boolean isQualified(int token) {
    return tokens.is(token - 1, ".")
        || tokens.is(token - 1, "::")
        || new Expressions(tokens, code.text(file)).followsTypeArguments(token);
  }

  /** A constant of an enum stands alone behind {@code case}. */
  private boolean inCase(int token) {
    int at = token - 1;
    while (tokens.is(at, ",") && tokens.isWord(at - 1)) {
      at -= 2;
    }
    return tokens.is(at, "case");
  }

  // ---- documentation and imports

  private void documentation() {
    DocLinks links = new DocLinks(code, Set.of(member));
    for (DocLinks.Link link : links.all(name())) {
      boolean mine =
          link.file() == file
              && link.hash() >= units.begin(member)
              && link.hash() < units.end(member);
      if (mine) {
        continue;
      }
      String wanted = documented(link.file(), target);
      changes
          .in(link.file())
          .replace(link.begin(), link.hash(), changes.encodable(link.file(), wanted));
    }
  }

  /** Imports that only what changed needed go. */
  private void staleImports() {
    for (int edited : List.copyOf(changes.files())) {
      String text = changes.in(edited).apply(code.text(edited));
      JavaTokens fresh = JavaTokens.of(text);
      JavaHeader header = JavaHeader.of(fresh);
      int body =
          header.imports().isEmpty() ? 0 : header.imports().get(header.imports().size() - 1).end();
      String rest = text.substring(body);
      String before = code.text(edited);
      JavaHeader old = code.header(edited);
      int oldBody = old.imports().isEmpty() ? 0 : old.imports().get(old.imports().size() - 1).end();
      for (JavaHeader.Import one : old.imports()) {
        boolean gone =
            !one.onDemand()
                && JavaTokens.hasWord(before.substring(oldBody), one.simpleName())
                && !JavaTokens.hasWord(rest, one.simpleName());
        if (gone) {
          names.imports(edited).remove(one);
        }
      }
    }
  }
}
