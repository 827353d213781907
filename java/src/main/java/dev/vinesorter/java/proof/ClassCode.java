package dev.vinesorter.java.proof;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import org.objectweb.asm.ConstantDynamic;
import org.objectweb.asm.Handle;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.Type;
import org.objectweb.asm.tree.AbstractInsnNode;
import org.objectweb.asm.tree.AnnotationNode;
import org.objectweb.asm.tree.ClassNode;
import org.objectweb.asm.tree.FieldInsnNode;
import org.objectweb.asm.tree.FieldNode;
import org.objectweb.asm.tree.IincInsnNode;
import org.objectweb.asm.tree.IntInsnNode;
import org.objectweb.asm.tree.InvokeDynamicInsnNode;
import org.objectweb.asm.tree.JumpInsnNode;
import org.objectweb.asm.tree.LabelNode;
import org.objectweb.asm.tree.LdcInsnNode;
import org.objectweb.asm.tree.LookupSwitchInsnNode;
import org.objectweb.asm.tree.MethodInsnNode;
import org.objectweb.asm.tree.MethodNode;
import org.objectweb.asm.tree.MultiANewArrayInsnNode;
import org.objectweb.asm.tree.RecordComponentNode;
import org.objectweb.asm.tree.TableSwitchInsnNode;
import org.objectweb.asm.tree.TryCatchBlockNode;
import org.objectweb.asm.tree.TypeInsnNode;
import org.objectweb.asm.tree.VarInsnNode;

/**
 * What a class file says, as lines that are equal where the classes do the same, whatever order or
 * number the compiler gave to things that have no name of their own:
 *
 * <ul>
 *   <li>lambdas stand where they are made, with their instructions in place of their name;
 *   <li>the table that a {@code switch} over an enum reads is left out, and its cases stand under
 *       the names of the constants, in the order of names;
 *   <li>a call of an accessor that the compiler made is the access that it makes;
 *   <li>bridges, the compiler's accessors, and what turns a stored lambda back are left out;
 *   <li>annotations stand in the order of their names, access modifiers nowhere.
 * </ul>
 *
 * Names of members stand between two {@link #MARK}s, so that one that a plan gives another name can
 * be told apart from the rest of its line.
 */
final class ClassCode {
  /** Stands before and behind the name of a member. */
  static final char MARK = '\u0001';

  private static final int ACCESS =
      Opcodes.ACC_PUBLIC | Opcodes.ACC_PROTECTED | Opcodes.ACC_PRIVATE | Opcodes.ACC_DEPRECATED;
  private static final String SWITCH_MAP = "$SwitchMap$";

  private final ClassNode node;

  /** For each table that a switch reads: the names of the constants by the numbers in it. */
  private final Map<String, Map<Integer, String>> switchMaps;

  /** All classes of the same compilation, by name, for what the compiler put into another one. */
  private final Map<String, ClassNode> all;

  ClassCode(
      ClassNode node, Map<String, ClassNode> all, Map<String, Map<Integer, String>> switchMaps) {
    this.node = node;
    this.all = all;
    this.switchMaps = switchMaps;
  }

  private MethodNode method(String owner, String name, String descriptor) {
    ClassNode of = all.get(owner);
    if (of != null) {
      for (MethodNode method : of.methods) {
        if (method.name.equals(name) && method.desc.equals(descriptor)) {
          return method;
        }
      }
    }
    return null;
  }

  /** Whether a class is nothing but tables that switches over enums read. */
  static boolean isSwitchMap(ClassNode node) {
    return (node.access & Opcodes.ACC_SYNTHETIC) != 0
        && !node.fields.isEmpty()
        && node.fields.stream().allMatch(field -> field.name.startsWith(SWITCH_MAP));
  }

