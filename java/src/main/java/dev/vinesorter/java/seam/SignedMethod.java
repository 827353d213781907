package dev.vinesorter.java.seam;

import com.sun.source.tree.MethodTree;
import com.sun.source.util.TreePath;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.java.code.FoundByName;
import dev.vinesorter.java.code.LocalCalls;
import dev.vinesorter.java.code.MemberFamily;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.compile.SyntaxTree;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * A method whose parameters are to change: where it is declared, with those that override it or
 * that it overrides, and where it is called.
 */
final class SignedMethod {
  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final References references;
  private final int method;
  private final MemberFamily family;
  private final Map<Integer, LocatedTree> trees;

  /** What names it, once that was asked for. */
  private List<Place> places;

  /** A method, and trees of files that are shared with others. */
  SignedMethod(Rewriting rewriting, int method, Map<Integer, LocatedTree> trees) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.references = code.references();
    this.method = method;
    this.family = MemberFamily.of(code, method);
    this.trees = trees;
  }

  /** A method alone. */
  SignedMethod(Rewriting rewriting, int method) {
    this(rewriting, method, new HashMap<>());
  }

  MemberFamily family() {
    return family;
  }

  LocatedTree tree(int in) {
    return trees.computeIfAbsent(in, f -> SyntaxTree.of(code.text(f)).located());
  }

  Site site(int in, int at) {
    return code.site(in, code.tokens(in).from(at));
  }

  /**
   * The method as it is declared; null where its parameters cannot change, which is refused.
   *
   * @param foundByName whether it changes also where somebody finds it by its name
   */
  MethodTree judged(boolean foundByName) {
    int owner = units.parent(method);
    boolean callable = units.has(method, Trait.METHOD) || units.has(method, Trait.CONSTRUCTOR);
    if (!callable || units.has(owner, Trait.ANNOTATION)) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET,
          units.name(method) + " has no parameters that could change.",
          code.declaration(method));
      return null;
    }
    if (units.has(owner, Trait.RECORD) && units.has(method, Trait.CONSTRUCTOR)) {
      rewriting.refuse(
          RefusalCode.RECORD_PARTS,
          "The constructors of a record hang on its head.",
          code.declaration(method));
      return null;
    }
    for (int member : family.members()) {
      if (units.has(member, Trait.FOREIGN)) {
        rewriting.refuse(
            RefusalCode.OVERRIDES_LIBRARY,
            units.name(member) + " of a library has the same signature, and keeps it.",
            code.declaration(method));
        return null;
      }
    }
    MethodTree declared = declared(method);
    if (declared == null) {
      rewriting.refuse(
          RefusalCode.HALF_READ,
          units.name(method) + " was not found in its file.",
          code.declaration(method));
      return null;
    }
    String finder = FoundByName.finder(code, method);
    if (finder != null && !foundByName) {
      rewriting.refuse(
          RefusalCode.FOUND_BY_NAME,
          units.name(method)
              + " is not only used where it is named: "
              + finder
              + ". Say 'found-by-name: true' to change it all the same.",
          code.declaration(method));
    }
    return declared;
  }

  /**
   * A declaration of the family.
   *
   * @param unit the method; -1 for one of a local class, which is no unit
   * @param begin its first char
   */
  record Declared(int file, int unit, int begin, MethodTree tree) {}

  private int begin(int in, MethodTree tree) {
    return tree(in).begin(tree);
  }

  /** All declarations of the family that stand in sources. */
  List<Declared> declarations() {
    List<Declared> all = new ArrayList<>();
    for (int member : family.members()) {
      MethodTree tree = declared(member);
      if (tree != null) {
        all.add(
            new Declared(units.fileOf(member), member, begin(units.fileOf(member), tree), tree));
      }
    }
    for (int r : family.local()) {
      int in = units.fileOf(references.from(r));
      MethodTree tree = methodAt(in, references.at(r));
      if (tree != null) {
        all.add(new Declared(in, -1, begin(in, tree), tree));
      }
    }
    return all;
  }

  /** A method as it is declared; null where no source does. */
  MethodTree declared(int member) {
    return units.nameAt(member) < 0 ? null : methodAt(units.fileOf(member), units.nameAt(member));
  }

  private MethodTree methodAt(int in, int nameAt) {
    TreePath at = tree(in).enclosing(nameAt, MethodTree.class);
    return at == null ? null : (MethodTree) at.getLeaf();
  }

  /** A place that names the method. */
  record Place(int file, int at, int end) {}

  /** All places that name it, those that stand last in their files first. */
  List<Place> places() {
    places = places == null ? found() : places;
    return places;
  }

  private List<Place> found() {
    Set<Place> all = new HashSet<>();
    for (int member : family.members()) {
      for (int r : references.to(member)) {
        Kind kind = references.kind(r);
        int in = units.fileOf(references.from(r));
        if (kind != Kind.OVERRIDES && kind != Kind.MENTIONS && kind != Kind.IMPORTS && in >= 0) {
          JavaTokens tokens = code.tokens(in);
          int token = tokens.from(references.at(r));
          all.add(new Place(in, references.at(r), tokens.end(token)));
        }
      }
    }
    if (units.has(units.parent(method), Trait.ENUM) && units.has(method, Trait.CONSTRUCTOR)) {
      all.addAll(constants());
    }
    List<Place> sorted = new ArrayList<>(all);
    // Calls inside of arguments stand behind the name of the call around them, and come first.
    sorted.sort(
        (a, b) -> a.file != b.file ? Integer.compare(a.file, b.file) : Integer.compare(b.at, a.at));
    return sorted;
  }

  /** The constants of an enum, each of which calls a constructor. */
  private List<Place> constants() {
    List<Place> all = new ArrayList<>();
    int owner = units.parent(method);
    for (int other : units.children(owner)) {
      if (other != method && units.has(other, Trait.CONSTRUCTOR)) {
        rewriting.refuse(
            RefusalCode.NOT_YET,
            "The constants of an enum with several constructors are not told apart.",
            code.declaration(other));
        return List.of();
      }
      boolean constant = units.has(other, Trait.FIELD) && units.type(other).isEmpty();
      if (constant && units.nameAt(other) >= 0) {
        int at = units.nameAt(other);
        all.add(new Place(units.fileOf(method), at, at + units.simpleName(other).length()));
      }
    }
    return all;
  }

  /** A call of a local class's own method is told by no reference. */
  void unknownCalls() {
    for (int r : family.local()) {
      int holder = references.from(r);
      int in = units.fileOf(holder);
      for (int token : LocalCalls.of(code, holder, MemberNames.bare(units.simpleName(method)))) {
        rewriting.refuse(RefusalCode.LOCAL_CLASS, LocalCalls.SENTENCE, code.site(in, token));
      }
    }
  }

  /** A declaration as the compiler attributed it; null where it could not. */
  static TreePath attributed(Attributed all, SourceView code, Declared one) {
    LocatedTree tree = all.file(code.units().name(one.file()));
    return tree == null ? null : tree.enclosing(one.begin(), MethodTree.class);
  }
}
