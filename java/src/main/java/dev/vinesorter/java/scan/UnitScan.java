package dev.vinesorter.java.scan;

import com.sun.source.tree.BlockTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.ModifiersTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.SourcePositions;
import com.sun.source.util.TreePath;
import com.sun.source.util.Trees;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Shape;
import dev.vinesorter.core.model.SurveyBuilder;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.java.build.JavaFile;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.TypeText;
import dev.vinesorter.source.text.SourceText;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.StringJoiner;
import java.util.regex.Pattern;
import javax.lang.model.element.Element;
import javax.lang.model.element.Modifier;

/**
 * Collects the units that one source declares: its file, its types and their members. Types inside
 * methods are no units; what they hold counts for the member around them.
 */
public final class UnitScan {
  /** The name of the member that holds the initialiser blocks of a type. */
  static final String INITIALISER = "{}";

  static final String STATIC_INITIALISER = "static {}";

  private static final Pattern SPACE = Pattern.compile("\\s+");

  private final UnitIndex index;
  private final SurveyBuilder builder;
  private final Trees trees;
  private final SourcePositions positions;
  private final CompilationUnitTree tree;
  private final TreePath root;
  private final JavaFile file;
  private final JavaTokens tokens;
  private final int extra;

  /** The unit declared by each tree that declares one. */
  private final Map<Tree, Integer> declared = new HashMap<>();

  /** The unit whose declaration begins at a char; the outer one where two do. */
  private final Map<Integer, Integer> beginning = new HashMap<>();

  /** Methods met so far: two may differ only in packages, and are then told apart by them. */
  private final Set<Integer> placed = new HashSet<>();

  private final int fileUnit;
  private final Map<String, Integer> types = new LinkedHashMap<>();

  public UnitScan(UnitIndex index, Trees trees, CompilationUnitTree tree, JavaFile file) {
    this.index = index;
    this.builder = index.builder();
    this.trees = trees;
    this.positions = trees.getSourcePositions();
    this.tree = tree;
    this.root = new TreePath(tree);
    this.file = file;
    this.tokens = file.tokens();
    this.extra = file.traits();
    this.fileUnit = fileUnit(builder, file, extra);
    for (Tree type : tree.getTypeDecls()) {
      if (type instanceof ClassTree declaration) {
        type(declaration, fileUnit, file.packageName());
      }
    }
  }

  static int fileUnit(SurveyBuilder builder, JavaFile file, int traits) {
    // A module's descriptor stands in no package.
    int inPackage = file.isModuleInfo() ? -1 : builder.unit(Level.PACKAGE, -1, file.packageName());
    int module = builder.unit(Level.MODULE, -1, "module:" + file.module());
    int unit = builder.unit(Level.FILE, inPackage, file.path());
    builder.traits(unit, traits);
    builder.file(unit, module, file.text().length(), SourceText.lineStarts(file.text()));
    return unit;
  }

  public int fileUnit() {
    return fileUnit;
  }

  /** The units of the types that it declares, by full name, nested ones included. */
  public Map<String, Integer> types() {
    return types;
  }

  public JavaFile file() {
    return file;
  }

  /** Full names of the types that stand directly in the file. */
  public List<String> topLevelTypes() {
    String before = file.packageName().isEmpty() ? "" : file.packageName() + ".";
    return tree.getTypeDecls().stream()
        .filter(ClassTree.class::isInstance)
        .map(type -> before + ((ClassTree) type).getSimpleName())
        .toList();
  }

  CompilationUnitTree tree() {
    return tree;
  }

  /** The unit that a tree declares, or {@link UnitIndex#NONE}. */
  int declaredBy(Tree declaration) {
    return declared.getOrDefault(declaration, UnitIndex.NONE);
  }

  /** The unit whose declaration begins at that char, or {@link UnitIndex#NONE}. */
  int beginningAt(int offset) {
    return beginning.getOrDefault(offset, UnitIndex.NONE);
  }

