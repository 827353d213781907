package dev.vinesorter.java.seam;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.util.TreePath;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.java.code.DocLinks;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.Expressions;
import dev.vinesorter.java.syntax.JavaHeader;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.List;
import java.util.Set;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.TypeMirror;

/** Code that names members which go to another type reaches them there. */
final class SplitUsers {
  private final Splitting split;
  private final SplitAccess access;
  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final References references;

  SplitUsers(Splitting split, SplitAccess access) {
    this.split = split;
    this.access = access;
    this.rewriting = split.rewriting;
    this.code = split.code;
    this.units = code.units();
    this.references = code.references();
  }

  void write() {
    for (int member : split.members.inOrder()) {
      rewriting.usersChange(member);
      rewriting.rewrites(split.members.after(member));
      if (split.members.leavesForward(member)) {
        continue;
      }
      for (int r : references.to(member)) {
        boolean uses =
            SplitAccess.isCode(references.kind(r))
                && !split.members.has(references.from(r))
                && !(split.handed.contains(member) && references.kind(r) == Kind.WRITES)
                && isFirst(member, r);
        if (uses) {
          use(member, r);
        }
      }
      documentation(member);
      imports(member);
    }
  }

  /** Whether a reference is the first one of its place: what is read and written is named once. */
  private boolean isFirst(int member, int reference) {
    int user = references.from(reference);
    for (int r = references.row(user); r < reference; r++) {
      if (references.target(r) == member
          && references.at(r) == references.at(reference)
          && SplitAccess.isCode(references.kind(r))) {
        return false;
      }
    }
    return true;
  }

  private void use(int member, int r) {
    int user = references.from(r);
    int in = units.fileOf(user);
    JavaTokens tokens = code.tokens(in);
    int token = tokens.from(references.at(r));
    if (!code.isNamed(user, r, split.bare(member))) {
      rewriting.refuse(
          RefusalCode.IMPLICIT_USE,
          "The member is used here without being named.",
          code.site(in, token));
      return;
    }
    boolean behindDot = tokens.is(token - 1, ".") || tokens.is(token - 1, "::");
    int dot =
        behindDot
            ? token - 1
            : new Expressions(tokens, code.text(in)).dotBeforeTypeArguments(token);
    if (units.has(member, Trait.STATIC)) {
      ofType(member, r, in, token, dot);
    } else {
      ofObject(member, r, in, token, dot);
    }
  }

  private void ofType(int member, int r, int in, int token, int dot) {
    JavaTokens tokens = code.tokens(in);
    // What it means shows in what the member behind it does.
    Written home = Written.of(rewriting.names().in(in, split.step.as()));
    if (dot < 0) {
      rewriting.in(in).insert(tokens.begin(token), home.and("."));
    } else {
      int last = dot - 1;
      if (!isTypeName(references.from(r), tokens.begin(last)) && !isOwnName(in, tokens.end(last))) {
        rewriting.refuse(
            RefusalCode.THROUGH_INSTANCE,
            "The static member is reached through an object here; name its type instead.",
            code.site(in, token));
        return;
      }
      int first = last;
      while (tokens.is(first - 1, ".") && tokens.isWord(first - 2)) {
        first -= 2;
      }
      rewriting.in(in).replace(tokens.begin(first), tokens.end(last), home);
    }
    means(member, in, tokens.begin(token));
  }

  private void means(int member, int in, int at) {
    rewriting.meansInstead(in, at, at + 1, units.name(member), Set.of(split.members.after(member)));
  }

  private boolean isTypeName(int user, int at) {
    for (int r = references.row(user); r < references.row(user + 1); r++) {
      if (references.at(r) == at
          && units.level(references.target(r)) == Level.TYPE
          && (references.kind(r) == Kind.THROUGH || references.kind(r) == Kind.REFERS)) {
        return true;
      }
    }
    return false;
  }

  /** Whether a type's name ends at a char; in the type itself no reference tells of its own. */
  private boolean isOwnName(int in, int past) {
    TreePath path = in == split.file ? split.tree.around(past - 1, past) : null;
    return path != null && split.all.element(path) instanceof TypeElement;
  }

