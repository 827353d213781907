package dev.vinesorter.java;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.objectweb.asm.AnnotationVisitor;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.FieldVisitor;
import org.objectweb.asm.Handle;
import org.objectweb.asm.Label;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.RecordComponentVisitor;
import org.objectweb.asm.Type;
import org.objectweb.asm.signature.SignatureReader;
import org.objectweb.asm.signature.SignatureVisitor;

/**
 * The dependencies between types that class files show: the slow, independent answer that the
 * reader is measured against. Anonymous and local classes count for the named type around them; a
 * use of a member counts for the class that declares it. The parameter and return types of a called
 * method are not counted, since the caller's source need not name them; bridges are the compiler's
 * own.
 */
final class ClassFileDependencies {
  private static final int API = Opcodes.ASM9;

  private final Map<String, byte[]> classes = new HashMap<>();
  private final Map<String, Facts> facts = new HashMap<>();
  private final Set<String> pairs = new TreeSet<>();

  /** What is needed of a class before its own code is read. */
  private static final class Facts {
    String around;
    boolean named = true;
    final Set<String> members = new HashSet<>();
    final Set<String> parents = new HashSet<>();
  }

  private ClassFileDependencies() {}

  /** Every pair {@code from -> to} of different types, by their Javadoc names. */
  static Set<String> in(Path classFolder) throws IOException {
    ClassFileDependencies all = new ClassFileDependencies();
    try (Stream<Path> files = Files.walk(classFolder)) {
      files
          .filter(f -> f.toString().endsWith(".class") && !f.endsWith("module-info.class"))
          .forEach(all::load);
    }
    all.classes.keySet().forEach(name -> all.facts.put(name, all.factsOf(name)));
    all.classes.keySet().forEach(all::read);
    return all.pairs;
  }