  private void type(ClassTree declaration, int around, String outer) {
    String name = declaration.getSimpleName().toString();
    if (name.isEmpty() || name.equals("<error>")) {
      return;
    }
    int unit = builder.unit(Level.TYPE, around, name);
    String fullName = outer.isEmpty() ? name : outer + "." + name;
    index.putType(fullName, unit);
    types.putIfAbsent(fullName, unit);
    Element element = trees.getElement(new TreePath(root, declaration));
    int traits = extra | traits(declaration.getModifiers()) | kind(declaration.getKind());
    if (element != null) {
      index.put(element, unit);
      traits |= UnitIndex.traits(element);
    }
    if (marked(declaration.getModifiers())) {
      traits |= Trait.GENERATED.bit();
    }
    builder.traits(unit, traits);
    int begin = begin(declaration);
    int head = afterModifiers(declaration.getModifiers(), begin);
    place(declaration, unit, begin, nameFrom(head, name));
    for (Tree member : declaration.getMembers()) {
      if (member instanceof ClassTree nested) {
        type(nested, unit, fullName);
      } else {
        member(member, unit, name);
      }
    }
  }

  private void member(Tree tree, int owner, String ownerName) {
    int begin = begin(tree);
    if (begin < 0) {
      return;
    }
    if (tree instanceof MethodTree method) {
      method(method, owner, ownerName, begin);
    } else if (tree instanceof VariableTree field) {
      int unit = builder.unit(Level.MEMBER, owner, field.getName().toString());
      boolean constant = field.getType() == null || begin(field.getType()) < 0;
      if (!constant) {
        builder.type(unit, written(field.getType()));
      }
      memberTraits(unit, field, field.getModifiers(), Trait.FIELD);
      place(field, unit, begin, fieldName(field, begin));
    } else if (tree instanceof BlockTree block) {
      String name = block.isStatic() ? STATIC_INITIALISER : INITIALISER;
      int unit = builder.unit(Level.MEMBER, owner, name);
      builder.traits(
          unit,
          extra
              | Trait.INITIALISER.bit()
              | Trait.PRIVATE.bit()
              | (block.isStatic() ? Trait.STATIC.bit() : 0));
      if (builder.complexity(unit) == 0) {
        builder.complexity(unit, 1);
        place(block, unit, begin, -1);
      } else {
        declared.put(block, unit);
      }
    }
  }

  private void method(MethodTree method, int owner, String ownerName, int begin) {
    boolean constructor = method.getReturnType() == null;
    String name = constructor ? ownerName : method.getName().toString();
    int after =
        constructor || end(method.getReturnType()) < 0
            ? afterModifiers(method.getModifiers(), begin)
            : end(method.getReturnType());
    int nameAt = nameFrom(after, name);
    if (nameAt < 0 || nameAt >= end(method)) {
      return;
    }
    int next = tokens.from(nameAt) + 1;
    boolean compact = constructor && tokens.is(next, "{");
    // What the compiler adds by itself (default constructors, accessors) has no such tokens.
    if (!tokens.is(next, "(") && !compact) {
      return;
    }
    StringJoiner signature = new StringJoiner(", ", name + "(", ")");
    for (VariableTree parameter : method.getParameters()) {
      signature.add(TypeText.simple(written(parameter.getType()), isVarArgs(parameter)));
    }
    int unit = builder.unit(Level.MEMBER, owner, signature.toString());
    if (!placed.add(unit)) {
      unit = builder.unit(Level.MEMBER, owner, qualifiedSignature(method, name));
    }
    if (!constructor) {
      builder.type(unit, written(method.getReturnType()));
    }
    memberTraits(
        unit, method, method.getModifiers(), constructor ? Trait.CONSTRUCTOR : Trait.METHOD);
    builder.parameters(
        unit, method.getParameters().stream().map(p -> p.getName().toString()).toList());
    if (method.getBody() != null) {
      builder.complexity(unit, 1);
      Shape shape = BodyShape.of(tokens, begin(method.getBody()), end(method.getBody()));
      if (shape != null) {
        builder.shape(unit, shape);
      }
    }
    place(method, unit, begin, nameAt);
  }

