package dev.vinesorter.java.seam;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.java.code.Access;
import dev.vinesorter.java.code.ModuleReach;
import dev.vinesorter.java.code.OwnResources;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.MemberRegion;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.TextLines;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.lang.model.element.TypeElement;

/**
 * A type goes into another type, or a nested one out of its own into a package, where it becomes an
 * outermost one with a source of its own.
 */
public final class NestedMove {
  final Rewriting rewriting;
  final SourceView code;
  final Units units;
  final Step.Move step;
  final int type;
  final int file;

  /** The type that takes it; -1 for a package. */
  final int home;

  /** Its source, where a package takes it; else null. */
  final NewSource source;

  private NestedMove(Rewriting rewriting, int type, Step.Move step) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.step = step;
    this.type = type;
    this.file = units.fileOf(type);
    this.home = units.find(step.into(), Level.TYPE);
    this.source = home >= 0 ? null : new NewSource(code, file, now());
  }

  /**
   * Carries it out.
   *
   * @param readings reads sources that differ from those of the survey
   */
  public static Result carryOut(
      Survey survey, int type, Step.Move step, Overlay sources, Readings readings) {
    Rewriting rewriting = new Rewriting(survey, sources);
    NestedMove move = new NestedMove(rewriting, type, step);
    move.judge();
    if (rewriting.isFine()) {
      String path = survey.units().name(move.file);
      readings.of(
          sources,
          Set.of(path),
          attributed -> {
            move.run(attributed, attributed.file(path));
            return null;
          });
    }
    return rewriting.finish(readings);
  }

  /** Its full name afterwards. */
  String now() {
    String around = step.into();
    return around.isEmpty() ? units.simpleName(type) : around + "." + units.simpleName(type);
  }

  /** The name that a unit has afterwards, by its name before. */
  String after(String name) {
    String old = units.name(type);
    boolean inside =
        name.startsWith(old)
            && (name.length() == old.length() || ".#".indexOf(name.charAt(old.length())) >= 0);
    return inside ? now() + name.substring(old.length()) : name;
  }

  boolean goes(int unit) {
    return units.inside(unit, type);
  }

  /** The package that a unit is in afterwards. */
  String packageAfter(int unit) {
    return !goes(unit)
        ? code.packageBefore(unit)
        : home >= 0 ? code.packageBefore(home) : step.into();
  }

  /** The outermost type that a unit is in afterwards. */
  private int topAfter(int unit) {
    return !goes(unit) ? units.topTypeOf(unit) : home >= 0 ? units.topTypeOf(home) : type;
  }

  /** What one unit has to be for another to see it afterwards. */
  Access needed(int user, int used) {
    if (topAfter(user) >= 0 && topAfter(user) == topAfter(used)) {
      return Access.PRIVATE;
    }
    return packageAfter(user).equals(packageAfter(used)) ? Access.PACKAGE : Access.PUBLIC;
  }

  boolean isNested() {
    return units.level(units.parent(type)) == Level.TYPE;
  }

  private void refuse(RefusalCode refusal, String message) {
    rewriting.refuse(refusal, message, code.declaration(type));
  }

  // ---- whether it can

  private void judge() {
    if (home < 0 && (!source.isPossible() || code.sources().exists(source.path()))) {
      boolean there = source.isPossible();
      refuse(
          there ? RefusalCode.NAME_CLASH : RefusalCode.BAD_TARGET,
          there
              ? "There is " + source.path() + " already."
              : "'" + step.into() + "' is neither a type nor a name for a package here.");
    } else if (units.find(now(), Level.TYPE) >= 0) {
      refuse(RefusalCode.NAME_CLASH, "There is " + now() + " already.");
    } else if (home >= 0 && (units.has(home, Trait.FOREIGN) || goes(home))) {
      refuse(
          units.has(home, Trait.FOREIGN) ? RefusalCode.FOREIGN : RefusalCode.BAD_TARGET,
          step.into() + " cannot take it.");
    } else if (home >= 0 && code.isSubtype(home, type)) {
      refuse(
          RefusalCode.BAD_TARGET,
          step.into() + " inherits from " + units.name(type) + ", so it cannot hold it.");
    } else if (isElsewhere()) {
      refuse(
          RefusalCode.OTHER_MODULE,
          step.into()
              + " belongs to another module than "
              + units.name(type)
              + "; take it out of its type first, and move it there then.");
    } else if (home < 0 && isForeignPackage()) {
      refuse(RefusalCode.FOREIGN_PACKAGE, step.into() + " is a package of Java or of a library.");
    } else if (units.has(type, Trait.SEALED) || isPermitted()) {
      refuse(
          RefusalCode.SEALED_APART,
          units.name(type) + " is sealed, or permitted by a type that is.");
    }
    if (home >= 0 && units.fileOf(home) >= 0) {
      otherPart();
    }
    for (int around = home; around >= 0; around = units.parent(around)) {
      if (units.simpleName(around).equals(units.simpleName(type))) {
        refuse(
            RefusalCode.NAME_CLASH,
            "A type inside " + units.name(around) + " cannot be called so.");
      }
    }
  }

  /** In another module, or in tests, all sides have to see what they use then. */
  private void otherPart() {
    if (!ModuleReach.today(units, home).equals(ModuleReach.today(units, type))) {
      ModuleReach.into(code, home, type)
          .reasons(units.withAllInside(type))
          .forEach(rewriting::refuse);
    }
  }

  /** Whether the package that takes it is one of other modules alone. */
  private boolean isElsewhere() {
    int there = units.find(step.into(), Level.PACKAGE);
    boolean known = home < 0 && there >= 0;
    boolean own = false;
    boolean others = false;
    for (int file : known ? units.children(there) : new int[0]) {
      boolean same = units.moduleOf(file) == units.moduleOf(type);
      own |= units.level(file) == Level.FILE && same;
      others |= units.level(file) == Level.FILE && !same;
    }
    return others && !own;
  }

  private boolean isForeignPackage() {
    int there = units.find(step.into(), Level.PACKAGE);
    return there >= 0 && units.has(there, Trait.FOREIGN);
  }

  private boolean isPermitted() {
    for (int above : code.supertypes(type)) {
      if (units.has(above, Trait.SEALED)) {
        return true;
      }
    }
    return false;
  }

  private void run(Attributed all, LocatedTree tree) {
    TypeElement element = all.elements().getTypeElement(units.name(type));
    TreePath path = tree == null ? null : tree.enclosing(units.nameAt(type), ClassTree.class);
    if (path == null || element == null) {
      rewriting.refuseHalfRead(file, code.declaration(type));
      return;
    }
    TypeElement around =
        element.getEnclosingElement() instanceof TypeElement outer ? outer : element;
    SplitUses uses = new SplitUses(all, tree, around);
    uses.scan(path);
    if (isNested()) {
      objects(tree, uses);
    }
    resources();
    NestedAccess access = new NestedAccess(this);
    access.judge();
    if (rewriting.isFine()) {
      place(new NestedText(this, access, uses, tree).write());
      new NestedUsers(this, access).write();
      takeOut();
      access.write();
      rewriting.moves(type, home, home >= 0 ? null : source.path(), step.into());
    }
  }

  /** What it reads relative to its class goes along into another package. */
  private void resources() {
    String from = code.packageBefore(type);
    int held = units.find(from, Level.PACKAGE);
    List<Integer> stays = new ArrayList<>();
    for (int source : held < 0 ? new int[0] : units.children(held)) {
      if (units.level(source) == Level.FILE) {
        stays.addAll(code.typesIn(source));
      }
    }
    List<Reason> reasons = new ArrayList<>();
    OwnResources own = new OwnResources(code);
    Map<String, String> along = own.along(type, from, packageAfter(type), stays, reasons);
    own.taken(along, reasons);
    reasons.forEach(rewriting::refuse);
    rewriting.takesAlong(along);
  }

  /** What needs an object around it stays. */
  private void objects(LocatedTree tree, SplitUses uses) {
    for (SplitUses.Use use : uses.uses()) {
      boolean own = use.form() == SplitUses.Form.PLAIN || use.form() == SplitUses.Form.THIS;
      if (own && !use.isStatic()) {
        rewriting.refuse(
            RefusalCode.OUTER_INSTANCE,
            use.member().getSimpleName() + " is of the object around.",
            site(use.at()));
      }
    }
    for (Tree self : uses.selves()) {
      rewriting.refuse(
          RefusalCode.OUTER_INSTANCE, "The object around is named.", site(tree.begin(self)));
    }
    for (Tree made : uses.inner()) {
      rewriting.refuse(
          RefusalCode.INNER_CLASS, "An object of an inner class is made.", site(tree.begin(made)));
    }
    if (!uses.variables().isEmpty()) {
      refuse(RefusalCode.GENERIC_OWNER, "It names type parameters of the type around.");
    } else if (isInner()) {
      refuse(
          RefusalCode.INNER_CLASS,
          units.name(type)
              + " is an inner class; write 'static' before it first, if it needs no"
              + " object around it.");
    }
  }

  /** Whether it is a class whose objects have one of the type around them. */
  private boolean isInner() {
    return !units.has(type, Trait.STATIC)
        && !units.has(type, Trait.INTERFACE)
        && !units.has(type, Trait.ENUM)
        && !units.has(type, Trait.RECORD)
        && !units.has(type, Trait.ANNOTATION)
        && !units.has(units.parent(type), Trait.INTERFACE);
  }

  Site site(int at) {
    return code.site(file, code.tokens(file).from(at));
  }

  // ---- the text

  /** Puts the type where it goes. */
  private void place(Written text) {
    if (home < 0) {
      rewriting.newFile(source.path(), source.text(text.and("\n")));
      return;
    }
    int in = units.fileOf(home);
    Layout layout = new Layout(code);
    Layout.Spot spot = layout.last(home);
    String end = layout.lineEnd(in);
    Written before = Written.of(spot.blankBefore() ? end + end : end);
    boolean closes = code.text(in).startsWith("}", spot.at());
    Written behind =
        closes ? Written.of(end + TextLines.indent(code.text(in), spot.at())) : Written.NONE;
    endConstants(in);
    rewriting
        .in(in)
        .insert(
            spot.at(),
            before.and(layout.memberIndent(home)).and(text).and(behind).withLineEnd(end));
  }

  /** Constants of an enum end with a semicolon where something stands behind them. */
  private void endConstants(int in) {
    JavaTokens tokens = code.tokens(in);
    int last = -1;
    for (int member : units.has(home, Trait.ENUM) ? units.children(home) : new int[0]) {
      boolean declared = units.begin(member) > units.nameAt(home);
      last = declared && (last < 0 || units.end(member) > units.end(last)) ? member : last;
    }
    if (last < 0 || !units.has(last, Trait.FIELD)) {
      return;
    }
    int token = tokens.from(units.end(last));
    token += tokens.is(token, ",") ? 1 : 0;
    if (tokens.is(token, "}")) {
      rewriting.in(in).insert(tokens.end(token - 1), Written.of(";"));
    }
  }

  /** Takes the type out of where it was, and its source with it where that held nothing else. */
  private void takeOut() {
    if (!isNested() && code.typesIn(file).size() == 1) {
      rewriting.removeFile(file);
      return;
    }
    TextEdits edits = new TextEdits();
    MemberRegion.of(code, type).takeOut(code, file, edits);
    edits.list().forEach(one -> rewriting.in(file).remove(one.begin(), one.end()));
  }

  /** A type as the documentation of a file names it. */
  String shown(int in, int named) {
    String full = after(units.name(named));
    String around = in < 0 ? source.packageName() : code.packageBefore(in);
    String home = packageAfter(named);
    return around.equals(home) && !home.isEmpty() ? full.substring(home.length() + 1) : full;
  }

  /** The token where a qualified name begins that ends with a token. */
  static int chainBegin(JavaTokens tokens, int token) {
    int first = token;
    while (tokens.is(first - 1, ".") && tokens.isWord(first - 2)) {
      first -= 2;
    }
    return first;
  }

  boolean mayWiden() {
    return step.may(Leave.WIDEN);
  }
}
