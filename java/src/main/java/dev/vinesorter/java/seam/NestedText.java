package dev.vinesorter.java.seam;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.code.Access;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.rewrite.MemberRegion;
import dev.vinesorter.java.rewrite.Naming;
import dev.vinesorter.java.rewrite.Patch;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.JavaHeader;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.Modifiers;
import dev.vinesorter.java.syntax.TextLines;
import java.util.Arrays;
import java.util.Set;
import java.util.TreeSet;
import javax.lang.model.element.TypeElement;

/** The text of a type that goes elsewhere, with every name as it has to be written there. */
final class NestedText {
  private final NestedMove move;
  private final NestedAccess access;
  private final SplitUses uses;
  private final LocatedTree tree;
  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final int file;
  private final Naming naming;

  private final TakenOver over;

  /** Over the old source: what stands otherwise in the new place. */
  private final Patch moved;

  /** Where names of the type itself begin that lose what stands before them. */
  private final Set<Integer> shortened = new TreeSet<>();

  NestedText(NestedMove move, NestedAccess access, SplitUses uses, LocatedTree tree) {
    this.move = move;
    this.access = access;
    this.uses = uses;
    this.tree = tree;
    this.rewriting = move.rewriting;
    this.code = move.code;
    this.units = move.units;
    this.file = move.file;
    this.over = new TakenOver(rewriting, file);
    this.moved = over.patch();
    this.naming =
        move.home < 0
            ? move.source.naming()
            : new Naming(code, rewriting.names(), units.fileOf(move.home));
  }

  /** The text, without the blanks before its first line. */
  Written write() {
    MemberRegion whole = MemberRegion.of(code, move.type);
    int[] region = over.bounds(whole.begin(), whole);
    own(region);
    uses.types().forEach(this::type);
    over.unknown(
        uses.unknown(),
        move.home < 0
            ? move.source::in
            : full -> rewriting.names().in(units.fileOf(move.home), full));
    uses.imported().forEach(this::imported);
    if (move.isNested()) {
      uses.uses().forEach(this::use);
    }
    for (NestedAccess.Read read : access.reads()) {
      if (move.goes(code.references().from(read.reference()))) {
        moved.replace(
            code.references().at(read.reference()),
            code.references().end(read.reference()),
            read.written());
      }
    }
    asserts();
    modifiers();
    access
        .widened()
        .forEach(
            (unit, to) -> {
              if (move.goes(unit) && unit != move.type) {
                SplitOwner.modifiers(code, unit, to, moved);
              }
            });
    documentation();
    hashes(region);
    String indent = move.home < 0 ? "" : new Layout(code).memberIndent(move.home);
    return over.text(move.type, region, indent, move::after);
  }

  /** Inside itself a type needs nothing before its name. */
  private void own(int[] region) {
    JavaTokens tokens = code.tokens(file);
    String around = move.isNested() ? units.simpleName(units.parent(move.type)) : "";
    for (int t = tokens.from(region[0]); t < tokens.size() && tokens.begin(t) < region[1]; t++) {
      boolean qualified =
          tokens.isWord(t, units.simpleName(move.type))
              && tokens.is(t - 1, ".")
              && (around.isEmpty() ? isPackage(tokens, t) : tokens.isWord(t - 2, around));
      if (qualified) {
        int first = NestedMove.chainBegin(tokens, t);
        moved.remove(tokens.begin(first), tokens.begin(t));
        shortened.add(tokens.begin(first));
      }
    }
  }

  private boolean isPackage(JavaTokens tokens, int token) {
    int first = NestedMove.chainBegin(tokens, token);
    StringBuilder before = new StringBuilder();
    for (int t = first; t < token - 1; t++) {
      before.append(tokens.text(t));
    }
    return before.toString().equals(code.packageBefore(move.type));
  }

  private void type(SplitUses.Named named) {
    TypeElement type = (TypeElement) named.element();
    String full = type.getQualifiedName().toString();
    int unit = units.find(full, Level.TYPE);
    if (shortened.contains(named.begin()) || unit >= 0 && move.goes(unit)) {
      return;
    }
    Written name = isInHome(unit) ? null : naming.name(type);
    String old = code.text(file).substring(named.begin(), named.end());
    Set<String> meant = rewriting.means(file, named.begin(), named.end());
    if (name != null && !name.text().equals(old)) {
      Set<String> means = new TreeSet<>(name.means());
      means.remove(full);
      means.addAll(meant);
      moved.replace(
          named.begin(), named.end(), Written.of(name.text(), meant.isEmpty() ? Set.of() : means));
    }
  }

