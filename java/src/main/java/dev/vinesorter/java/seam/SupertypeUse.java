package dev.vinesorter.java.seam;

import com.sun.source.tree.MethodTree;
import com.sun.source.util.TreePath;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.UnitPattern;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.java.code.DocLinks;
import dev.vinesorter.java.code.FoundByName;
import dev.vinesorter.java.code.MemberFamily;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.ElementNames;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.source.text.SourceText;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.TypeMirror;

/**
 * Declarations that name a class come to name a type above it, wherever that is enough. What the
 * type above is, a class of a verb says: one that is there, or one that the step makes.
 */
final class SupertypeUse {
  /** What is known of the type above. */
  interface Above extends TypeChange.Above {
    /** Its full name. */
    String name();

    /** Whether sources of a package see it. */
    default boolean isSeenFrom(String place) {
      return true;
    }

    /** How a file names it; imports come with it. */
    Written in(int file);

    /**
     * How a file writes what a type of the class is of it, with its arguments; null where those of
     * the class stay as they are written.
     */
    Written typeIn(int file, TypeMirror type);

    /** What {@code var} means that stands for the type, where it stood for one of the class. */
    Set<String> means(TypeMirror type);

    /** The unit that a call of a method of the class means when it is asked of the type above. */
    String unitOf(ExecutableElement method);
  }

  /** The most places that are told of a variable that keeps the class. */
  private static final int MOST_SITES = 5;

  private static final String OWN = "it stands in the class itself";
  private static final String NOT_FOR = "'for' does not name it";

  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final References references;
  private final int lower;
  private final boolean[] users;