  /**
   * Whether the compiler made a class to keep what stands nowhere in a source: the tables of
   * switches, or, for an interface that asserts, whether assertions are on.
   */
  static boolean isMade(ClassNode node) {
    return isSwitchMap(node)
        || (node.access & Opcodes.ACC_SYNTHETIC) != 0
            && node.fields.size() == 1
            && node.fields.get(0).name.equals("$assertionsDisabled")
            && node.methods.stream().allMatch(method -> method.name.equals("<clinit>"));
  }

  /** The tables in a class of such tables, by {@code owner.field}. */
  static Map<String, Map<Integer, String>> switchMaps(ClassNode node) {
    Map<String, Map<Integer, String>> maps = new HashMap<>();
    for (MethodNode method : node.methods) {
      String table = "";
      String constant = "";
      for (AbstractInsnNode at : method.instructions) {
        if (at instanceof FieldInsnNode field && field.name.startsWith(SWITCH_MAP)) {
          table = field.owner + "." + field.name;
        } else if (at instanceof FieldInsnNode field) {
          constant = field.name;
        } else if (at.getOpcode() == Opcodes.IASTORE && !table.isEmpty()) {
          maps.computeIfAbsent(table, key -> new HashMap<>())
              .put(number(at.getPrevious()), constant);
        }
      }
    }
    return maps;
  }

  private static int number(AbstractInsnNode push) {
    return push instanceof IntInsnNode wide
        ? wide.operand
        : push instanceof LdcInsnNode constant && constant.cst instanceof Integer number
            ? number
            : push.getOpcode() - Opcodes.ICONST_0;
  }

  // ---- the class and its fields

  /** What the class is, but for its members. */
  List<String> head() {
    List<String> head = new ArrayList<>();
    // What tells super calls apart in classes is the same bit as "synchronized" in methods.
    head.add("flags " + (node.access & ~ACCESS & ~Opcodes.ACC_SUPER));
    head.add("extends " + node.superName);
    head.add("implements " + node.interfaces);
    head.add("signature " + node.signature);
    if (node.permittedSubclasses != null) {
      head.add("permits " + new TreeSet<>(node.permittedSubclasses));
    }
    if (node.recordComponents != null) {
      for (RecordComponentNode one : node.recordComponents) {
        head.add("component " + MARK + one.name + MARK + one.descriptor + one.signature);
      }
    }
    annotations(head, node.visibleAnnotations);
    annotations(head, node.invisibleAnnotations);
    return head;
  }

  /** The lines of each field, by name and descriptor. */
  Map<String, List<String>> fields() {
    Map<String, List<String>> fields = new TreeMap<>();
    for (FieldNode field : node.fields) {
      if ((field.access & Opcodes.ACC_SYNTHETIC) == 0) {
        List<String> lines = new ArrayList<>();
        lines.add("flags " + (field.access & ~ACCESS) + " signature " + field.signature);
        lines.add("value " + text(field.value));
        annotations(lines, field.visibleAnnotations);
        annotations(lines, field.invisibleAnnotations);
        fields.put(field.name + " " + field.desc, lines);
      }
    }
    return fields;
  }

  private static void annotations(List<String> lines, List<AnnotationNode> annotations) {
    if (annotations != null) {
      annotations.stream().map(ClassCode::text).sorted().forEach(lines::add);
    }
  }

  private static String text(Object value) {
    if (value instanceof AnnotationNode annotation) {
      return "@" + annotation.desc + text(annotation.values);
    }
    if (value instanceof List<?> list) {
      return list.stream().map(ClassCode::text).toList().toString();
    }
    if (value instanceof Object[] array) {
      return text(List.of(array));
    }
    if (value instanceof int[] numbers) {
      return java.util.Arrays.toString(numbers);
    }
    return value == null ? "-" : value.getClass().getSimpleName() + " " + value;
  }

  // ---- methods

