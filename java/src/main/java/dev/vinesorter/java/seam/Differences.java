package dev.vinesorter.java.seam;

import com.sun.source.tree.AnnotationTree;
import com.sun.source.tree.CaseTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import com.sun.source.util.TreeScanner;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;

/**
 * Where methods that are much alike differ: they are walked through side by side, and what is not
 * the same in all of them is told as whole statements or whole values, as small as they get.
 */
final class Differences {
  /** One of the methods. */
  record Side(LocatedTree tree, JavaTokens tokens, TreePath body) {
    private String word(int token) {
      return tokens.text(token);
    }
  }

  private final Attributed all;
  private final List<Side> sides;
  private final Predicate<List<Element>> sameMembers;

  /**
   * Compares the bodies of methods.
   *
   * @param sameMembers whether different things that the same name means in each of them will be
   *     one
   */
  Differences(Attributed all, List<Side> sides, Predicate<List<Element>> sameMembers) {
    this.all = all;
    this.sides = sides;
    this.sameMembers = sameMembers;
  }

  /**
   * What differs, as ranges of each method in the order of the methods; null where nothing smaller
   * than the bodies holds it.
   */
  List<List<Stretch.Range>> each() {
    return each(sides.stream().map(Side::body).toList());
  }

  /** The smallest part that holds all that differs; null where that is the whole body. */
  List<Stretch.Range> whole() {
    return whole(sides.stream().map(Side::body).toList());
  }

  // ---- side by side

  private List<List<Stretch.Range>> each(List<TreePath> nodes) {
    if (isSame(nodes)) {
      return List.of();
    }
    boolean list = nodes.stream().allMatch(one -> Stretch.list(one.getLeaf()) != null);
    List<List<Stretch.Range>> found =
        list ? ofLists(nodes) : isAlike(nodes) ? ofChildren(nodes) : null;
    return found != null ? found : isPart(nodes) ? List.of(ranges(nodes)) : null;
  }

  /** Whether trees are of one sort, and read the same but for the trees in them. */
  private boolean isAlike(List<TreePath> nodes) {
    TreePath first = nodes.get(0);
    List<TreePath> children = children(0, first);
    for (int side = 1; side < nodes.size(); side++) {
      TreePath other = nodes.get(side);
      List<TreePath> others = children(side, other);
      boolean alike =
          first.getLeaf().getKind() == other.getLeaf().getKind()
              && children.size() == others.size()
              && between(0, first, children).equals(between(side, other, others));
      if (!alike) {
        return false;
      }
    }
    return !children.isEmpty()
        && !(first.getLeaf() instanceof ClassTree)
        && areSame(nodes.stream().map(all::element).toList());
  }

  private List<List<Stretch.Range>> ofChildren(List<TreePath> nodes) {
    List<List<Stretch.Range>> found = new ArrayList<>();
    for (List<TreePath> child : aligned(nodes)) {
      List<List<Stretch.Range>> inside = each(child);
      if (inside == null) {
        return null;
      }
      found.addAll(inside);
    }
    return found;
  }

  /** The children of trees of which each has as many. */
  private List<List<TreePath>> aligned(List<TreePath> nodes) {
    List<List<TreePath>> ofSides =
        IntStream.range(0, nodes.size()).mapToObj(n -> children(n, nodes.get(n))).toList();
    return IntStream.range(0, ofSides.get(0).size())
        .mapToObj(n -> ofSides.stream().map(one -> one.get(n)).toList())
        .toList();
  }

  /** Lists of statements: what differs as whole statements is told as one run of them. */
  private List<List<Stretch.Range>> ofLists(List<TreePath> nodes) {
    List<List<TreePath>> lists = nodes.stream().map(Differences::statements).toList();
    int shortest = lists.stream().mapToInt(List::size).min().orElse(0);
    boolean even = lists.stream().allMatch(one -> one.size() == shortest);
    List<List<Stretch.Range>> found = new ArrayList<>();
    int run = -1;
    for (int n = 0; even && n < shortest; n++) {
      List<TreePath> row = row(lists, n);
      List<List<Stretch.Range>> inside = each(row);
      boolean whole = inside == null || inside.size() == 1 && inside.get(0).equals(ranges(row));
      if (!whole) {
        found.addAll(inside);
        run = -1;
      } else if (run < 0) {
        run = n;
        found.add(ranges(row));
      } else {
        found.set(found.size() - 1, joined(found.get(found.size() - 1), ranges(row)));
      }
    }
    if (even) {
      return found;
    }
    List<Stretch.Range> middle = middle(lists, shortest);
    return middle == null ? null : List.of(middle);
  }

