package dev.vinesorter.java.seam;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.java.code.Access;
import dev.vinesorter.java.code.DocLinks;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.rewrite.MemberRegion;
import dev.vinesorter.java.rewrite.Naming;
import dev.vinesorter.java.rewrite.Patch;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.TextLines;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import javax.lang.model.element.Element;
import javax.lang.model.element.TypeElement;

/** The new type of a split: its members as they were, and what hands it what it needs. */
final class SplitSource {
  private final Splitting split;
  private final SplitAccess access;
  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final int file;
  private final Layout layout;
  private final Naming naming;

  private final TakenOver over;

  /** Over the old source: what stands otherwise in the new one. */
  private final Patch moved;

  private final String in;
  private final Map<Integer, int[]> sections;

  SplitSource(Splitting split, SplitAccess access) {
    this.split = split;
    this.access = access;
    this.rewriting = split.rewriting;
    this.code = split.code;
    this.units = code.units();
    this.file = split.file;
    this.layout = new Layout(code);
    this.naming = split.source.naming();
    this.over = new TakenOver(rewriting, file);
    this.moved = over.patch();
    this.in = layout.step(file);
    this.sections = new SplitSections(code, split.members).headings();
  }

  /** Writes both types: what goes is taken as the old source has it, before that changes. */
  void write() {
    split.uses.types().forEach(this::type);
    over.unknown(split.uses.unknown(), split.source::in);
    split.uses.imported().forEach(this::imported);
    split.uses.uses().forEach(this::use);
    split
        .uses
        .inner()
        .forEach(
            one -> moved.insert(split.tree.begin(one), Written.of(split.back, back()).and(".")));
    split.uses.selves().stream()
        .forEach(
            one ->
                moved.replace(
                    split.tree.begin(one), split.tree.end(one), Written.of(split.back, back())));
    access
        .widened()
        .forEach(
            (unit, to) -> {
              if (split.members.has(unit)) {
                SplitOwner.modifiers(code, unit, to, moved);
              }
            });
    documentation();
    Written body = body();
    if (rewriting.isFine()) {
      Written head =
          Written.of("/** Split off from {@link " + split.source.shown(split.owner) + "}. */\n")
              .and((access.isOpen() ? "public " : "") + "final class ")
              .and(split.source.simpleName())
              .and(naming.typeParameters(split.generics()))
              .and(layout.opensType(file) + "\n");
      rewriting.newFile(split.source.path(), split.source.text(head.and(body).and("}\n")));
      rewriting.rewrites(split.step.as());
      rewriting.rewrites(split.maker());
      new SplitOwner(split, access).write();
    }
  }

  private String back() {
    return split.step.as() + "#" + split.back;
  }

  // ---- names in what goes

  private void type(SplitUses.Named named) {
    TypeElement type = (TypeElement) named.element();
    Written name = naming.name(type);
    String old = code.text(file).substring(named.begin(), named.end());
    if (name != null && !name.text().equals(old)) {
      // The last part means what the simple name did: the type, or a constructor of it.
      Set<String> means = new TreeSet<>(name.means());
      means.remove(type.getQualifiedName().toString());
      Set<String> meant = rewriting.means(file, named.begin(), named.end());
      means.addAll(meant);
      moved.replace(
          named.begin(), named.end(), Written.of(name.text(), meant.isEmpty() ? Set.of() : means));
    } else if (type.equals(split.element)) {
      own(named);
    }
  }

  /** In the type itself its own name was told of nothing, but for its constructors. */
  private void own(SplitUses.Named named) {
    String owner = units.name(split.owner);
    Set<String> means = new TreeSet<>(rewriting.means(file, named.begin(), named.end()));
    if (means.stream().noneMatch(one -> one.startsWith(owner + "#"))) {
      means.add(owner);
      moved.means(named.begin(), means);
    }
  }

  private void imported(SplitUses.Named named) {
    TypeElement type = (TypeElement) named.element().getEnclosingElement();
    moved.insert(named.begin(), Written.of(naming.name(type).text() + "."));
  }

