package dev.vinesorter.java.seam;

import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.java.code.Access;
import dev.vinesorter.java.code.ModifierEdits;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.rewrite.MemberRegion;
import dev.vinesorter.java.rewrite.Patch;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.Parameters;
import dev.vinesorter.java.syntax.TextLines;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import javax.lang.model.element.Element;

/** The old type as a split leaves it: without what goes, with an object of the new type. */
final class SplitOwner {
  private final Splitting split;
  private final SplitAccess access;
  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final LocatedTree tree;
  private final int file;
  private final Layout layout;
  private final String end;
  private final String in;

  SplitOwner(Splitting split, SplitAccess access) {
    this.split = split;
    this.access = access;
    this.rewriting = split.rewriting;
    this.code = split.code;
    this.units = code.units();
    this.tree = split.tree;
    this.file = split.file;
    this.layout = new Layout(code);
    this.end = layout.lineEnd(file);
    this.in = layout.memberIndent(split.owner);
  }

  void write() {
    int anchor = anchor();
    Written accessor = accessor();
    boolean apart = anchor >= 0 || accessor == Written.NONE;
    int inPlaceOf = field(apart ? Written.NONE : accessor);
    if (accessor != Written.NONE && anchor >= 0) {
      Layout.Spot spot = layout.behind(anchor);
      rewriting.in(file).insert(spot.at(), Written.of(end + end).and(accessor));
    }
    List<int[]> gone = new ArrayList<>();
    for (int member : split.members.inOrder()) {
      if (split.members.leavesForward(member)) {
        forward(member);
      } else if (member != inPlaceOf) {
        gone.addAll(TakenOut.of(code, file, List.of(member)));
      }
    }
    String text = tree.text();
    new SplitSections(code, split.members)
        .headings()
        .values()
        .forEach(
            one ->
                gone.add(
                    new int[] {TextLines.previous(text, one[0]), TextLines.next(text, one[1])}));
    TakenOut.from(rewriting, file, gone);
    split.creation.places().forEach(this::constructor);
    access
        .widened()
        .forEach(
            (unit, to) -> {
              rewriting.widens(split.after(units.name(unit)), to.shown());
              if (!split.members.has(unit)) {
                modifiers(unit, to, rewriting.in(file));
              }
            });
  }

  /** Gives a declaration another access. */
  static void modifiers(SourceView code, int unit, Access to, Patch patch) {
    int file = code.units().fileOf(unit);
    TextEdits edits = new TextEdits();
    ModifierEdits.access(edits, code.tokens(file), code.text(file), code.units().begin(unit), to);
    edits.list().forEach(one -> patch.replace(one.begin(), one.end(), Written.of(one.text())));
  }

  private void modifiers(int unit, Access to, Patch patch) {
    modifiers(code, unit, to, patch);
  }

  /** The last method or constructor that stays; -1 for none. */
  private int anchor() {
    int anchor = -1;
    for (int member : units.children(split.owner)) {
      boolean stays =
          units.level(member) == Level.MEMBER
              && !units.has(member, Trait.FIELD)
              && units.begin(member) >= 0
              && (!split.members.has(member) || split.members.leavesForward(member));
      if (stays && (anchor < 0 || units.end(member) > units.end(anchor))) {
        anchor = member;
      }
    }
    return anchor;
  }

  private Written type() {
    return Written.of(rewriting.names().in(file, split.step.as()), split.step.as())
        .and(split.arguments());
  }

  /** The method that hands out the new object; nothing where nobody needs it. */
  private Written accessor() {
    if (access.accessor() == null || !split.hasObjects()) {
      return Written.NONE;
    }
    String shown = access.accessor() == Access.PUBLIC ? "public " : "";
    String step = layout.step(file);
    return Written.of(in + shown)
        .and(type())
        .and(" " + split.field + "()" + layout.opensMethod(file, in, end))
        .and(end + in + step + "return ")
        .and(split.field, units.name(split.owner) + "#" + split.field)
        .and(";" + end + in + "}");
  }

  // ---- the field

  /** Writes the field; gives the member in whose place it stands, -1 for none. */
  private int field(Written accessor) {
    if (!split.hasObjects()) {
      return -1;
    }
    boolean made = split.creation.places().isEmpty();
    Written declared =
        Written.of("private final ").and(type()).and(" " + split.field + (made ? " = " : ""));
    declared = made ? declared.and(creation(List.of(), Set.of(), Set.of())) : declared;
    declared = declared.and(";");
    if (accessor != Written.NONE) {
      declared = declared.and(end + end).and(accessor);
    }
    int first = -1;
    for (int member : split.members.instance()) {
      boolean field = units.has(member, Trait.FIELD);
      first = first < 0 && field && split.members.region(member).ownLines() ? member : first;
    }
    int behind = -1;
    for (Element value : split.values) {
      int unit = split.unit(value);
      behind = behind < 0 || units.begin(unit) > units.begin(behind) ? unit : behind;
    }
    if (first >= 0 && (behind < 0 || units.begin(behind) < units.begin(first))) {
      MemberRegion region = split.members.region(first);
      rewriting.in(file).replace(region.begin(), region.end(), Written.of(in).and(declared));
      return first;
    }
    int last = behind >= 0 ? behind : lastField();
    if (last >= 0) {
      rewriting.in(file).insert(layout.behind(last).at(), Written.of(end + in).and(declared));
      return -1;
    }
    int brace = code.tokens(file).from(units.nameAt(split.owner));
    while (!code.tokens(file).is(brace, "{")) {
      brace++;
    }
    int at = code.tokens(file).end(brace);
    rewriting.in(file).insert(at, Written.of(end + in).and(declared).and(end));
    return -1;
  }