  SupertypeUse(Rewriting rewriting, int lower, List<String> patterns) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.references = code.references();
    this.lower = lower;
    Survey survey = code.survey();
    this.users =
        patterns.isEmpty()
            ? null
            : UnitPattern.any(survey, patterns.stream().map(UnitPattern::of).toList());
  }

  /**
   * The files whose code has to be known: those that name the class, or what is declared with it.
   */
  Set<String> files() {
    Set<Integer> files = new TreeSet<>();
    files.add(units.fileOf(lower));
    for (int unit : units.withAllInside(lower)) {
      users(unit, files);
    }
    for (int file : List.copyOf(files)) {
      for (int unit : units.withAllInside(file)) {
        boolean declares =
            units.level(unit) == Level.MEMBER
                && !units.has(unit, Trait.PRIVATE)
                && isLower(units.type(unit));
        if (declares) {
          users(unit, files);
        }
      }
    }
    Set<String> paths = new TreeSet<>();
    files.forEach(file -> paths.add(units.name(file)));
    return paths;
  }

  private boolean isLower(String type) {
    int open = type.indexOf('<');
    String bare = open < 0 ? type : type.substring(0, open);
    return bare.substring(bare.lastIndexOf('.') + 1)
        .replaceFirst("^.* ", "")
        .equals(units.simpleName(lower));
  }

  private void users(int unit, Set<Integer> files) {
    for (int r : references.to(unit)) {
      int file = units.fileOf(references.from(r));
      if (references.kind(r) != Kind.MENTIONS && file >= 0) {
        files.add(file);
      }
    }
  }

  /** Finds out what changes; null where a file could not be read. */
  TypeChange solve(Attributed all, Above above) {
    return solve(all, above, false);
  }

  /** The same; with {@code making}, places that make objects are to give the type above, too. */
  TypeChange solve(Attributed all, Above above, boolean making) {
    Map<String, LocatedTree> trees = new TreeMap<>();
    for (String path : files()) {
      if (path.endsWith("module-info.java")) {
        continue;
      }
      if (all.file(path) == null) {
        rewriting.refuse(RefusalCode.HALF_READ, path + " could be read only in part.");
        return null;
      }
      trees.put(path, all.file(path));
    }
    TypeElement element = all.elements().getTypeElement(units.name(lower));
    if (element == null) {
      rewriting.refuse(
          RefusalCode.HALF_READ,
          units.name(lower) + " could be read only in part.",
          code.declaration(lower));
      return null;
    }
    Reasons reasons = new Reasons(all, above);
    TypeChange change = new TypeChange(all, trees, element, above, making, reasons::whyNot);
    families(change);
    change.settle();
    return change;
  }

  /** Why a declaration has to stay. */
  private final class Reasons {
    private final Attributed all;
    private final Above above;

    Reasons(Attributed all, Above above) {
      this.all = all;
      this.above = above;
    }

    String whyNot(String path, int at, Element element) {
      int file = units.find(path, Level.FILE);
      int top = code.topTypeAt(file, at);
      if (top == units.topTypeOf(lower)) {
        return OWN;
      }
      if (users != null && (top < 0 || !users[top])) {
        return NOT_FOR;
      }
      if (top >= 0 && units.has(top, Trait.GENERATED)) {
        return "it is generated";
      }
      if (!isSeenByUsers(file, element)) {
        return "not all that use it see " + above.name();
      }
      ExecutableElement method = methodOf(element);
      int unit = unit(method == null ? element : method);
      String finder = unit < 0 ? null : FoundByName.signatureReader(code, unit);
      if (finder != null) {
        return finder;
      }
      return isStored(element) ? "it is stored with its object" : null;
    }

    /** Whether the sources that declare something, or ask it, see the type above. */
    private boolean isSeenByUsers(int file, Element element) {
      int unit = unit(element);
      return above.isSeenFrom(units.name(units.packageOf(file)))
          && (unit < 0
              || Arrays.stream(references.to(unit))
                  .mapToObj(r -> units.packageOf(references.from(r)))
                  .allMatch(user -> user < 0 || above.isSeenFrom(units.name(user))));
    }

    private boolean isStored(Element element) {
      TypeElement serializable = all.elements().getTypeElement("java.io.Serializable");
      return element.getKind() == ElementKind.FIELD
          && !element.getModifiers().contains(Modifier.TRANSIENT)
          && !element.getModifiers().contains(Modifier.STATIC)
          && serializable != null
          && all.types().isSubtype(element.getEnclosingElement().asType(), serializable.asType());
    }
  }

  /** The method of which something is a parameter; null for none, as for a function's. */
  private static ExecutableElement methodOf(Element parameter) {
    boolean declared =
        parameter.getKind() == ElementKind.PARAMETER
            && parameter.getEnclosingElement() instanceof ExecutableElement around
            && around.asType() != null
            && around.getParameters().contains(parameter);
    return declared ? (ExecutableElement) parameter.getEnclosingElement() : null;
  }

  /** The unit of a member; -1 for one of a local class. */
  private int unit(Element member) {
    boolean named =
        member != null
            && member.asType() != null
            && member.getEnclosingElement() instanceof TypeElement type
            && type.getQualifiedName().length() > 0;
    return named ? units.find(ElementNames.of(member), Level.MEMBER) : -1;
  }

  /** Methods that belong together through a type that inherits both stay alike. */
  private void families(TypeChange change) {
    Map<Integer, ExecutableElement> methods = new TreeMap<>();
    for (TypeChange.Node node : change.nodes()) {
      ExecutableElement method = methodOf(node.element());
      if (method != null && unit(method) >= 0) {
        methods.put(unit(method), method);
      }
    }
    for (Map.Entry<Integer, ExecutableElement> one : methods.entrySet()) {
      for (int other : MemberFamily.of(code, one.getKey()).members()) {
        if (other != one.getKey()) {
          alike(change, one.getValue(), methods.get(other));
        }
      }
    }
  }

  private void alike(TypeChange change, ExecutableElement one, ExecutableElement other) {
    for (int n = 0; n < one.getParameters().size(); n++) {
      TypeChange.Node own = change.of(one.getParameters().get(n));
      TypeChange.Node its = other == null ? null : change.of(other.getParameters().get(n));
      if (own != null && its != null) {
        change.tie(own, its);
      } else if (own != null) {
        change.keep(own, "a method of its family has the same parameter");
      }
    }
  }

  /** Writes what changes; gives the number of declarations that do. */
  int write(TypeChange change, Above above) {
    return write(change, above, change.nodes());
  }

  /**
   * The same for some of the declarations, of which none may flow into another one that changes.
   */
  int write(TypeChange change, Above above, Collection<TypeChange.Node> some) {
    int changed = 0;
    Set<String> places = new TreeSet<>();
    Map<Integer, String> signatures = new TreeMap<>();
    Set<String> documented = new TreeSet<>();
    for (TypeChange.Node node : some) {
      if (!node.changes()) {
        continue;
      }
      int file = units.find(node.file(), Level.FILE);
      if (node.begin() >= 0 && places.add(node.file() + ":" + node.begin())) {
        Written type = above.typeIn(file, node.type());
        if (type == null) {
          rewriting.in(file).replace(node.begin(), node.end(), above.in(file));
        } else {
          rewriting.in(file).replace(node.begin(), node.wholeEnd(), type);
        }
        changed++;
      }
      if (node.begin() < 0) {
        rewriting.meansInstead(
            file, node.nameAt(), node.until(), units.name(lower), above.means(node.type()));
      }
      signature(node, above, signatures);
      int unit = unit(node.element());
      if (unit >= 0) {
        rewriting.usersChange(unit);
      }
    }
    signatures.forEach(
        (unit, name) -> {
          rewriting.rename(unit, name);
          documentation(unit, name, above, documented);
        });
    for (TypeChange.Node node : some) {
      for (TypeChange.Called called :
          node.changes() ? node.calls() : List.<TypeChange.Called>of()) {
        int file = units.find(called.file(), Level.FILE);
        rewriting.meansInstead(
            file,
            called.at(),
            called.at() + 1,
            ElementNames.of(called.method()),
            Set.of(above.unitOf(called.method())));
      }
    }
    return changed;
  }

  /** Notes the new name of a method of which a parameter changes. */
  private void signature(TypeChange.Node node, Above above, Map<Integer, String> signatures) {
    ExecutableElement method = methodOf(node.element());
    int unit = method == null ? -1 : unit(method);
    if (unit < 0) {
      return;
    }
    String name = signatures.getOrDefault(unit, units.simpleName(unit));
    String[] types = name.substring(name.indexOf('(') + 1, name.length() - 1).split(", ");
    int index = method.getParameters().indexOf(node.element());
    types[index] = above.name().substring(above.name().lastIndexOf('.') + 1);
    signatures.put(unit, MemberNames.bare(name) + "(" + String.join(", ", types) + ")");
  }

  /** Documentation that names the method with its parameters names the new ones. */
  private void documentation(int unit, String name, Above above, Set<String> documented) {
    String bare = MemberNames.bare(units.simpleName(unit));
    String old = units.simpleName(lower);
    for (DocLinks.Link link : new DocLinks(code, Set.of(unit)).all(bare)) {
      String text = code.text(link.file());
      int open = link.hash() + 1 + bare.length();
      if (open >= text.length() || text.charAt(open) != '(') {
        continue;
      }
      int close = text.indexOf(')', open);
      String[] fresh = name.substring(name.indexOf('(') + 1, name.length() - 1).split(", ");
      String[] parts = text.substring(open + 1, close).split(",", -1);
      int at = open + 1;
      for (int n = 0; n < Math.min(parts.length, fresh.length); n++) {
        int begin = at + parts[n].indexOf(old);
        boolean changes = parts[n].strip().split("\\s+")[0].equals(old) && !fresh[n].equals(old);
        // A reference that fits several methods stands for each of them.
        if (changes && documented.add(link.file() + ":" + begin)) {
          rewriting
              .in(link.file())
              .replace(begin, begin + old.length(), Written.of(above.in(link.file()).text()));
        }
        at += parts[n].length() + 1;
      }
    }
  }

  /** Whether something declares the type, though it keeps it. */
  boolean isDeclared(TypeChange change) {
    return !kept(change).isEmpty();
  }

  /** Refuses a step by which nothing would change, and says what is in the way. */
  void nothing(TypeChange change, String wanted) {
    List<Site> sites = new ArrayList<>();
    List<String> why = new ArrayList<>();
    for (TypeChange.Node node : kept(change).stream().limit(MOST_SITES).toList()) {
      sites.add(site(node.keepsIn(), node.keepsAt()));
      String says = "'" + node.element().getSimpleName() + "': " + node.keeps();
      if (why.size() < 3 && !why.contains(says)) {
        why.add(says);
      }
    }
    rewriting.refuse(
        RefusalCode.NO_TAKER,
        why.isEmpty()
            ? "Nothing that the step is about declares "
                + units.name(lower)
                + ", so that "
                + wanted
                + " could stand there."
            : "No variable, parameter or result can take "
                + wanted
                + ": "
                + String.join("; ", why)
                + ".",
        sites.toArray(new Site[0]));
  }

  private Site site(String path, int at) {
    int[] lines = SourceText.lineStarts(code.sources().text(path).text());
    return SourceText.site(path, lines, at, at + 1);
  }

  /** The declarations that keep the class though the step is about them. */
  private static List<TypeChange.Node> kept(TypeChange change) {
    return change.nodes().stream()
        .filter(node -> !node.changes() && node.begin() >= 0)
        .filter(node -> !node.keeps().equals(OWN) && !node.keeps().equals(NOT_FOR))
        .toList();
  }

  /** Tells how many declarations keep the class. */
  void tellKept(TypeChange change) {
    List<TypeChange.Node> kept = kept(change);
    if (!kept.isEmpty()) {
      TypeChange.Node first = kept.get(0);
      Site site = site(first.keepsIn(), first.keepsAt());
      rewriting.tell(
          (kept.size() == 1 ? "1 declaration keeps " : kept.size() + " declarations keep ")
              + units.simpleName(lower)
              + ", such as '"
              + first.element().getSimpleName()
              + "': "
              + first.keeps()
              + " ("
              + site.file()
              + ":"
              + site.line()
              + ").");
    }
  }

  /** The methods of a class that declares them, in the order of the source. */
  static List<ExecutableElement> inOrder(
      LocatedTree tree, Attributed all, TypeElement type, List<ExecutableElement> methods) {
    Map<ExecutableElement, Integer> places = new HashMap<>();
    new com.sun.source.util.TreePathScanner<Void, Void>() {
      @Override
      public Void visitMethod(MethodTree node, Void p) {
        TreePath path = getCurrentPath();
        if (all.element(path) instanceof ExecutableElement method) {
          places.put(method, tree.begin(node));
        }
        return super.visitMethod(node, p);
      }
    }.scan(tree.tree(), null);
    ExecutableElement[] sorted = methods.toArray(new ExecutableElement[0]);
    Arrays.sort(
        sorted,
        (a, b) ->
            Integer.compare(
                places.getOrDefault(a, Integer.MAX_VALUE),
                places.getOrDefault(b, Integer.MAX_VALUE)));
    return List.of(sorted);
  }
}
