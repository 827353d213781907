package dev.vinesorter.java.inplace;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.SurveyDraft;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.java.code.DocLinks;
import dev.vinesorter.java.code.FileChanges;
import dev.vinesorter.java.code.FoundByName;
import dev.vinesorter.java.code.LocalCalls;
import dev.vinesorter.java.code.MemberFamily;
import dev.vinesorter.java.code.Signatures;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.syntax.JavaHeader;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.source.plan.StepEditor.Result;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/**
 * Gives a member or a nested type another name, everywhere: declarations of the whole overriding
 * family, uses, static imports, documentation. Names that a program makes from text (reflection,
 * serialised forms) are not seen.
 */
public final class MemberRename {
  private final SourceView code;
  private final Units units;
  private final References references;
  private final int unit;
  private final String old;
  private final String fresh;
  private final Set<Integer> family;
  private final List<Integer> local;
  private final List<Reason> reasons = new ArrayList<>();
  private final FileChanges changes;

  private MemberRename(SourceView code, int unit, String fresh) {
    this.code = code;
    this.units = code.units();
    this.references = code.references();
    this.unit = unit;
    this.old = MemberNames.bare(units.simpleName(unit));
    this.fresh = fresh;
    this.changes = new FileChanges(code);
    if (units.level(unit) == Level.MEMBER) {
      MemberFamily found = MemberFamily.of(code, unit);
      this.family = found.members();
      this.local = found.local();
    } else {
      this.family = Set.of(unit);
      this.local = List.of();
    }
  }

  /**
   * Gives a member another name.
   *
   * @param foundByName whether that is done although somebody finds it by its name
   */
  public static Result carryOut(SourceView code, int unit, String fresh, boolean foundByName) {
    MemberRename rename = new MemberRename(code, unit, fresh);
    rename.judge();
    if (!foundByName) {
      rename.readByName();
    }
    if (rename.reasons.isEmpty()) {
      rename.edit();
    }
    if (!rename.reasons.isEmpty()) {
      return new Result(StepOutcome.refused(rename.reasons), code.survey());
    }
    SurveyDraft draft = new SurveyDraft(code.survey());
    rename.names(draft);
    rename.changes.into(draft);
    rename.changes.apply();
    return new Result(StepOutcome.changed(List.of()), draft.survey());
  }

  private void reason(RefusalCode refusal, String message, List<Site> sites) {
    reasons.add(new Reason(refusal, message, sites));
  }

  // ---- what speaks against it

  private void judge() {
    if (units.has(unit, Trait.CONSTRUCTOR) || units.has(unit, Trait.INITIALISER)) {
      reason(RefusalCode.BAD_TARGET, units.name(unit) + " has no name of its own.", List.of());
      return;
    }
    for (int member : family) {
      if (units.has(member, Trait.FOREIGN)) {
        reason(
            RefusalCode.OVERRIDES_LIBRARY,
            units.name(unit)
                + " has to be called like "
                + units.name(member)
                + ", which belongs to a library.",
            List.of(code.declaration(unit)));
        return;
      }
      if (units.has(units.fileOf(member), Trait.BY_NAME)) {
        reason(
            RefusalCode.HALF_READ,
            units.name(units.fileOf(member)) + " could be read only in part.",
            List.of());
        return;
      }
      if (units.has(units.parent(member), Trait.ANNOTATION) && old.equals("value")) {
        reason(
            RefusalCode.ANNOTATION_VALUE,
            units.name(member)
                + " can be left out where it is given; under another name it cannot.",
            List.of(code.declaration(member)));
      }
      record(member);
    }
    for (int r : local) {
      for (int other = references.row(references.from(r));
          other < references.row(references.from(r) + 1);
          other++) {
        if (references.kind(other) == Kind.OVERRIDES
            && references.at(other) == references.at(r)
            && units.has(references.target(other), Trait.FOREIGN)) {
          reason(
              RefusalCode.OVERRIDES_LIBRARY,
              "A local class here overrides "
                  + units.name(references.target(other))
                  + " of a library with the same method.",
              List.of(code.survey().site(r)));
        }
      }
    }
    taken();
  }

  private void readByName() {
    for (int member : family) {
      String finder = FoundByName.nameReader(code, member);
      if (finder != null) {
        reason(
            RefusalCode.FOUND_BY_NAME,
            units.name(member)
                + ": "
                + finder
                + ". Say 'found-by-name: true' to rename it all the same.",
            List.of(code.declaration(member)));
      }
    }
  }