  /** Whether a type stands around the new place, or right beside it, and is seen by its name. */
  private boolean isInHome(int unit) {
    for (int around = move.home; unit >= 0 && around >= 0; around = units.parent(around)) {
      if (around == unit || units.parent(unit) == around && units.level(around) == Level.TYPE) {
        return true;
      }
    }
    return false;
  }

  /** A static member that an import brings in; the import comes along where it can. */
  private void imported(SplitUses.Named named) {
    TypeElement type = (TypeElement) named.element().getEnclosingElement();
    int unit = units.find(type.getQualifiedName().toString(), Level.TYPE);
    if (unit >= 0 && move.goes(unit)) {
      return;
    }
    String name = code.text(file).substring(named.begin(), named.end());
    JavaHeader.Import known = TakenOver.staticImport(code, file, name, type);
    boolean comes = known != null;
    if (comes && move.home < 0) {
      move.source.addStatic(known.name() + (known.onDemand() ? ".*" : ""));
    } else if (comes) {
      JavaHeader.Import there = TakenOver.staticImport(code, units.fileOf(move.home), name, type);
      comes = there != null && there.name().equals(known.name());
    }
    if (!comes) {
      moved.insert(named.begin(), Written.of(naming.name(type).text() + "."));
    }
  }

  /** A static member of the type around is named with it. */
  private void use(SplitUses.Use use) {
    TypeElement type = (TypeElement) use.member().getEnclosingElement();
    int unit = units.find(type.getQualifiedName().toString(), Level.TYPE);
    boolean alone = use.form() == SplitUses.Form.PLAIN && use.isStatic();
    if (use.form() == SplitUses.Form.TYPE) {
      JavaTokens tokens = code.tokens(file);
      int dot = tokens.begin(tokens.from(use.at()) - 1);
      Written name = naming.name(type);
      if (!name.text().equals(code.text(file).substring(use.begin(), dot))) {
        moved.replace(use.begin(), dot, Written.of(name.text()));
      }
    } else if (alone && !isInHome(unit)) {
      moved.insert(use.at(), Written.of(naming.name(type).text() + "."));
    }
  }

  /** Whether assertions are enabled is asked of the outermost type. */
  private void asserts() {
    References references = code.references();
    int old = units.topTypeOf(move.type);
    String now = move.home < 0 ? move.now() : units.name(units.topTypeOf(move.home));
    JavaTokens tokens = code.tokens(file);
    for (int inside : units.withAllInside(move.type)) {
      for (int r = references.row(inside); r < references.row(inside + 1); r++) {
        int at = references.at(r);
        if (references.target(r) == old && at >= 0 && tokens.is(tokens.from(at), "assert")) {
          moved.means(at, Set.of(now));
        }
      }
    }
  }

  // ---- modifiers

  /** The type's own modifiers: {@code static} goes or comes, and so does access. */
  private void modifiers() {
    JavaTokens tokens = code.tokens(file);
    String text = code.text(file);
    Access wanted = access.ofType();
    boolean nested = move.home >= 0;
    boolean inInterface = nested && units.has(move.home, Trait.INTERFACE);
    boolean plain =
        !units.has(move.type, Trait.INTERFACE)
            && !units.has(move.type, Trait.ENUM)
            && !units.has(move.type, Trait.RECORD)
            && !units.has(move.type, Trait.ANNOTATION);
    boolean needsStatic = nested && plain && !inInterface;
    int insert = -1;
    int behindAccess = -1;
    boolean hasStatic = false;
    int t = tokens.from(units.begin(move.type));
    while (t < tokens.size()) {
      if (tokens.is(t, "@") && !tokens.is(t + 1, "interface")) {
        t = Modifiers.behindAnnotation(tokens, t);
        continue;
      }
      insert = insert < 0 ? tokens.begin(t) : insert;
      boolean isAccess =
          tokens.is(t, "public") || tokens.is(t, "protected") || tokens.is(t, "private");
      boolean isStatic = tokens.is(t, "static");
      String word = isAccess ? word(wanted) : "";
      boolean leaves = isAccess && !word.equals(tokens.text(t)) || isStatic && !needsStatic;
      if (isAccess && word.equals(tokens.text(t))) {
        behindAccess = TextLines.behindBlanks(text, tokens.end(t));
      }
      hasStatic |= isStatic && needsStatic;
      if (leaves) {
        moved.remove(tokens.begin(t), TextLines.behindBlanks(text, tokens.end(t)));
      }
      if (!tokens.is(t, "-") && !Modifiers.MODIFIERS.contains(tokens.text(t))) {
        break;
      }
      t++;
    }
    boolean writes = behindAccess < 0 && !inInterface && !word(wanted).isEmpty();
    String head = (writes ? word(wanted) + " " : "") + (needsStatic && !hasStatic ? "static " : "");
    if (!head.isEmpty()) {
      moved.insert(behindAccess < 0 ? insert : behindAccess, Written.of(head));
    }
  }