  /** The last field of objects that stays; -1 for none. */
  private int lastField() {
    int last = -1;
    for (int member : units.children(split.owner)) {
      boolean stays =
          units.has(member, Trait.FIELD) && units.begin(member) >= 0 && !split.members.has(member);
      last = stays && (last < 0 || units.end(member) > units.end(last)) ? member : last;
    }
    return last;
  }

  /**
   * The expression that makes the new object.
   *
   * @param handed the values of fields that go
   * @param hidden names that mean something else where it stands
   * @param given names of parameters with the values of the fields of these names
   */
  private Written creation(List<Written> handed, Set<String> hidden, Set<String> given) {
    List<Written> arguments = new ArrayList<>(handed);
    for (Element value : split.values) {
      String name = value.getSimpleName().toString();
      Written field =
          Written.of((hidden.contains(name) ? "this." : "") + name, units.name(split.unit(value)));
      arguments.add(given.contains(name) ? Written.of(name) : field);
    }
    if (split.reachesBack) {
      arguments.add(Written.of("this", units.name(split.owner)));
    }
    String diamond = split.arguments().isEmpty() ? "(" : "<>(";
    return Written.of("new ")
        .and(rewriting.names().in(file, split.step.as()), split.maker())
        .and(diamond)
        .and(Written.joined(arguments, ", "))
        .and(")");
  }

  // ---- constructors

  private void constructor(SplitCreation.Place place) {
    List<String> order =
        split.handed().stream().map(one -> one.getSimpleName().toString()).toList();
    if (!order.equals(List.copyOf(place.values().keySet()))) {
      rewriting.refuse(
          RefusalCode.EVALUATION_ORDER,
          "Two constructors give the fields their values in another order.",
          split.site(tree.begin(place.last())));
      return;
    }
    Patch patch = rewriting.in(file);
    List<Written> handed = new ArrayList<>();
    for (ExpressionTree value : place.values().values()) {
      handed.add(patch.edited(tree.begin(value), tree.end(value)));
    }
    Set<String> hidden = names(place.last());
    String own = units.name(split.owner) + "#" + split.field;
    Written made =
        Written.of((hidden.contains(split.field) ? "this." : "") + split.field, own)
            .and(" = ")
            .and(creation(handed, hidden, place.given()))
            .and(";");
    for (StatementTree one : place.assignments()) {
      int begin = tree.begin(one);
      int past = tree.end(one);
      patch.cut(begin, past);
      if (one == place.last()) {
        patch.replace(begin, past, made);
      } else {
        String text = tree.text();
        int line = TextLines.begin(text, begin);
        int next = TextLines.next(text, past);
        boolean alone =
            text.substring(line, begin).isBlank()
                && text.substring(past, TextLines.end(text, past)).isBlank();
        patch.remove(alone ? line : begin, alone ? next : past);
      }
    }
    if (!place.assignments().contains(place.last())) {
      int at = tree.end(place.last());
      String indent = TextLines.indent(tree.text(), tree.begin(place.last()));
      patch.insert(TextLines.end(tree.text(), at), Written.of(end + indent).and(made));
    }
  }

  /** The names of parameters and variables of the constructor around a statement. */
  private Set<String> names(StatementTree statement) {
    TreePath method = tree.enclosing(tree.begin(statement), MethodTree.class);
    Set<String> names = new TreeSet<>();
    for (VariableTree one : ((MethodTree) method.getLeaf()).getParameters()) {
      names.add(one.getName().toString());
    }
    for (Tree one : ((MethodTree) method.getLeaf()).getBody().getStatements()) {
      if (one instanceof VariableTree variable) {
        names.add(variable.getName().toString());
      }
    }
    return names;
  }

  // ---- what passes calls on

  /** The method stays, and passes calls on. */
  private void forward(int member) {
    MethodTree method =
        (MethodTree) tree.enclosing(units.nameAt(member), MethodTree.class).getLeaf();
    boolean isStatic = units.has(member, Trait.STATIC);
    boolean gives = !method.getReturnType().toString().equals("void");
    List<String> names = Parameters.names(code.tokens(file), nameToken(member) + 1);
    Written reached =
        isStatic
            ? Written.of(rewriting.names().in(file, split.step.as()))
            : Written.of(split.field, units.name(split.owner) + "#" + split.field);
    String indent = TextLines.indent(tree.text(), tree.begin(method));
    String step = layout.step(file);
    Written body =
        Written.of("{" + end + indent + step + (gives ? "return " : ""))
            .and(reached)
            .and(".")
            .and(split.bare(member), split.members.after(member))
            .and("(" + String.join(", ", names) + ");" + end + indent + "}");
    rewriting.in(file).replace(tree.begin(method.getBody()), tree.end(method.getBody()), body);
    rewriting.rewrites(units.name(member));
  }

  private int nameToken(int member) {
    return code.tokens(file).from(units.nameAt(member));
  }
}