  private void load(Path file) {
    try {
      byte[] bytes = Files.readAllBytes(file);
      ClassReader reader = new ClassReader(bytes);
      if ((reader.getAccess() & Opcodes.ACC_SYNTHETIC) == 0) {
        classes.put(reader.getClassName(), bytes);
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private Facts factsOf(String name) {
    Facts found = new Facts();
    new ClassReader(classes.get(name))
        .accept(
            new ClassVisitor(API) {
              @Override
              public void visit(
                  int version,
                  int access,
                  String n,
                  String signature,
                  String parent,
                  String[] faces) {
                found.parents.addAll(List.of(faces));
                if (parent != null) {
                  found.parents.add(parent);
                }
              }

              @Override
              public void visitOuterClass(String owner, String method, String descriptor) {
                found.around = owner;
                found.named = false;
              }

              @Override
              public void visitInnerClass(String inner, String outer, String simple, int access) {
                if (inner.equals(name) && outer != null && simple != null) {
                  found.around = outer;
                } else if (inner.equals(name)) {
                  found.named = false;
                }
              }

              @Override
              public FieldVisitor visitField(
                  int access, String n, String descriptor, String signature, Object value) {
                found.members.add(n + " " + descriptor);
                return null;
              }

              @Override
              public MethodVisitor visitMethod(
                  int access, String n, String descriptor, String signature, String[] thrown) {
                found.members.add(n + " " + descriptor);
                return null;
              }
            },
            ClassReader.SKIP_CODE | ClassReader.SKIP_DEBUG);
    return found;
  }

  /** The Javadoc name of the named type that a class belongs to; null when it is not ours. */
  private String typeName(String internal) {
    String at = internal;
    while (at != null && facts.containsKey(at) && !facts.get(at).named) {
      at = facts.get(at).around;
    }
    if (at == null || !facts.containsKey(at)) {
      return null;
    }
    String outer = facts.get(at).around;
    if (outer == null) {
      return at.replace('/', '.');
    }
    return typeName(outer) + "." + at.substring(outer.length() + 1);
  }

  private void read(String name) {
    String from = typeName(name);
    if (from != null) {
      new ClassReader(classes.get(name)).accept(new Uses(from), ClassReader.SKIP_FRAMES);
    }
  }

  private void add(String from, String internal) {
    String to = internal == null ? null : typeName(internal);
    if (to != null && !to.equals(from)) {
      pairs.add(from + " -> " + to);
    }
  }

  private void add(String from, Type type) {
    if (type.getSort() == Type.ARRAY) {
      add(from, type.getElementType());
    } else if (type.getSort() == Type.OBJECT) {
      add(from, type.getInternalName());
    } else if (type.getSort() == Type.METHOD) {
      add(from, type.getReturnType());
      for (Type argument : type.getArgumentTypes()) {
        add(from, argument);
      }
    }
  }

  private void addDeclarer(String from, String owner, String member) {
    if (owner.startsWith("[")) {
      add(from, Type.getObjectType(owner));
      return;
    }
    Deque<String> queue = new ArrayDeque<>(List.of(owner));
    Set<String> seen = new HashSet<>();
    while (!queue.isEmpty()) {
      String at = queue.remove();
      Facts known = facts.get(at);
      if (known != null && seen.add(at)) {
        if (known.members.contains(member)) {
          add(from, at);
          return;
        }
        queue.addAll(known.parents);
      }
    }
  }

  private void addSignature(String from, String signature) {
    if (signature != null) {
      new SignatureReader(signature)
          .accept(
              new SignatureVisitor(API) {
                private String current = "";

                @Override
                public void visitClassType(String name) {
                  current = name;
                  add(from, name);
                }

                @Override
                public void visitInnerClassType(String name) {
                  current = current + "$" + name;
                  add(from, current);
                }
              });
    }
  }

  /** Reads the uses that one class makes. */
  private final class Uses extends ClassVisitor {
    private final String from;

    Uses(String from) {
      super(API);
      this.from = from;
    }

    @Override
    public void visit(
        int version, int access, String name, String signature, String parent, String[] faces) {
      add(from, parent);
      for (String face : faces) {
        add(from, face);
      }
      addSignature(from, signature);
    }

    @Override
    public void visitPermittedSubclass(String permitted) {
      // Types of the same file are permitted without being named (JLS 8.1.6).
      String type = typeName(permitted);
      if (type == null || !type.startsWith(from + ".")) {
        add(from, permitted);
      }
    }

    @Override
    public AnnotationVisitor visitAnnotation(String descriptor, boolean visible) {
      return annotation(descriptor);
    }

    @Override
    public RecordComponentVisitor visitRecordComponent(
        String n, String descriptor, String signature) {
      add(from, Type.getType(descriptor));
      addSignature(from, signature);
      return null;
    }

    @Override
    public FieldVisitor visitField(
        int access, String name, String descriptor, String signature, Object value) {
      if ((access & Opcodes.ACC_SYNTHETIC) == 0) {
        add(from, Type.getType(descriptor));
        addSignature(from, signature);
      }
      return new FieldVisitor(API) {
        @Override
        public AnnotationVisitor visitAnnotation(String d, boolean visible) {
          return annotation(d);
        }
      };
    }

    @Override
    public MethodVisitor visitMethod(
        int access, String name, String descriptor, String signature, String[] thrown) {
      if ((access & Opcodes.ACC_BRIDGE) != 0) {
        return null;
      }
      boolean written = (access & Opcodes.ACC_SYNTHETIC) == 0;
      if (written && !name.equals("<init>")) {
        add(from, Type.getMethodType(descriptor));
      }
      addSignature(from, signature);
      for (String exception : thrown == null ? new String[0] : thrown) {
        add(from, exception);
      }
      return new Code(from);
    }

    private AnnotationVisitor annotation(String descriptor) {
      add(from, Type.getType(descriptor));
      return new AnnotationVisitor(API) {
        @Override
        public void visit(String name, Object value) {
          if (value instanceof Type type) {
            add(from, type);
          }
        }

        @Override
        public void visitEnum(String name, String enumDescriptor, String value) {
          add(from, Type.getType(enumDescriptor));
        }

        @Override
        public AnnotationVisitor visitAnnotation(String name, String nested) {
          return annotation(nested);
        }

        @Override
        public AnnotationVisitor visitArray(String name) {
          return this;
        }
      };
    }

    /** Reads the uses in a method's code. */
    private final class Code extends MethodVisitor {
      private final String user;

      Code(String user) {
        super(API);
        this.user = user;
      }

      @Override
      public AnnotationVisitor visitAnnotation(String descriptor, boolean visible) {
        return annotation(descriptor);
      }

      @Override
      public AnnotationVisitor visitParameterAnnotation(int p, String descriptor, boolean visible) {
        return annotation(descriptor);
      }

      @Override
      public void visitTypeInsn(int opcode, String type) {
        add(user, Type.getObjectType(type));
      }

      @Override
      public void visitFieldInsn(int opcode, String owner, String name, String descriptor) {
        addDeclarer(user, owner, name + " " + descriptor);
      }

      @Override
      public void visitMethodInsn(
          int opcode, String owner, String name, String descriptor, boolean isInterface) {
        addDeclarer(user, owner, name + " " + descriptor);
      }

      @Override
      public void visitInvokeDynamicInsn(
          String name, String descriptor, Handle bootstrap, Object... arguments) {
        add(user, Type.getReturnType(descriptor));
        for (Object argument : arguments) {
          if (argument instanceof Handle handle) {
            addDeclarer(user, handle.getOwner(), handle.getName() + " " + handle.getDesc());
          }
        }
      }

      @Override
      public void visitLdcInsn(Object value) {
        if (value instanceof Type type) {
          add(user, type);
        }
      }

      @Override
      public void visitMultiANewArrayInsn(String descriptor, int dimensions) {
        add(user, Type.getType(descriptor));
      }

      @Override
      public void visitTryCatchBlock(Label start, Label end, Label handler, String type) {
        add(user, type);
      }

      @Override
      public void visitLocalVariable(
          String name, String descriptor, String signature, Label start, Label end, int slot) {
        if (!name.equals("this") && !name.startsWith("this$")) {
          add(user, Type.getType(descriptor));
          addSignature(user, signature);
        }
      }
    }
  }
}
