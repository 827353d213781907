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
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.java.code.Access;
import dev.vinesorter.java.code.FileChanges;
import dev.vinesorter.java.code.Getters;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.code.TestsOf;
import dev.vinesorter.java.code.TypeNames;
import dev.vinesorter.java.rewrite.StaleImports;
import dev.vinesorter.java.syntax.Expressions;
import dev.vinesorter.java.syntax.JavaHeader;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.Modifiers;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.IntStream;

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
  final InterfaceModifiers modifiers;
  final MemberAccess access;

  /** The edits inside the member's own text. */
  final TextEdits inside = new TextEdits();

  private final Set<Leave> leaves;
  private final List<Reason> reasons = new ArrayList<>();

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
    this.access = new MemberAccess(this);
  }

  /** Judges and edits; the reasons say whether the edits are any good. */
  final void run() {
    try {
      judge();
    } catch (TextEdits.OverlapException e) {
      refuse(
          RefusalCode.EDITS_OVERLAP,
          "Two places that would change stand inside each other. Write them apart first.");
    }
  }

  private void judge() {
    MemberPlaceRules place = new MemberPlaceRules(this);
    MemberDocumentation documentation = new MemberDocumentation(this);
    place.shape();
    if (reasons.isEmpty()) {
      signature();
    }
    if (reasons.isEmpty()) {
      place.taken();
    }
    if (!reasons.isEmpty()) {
      return;
    }
    Access needed = neededByCallers();
    body();
    uses().forEach(this::caller);
    callersDone();
    importUnknown();
    documentation.ofMember();
    access.demand(member, modifiers.given(needed), List.of());
    access.report();
    if (!reasons.isEmpty()) {
      return;
    }
    access.write(!modifiers.enters());
    modifiers.edit(needed, isOfObjects());
    head();
    String stays = may(Leave.FORWARD) ? new Forward(this).text() : "";
    new MovedText(code, member, target, inside).into(changes, stays);
    documentation.links();
    StaleImports.takeOut(code, changes, names);
    names.into(changes);
  }

  /**
   * Whether what one of two moves edits matters to the other: a file that it edits, too, or one
   * with a type that the old or new owner inherits from, or that inherits from it.
   */
  final boolean sharesWith(MemberMove other) {
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

  final void refuse(RefusalCode refusal, String message, Site... sites) {
    reasons.add(new Reason(refusal, message, List.of(sites)));
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

  /** What the step takes from the plan without a proof. */
  List<String> believed() {
    return List.of();
  }

  /** Tests of the old owner that are about the member. */
  final List<String> testsToo() {
    List<String> offers = new ArrayList<>();
    if (units.has(member, Trait.TEST)) {
      return offers;
    }
    Set<Integer> tests = new TreeSet<>(new TestsOf(code).tests(units.topTypeOf(member)));
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
    if (!isNamed(r, units.simpleName(type))) {
      return;
    }
    access.demandFromTarget(references.target(r), r);
    if (code.isQualified(file, references.at(r))) {
      shorten(type, token);
      return;
    }
    if (units.inside(type, target) || !stands(token)) {
      return;
    }
    String wanted =
        Modifiers.endsAnnotation(tokens, token - 1)
            ? names.annotatedIn(targetFile, type)
            : names.in(targetFile, type);
    int cut = wanted.lastIndexOf('.') + 1;
    if (cut > 0) {
      inside.insert(references.at(r), changes.encodable(targetFile, wanted.substring(0, cut)));
    }
  }

  /** Takes the new owner's name away from before the name of a type that stands in it. */
  private void shorten(int type, int token) {
    String name = units.simpleName(type);
    boolean named =
        units.parent(type) == target
            && stands(token)
            && tokens.is(token - 1, ".")
            && tokens.isWord(token - 2, units.simpleName(target))
            && !tokens.is(token - 3, ".");
    boolean another =
        standsAlone(tokens, firstToken(), pastToken(), name)
            || IntStream.of(units.children(target))
                .anyMatch(one -> one != type && units.simpleName(one).equals(name));
    if (named && !another) {
      inside.remove(tokens.begin(token - 2), tokens.begin(token));
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
    access.demandFromTarget(used, r);
    int token = tokens.from(references.at(r));
    if (isQualified(token)) {
      return;
    }
    // What is static in an interface is not inherited, but for constants.
    boolean inherited = !units.has(type, Trait.INTERFACE) || !units.has(used, Trait.METHOD);
    // A constant of an enum is written without a type, which compilers tell in two ways.
    boolean isConstant =
        units.has(type, Trait.ENUM)
            && (units.type(used).isEmpty() || units.simpleName(type).equals(units.type(used)));
    if (isConstant && inCase(token)
        || type == target
        || inherited && code.isSubtype(target, type)) {
      return;
    }
    boolean byOwner = inherited && !units.has(type, Trait.PUBLIC) && code.isSubtype(owner, type);
    int through = byOwner ? owner : type;
    inside.insert(
        references.at(r), changes.encodable(targetFile, names.in(targetFile, through)) + ".");
  }

  /**
   * Reads a field by its getter, where the field would have to become less private and the getter
   * does not. Whether it does; else nothing is done.
   *
   * @param prefix what comes before the getter's name, such as an object with its dot
   */
  final boolean readsByGetter(int r, String prefix) {
    int used = references.target(r);
    boolean hidden =
        units.has(used, Trait.FIELD)
            && !units.has(used, Trait.STATIC)
            && !units.has(used, Trait.FOREIGN)
            && references.kind(r) == Kind.READS
            && isNamed(r, units.simpleName(used))
            && Access.between(units, target, used, code).compareTo(Access.of(units, used)) > 0;
    if (!hidden) {
      return false;
    }
    for (int other : made()) {
      if (references.at(other) == references.at(r) && references.kind(other) == Kind.WRITES) {
        return false;
      }
    }
    int seen = Getters.of(code, used, target);
    int getter = seen < 0 && may(Leave.WIDEN) ? Getters.any(code, used) : seen;
    if (getter < 0 || getter == member) {
      return false;
    }
    if (getter != used) {
      access.demandFromTarget(getter, r);
    }
    int token = tokens.from(references.at(r));
    inside.replace(
        tokens.begin(token),
        tokens.end(token),
        prefix + MemberNames.bare(units.simpleName(getter)) + "()");
    return true;
  }

  /**
   * How a field is written for a unit that reads it: by its name, or by its getter where the field
   * would have to become less private.
   *
   * @param r the reference for which it is read
   */
  final String reading(int field, int seenBy, int r) {
    Access needed = Access.between(units, seenBy, field, code);
    boolean isSeen = needed.compareTo(Access.of(units, field)) <= 0;
    int getter = isSeen ? -1 : Getters.of(code, field, seenBy);
    if (getter >= 0) {
      return MemberNames.bare(units.simpleName(getter)) + "()";
    }
    access.demand(field, needed, List.of(site(r)));
    return units.simpleName(field);
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

  // ---- imports

  /** A name that binds to nothing, because a library is missing, is imported as it was. */
  private void importUnknown() {
    for (Survey.Unresolved one : code.survey().unresolved()) {
      int token = tokens.from(one.site().begin());
      boolean mine = one.site().file().equals(units.name(file)) && stands(token);
      if (!mine || isQualified(token)) {
        continue;
      }
      JavaHeader.Import there = importOf(file, one.name());
      JavaHeader.Import here = importOf(targetFile, one.name());
      boolean other = there != null && here != null && !here.name().equals(there.name());
      if (there == null || there.isStatic() || other) {
        refuse(
            RefusalCode.UNKNOWN_NAME,
            "What '" + one.name() + "' is was not found. Give its library with --classpath.",
            one.site());
      } else if (here == null) {
        names.imports(targetFile).add(there.name());
      }
    }
  }

  private JavaHeader.Import importOf(int in, String simpleName) {
    return code.header(in).imports().stream()
        .filter(one -> !one.onDemand() && one.simpleName().equals(simpleName))
        .findFirst()
        .orElse(null);
  }
}