  private void use(SplitUses.Use use) {
    if (split.goes(use.member())) {
      going(use);
      return;
    }
    if (use.isStatic()) {
      TypeElement type = (TypeElement) use.member().getEnclosingElement();
      if (use.form() != SplitUses.Form.OTHER) {
        // What the type means shows in what the member behind it does.
        before(use, Written.of(naming.name(type).text()));
      }
    } else if (split.isBack(use) && split.reachesBack) {
      before(use, Written.of(split.back, back()));
      read(use);
    } else if (split.isBack(use)) {
      // The new type has a field of that name.
      self(use);
      moved.means(use.at(), Set.of(split.step.as() + "#" + use.member().getSimpleName()));
    } else {
      read(use);
    }
  }

  /** Writes a type, or the old object, before a member, in the place of what stands there. */
  private void before(SplitUses.Use use, Written type) {
    if (use.begin() == use.at()) {
      moved.insert(use.at(), type.and("."));
    } else {
      int dot = code.tokens(file).begin(code.tokens(file).from(use.at()) - 1);
      moved.replace(use.begin(), dot, type);
    }
  }

  /** Whether a member is named without being called. */
  private boolean isReference(SplitUses.Use use) {
    return code.tokens(file).is(code.tokens(file).from(use.at()) - 1, "::");
  }

  /** A field that stays is read by its getter, where that is seen. */
  private void read(SplitUses.Use use) {
    int getter = access.getter(use);
    if (getter >= 0) {
      int end = use.at() + use.member().getSimpleName().length();
      moved.replace(use.at(), end, Written.of(split.bare(getter) + "()", units.name(getter)));
    }
  }

  /** The object that is named before a member is one of the new type then. */
  private void self(SplitUses.Use use) {
    String before = code.text(file).substring(use.begin(), use.at());
    if (use.form() == SplitUses.Form.THIS && before.startsWith("this")) {
      if (!rewriting.means(file, use.begin(), use.begin() + 1).isEmpty()) {
        moved.means(use.begin(), Set.of(split.step.as()));
      }
    } else if (use.form() == SplitUses.Form.THIS) {
      int dot = code.tokens(file).begin(code.tokens(file).from(use.at()) - 1);
      moved.replace(
          use.begin(), dot, Written.of(split.source.simpleName() + ".this", split.step.as()));
    }
  }

  /** A member that goes is named by another one that does. */
  private void going(SplitUses.Use use) {
    self(use);
    if (use.form() == SplitUses.Form.TYPE && use.isStatic()) {
      before(use, Written.of(split.source.simpleName()));
    } else if (use.form() == SplitUses.Form.OTHER && use.isStatic()) {
      rewriting.refuse(
          RefusalCode.THROUGH_INSTANCE,
          "The static member is reached through an object here; name its type instead.",
          split.site(use.at()));
    } else if (use.form() == SplitUses.Form.OTHER) {
      String name = split.field + "()";
      Written reached = Written.of(name, units.name(split.owner) + "#" + name);
      if (isReference(use)) {
        rewriting.refuse(
            RefusalCode.METHOD_REFERENCE,
            "The method is named here without being called; write the call out first.",
            split.site(use.at()));
      } else {
        moved.insert(use.at(), reached.and("."));
      }
    }
  }

  // ---- documentation

  /** Documentation that goes refers to what stays by its type, and to types by names that hold. */
  private void documentation() {
    for (int member : units.children(split.owner)) {
      if (units.level(member) != Level.MEMBER) {
        continue;
      }
      boolean goes = split.members.has(member);
      for (DocLinks.Link link : new DocLinks(code, Set.of(member)).all(split.bare(member))) {
        boolean inside = split.members.hold(link.file(), link.hash());
        boolean alone = link.begin() == link.hash();
        if (inside && (goes != alone)) {
          moved.replace(
              link.begin(), link.hash(), Written.of(goes ? "" : split.source.shown(split.owner)));
        }
      }
    }
    References references = code.references();
    Set<Integer> done = new TreeSet<>();
    for (int member : split.members.inOrder()) {
      for (int r = references.row(member); r < references.row(member + 1); r++) {
        int target = references.target(r);
        boolean named =
            references.kind(r) == Kind.MENTIONS
                && units.level(target) == Level.TYPE
                && code.isNamed(member, r, units.simpleName(target))
                && !code.isQualified(file, references.at(r));
        String around =
            units.level(units.parent(target)) == Level.TYPE ? "" : code.packageBefore(target);
        boolean known =
            named
                && (around.equals(split.source.packageName())
                    || around.equals("java.lang")
                    || split.source.imports(units.name(target)));
        boolean link =
            named
                && code.text(file).startsWith("#", references.end(r))
                && units.inside(target, split.owner);
        if (named && !known && !link && done.add(references.at(r))) {
          moved.replace(references.at(r), references.end(r), Written.of(units.name(target)));
        }
      }
    }
  }