  private static String word(Access access) {
    return access == Access.PACKAGE ? "" : access.name().toLowerCase(java.util.Locale.ROOT);
  }

  // ---- documentation

  /** Documentation that goes names what it did by names that hold in the new place. */
  private void documentation() {
    References references = code.references();
    Set<Integer> done = new TreeSet<>();
    for (int inside : units.withAllInside(move.type)) {
      for (int r = references.row(inside); r < references.row(inside + 1); r++) {
        if (references.kind(r) == Kind.MENTIONS && done.add(references.at(r))) {
          mention(inside, r);
        }
      }
    }
  }

  private void mention(int user, int r) {
    References references = code.references();
    int target = references.target(r);
    String text = code.text(file);
    int at = references.at(r);
    if (move.goes(target)) {
      return;
    }
    int in = move.home < 0 ? -1 : units.fileOf(move.home);
    if (units.level(target) == Level.TYPE) {
      boolean alone =
          code.isNamed(user, r, units.simpleName(target)) && !code.isQualified(file, at);
      String name = move.shown(in, target);
      if (alone && !isKnown(target) && !name.equals(text.substring(at, references.end(r)))) {
        moved.replace(at, references.end(r), Written.of(name));
      }
    }
  }

  /** Documentation that refers to a member of a type around by its name alone names that type. */
  private void hashes(int[] region) {
    JavaTokens tokens = code.tokens(file);
    String text = code.text(file);
    for (int comment = 0; comment < tokens.comments(); comment++) {
      boolean goes =
          tokens.isDoc(comment)
              && tokens.commentBegin(comment) >= region[0]
              && tokens.commentEnd(comment) <= region[1];
      int end = goes ? tokens.commentEnd(comment) : 0;
      for (int at = goes ? text.indexOf('#', tokens.commentBegin(comment)) : -1;
          at >= 0 && at < end;
          at = text.indexOf('#', at + 1)) {
        hash(at, end);
      }
    }
  }

  private void hash(int at, int end) {
    String text = code.text(file);
    int past = at + 1;
    while (past < end && Character.isJavaIdentifierPart(text.charAt(past))) {
      past++;
    }
    String name = text.substring(at + 1, past);
    String before = text.substring(TextLines.begin(text, at), at).stripTrailing();
    boolean link =
        before.endsWith("@link") || before.endsWith("@linkplain") || before.endsWith("@see");
    if (!link || name.isEmpty() || has(move.type, name)) {
      return;
    }
    int in = move.home < 0 ? -1 : units.fileOf(move.home);
    for (int around = units.parent(move.type);
        units.level(around) == Level.TYPE;
        around = units.parent(around)) {
      if (has(around, name) && !isInHome(around)) {
        moved.insert(at, Written.of(move.shown(in, around)));
        return;
      }
    }
  }

  /** Whether a type, one in it or one above it has a member of a name. */
  private boolean has(int type, String name) {
    Set<Integer> all = new TreeSet<>(code.allSupertypes(type));
    all.addAll(units.withAllInside(type));
    for (int holder : all) {
      boolean has =
          units.level(holder) == Level.TYPE
              && Arrays.stream(units.children(holder))
                  .anyMatch(one -> MemberNames.bare(units.simpleName(one)).equals(name));
      if (has) {
        return true;
      }
    }
    return false;
  }

  /** Whether documentation in the new place sees a type by its simple name. */
  private boolean isKnown(int target) {
    String around =
        units.level(units.parent(target)) == Level.TYPE ? "" : code.packageBefore(target);
    if (move.home >= 0) {
      return isInHome(target)
          || !around.isEmpty() && rewriting.names().isSeen(units.fileOf(move.home), target);
    }
    return around.equals("java.lang") || move.source.imports(units.name(target));
  }
}
