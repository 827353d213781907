package dev.vinesorter.java.seam;

import com.sun.source.tree.MethodTree;
import com.sun.source.tree.Tree;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.code.Access;
import dev.vinesorter.java.code.DocLinks;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.rewrite.MemberRegion;
import dev.vinesorter.java.rewrite.Naming;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.JavaHeader;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import javax.lang.model.element.TypeElement;

/** The text of members as a class above theirs has it. */
final class PulledText {
  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final Sibling from;
  private final NewSource source;
  private final int there;
  private final Naming naming;
  private final String base;
  private final Map<String, String> now;

  /**
   * @param from whose members go
   * @param source the new source; null where the class is there
   * @param there the class; -1 where it is new
   * @param base the full name of the class
   * @param now what units are called afterwards
   */
  PulledText(
      Rewriting rewriting,
      Sibling from,
      NewSource source,
      int there,
      Naming naming,
      String base,
      Map<String, String> now) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.from = from;
    this.source = source;
    this.there = there;
    this.naming = naming;
    this.base = base;
    this.now = now;
  }

  /**
   * A member, without the blanks before its first line.
   *
   * @param uses what it names
   * @param means what its own name means beside itself
   * @param overrides whether it goes on overriding something
   */
  Written member(
      int member,
      SplitUses uses,
      Access access,
      String indent,
      Set<String> means,
      boolean overrides) {
    TakenOver over = new TakenOver(rewriting, from.file());
    names(over, uses, 0, Integer.MAX_VALUE);
    uses.uses().forEach(use -> self(over, use));
    uses.selves().forEach(one -> itself(over, one));
    uses.supers().forEach(one -> itself(over, one));
    if (access != Access.of(units, member)) {
      SplitOwner.modifiers(code, member, access, over.patch());
    }
    if (!overrides) {
      notOverriding(over, member);
    }
    if (units.has(member, Trait.METHOD)) {
      over.patch().means(units.nameAt(member), means);
    }
    documentation(over, member);
    MemberRegion region = MemberRegion.of(code, member);
    boolean documented =
        there >= 0
            && units.find(now.get(units.name(member)), Level.MEMBER) >= 0
            && isDocumented(units.find(now.get(units.name(member)), Level.MEMBER));
    int[] bounds = over.bounds(documented ? units.begin(member) : region.begin(), region);
    return over.text(member, bounds, indent, name -> now.getOrDefault(name, name));
  }

  /**
   * A part of a member's text, such as its body, in a source of its own.
   *
   * @param begin its first char
   * @param end one past its last
   * @param object the variable that has the object; empty where none is needed
   */
  Written part(int member, SplitUses uses, int begin, int end, String indent, String object) {
    TakenOver over = new TakenOver(rewriting, from.file());
    names(over, uses, begin, end);
    for (SplitUses.Use use : uses.uses()) {
      boolean alone =
          use.isStatic() && use.form() == SplitUses.Form.PLAIN && isIn(use.at(), begin, end);
      if (alone) {
        TypeElement type = (TypeElement) use.member().getEnclosingElement();
        over.patch().insert(use.at(), Written.of(naming.name(type).text() + "."));
      } else if (!object.isEmpty() && !use.isStatic() && isIn(use.at(), begin, end)) {
        through(over, use, object);
      }
    }
    for (Tree self : uses.selves()) {
      if (isIn(from.tree().begin(self), begin, end)) {
        over.patch().replace(from.tree().begin(self), from.tree().end(self), Written.of(object));
      }
    }
    return over.text(member, new int[] {begin, end}, indent, name -> now.getOrDefault(name, name));
  }

  /** A member of the object is named behind the variable that has it. */
  private void through(TakenOver over, SplitUses.Use use, String object) {
    if (use.form() == SplitUses.Form.PLAIN) {
      over.patch().insert(use.at(), Written.of(object + "."));
    } else if (use.form() == SplitUses.Form.THIS) {
      int token = code.tokens(from.file()).from(use.at()) - 1;
      over.patch().replace(use.begin(), code.tokens(from.file()).begin(token), Written.of(object));
    }
  }

  private static boolean isIn(int at, int begin, int end) {
    return at >= begin && at < end;
  }

  /** Types and static members as they are named in the new place. */
  private void names(TakenOver over, SplitUses uses, int begin, int end) {
    uses.types().stream()
        .filter(one -> isIn(one.begin(), begin, end))
        .forEach(named -> type(over, named));
    over.unknown(
        uses.unknown().stream().filter(one -> isIn(one.begin(), begin, end)).toList(),
        source != null ? source::in : full -> rewriting.names().in(units.fileOf(there), full));
    uses.imported().stream()
        .filter(one -> isIn(one.begin(), begin, end))
        .forEach(named -> imported(over, named));
  }

  private boolean isDocumented(int member) {
    int file = units.fileOf(member);
    return ParameterTag.comment(code.text(file), code.tokens(file), units.begin(member)) != null;
  }

  private void type(TakenOver over, SplitUses.Named named) {
    TypeElement type = (TypeElement) named.element();
    Written name = naming.name(type);
    String old = code.text(from.file()).substring(named.begin(), named.end());
    if (name != null && !name.text().equals(old)) {
      Set<String> means = new TreeSet<>(name.means());
      means.remove(type.getQualifiedName().toString());
      Set<String> meant = rewriting.means(from.file(), named.begin(), named.end());
      means.addAll(meant);
      over.patch()
          .replace(
              named.begin(),
              named.end(),
              Written.of(name.text(), meant.isEmpty() ? Set.of() : means));
    }
  }

  private void imported(TakenOver over, SplitUses.Named named) {
    TypeElement type = (TypeElement) named.element().getEnclosingElement();
    String name = code.text(from.file()).substring(named.begin(), named.end());
    JavaHeader.Import known = TakenOver.staticImport(code, from.file(), name, type);
    if (known != null && source != null) {
      source.addStatic(known.name() + (known.onDemand() ? ".*" : ""));
      return;
    }
    JavaHeader.Import own =
        source != null ? null : TakenOver.staticImport(code, units.fileOf(there), name, type);
    if (own == null) {
      over.patch().insert(named.begin(), Written.of(naming.name(type).text() + "."));
    }
  }

  /** The object itself is one of the class above. */
  private void itself(TakenOver over, Tree self) {
    int at = from.tree().begin(self);
    Set<String> means = new TreeSet<>(rewriting.means(from.file(), at, at + 1));
    if (means.remove(units.name(from.type()))) {
      means.add(base);
      over.patch().means(at, means);
    }
  }

  /** The object is one of the class above where its class was named. */
  private void self(TakenOver over, SplitUses.Use use) {
    String before = code.text(from.file()).substring(use.begin(), use.at());
    if (use.form() == SplitUses.Form.THIS && !before.startsWith("this") && !before.isBlank()) {
      over.patch().remove(use.begin(), use.at());
    }
  }

  private void notOverriding(TakenOver over, int member) {
    MethodTree declared =
        (MethodTree) from.tree().enclosing(units.nameAt(member), MethodTree.class).getLeaf();
    OverrideMark.takeOut(declared, from.tree(), over.patch());
  }

  /** Documentation names types that are not imported in full, and members that stay by theirs. */
  private void documentation(TakenOver over, int member) {
    References references = code.references();
    Set<Integer> done = new TreeSet<>();
    for (int r = references.row(member); r < references.row(member + 1); r++) {
      int target = references.target(r);
      int at = references.at(r);
      if (references.kind(r) != Kind.MENTIONS || !done.add(at)) {
        continue;
      }
      boolean alone =
          units.level(target) == Level.TYPE
              && code.isNamed(member, r, units.simpleName(target))
              && !code.isQualified(from.file(), at);
      if (alone && !isKnown(target)) {
        over.patch().replace(at, references.end(r), Written.of(units.name(target)));
      }
    }
    MemberRegion region = MemberRegion.of(code, member);
    for (int stays : units.children(from.type())) {
      boolean named = units.level(stays) == Level.MEMBER && !now.containsKey(units.name(stays));
      String bare = MemberNames.bare(units.simpleName(stays));
      for (DocLinks.Link link :
          named ? new DocLinks(code, Set.of(stays)).all(bare) : List.<DocLinks.Link>of()) {
        boolean inside =
            link.file() == from.file()
                && link.hash() >= region.begin()
                && link.hash() < region.end();
        if (inside && link.begin() == link.hash()) {
          over.patch().insert(link.hash(), Written.of(shown(from.type())));
        }
      }
    }
  }

  private String shown(int type) {
    return source != null
        ? source.shown(type)
        : code.packageBefore(type).equals(code.packageBefore(there))
            ? units.name(type).substring(units.name(type).lastIndexOf('.') + 1)
            : units.name(type);
  }

  private boolean isKnown(int target) {
    String around =
        units.level(units.parent(target)) == Level.TYPE ? "" : code.packageBefore(target);
    return source == null
        ? rewriting.names().isSeen(units.fileOf(there), target)
        : around.equals("java.lang")
            || around.equals(source.packageName()) && !around.isEmpty()
            || source.imports(units.name(target));
  }
}