  // ---- the text

  private Written body() {
    List<Integer> fields = new ArrayList<>();
    List<Integer> others = new ArrayList<>();
    for (int member : split.members.inOrder()) {
      (units.has(member, Trait.FIELD) ? fields : others).add(member);
    }
    Written all = Written.NONE;
    int before = -1;
    for (int member : fields) {
      String apart = all.text().isEmpty() ? "" : between(before, member);
      all = all.and(apart + heading(member)).and(text(member)).and("\n");
      before = member;
    }
    Written kept = kept();
    all = all.and(kept);
    Written made = constructor();
    if (!made.text().isEmpty()) {
      all = all.and(all.text().isEmpty() ? "" : "\n").and(made);
    }
    for (int member : others) {
      String apart = all.text().isEmpty() ? "" : "\n";
      all = all.and(apart + heading(member)).and(text(member)).and("\n");
    }
    return all;
  }

  /** The comment that heads a member and those behind it, where all of these go. */
  private String heading(int member) {
    int[] heading = sections.get(member);
    return heading == null
        ? ""
        : in + code.text(file).substring(heading[0], heading[1]).strip() + "\n\n";
  }

  /** A blank line between two members where the old source has one. */
  private String between(int one, int next) {
    if (one < 0) {
      return "";
    }
    String text = code.text(file);
    int begin = split.members.region(next).begin();
    boolean blank = text.substring(TextLines.previous(text, begin), begin).isBlank();
    return blank ? "\n" : "";
  }

  /** A member as the new source has it. */
  private Written text(int member) {
    MemberRegion region = split.members.region(member);
    boolean forwarded = split.members.leavesForward(member);
    int[] bounds = over.bounds(forwarded ? units.begin(member) : region.begin(), region);
    return Written.of(in).and(over.text(member, bounds, in, split::after));
  }

  /** Fields for what the new object is handed of the old one. */
  private Written kept() {
    Written all = Written.NONE;
    for (Element value : split.values) {
      Written type = naming.of(value.asType());
      all = all.and(in + "private final ").and(type).and(" " + value.getSimpleName() + ";\n");
    }
    if (split.reachesBack) {
      Written type = naming.of(split.element.asType());
      all = all.and(in + "private final ").and(type).and(" " + split.back + ";\n");
    }
    return all;
  }

  private Written constructor() {
    String name = split.source.simpleName();
    if (!split.hasObjects()) {
      return Written.of(in + "private " + name + "() {}\n");
    }
    List<Element> taken = new ArrayList<>(split.handed());
    taken.addAll(split.values);
    List<Written> parameters = new ArrayList<>();
    List<String> names = new ArrayList<>();
    for (Element one : taken) {
      names.add(one.getSimpleName().toString());
      parameters.add(naming.of(one.asType()).and(" " + one.getSimpleName()));
    }
    if (split.reachesBack) {
      names.add(split.back);
      parameters.add(naming.of(split.element.asType()).and(" " + split.back));
    }
    if (names.isEmpty()) {
      return Written.NONE;
    }
    boolean open = split.needed(split.owner) == Access.PUBLIC;
    Written all =
        Written.of(in + (open ? "public " : "") + name + "(")
            .and(Written.joined(parameters, ", "))
            .and(")" + layout.opensMethod(file, in, "\n") + "\n");
    for (String one : names) {
      all =
          all.and(in + in + "this.").and(one, split.step.as() + "#" + one).and(" = " + one + ";\n");
    }
    return all.and(in + "}\n");
  }
}