  private void ofObject(int member, int r, int in, int token, int dot) {
    JavaTokens tokens = code.tokens(in);
    int at = tokens.begin(token);
    boolean byField =
        units.topTypeOf(references.from(r)) == units.topTypeOf(split.owner)
            && (dot >= 0 ? isOfOwner(in, dot) : isOwn(at));
    if (!byField) {
      access.needsAccessor();
    }
    String name = byField ? split.field : split.field + "()";
    Written reached = Written.of(name, units.name(split.owner) + "#" + name);
    if (dot >= 0 && tokens.is(dot, "::")) {
      if (isTypeName(references.from(r), tokens.begin(dot - 1))
          || isOwnName(in, tokens.end(dot - 1))) {
        rewriting.refuse(
            RefusalCode.METHOD_REFERENCE,
            "The method is named here without an object; write the call out first.",
            code.site(in, token));
        return;
      }
      rewriting.in(in).insert(tokens.begin(dot), Written.of(".").and(reached));
    } else {
      int before = dot >= 0 && dot < token - 1 ? tokens.end(dot) : at;
      rewriting.in(in).insert(before, reached.and("."));
    }
    int getter = access.getter(member, r);
    if (getter >= 0) {
      rewriting
          .in(in)
          .replace(
              at,
              tokens.end(token),
              Written.of(split.bare(getter) + "()", split.members.after(getter)));
    } else {
      means(member, in, at);
    }
  }

  /** Whether what stands before a dot in the type's file is of just that type. */
  private boolean isOfOwner(int in, int dot) {
    int past = code.tokens(in).end(dot - 1);
    TreePath path = split.tree.around(past - 1, past);
    while (path != null && split.tree.end(path.getLeaf()) == past) {
      boolean whole =
          path.getParentPath().getLeaf() instanceof MemberSelectTree select
                  && select.getExpression() == path.getLeaf()
              || path.getParentPath().getLeaf() instanceof MemberReferenceTree reference
                  && reference.getQualifierExpression() == path.getLeaf();
      TypeMirror type = whole ? split.all.type(path) : null;
      if (type != null) {
        return split
            .all
            .types()
            .isSameType(
                split.all.types().erasure(type), split.all.types().erasure(split.element.asType()));
      }
      path = path.getParentPath();
    }
    return false;
  }

  /** Whether a name that stands alone in the type's file is of an object of just that type. */
  private boolean isOwn(int at) {
    for (TreePath path = split.tree.around(at, at + 1); path != null; path = path.getParentPath()) {
      if (path.getLeaf() instanceof ClassTree
          && split.all.element(path) instanceof TypeElement around) {
        boolean heir =
            split
                .all
                .types()
                .isSubtype(
                    split.all.types().erasure(around.asType()),
                    split.all.types().erasure(split.element.asType()));
        if (heir) {
          return around.equals(split.element);
        }
      }
    }
    return false;
  }

  // ---- what is no code

  /** Documentation elsewhere that refers to a member names the new type. */
  private void documentation(int member) {
    for (DocLinks.Link link : new DocLinks(code, Set.of(member)).all(split.bare(member))) {
      if (!split.members.hold(link.file(), link.hash())) {
        rewriting
            .in(link.file())
            .replace(link.begin(), link.hash(), Written.of(shown(link.file())));
      }
    }
  }

  /** The new type as documentation of a file names it. */
  private String shown(int in) {
    boolean known =
        code.packageBefore(in).equals(split.source.packageName())
            || rewriting.names().imports(in).adds(split.step.as());
    return known ? split.source.simpleName() : split.step.as();
  }

  /** A static import of what is not there any more goes. */
  private void imports(int member) {
    if (!units.has(member, Trait.STATIC)) {
      return;
    }
    for (int other : units.children(split.owner)) {
      if (!split.members.has(other)
          && units.level(other) == Level.MEMBER
          && split.bare(other).equals(split.bare(member))) {
        return;
      }
    }
    for (int r : references.to(member)) {
      int in = units.fileOf(references.from(r));
      for (JavaHeader.Import one :
          in < 0 ? List.<JavaHeader.Import>of() : code.header(in).imports()) {
        if (one.isStatic()
            && !one.onDemand()
            && one.name().equals(units.name(split.owner) + "." + split.bare(member))) {
          rewriting.names().imports(in).remove(one);
        }
      }
    }
  }
}