  /** The statements between those that are the same at both ends; null where there are none. */
  private List<Stretch.Range> middle(List<List<TreePath>> lists, int shortest) {
    int before = 0;
    while (before < shortest && isSame(row(lists, before))) {
      before++;
    }
    int behind = 0;
    while (behind < shortest - before && isSame(lastRow(lists, behind))) {
      behind++;
    }
    // A part that is there in some of them only takes a statement of all of them along.
    if (before + behind == shortest && before > 0) {
      before--;
    } else if (before + behind == shortest && behind > 0) {
      behind--;
    }
    if (before + behind == shortest || before + behind == 0) {
      return null;
    }
    return joined(ranges(row(lists, before)), ranges(lastRow(lists, behind)));
  }

  private static List<TreePath> row(List<List<TreePath>> lists, int number) {
    return lists.stream().map(one -> one.get(number)).toList();
  }

  private static List<TreePath> lastRow(List<List<TreePath>> lists, int number) {
    return lists.stream().map(one -> one.get(one.size() - 1 - number)).toList();
  }

  private static List<TreePath> statements(TreePath list) {
    List<TreePath> found = new ArrayList<>();
    for (StatementTree one : Stretch.list(list.getLeaf())) {
      found.add(new TreePath(list, one));
    }
    return found;
  }

  private List<Stretch.Range> whole(List<TreePath> nodes) {
    if (nodes.stream().allMatch(one -> Stretch.list(one.getLeaf()) != null)) {
      return wholeOfLists(nodes);
    }
    if (isAlike(nodes)) {
      List<List<TreePath>> differing =
          aligned(nodes).stream().filter(child -> !isSame(child)).toList();
      if (differing.size() == 1) {
        List<Stretch.Range> inside = whole(differing.get(0));
        if (inside != null) {
          return inside;
        }
      }
    }
    return isPart(nodes) ? ranges(nodes) : null;
  }

  private List<Stretch.Range> wholeOfLists(List<TreePath> nodes) {
    List<List<TreePath>> lists = nodes.stream().map(Differences::statements).toList();
    int shortest = lists.stream().mapToInt(List::size).min().orElse(0);
    boolean even = lists.stream().allMatch(one -> one.size() == shortest);
    if (even) {
      List<List<TreePath>> rows =
          IntStream.range(0, shortest)
              .mapToObj(n -> row(lists, n))
              .filter(row -> !isSame(row))
              .toList();
      List<Stretch.Range> inside = rows.size() == 1 ? whole(rows.get(0)) : null;
      if (inside != null) {
        return inside;
      }
    }
    return middle(lists, shortest);
  }

  // ---- what is the same

  /** Whether trees read the same, and mean the same. */
  private boolean isSame(List<TreePath> nodes) {
    List<String> words = words(0, nodes.get(0));
    List<Element> first = named(0, nodes.get(0));
    List<List<Element>> named = new ArrayList<>(List.of(first));
    for (int side = 1; side < nodes.size(); side++) {
      List<Element> other = named(side, nodes.get(side));
      if (!words.equals(words(side, nodes.get(side))) || other.size() != first.size()) {
        return false;
      }
      named.add(other);
    }
    for (int n = 0; n < first.size(); n++) {
      int place = n;
      if (!areSame(named.stream().map(one -> one.get(place)).toList())) {
        return false;
      }
    }
    return true;
  }

  /** Whether what one name means in each of the methods is the same. */
  private boolean areSame(List<Element> elements) {
    Element first = elements.get(0);
    boolean one =
        elements.stream().allMatch(other -> other == first || other != null && other.equals(first));
    if (one || elements.contains(null)) {
      return one;
    }
    boolean own = elements.stream().allMatch(this::isInside);
    return own
        ? elements.stream().allMatch(other -> other.getSimpleName().equals(first.getSimpleName()))
        : isSelf(first)
            ? elements.stream()
                .allMatch(
                    other -> isSelf(other) && other.getSimpleName().equals(first.getSimpleName()))
            : sameMembers.test(elements);
  }

  /** Whether something is declared in one of the methods. */
  private boolean isInside(Element element) {
    Element at = element;
    while (at != null && !Variables.isLocal(at)) {
      Element around = at.getEnclosingElement();
      boolean local =
          at instanceof TypeElement
              && around != null
              && around.getKind() != ElementKind.PACKAGE
              && !(around instanceof TypeElement);
      if (local) {
        return true;
      }
      at = around instanceof TypeElement || at instanceof TypeElement ? around : null;
    }
    return at != null;
  }

  private static boolean isSelf(Element element) {
    return element.getSimpleName().contentEquals("this")
        || element.getSimpleName().contentEquals("super");
  }

