package dev.vinesorter.java.compile;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import com.sun.source.util.Trees;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import javax.lang.model.element.AnnotationMirror;
import javax.lang.model.element.AnnotationValue;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.NestingKind;
import javax.lang.model.element.RecordComponentElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.ElementFilter;
import javax.lang.model.util.Elements;
import javax.lang.model.util.Types;
import org.objectweb.asm.AnnotationVisitor;
import org.objectweb.asm.ClassWriter;
import org.objectweb.asm.FieldVisitor;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.Type;

/**
 * Class files of sketches: all that code outside of them can see, and no instructions. The compiler
 * takes class files as they are, where it would find errors in the sketches, and it writes no class
 * at all beside an error.
 */
public final class StubClasses {
  /** The one annotation of a member that a step asks for which only looks the member up. */
  private static final String DEPRECATED = "Ljava/lang/Deprecated;";

  private final Types types;
  private final Elements elements;
  private final Trees trees;
  private ClassSignatures signatures;
  private SortedMap<String, byte[]> stubs;

  /** Writes stubs of what a run took. */
  public StubClasses(CompilerRun run) {
    this.types = run.task().getTypes();
    this.elements = run.task().getElements();
    this.trees = Trees.instance(run.task());
    this.signatures = new ClassSignatures(types, elements);
  }

  /** The stubs of the sketches that a run took, but for those of some paths, by internal name. */
  static Map<String, byte[]> of(CompilerRun run, Set<String> without) {
    StubClasses stubs = new StubClasses(run);
    Map<String, byte[]> all = new TreeMap<>();
    run.sketches()
        .forEach(
            (tree, sketch) -> {
              if (!without.contains(sketch.path())) {
                stubs.write(tree);
                all.putAll(stubs.stubs);
              }
            });
    return all;
  }

  /**
   * The stubs of a source's types by internal name; null where one of its declarations names what
   * the compiler does not know.
   */
  public SortedMap<String, byte[]> of(CompilationUnitTree source) {
    write(source);
    return signatures.metUnknown() ? null : stubs;
  }

  private void write(CompilationUnitTree source) {
    signatures = new ClassSignatures(types, elements);
    stubs = new TreeMap<>();
    types(source).forEach(this::write);
  }

  /** The outermost types that a source declares. */
  public List<TypeElement> types(CompilationUnitTree source) {
    List<TypeElement> found = new ArrayList<>();
    for (Tree declared : source.getTypeDecls()) {
      if (declared instanceof ClassTree
          && trees.getElement(TreePath.getPath(source, declared)) instanceof TypeElement type) {
        found.add(type);
      }
    }
    return found;
  }

  /** What tells a method from the others of all types, whether it is read of its source or not. */
  public String key(ExecutableElement method) {
    StringBuilder key = new StringBuilder(internal((TypeElement) method.getEnclosingElement()));
    key.append('#').append(method.getSimpleName());
    method.getParameters().forEach(one -> key.append(signatures.descriptor(one.asType())));
    return key.toString();
  }

  /** The name that class files have for a type. */
  public String internal(TypeElement type) {
    return elements.getBinaryName(type).toString().replace('.', '/');
  }

  private void write(TypeElement type) {
    ClassWriter out = new ClassWriter(0);
    TypeMirror above = type.getSuperclass();
    String superName =
        above.getKind() == TypeKind.DECLARED
            ? signatures.internal(types.erasure(above))
            : "java/lang/Object";
    String[] interfaces =
        type.getInterfaces().stream()
            .map(one -> signatures.internal(types.erasure(one)))
            .toArray(String[]::new);
    boolean annotation = type.getKind() == ElementKind.ANNOTATION_TYPE;
    if (annotation) {
      interfaces = new String[] {"java/lang/annotation/Annotation"};
    }
    int access = access(type) | kind(type);
    out.visit(
        Opcodes.V17,
        // A nested class has its true access among the inner classes.
        access & ~(Opcodes.ACC_PRIVATE | Opcodes.ACC_PROTECTED | Opcodes.ACC_STATIC),
        internal(type),
        signatures.of(type),
        superName,
        interfaces);
    if (annotation) {
      // How the compiler writes an annotation depends on what stands on its type.
      type.getAnnotationMirrors()
          .forEach(one -> annotation(out.visitAnnotation(name(one), true), one));
    }
    inner(out, type);
    for (TypeMirror permitted : type.getPermittedSubclasses()) {
      out.visitPermittedSubclass(signatures.internal(types.erasure(permitted)));
    }
    for (RecordComponentElement one : type.getRecordComponents()) {
      out.visitRecordComponent(
              one.getSimpleName().toString(),
              signatures.descriptor(one.asType()),
              signatures.of(one.asType()))
          .visitEnd();
    }
    for (VariableElement field : ElementFilter.fieldsIn(type.getEnclosedElements())) {
      write(out, field);
    }
    for (Element member : type.getEnclosedElements()) {
      if (member instanceof ExecutableElement method) {
        write(out, type, method);
      } else if (member instanceof TypeElement nested) {
        write(nested);
      }
    }
    out.visitEnd();
    stubs.put(internal(type), out.toByteArray());
  }

  private static int kind(TypeElement type) {
    return switch (type.getKind()) {
      case INTERFACE -> Opcodes.ACC_INTERFACE | Opcodes.ACC_ABSTRACT;
      case ANNOTATION_TYPE -> Opcodes.ACC_INTERFACE | Opcodes.ACC_ABSTRACT | Opcodes.ACC_ANNOTATION;
      case ENUM -> Opcodes.ACC_ENUM | Opcodes.ACC_SUPER;
      case RECORD -> Opcodes.ACC_FINAL | Opcodes.ACC_SUPER | Opcodes.ACC_RECORD;
      default -> Opcodes.ACC_SUPER;
    };
  }

