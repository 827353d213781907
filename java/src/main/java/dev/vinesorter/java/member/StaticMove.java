package dev.vinesorter.java.member;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.syntax.Expressions;
import dev.vinesorter.java.syntax.JavaHeader;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.Parameters;
import java.util.Set;
import java.util.TreeSet;

/** A static method or field that goes into another type. */
final class StaticMove extends MemberMove {
  /** The files whose static import brings in the member, and has to from its new place. */
  private final Set<Integer> importing = new TreeSet<>();

  /** The files whose static import brought the member into its new owner. */
  private final Set<Integer> atHome = new TreeSet<>();

  StaticMove(SourceView code, int member, int target, Set<Leave> leaves) {
    super(code, member, target, leaves);
  }

  @Override
  void signature() {
    for (int token = firstToken(); token < pastToken(); token++) {
      if (tokens.is(token, "native")) {
        refuse(
            RefusalCode.NATIVE,
            "What a native method is bound to has the type's name in it.",
            code.site(file, token));
      }
    }
    if (units.has(member, Trait.SYNCHRONIZED)) {
      refuse(
          RefusalCode.SYNCHRONIZED,
          "The method locks its class; it would lock another.",
          code.declaration(member));
    }
  }

  @Override
  boolean isOfObjects() {
    return false;
  }

  @Override
  void body() {
    for (int r : made()) {
      int used = references.target(r);
      if (references.kind(r) == Kind.MENTIONS) {
        continue;
      }
      if (units.level(used) == Level.TYPE || units.has(used, Trait.CONSTRUCTOR)) {
        typeName(r);
      } else if (units.level(used) == Level.MEMBER) {
        if (units.has(used, Trait.STATIC) || units.has(units.parent(used), Trait.ENUM)) {
          staticName(r);
          withoutQualifier(r);
        } else if (!units.has(used, Trait.FOREIGN)) {
          if (!readsByGetter(r, "")) {
            access.demandFromTarget(used, r);
          }
        }
      }
    }
  }

  /** The new owner's own members need no qualifier, unless something nearer has their name. */
  private void withoutQualifier(int r) {
    int used = references.target(r);
    int token = tokens.from(references.at(r));
    String word = MemberNames.bare(units.simpleName(used));
    if (units.parent(used) != target
        || !isNamed(r, word)
        || !tokens.is(token - 1, ".")
        || standsAlone(tokens, firstToken(), pastToken(), word)) {
      return;
    }
    int first = token - 2;
    while (tokens.is(first - 1, ".") && tokens.isWord(first - 2)) {
      first -= 2;
    }
    String written = code.text(file).substring(tokens.begin(first), tokens.end(token - 2));
    if (written.equals(units.simpleName(target)) || written.equals(units.name(target))) {
      inside.remove(tokens.begin(first), tokens.begin(token));
    }
  }

  @Override
  String forwarding() {
    String reached = names.in(file, target) + "." + name();
    if (!units.has(member, Trait.METHOD)) {
      return reached;
    }
    return reached + "(" + String.join(", ", Parameters.names(tokens, nameToken() + 1)) + ")";
  }

  private int nameToken() {
    return tokens.from(units.nameAt(member));
  }

  @Override
  void callersDone() {
    importing.forEach(this::staticImport);
    atHome.removeAll(importing);
    atHome.forEach(in -> names.imports(in).remove(importIn(in)));
  }

  @Override
  void caller(int r) {
    int user = references.from(r);
    int in = units.fileOf(user);
    JavaTokens of = code.tokens(in);
    if (!isNamed(r, name())) {
      refuse(RefusalCode.IMPLICIT_USE, "The member is used here without being named.", site(r));
      return;
    }
    access.demandTarget(r);
    int token = of.from(references.at(r));
    int typed = new Expressions(of, code.text(in)).dotBeforeTypeArguments(token);
    if (of.is(token - 1, ".") || of.is(token - 1, "::")) {
      qualified(r, user, in, token, token - 1);
    } else if (typed >= 0) {
      qualified(r, user, in, token, typed);
    } else if (units.inside(user, target)) {
      if (isImported(in)) {
        atHome.add(in);
      }
    } else if (user != member) {
      if (isImported(in)) {
        importing.add(in);
      } else {
        changes.in(in).insert(of.begin(token), changes.encodable(in, names.in(in, target)) + ".");
      }
    }
  }

  /** The dot stands before the name, or before type arguments that stand before it. */
  private void qualified(int r, int user, int in, int token, int dot) {
    JavaTokens of = code.tokens(in);
    int last = dot - 1;
    if (!isTypeName(user, of.begin(Math.max(0, last)))) {
      refuse(
          RefusalCode.THROUGH_INSTANCE,
          "The static member is reached through an object here; name its type instead.",
          site(r));
      return;
    }
    int first = last;
    while (of.is(first - 1, ".") && of.isWord(first - 2)) {
      first -= 2;
    }
    boolean plain = dot == token - 1 && of.is(dot, ".");
    boolean home = units.ancestor(user, Level.TYPE) == target;
    int from = of.from(Math.max(0, units.begin(user)));
    int past = of.from(Math.max(0, units.end(user)));
    var edits = user == member ? inside : changes.in(in);
    int writtenIn = user == member ? targetFile : in;
    if (plain && (home || user == member) && !standsAlone(of, from, past, name())) {
      edits.remove(of.begin(first), of.begin(token));
    } else {
      edits.replace(
          of.begin(first), of.end(last), changes.encodable(writtenIn, names.in(writtenIn, target)));
    }
  }

  // ---- static imports

  private JavaHeader.Import importIn(int in) {
    for (JavaHeader.Import one : code.header(in).imports()) {
      if (one.isStatic() && !one.onDemand() && one.simpleName().equals(name())) {
        String around = one.name().substring(0, one.name().lastIndexOf('.'));
        int type = units.find(around, Level.TYPE);
        if (type == owner || type >= 0 && code.isSubtype(type, owner)) {
          return one;
        }
      }
    }
    return null;
  }

  /** Whether the import can simply name the new owner: it must bring in nothing else. */
  private boolean isImported(int in) {
    if (importIn(in) == null) {
      return false;
    }
    for (int other : units.children(owner)) {
      if (other != member && MemberNames.bare(units.simpleName(other)).equals(name())) {
        return false;
      }
    }
    return true;
  }

  private void staticImport(int in) {
    JavaHeader.Import one = importIn(in);
    int end = one.nameEnd() - name().length() - 1;
    String owned = changes.encodable(in, units.name(target));
    names
        .imports(in)
        .relocate(
            one, owned + "." + name(), () -> changes.in(in).replace(one.nameBegin(), end, owned));
  }
}
