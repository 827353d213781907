package dev.vinesorter.java.seam;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/**
 * Where a class makes an object of another, or fetches it by a static method.
 *
 * @param given the full name of the class that is made; empty where there is none of the name
 * @param type the type of what is fetched, as its method tells it, or the class
 * @param places where members of the class itself do so
 * @param elsewhere how many more places there are, in classes inside
 */
record MadeInside(String given, String type, List<Place> places, int elsewhere) {

  /**
   * A place that makes or fetches it.
   *
   * @param at where the name of the class or method stands
   * @param begin the first char of the expression
   * @param end one past its last char
   * @param user the member around it
   */
  record Place(int at, int begin, int end, ExpressionTree tree, TreePath path, int user) {
    /** Whether it is what a field is given where that is declared. */
    boolean isInField() {
      TreePath parent = path.getParentPath();
      return parent.getLeaf() instanceof VariableTree
          && parent.getParentPath().getLeaf() instanceof ClassTree;
    }
  }

  /**
   * All such places in a class.
   *
   * @param what the class that is made, or a static method that gives it
   */
  static MadeInside of(SourceView code, LocatedTree tree, int owner, String what) {
    Units units = code.units();
    References references = code.references();
    int hash = what.indexOf('#');
    int type = units.find(hash < 0 ? what : what.substring(0, hash), Level.TYPE);
    if (type < 0) {
      return new MadeInside("", "", List.of(), 0);
    }
    String kept = units.name(type);
    List<Place> places = new ArrayList<>();
    int elsewhere = 0;
    int file = units.fileOf(owner);
    JavaTokens tokens = code.tokens(file);
    for (int target : wanted(units, type, what)) {
      kept = hash < 0 || units.type(target).isEmpty() ? kept : units.type(target);
      for (int r : references.to(target)) {
        int user = references.from(r);
        Kind kind = references.kind(r);
        boolean uses = kind == Kind.CREATES || kind == Kind.CALLS;
        if (!uses || !units.inside(user, owner) || units.fileOf(user) != file) {
          continue;
        }
        int at = references.at(r);
        CallSite site = CallSite.of(tree, tokens, at, tokens.end(tokens.from(at)));
        if (units.parent(user) != owner) {
          elsewhere++;
        } else if (site.isCall() && gives(site)) {
          ExpressionTree call = (ExpressionTree) site.call().getLeaf();
          places.add(new Place(at, tree.begin(call), tree.end(call), call, site.call(), user));
        }
      }
    }
    return new MadeInside(units.name(type), kept, places, elsewhere);
  }

  /** The same without what static members do, who have no object that could keep anything. */
  MadeInside byObjects(Units units) {
    List<Place> own = places.stream().filter(one -> !units.has(one.user(), Trait.STATIC)).toList();
    return new MadeInside(given, type, own, elsewhere + places.size() - own.size());
  }

  private static boolean gives(CallSite site) {
    boolean made = site.call().getLeaf() instanceof NewClassTree one && one.getClassBody() == null;
    return made || site.call().getLeaf() instanceof MethodInvocationTree;
  }

  /** The constructors, or the static methods, that give what is handed in. */
  private static Set<Integer> wanted(Units units, int type, String what) {
    Set<Integer> wanted = new TreeSet<>();
    boolean byClass = what.indexOf('#') < 0;
    if (byClass) {
      wanted.add(type);
    }
    for (int member : units.children(type)) {
      boolean isStatic = units.has(member, Trait.STATIC);
      boolean makes = byClass && units.has(member, Trait.CONSTRUCTOR);
      boolean ofItself =
          byClass
              && isStatic
              && units.has(member, Trait.METHOD)
              && units.type(member).equals(units.simpleName(type));
      boolean named =
          !byClass
              && isStatic
              && (units.name(member).equals(what)
                  || MemberNames.bare(units.name(member)).equals(what));
      if (makes || ofItself || named) {
        wanted.add(member);
      }
    }
    return wanted;
  }

  /**
   * Refuses a class that neither makes nor fetches it; tells of the places that go on as before.
   */
  void judge(Rewriting rewriting, int owner, String what, String others) {
    SourceView code = rewriting.code();
    String name = code.units().name(owner);
    if (places.isEmpty()) {
      rewriting.refuse(
          RefusalCode.NO_TARGET,
          name
              + " neither makes "
              + what
              + " nor calls a static method for it"
              + (elsewhere > 0 ? ", but for " + others + "." : "."),
          code.declaration(owner));
    } else if (elsewhere > 0) {
      rewriting.tell(
          (elsewhere == 1 ? "1 place" : elsewhere + " places")
              + " in "
              + others
              + " of "
              + name
              + " go on as before.");
    }
  }
}