  /** The lines of each method that stands in the source, by name and descriptor. */
  Map<String, List<String>> methods() {
    Map<String, List<String>> found = new TreeMap<>();
    for (MethodNode method : node.methods) {
      boolean made = (method.access & (Opcodes.ACC_SYNTHETIC | Opcodes.ACC_BRIDGE)) != 0;
      if (!made) {
        List<String> lines = new ArrayList<>();
        lines.add("flags " + (method.access & ~ACCESS) + " signature " + method.signature);
        lines.add("throws " + method.exceptions);
        annotations(lines, method.visibleAnnotations);
        annotations(lines, method.invisibleAnnotations);
        parameters(lines, method.visibleParameterAnnotations);
        parameters(lines, method.invisibleParameterAnnotations);
        lines.add("default " + text(method.annotationDefault));
        lines.addAll(instructions(method, 0));
        found.put(method.name + " " + method.desc, lines);
      }
    }
    return found;
  }

  private static void parameters(List<String> lines, List<AnnotationNode>[] parameters) {
    for (int n = 0; parameters != null && n < parameters.length; n++) {
      List<String> one = new ArrayList<>();
      annotations(one, parameters[n]);
      lines.add("parameter " + n + " " + one);
    }
  }

  /** The instructions of a method, labels by the number of the instruction behind them. */
  private List<String> instructions(MethodNode method, int depth) {
    Map<LabelNode, Integer> places = new HashMap<>();
    int place = 0;
    for (AbstractInsnNode at : method.instructions) {
      if (at instanceof LabelNode label) {
        places.put(label, place);
      } else if (at.getOpcode() >= 0) {
        place++;
      }
    }
    List<String> lines = new ArrayList<>();
    String table = null;
    for (AbstractInsnNode at : method.instructions) {
      if (at.getOpcode() < 0) {
        continue;
      }
      if (at instanceof FieldInsnNode field && field.name.startsWith(SWITCH_MAP)) {
        table = field.owner + "." + field.name;
        lines.add("table");
      } else {
        Map<Integer, String> names = table == null ? null : switchMaps.get(table);
        boolean isSwitch =
            at.getOpcode() == Opcodes.TABLESWITCH || at.getOpcode() == Opcodes.LOOKUPSWITCH;
        lines.add(isSwitch ? cases(at, places, names) : line(at, places, depth));
        table = isSwitch ? null : table;
      }
    }
    for (TryCatchBlockNode block : method.tryCatchBlocks) {
      lines.add(
          "try "
              + places.get(block.start)
              + " to "
              + places.get(block.end)
              + " catch "
              + block.type
              + " at "
              + places.get(block.handler));
    }
    return lines;
  }

  private static String cases(
      AbstractInsnNode at, Map<LabelNode, Integer> places, Map<Integer, String> names) {
    Map<String, Integer> cases = new TreeMap<>();
    LabelNode otherwise;
    if (at instanceof TableSwitchInsnNode table) {
      otherwise = table.dflt;
      for (int n = 0; n < table.labels.size(); n++) {
        put(cases, table.min + n, table.labels.get(n), otherwise, places, names);
      }
    } else {
      LookupSwitchInsnNode lookup = (LookupSwitchInsnNode) at;
      otherwise = lookup.dflt;
      for (int n = 0; n < lookup.labels.size(); n++) {
        put(cases, lookup.keys.get(n), lookup.labels.get(n), otherwise, places, names);
      }
    }
    return "switch " + cases + " else " + places.get(otherwise);
  }

  /** A gap in a table goes where all else goes, and a lookup has no gaps. */
  private static void put(
      Map<String, Integer> cases,
      int key,
      LabelNode label,
      LabelNode otherwise,
      Map<LabelNode, Integer> places,
      Map<Integer, String> names) {
    if (!places.get(label).equals(places.get(otherwise))) {
      String name = names == null ? null : names.get(key);
      cases.put(name == null ? String.valueOf(key) : MARK + name + MARK, places.get(label));
    }
  }