  /** A record's component, its accessor and its constructors' parameters hang together. */
  private void record(int member) {
    int owner = units.parent(member);
    if (!units.has(owner, Trait.RECORD) || units.has(member, Trait.STATIC)) {
      return;
    }
    for (int other : units.children(owner)) {
      boolean accessor =
          units.has(other, Trait.METHOD)
              && other != member
              && units.simpleName(other).equals(old + "()");
      boolean component =
          units.has(member, Trait.METHOD)
              && units.has(other, Trait.FIELD)
              && units.simpleName(member).equals(units.simpleName(other) + "()");
      boolean constructor = units.has(member, Trait.FIELD) && units.has(other, Trait.CONSTRUCTOR);
      if (accessor || component || constructor && hasWord(other, old)) {
        reason(
            RefusalCode.RECORD_PARTS,
            units.name(member)
                + " goes by the same name as a parameter or accessor that is written out. Take that"
                + " out first.",
            List.of(code.declaration(other)));
      }
    }
  }

  private boolean hasWord(int declaration, String word) {
    JavaTokens tokens = code.tokens(units.fileOf(declaration));
    for (int token = tokens.from(units.begin(declaration));
        token < tokens.size() && tokens.begin(token) < units.end(declaration);
        token++) {
      if (tokens.isWord(token, word)) {
        return true;
      }
    }
    return false;
  }

  /** Whether the new name means something else where the old one stands. */
  private void taken() {
    Set<Integer> owners = new TreeSet<>();
    for (int member : family) {
      int owner = units.parent(member);
      owners.add(owner);
      owners.addAll(code.subtypes(owner));
      owners.addAll(code.allSupertypes(owner));
    }
    boolean method = units.has(unit, Trait.METHOD);
    for (int owner : owners) {
      for (int other : units.children(owner)) {
        String name = units.simpleName(other);
        boolean same =
            method
                ? units.has(other, Trait.METHOD) && isSameOrVague(name)
                : name.equals(fresh) && units.level(other) == units.level(unit);
        if (same) {
          reason(
              RefusalCode.NAME_CLASH,
              "There is "
                  + units.name(other)
                  + " already. Choose another name, or rename it first.",
              List.of(code.declaration(other)));
        }
      }
    }
  }

  /** A method of that name with as many parameters could be taken for it. */
  private boolean isSameOrVague(String name) {
    return MemberNames.bare(name).equals(fresh)
        && MemberNames.parameters(name) == MemberNames.parameters(units.simpleName(unit));
  }

  // ---- the edits

  private void edit() {
    for (int member : family) {
      declared(member);
      for (int r : references.to(member)) {
        Kind kind = references.kind(r);
        if (kind != Kind.OVERRIDES && kind != Kind.MENTIONS) {
          used(r);
        } else if (kind == Kind.MENTIONS && units.level(unit) == Level.TYPE) {
          mentioned(r);
        }
      }
    }
    for (int r : local) {
      int file = units.fileOf(references.from(r));
      JavaTokens tokens = code.tokens(file);
      changes.replace(file, tokens.from(references.at(r)), fresh);
      callsOfLocal(references.from(r));
    }
    if (units.level(unit) == Level.MEMBER) {
      staticImports();
      documentation();
    } else {
      constructors();
    }
  }

  private void declared(int member) {
    int file = units.fileOf(member);
    JavaTokens tokens = code.tokens(file);
    int token = tokens.from(Math.max(0, units.nameAt(member)));
    if (units.nameAt(member) < 0 || !tokens.isWord(token, old)) {
      reason(
          RefusalCode.HALF_READ,
          "The name of " + units.name(member) + " was not found.",
          List.of());
      return;
    }
    changes.replace(file, token, fresh);
  }

  private void used(int r) {
    int user = references.from(r);
    int file = units.fileOf(user);
    if (!code.isNamed(user, r, old)) {
      return;
    }
    JavaTokens tokens = code.tokens(file);
    int token = tokens.from(references.at(r));
    changes.replace(file, token, fresh);
    boolean qualified = tokens.is(token - 1, ".") || tokens.is(token - 1, "::");
    if (!qualified && references.kind(r) != Kind.IMPORTS) {
      hidden(user, r);
    }
  }

  /** A simple name must not come to mean a variable, or something of a nearer type (JLS 6.4.1). */
  private void hidden(int user, int r) {
    int file = units.fileOf(user);
    JavaTokens tokens = code.tokens(file);
    boolean method = units.has(unit, Trait.METHOD);
    int top = units.level(unit) == Level.TYPE ? file : user;
    for (int token = tokens.from(Math.max(0, units.begin(top)));
        token < tokens.size() && tokens.begin(token) < units.end(top);
        token++) {
      boolean call = tokens.is(token + 1, "(");
      if (tokens.isWord(token, fresh) && !tokens.is(token - 1, ".") && call == method) {
        reason(
            RefusalCode.NAME_CLASH,
            "'" + fresh + "' already is a name here; it could come to mean something else.",
            List.of(code.survey().site(r), code.site(file, token)));
        return;
      }
    }
    for (int around = units.ancestor(user, Level.TYPE);
        method && around >= 0 && units.level(around) == Level.TYPE;
        around = units.parent(around)) {
      Set<Integer> types = new TreeSet<>(code.allSupertypes(around));
      types.add(around);
      for (int type : types) {
        for (int other : units.children(type)) {
          if (units.has(other, Trait.METHOD)
              && MemberNames.bare(units.simpleName(other)).equals(fresh)) {
            reason(
                RefusalCode.NAME_CLASH,
                units.name(other) + " would be found here instead.",
                List.of(code.survey().site(r)));
            return;
          }
        }
      }
    }
  }

