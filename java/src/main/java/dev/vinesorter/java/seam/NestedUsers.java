package dev.vinesorter.java.seam;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.JavaHeader;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.HashSet;
import java.util.Set;
import java.util.TreeSet;

/** Code, imports and documentation that name a type which goes elsewhere. */
final class NestedUsers {
  private final NestedMove move;
  private final NestedAccess access;
  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final References references;
  private final Set<Long> done = new HashSet<>();

  NestedUsers(NestedMove move, NestedAccess access) {
    this.move = move;
    this.access = access;
    this.rewriting = move.rewriting;
    this.code = move.code;
    this.units = move.units;
    this.references = code.references();
  }

  void write() {
    Set<Integer> files = new TreeSet<>();
    for (int inside : units.withAllInside(move.type)) {
      for (int r : references.to(inside)) {
        if (!move.goes(references.from(r))) {
          files.add(units.fileOf(references.from(r)));
        }
      }
    }
    files.forEach(this::imports);
    getters();
    Set<Integer> named = new TreeSet<>(Set.of(move.type));
    for (int member : units.children(move.type)) {
      if (units.has(member, Trait.CONSTRUCTOR)) {
        named.add(member);
      }
    }
    for (int unit : named) {
      for (int r : references.to(unit)) {
        int user = references.from(r);
        int in = units.fileOf(user);
        boolean code =
            units.level(user) != Level.FILE && references.kind(r) != Kind.IMPORTS && in >= 0;
        if (code && !move.goes(user)) {
          use(user, r, in);
        }
      }
    }
  }

  /** Fields of it that nobody outside sees any more are read by their getters. */
  private void getters() {
    for (NestedAccess.Read read : access.reads()) {
      int in = units.fileOf(references.from(read.reference()));
      int at = references.at(read.reference());
      if (!move.goes(references.from(read.reference()))) {
        rewriting.in(in).replace(at, references.end(read.reference()), read.written());
      }
    }
  }

  /** A place that names it, or a constructor of it. */
  private void use(int user, int r, int in) {
    int at = references.at(r);
    if (!code.isNamed(user, r, units.simpleName(move.type)) || !done.add((long) in << 32 | at)) {
      return;
    }
    if (references.kind(r) == Kind.MENTIONS) {
      mention(in, at);
      return;
    }
    JavaTokens tokens = code.tokens(in);
    int token = tokens.from(at);
    if (annotated(user, in, token)) {
      return;
    }
    int first = NestedMove.chainBegin(tokens, token);
    boolean imported = isImported(in);
    if (imported && first == token) {
      return;
    }
    String old = code.text(in).substring(tokens.begin(first), tokens.end(token));
    boolean simple = imported || isInHome(user, in, at);
    String name = simple ? units.simpleName(move.type) : name(user, in);
    if (name.equals(old)) {
      return;
    }
    Set<String> means = new TreeSet<>();
    rewriting.means(in, at, at + 1).forEach(one -> means.add(move.after(one)));
    rewriting.in(in).replace(tokens.begin(first), tokens.end(token), Written.of(name, means));
  }

  /** Takes a place such as {@code Rack.@Dry Sheet}, where an annotation stands in the name. */
  private boolean annotated(int user, int in, int token) {
    JavaTokens tokens = code.tokens(in);
    int at = tokens.begin(token);
    boolean inside =
        tokens.isWord(token - 1) && tokens.is(token - 2, "@") && tokens.is(token - 3, ".");
    if (!inside) {
      return false;
    }
    int first = NestedMove.chainBegin(tokens, token - 4);
    String simple = units.simpleName(move.type);
    boolean bare = isImported(in) || isInHome(user, in, at);
    String name = bare ? simple : name(user, in);
    String before = name.substring(0, name.length() - simple.length());
    rewriting.in(in).replace(tokens.begin(first), tokens.begin(token - 2), Written.of(before));
    rewriting.meansInstead(
        in,
        tokens.begin(token),
        tokens.begin(token) + 1,
        units.name(move.type),
        Set.of(move.now()));
    return true;
  }

  /** Whether a place is between the braces of the type that takes it. */
  private boolean isInHome(int user, int in, int at) {
    if (!isInside(user, move.home)) {
      return false;
    }
    JavaTokens tokens = code.tokens(in);
    int brace = tokens.bodyBrace(tokens.from(units.nameAt(move.home)));
    return brace >= 0 && tokens.begin(brace) < at;
  }

  private boolean isInside(int user, int around) {
    return around >= 0 && units.inside(user, around);
  }

  private String name(int user, int in) {
    return move.home >= 0
        ? nested(user, in, move.home) + "." + units.simpleName(move.type)
        : rewriting.names().moved(in, move.type, move.now());
  }

  /** A type as it is written where another one around it may be around the place, too. */
  private String nested(int user, int in, int named) {
    int around = units.parent(named);
    if (units.level(around) != Level.TYPE) {
      return rewriting.names().in(in, named);
    }
    String simple = units.simpleName(named);
    return isInside(user, around) ? simple : nested(user, in, around) + "." + simple;
  }

  /** Whether a file imports the type under its old name, so that the import says the new one. */
  private boolean isImported(int in) {
    return !isNeedless(in)
        && code.header(in).imports().stream()
            .anyMatch(one -> !one.onDemand() && one.name().equals(units.name(move.type)));
  }

  /** Whether a file sees the type without an import: from its package, or around it. */
  private boolean isNeedless(int in) {
    return move.home >= 0
        ? units.fileOf(move.home) == in
        : code.packageBefore(in).equals(move.step.into());
  }

  /** Imports of the type, of what is in it, and of its static members. */
  private void imports(int in) {
    String old = units.name(move.type);
    for (JavaHeader.Import one : code.header(in).imports()) {
      boolean self = one.name().equals(old) && !one.onDemand();
      if (!self && !one.name().equals(old) && !one.name().startsWith(old + ".")) {
        continue;
      }
      String now = move.after(one.name());
      // Its imports are looked at with what else changes in the file.
      rewriting.in(in);
      if (self && isNeedless(in)) {
        rewriting.names().imports(in).remove(one);
      } else if (self && one.isStatic()) {
        rewriting.names().imports(in).remove(one);
        rewriting.names().imports(in).add(now);
      } else {
        rewriting
            .names()
            .imports(in)
            .relocate(
                one,
                now,
                () -> rewriting.in(in).replace(one.nameBegin(), one.nameEnd(), Written.of(now)));
      }
    }
  }

  /** Whether documentation stands in the type that takes it, or right before that. */
  private boolean isAround(int in, int at) {
    JavaTokens tokens = code.tokens(in);
    int next = tokens.from(at);
    int place = next < tokens.size() ? tokens.begin(next) : at;
    return units.begin(move.home) <= place && place < units.end(move.home);
  }

  /** A place in documentation. */
  private void mention(int in, int at) {
    String text = code.text(in);
    int first = at;
    while (first > 0
        && (Character.isJavaIdentifierPart(text.charAt(first - 1))
            || text.charAt(first - 1) == '.')) {
      first--;
    }
    int end = at + units.simpleName(move.type).length();
    boolean alone = first == at;
    boolean seen = move.home >= 0 && isNeedless(in) && isAround(in, at);
    boolean known = alone && (seen || isImported(in));
    String name = move.shown(in, move.type);
    if (!known && !name.equals(text.substring(first, end))) {
      rewriting.in(in).replace(first, end, Written.of(name));
    }
  }
}