  private String line(AbstractInsnNode at, Map<LabelNode, Integer> places, int depth) {
    String op = String.valueOf(at.getOpcode());
    if (at instanceof FieldInsnNode field) {
      return op + " " + field.owner + "." + MARK + field.name + MARK + " " + field.desc;
    }
    if (at instanceof MethodInsnNode call) {
      AbstractInsnNode access = accessed(call);
      return access == null
          ? op + " " + call.owner + "." + MARK + call.name + MARK + " " + call.desc
          : line(access, places, depth);
    }
    if (at instanceof InvokeDynamicInsnNode dynamic) {
      return dynamic(dynamic, depth);
    }
    if (at instanceof JumpInsnNode jump) {
      return op + " " + places.get(jump.label);
    }
    if (at instanceof LdcInsnNode constant) {
      return op + " " + constant(constant.cst, depth);
    }
    if (at instanceof VarInsnNode variable) {
      return op + " " + variable.var;
    }
    if (at instanceof IincInsnNode increment) {
      return op + " " + increment.var + " " + increment.incr;
    }
    if (at instanceof TypeInsnNode type) {
      return op + " " + type.desc;
    }
    if (at instanceof IntInsnNode number) {
      return op + " " + number.operand;
    }
    if (at instanceof MultiANewArrayInsnNode array) {
      return op + " " + array.desc + " " + array.dims;
    }
    return op;
  }

  /** What an accessor of the compiler's does, when that is one access; else null. */
  private AbstractInsnNode accessed(MethodInsnNode call) {
    MethodNode accessor =
        call.name.startsWith("access$") ? method(call.owner, call.name, call.desc) : null;
    if (accessor == null || (accessor.access & Opcodes.ACC_SYNTHETIC) == 0) {
      return null;
    }
    AbstractInsnNode found = null;
    for (AbstractInsnNode at : accessor.instructions) {
      if (at instanceof FieldInsnNode || at instanceof MethodInsnNode) {
        if (found != null) {
          return null;
        }
        found = at;
      }
    }
    return found;
  }

  private String dynamic(InvokeDynamicInsnNode dynamic, int depth) {
    StringBuilder line = new StringBuilder("INVOKEDYNAMIC ");
    line.append(MARK).append(dynamic.name).append(MARK).append(' ').append(dynamic.desc);
    line.append(" by ").append(handle(dynamic.bsm, depth));
    for (Object argument : dynamic.bsmArgs) {
      line.append(" | ").append(constant(argument, depth));
    }
    return line.toString();
  }

  private String constant(Object value, int depth) {
    if (value instanceof Handle handle) {
      return handle(handle, depth);
    }
    if (value instanceof Type type) {
      return "type " + type.getDescriptor();
    }
    if (value instanceof ConstantDynamic dynamic) {
      StringBuilder text = new StringBuilder("dynamic " + dynamic.getName());
      text.append(' ').append(dynamic.getDescriptor());
      text.append(" by ").append(handle(dynamic.getBootstrapMethod(), depth));
      for (int n = 0; n < dynamic.getBootstrapMethodArgumentCount(); n++) {
        text.append(" | ").append(constant(dynamic.getBootstrapMethodArgument(n), depth));
      }
      return text.toString();
    }
    return text(value);
  }

  private String handle(Handle handle, int depth) {
    MethodNode own =
        handle.getName().startsWith("lambda$")
            ? method(handle.getOwner(), handle.getName(), handle.getDesc())
            : null;
    boolean lambda = own != null && (own.access & Opcodes.ACC_SYNTHETIC) != 0;
    // A lambda cannot name itself, so this ends; the depth is for class files that are none of
    // ours.
    return lambda && depth < 100
        ? "lambda " + handle.getDesc() + " " + instructions(own, depth + 1)
        : handle.getTag()
            + " "
            + handle.getOwner()
            + "."
            + MARK
            + handle.getName()
            + MARK
            + " "
            + handle.getDesc();
  }
}