  private String qualifiedSignature(MethodTree method, String name) {
    StringJoiner signature = new StringJoiner(", ", name + "(", ")");
    for (VariableTree parameter : method.getParameters()) {
      signature.add(String.valueOf(parameter.getType()));
    }
    return signature.toString();
  }

  private void memberTraits(int unit, Tree tree, ModifiersTree modifiers, Trait kind) {
    int traits = extra | traits(modifiers) | kind.bit();
    Element element = trees.getElement(new TreePath(root, tree));
    if (element != null) {
      index.put(element, unit);
      traits |= UnitIndex.traits(element);
      if (Trait.PUBLIC.in(traits) && !modifiers.getFlags().contains(Modifier.PUBLIC)) {
        traits |= Trait.IMPLICITLY_PUBLIC.bit();
      }
    }
    if (marked(modifiers)) {
      traits |= Trait.GENERATED.bit();
    }
    builder.traits(unit, traits);
  }

  private void place(Tree tree, int unit, int begin, int nameAt) {
    builder.span(unit, begin, end(tree), nameAt);
    declared.put(tree, unit);
    beginning.putIfAbsent(begin, unit);
  }

  private int begin(Tree tree) {
    return (int) positions.getStartPosition(this.tree, tree);
  }

  private int end(Tree tree) {
    return (int) positions.getEndPosition(this.tree, tree);
  }

  /** Where a declaration goes on behind its modifiers. */
  private int afterModifiers(ModifiersTree modifiers, int begin) {
    int end = end(modifiers);
    return end < 0 ? begin : end;
  }

  /** The first token at or after the offset that reads so, or -1. */
  private int nameFrom(int offset, String name) {
    for (int token = tokens.from(offset); token < tokens.size(); token++) {
      if (tokens.isWord(token, name)) {
        return tokens.begin(token);
      }
      if (tokens.is(token, "{") || tokens.is(token, ";")) {
        break;
      }
    }
    return -1;
  }

  /**
   * In {@code int a = 1, b;} both fields begin at the type, so the name is looked for from the end.
   */
  private int fieldName(VariableTree field, int begin) {
    String name = field.getName().toString();
    int limit = field.getInitializer() == null ? end(field) : begin(field.getInitializer());
    if (limit < 0) {
      limit = end(field);
    }
    int token = tokens.before(limit);
    if (limit <= begin) {
      // An enum constant's initialiser begins where its name does.
      token = tokens.from(begin);
    }
    // In a source that breaks off, nothing may stand there any more.
    token = Math.min(token, tokens.size() - 1);
    while (token >= 0 && tokens.begin(token) >= begin) {
      if (tokens.isWord(token, name)) {
        return tokens.begin(token);
      }
      token--;
    }
    return nameFrom(begin, name);
  }

  private String written(Tree type) {
    int begin = type == null ? -1 : begin(type);
    int end = type == null ? -1 : end(type);
    return begin < 0 || end < begin
        ? ""
        : SPACE.matcher(file.text().substring(begin, end)).replaceAll(" ");
  }

  private boolean isVarArgs(VariableTree parameter) {
    int end = end(parameter.getType());
    return end >= 3 && file.text().startsWith("...", end - 3);
  }

  private static int traits(ModifiersTree modifiers) {
    int bits = 0;
    for (Modifier modifier : modifiers.getFlags()) {
      bits |= UnitIndex.bit(modifier);
    }
    return bits;
  }

  private static boolean marked(ModifiersTree modifiers) {
    return modifiers.getAnnotations().stream()
        .map(annotation -> annotation.getAnnotationType().toString())
        .anyMatch(name -> name.equals("Generated") || name.endsWith(".Generated"));
  }

  private static int kind(Tree.Kind kind) {
    return switch (kind) {
      case INTERFACE -> Trait.INTERFACE.bit();
      case ENUM -> Trait.ENUM.bit();
      case RECORD -> Trait.RECORD.bit();
      case ANNOTATION_TYPE -> Trait.ANNOTATION.bit() | Trait.INTERFACE.bit();
      default -> 0;
    };
  }
}