  private void mentioned(int r) {
    int file = units.fileOf(references.from(r));
    int begin = references.at(r);
    if (code.text(file).startsWith(old, begin)) {
      changes.in(file).replace(begin, begin + old.length(), changes.encodable(file, fresh));
    }
  }

  /** A local class's own method may be called by a name that no reference tells of. */
  private void callsOfLocal(int holder) {
    for (int token : LocalCalls.of(code, holder, old)) {
      reason(
          RefusalCode.LOCAL_CLASS,
          LocalCalls.SENTENCE,
          List.of(code.site(units.fileOf(holder), token)));
    }
  }

  /** A static import brings in all members of a name; it stays where others are used through it. */
  private void staticImports() {
    if (!units.has(unit, Trait.STATIC)) {
      return;
    }
    int owner = units.parent(unit);
    Set<Integer> owners = new TreeSet<>(code.subtypes(owner));
    owners.add(owner);
    Set<Integer> files = new TreeSet<>();
    for (int type : owners) {
      for (int r : references.to(type)) {
        if (references.kind(r) == Kind.IMPORTS) {
          files.add(references.from(r));
        }
      }
    }
    for (int file : files) {
      for (JavaHeader.Import one : code.header(file).imports()) {
        if (one.isStatic()
            && !one.onDemand()
            && one.simpleName().equals(old)
            && owners.contains(typeOf(one))) {
          staticImport(file, one, owner);
        }
      }
    }
  }

  private int typeOf(JavaHeader.Import one) {
    return units.find(one.name().substring(0, one.name().lastIndexOf('.')), Level.TYPE);
  }

  private void staticImport(int file, JavaHeader.Import one, int owner) {
    boolean ours = false;
    boolean others = false;
    for (int user : units.withAllInside(file)) {
      for (int r = references.row(user); r < references.row(user + 1); r++) {
        int used = references.target(r);
        if (units.parent(used) == owner
            && MemberNames.bare(units.simpleName(used)).equals(old)
            && code.isNamed(user, r, old)
            && !code.isQualified(file, references.at(r))) {
          ours |= family.contains(used);
          others |= !family.contains(used);
        }
      }
    }
    JavaTokens tokens = code.tokens(file);
    int name = tokens.before(one.nameEnd());
    boolean alone =
        units.children(owner).length > 0
            && Arrays.stream(units.children(owner))
                .noneMatch(
                    m -> !family.contains(m) && MemberNames.bare(units.simpleName(m)).equals(old));
    if (ours && others) {
      String line = code.sources().text(units.name(file)).lineEnd();
      String around = one.name().substring(0, one.name().lastIndexOf('.') + 1);
      changes
          .in(file)
          .insert(
              one.end(), line + "import static " + around + changes.encodable(file, fresh) + ";");
    } else if (ours || alone) {
      changes.replace(file, name, fresh);
    }
  }

  /** References to a member in documentation: {@code Type#name}, or {@code #name} inside it. */
  private void documentation() {
    for (DocLinks.Link link : new DocLinks(code, family).all(old)) {
      int begin = link.hash() + 1;
      changes
          .in(link.file())
          .replace(begin, begin + old.length(), changes.encodable(link.file(), fresh));
    }
  }

  /** A nested type's constructors go by its name. */
  private void constructors() {
    for (int member : units.children(unit)) {
      if (units.has(member, Trait.CONSTRUCTOR)) {
        if (units.nameAt(member) >= 0) {
          int file = units.fileOf(member);
          int token = code.tokens(file).from(units.nameAt(member));
          if (code.tokens(file).isWord(token, old)) {
            changes.replace(file, token, fresh);
          }
        }
        for (int r : references.to(member)) {
          if (references.kind(r) != Kind.MENTIONS) {
            used(r);
          }
        }
      }
    }
  }

  private void names(SurveyDraft draft) {
    for (int member : family) {
      String name = units.simpleName(member);
      draft.name(member, fresh + name.substring(old.length()));
    }
    if (units.level(unit) != Level.TYPE) {
      return;
    }
    Signatures.retype(code, draft, unit, fresh);
  }
}