  /** What the names in a tree mean, in their order. */
  private List<Element> named(int side, TreePath path) {
    LocatedTree tree = sides.get(side).tree;
    List<Element> found = new ArrayList<>();
    TreePathScanner<Void, Void> scanner =
        new TreePathScanner<>() {
          @Override
          public Void visitIdentifier(IdentifierTree node, Void p) {
            // What the compiler put in has no name in the text.
            boolean written =
                tree.begin(node) >= 0
                    && tree.text().startsWith(node.getName().toString(), tree.begin(node));
            if (written) {
              found.add(all.element(getCurrentPath()));
            }
            return null;
          }

          @Override
          public Void visitMemberSelect(MemberSelectTree node, Void p) {
            found.add(all.element(getCurrentPath()));
            return super.visitMemberSelect(node, p);
          }

          @Override
          public Void visitMemberReference(MemberReferenceTree node, Void p) {
            found.add(all.element(getCurrentPath()));
            return super.visitMemberReference(node, p);
          }

          @Override
          public Void visitNewClass(NewClassTree node, Void p) {
            found.add(node.getClassBody() == null ? all.element(getCurrentPath()) : null);
            return super.visitNewClass(node, p);
          }
        };
    scanner.scan(path, null);
    return found;
  }

  private List<String> words(int side, TreePath path) {
    LocatedTree tree = sides.get(side).tree;
    return words(side, tree.begin(path.getLeaf()), tree.end(path.getLeaf()));
  }

  private List<String> words(int side, int begin, int end) {
    Side of = sides.get(side);
    List<String> words = new ArrayList<>();
    for (int token = of.tokens.from(begin);
        token < of.tokens.size() && of.tokens.begin(token) < end;
        token++) {
      words.add(of.word(token));
    }
    return words;
  }

  /** What a tree reads between the trees in it, one list for each gap. */
  private List<List<String>> between(int side, TreePath path, List<TreePath> children) {
    LocatedTree tree = sides.get(side).tree;
    List<List<String>> gaps = new ArrayList<>();
    int at = tree.begin(path.getLeaf());
    for (TreePath child : children) {
      gaps.add(words(side, at, tree.begin(child.getLeaf())));
      at = tree.end(child.getLeaf());
    }
    gaps.add(words(side, at, tree.end(path.getLeaf())));
    return gaps;
  }

  /** The trees right inside of one that stand in the text, in the order in which they do. */
  private List<TreePath> children(int side, TreePath path) {
    LocatedTree tree = sides.get(side).tree;
    List<Tree> found = new ArrayList<>();
    path.getLeaf()
        .accept(
            new TreeScanner<Void, Void>() {
              @Override
              public Void scan(Tree node, Void p) {
                if (node != null && tree.begin(node) >= 0 && tree.end(node) > tree.begin(node)) {
                  found.add(node);
                }
                return null;
              }
            },
            null);
    return found.stream()
        .sorted(Comparator.comparingInt(tree::begin))
        .map(node -> new TreePath(path, node))
        .toList();
  }

  // ---- what can be a part

  private List<Stretch.Range> ranges(List<TreePath> nodes) {
    return IntStream.range(0, nodes.size())
        .mapToObj(
            side -> {
              LocatedTree tree = sides.get(side).tree;
              Tree leaf = nodes.get(side).getLeaf();
              return new Stretch.Range(tree.begin(leaf), tree.end(leaf));
            })
        .toList();
  }

  private static List<Stretch.Range> joined(List<Stretch.Range> first, List<Stretch.Range> last) {
    return IntStream.range(0, first.size())
        .mapToObj(n -> new Stretch.Range(first.get(n).begin(), last.get(n).end()))
        .toList();
  }

  /** Whether trees are whole statements, or values of one type. */
  private boolean isPart(List<TreePath> nodes) {
    boolean statements =
        nodes.stream()
            .allMatch(
                one ->
                    one.getLeaf() instanceof StatementTree
                        && Stretch.list(one.getParentPath().getLeaf()) != null);
    if (statements) {
      return true;
    }
    TypeMirror type = all.type(nodes.get(0));
    return IntStream.range(0, nodes.size()).allMatch(side -> isValue(side, nodes.get(side)))
        // Type parameters of several classes are one by their names.
        && nodes.stream().allMatch(one -> all.type(one).toString().equals(type.toString()));
  }

  private boolean isValue(int side, TreePath path) {
    LocatedTree tree = sides.get(side).tree;
    Stretch stretch =
        Stretch.of(tree, new Stretch.Range(tree.begin(path.getLeaf()), tree.end(path.getLeaf())));
    Element named = all.element(path);
    TypeMirror type = all.type(path);
    boolean ofType =
        !(path.getLeaf() instanceof NewClassTree)
            && named != null
            && (named instanceof TypeElement || named.getKind() == ElementKind.PACKAGE);
    return path.getLeaf() instanceof ExpressionTree
        && !(path.getLeaf() instanceof AnnotationTree)
        && !(path.getParentPath().getLeaf() instanceof CaseTree)
        && !ofType
        && type != null
        && type.getKind() != TypeKind.NULL
        && type.getKind() != TypeKind.ERROR
        && type.getKind() != TypeKind.NONE
        && type.getKind() != TypeKind.EXECUTABLE
        && Assignments.of(path) == null
        && stretch != null
        && stretch.isExpression();
  }
}