  /** The class itself with those around it, and those in it. */
  private void inner(ClassWriter out, TypeElement type) {
    List<TypeElement> named = new ArrayList<>();
    for (Element at = type; at instanceof TypeElement one; at = at.getEnclosingElement()) {
      if (one.getNestingKind() == NestingKind.MEMBER) {
        named.add(0, one);
      }
    }
    named.addAll(ElementFilter.typesIn(type.getEnclosedElements()));
    for (TypeElement one : named) {
      out.visitInnerClass(
          internal(one),
          internal((TypeElement) one.getEnclosingElement()),
          one.getSimpleName().toString(),
          (access(one) | kind(one)) & ~(Opcodes.ACC_SUPER | Opcodes.ACC_RECORD));
    }
  }

  private static int access(Element element) {
    int access = 0;
    for (Modifier modifier : element.getModifiers()) {
      access |=
          switch (modifier) {
            case PUBLIC -> Opcodes.ACC_PUBLIC;
            case PROTECTED -> Opcodes.ACC_PROTECTED;
            case PRIVATE -> Opcodes.ACC_PRIVATE;
            case STATIC -> Opcodes.ACC_STATIC;
            case FINAL -> Opcodes.ACC_FINAL;
            case ABSTRACT -> Opcodes.ACC_ABSTRACT;
            case VOLATILE -> Opcodes.ACC_VOLATILE;
            case TRANSIENT -> Opcodes.ACC_TRANSIENT;
            case SYNCHRONIZED -> Opcodes.ACC_SYNCHRONIZED;
            default -> 0;
          };
    }
    return access;
  }

  private void write(ClassWriter out, VariableElement field) {
    boolean constant = field.getKind() == ElementKind.ENUM_CONSTANT;
    FieldVisitor written =
        out.visitField(
            access(field) | (constant ? Opcodes.ACC_ENUM : 0),
            field.getSimpleName().toString(),
            signatures.descriptor(field.asType()),
            signatures.of(field.asType()),
            value(field.getConstantValue()));
    written.visitEnd();
  }

  /** A constant as class files keep it: small numbers and truth values as ints. */
  private static Object value(Object constant) {
    return constant instanceof Boolean truth
        ? (Object) (truth ? 1 : 0)
        : constant instanceof Character c
            ? (Object) (int) c
            : constant instanceof Byte || constant instanceof Short
                ? (Object) ((Number) constant).intValue()
                : constant;
  }

  private void write(ClassWriter out, TypeElement type, ExecutableElement method) {
    boolean constructor = method.getKind() == ElementKind.CONSTRUCTOR;
    boolean initialiser =
        method.getKind() == ElementKind.STATIC_INIT
            || method.getKind() == ElementKind.INSTANCE_INIT;
    if (initialiser || constructor && type.getKind() == ElementKind.ENUM) {
      return;
    }
    StringBuilder descriptor = new StringBuilder("(");
    boolean innerConstructor =
        constructor
            && type.getNestingKind() == NestingKind.MEMBER
            && !type.getModifiers().contains(Modifier.STATIC);
    if (innerConstructor) {
      descriptor.append('L').append(internal((TypeElement) type.getEnclosingElement())).append(';');
    }
    method.getParameters().forEach(one -> descriptor.append(signatures.descriptor(one.asType())));
    descriptor.append(')').append(signatures.descriptor(method.getReturnType()));
    MethodVisitor written =
        out.visitMethod(
            access(method) | (method.isVarArgs() ? Opcodes.ACC_VARARGS : 0),
            method.getSimpleName().toString(),
            descriptor.toString(),
            signatures.of(method),
            method.getThrownTypes().stream()
                .map(one -> signatures.internal(types.erasure(one)))
                .toArray(String[]::new));
    if (innerConstructor) {
      written.visitParameter("this$0", Opcodes.ACC_FINAL | Opcodes.ACC_MANDATED);
    }
    method
        .getParameters()
        .forEach(one -> written.visitParameter(one.getSimpleName().toString(), 0));
    for (AnnotationMirror one : method.getAnnotationMirrors()) {
      if (name(one).equals(DEPRECATED)) {
        annotation(written.visitAnnotation(DEPRECATED, true), one);
      }
    }
    if (method.getDefaultValue() != null) {
      AnnotationVisitor otherwise = written.visitAnnotationDefault();
      value(otherwise, null, method.getDefaultValue().getValue());
      otherwise.visitEnd();
    }
    written.visitEnd();
  }

  // ---- annotations

  private String name(AnnotationMirror annotation) {
    return signatures.descriptor(annotation.getAnnotationType());
  }

  private void annotation(AnnotationVisitor out, AnnotationMirror annotation) {
    annotation
        .getElementValues()
        .forEach(
            (element, value) -> value(out, element.getSimpleName().toString(), value.getValue()));
    out.visitEnd();
  }

  private void value(AnnotationVisitor out, String name, Object value) {
    if (value instanceof TypeMirror type) {
      out.visit(name, Type.getType(signatures.descriptor(type)));
    } else if (value instanceof VariableElement constant) {
      out.visitEnum(
          name, signatures.descriptor(constant.asType()), constant.getSimpleName().toString());
    } else if (value instanceof AnnotationMirror annotation) {
      annotation(out.visitAnnotation(name, name(annotation)), annotation);
    } else if (value instanceof List<?> list) {
      AnnotationVisitor array = out.visitArray(name);
      list.forEach(one -> value(array, null, ((AnnotationValue) one).getValue()));
      array.visitEnd();
    } else {
      out.visit(name, value);
    }
  }
}
