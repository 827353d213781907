package dev.vinesorter.java.proof;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.UnaryOperator;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.commons.ClassRemapper;
import org.objectweb.asm.commons.Remapper;
import org.objectweb.asm.tree.ClassNode;

/**
 * The classes of sources before and after, told by the names that those before have afterwards.
 * Anonymous and local classes, which are numbered as they come, are told by the member around them
 * and their order in it; where that member may have changed its place among initialisers, by what
 * they extend and declare.
 */
final class ClassPairs {
  private final Map<String, ClassNode> before = new TreeMap<>();
  private final Map<String, ClassNode> after = new TreeMap<>();

  /** Afterwards' name of each class before whose name is not the same. */
  private final Map<String, String> names = new HashMap<>();

  /**
   * Pairs classes.
   *
   * @param named afterwards' internal name of a class that has a name of its own
   * @param members afterwards' name of a method, as far as all of that name have it
   */
  ClassPairs(
      Map<String, byte[]> old,
      Map<String, byte[]> fresh,
      UnaryOperator<String> named,
      UnaryOperator<String> members) {
    Map<String, ClassNode> raw = new TreeMap<>();
    old.forEach((name, bytes) -> raw.put(name, read(bytes, null)));
    fresh.forEach((name, bytes) -> after.put(name, read(bytes, null)));
    for (ClassNode node : raw.values()) {
      if (!isNumbered(node) && !named.apply(node.name).equals(node.name)) {
        names.put(node.name, named.apply(node.name));
      }
    }
    number(raw, named, members);
    for (ClassNode node : raw.values()) {
      int inside = node.name.lastIndexOf('$');
      if (!isNumbered(node) && inside > 0) {
        String around = names.get(node.name.substring(0, inside));
        if (around != null) {
          // A member of a numbered class has no name that a plan could know.
          names.put(node.name, around + node.name.substring(inside));
        }
      }
    }
    Remapper remapper =
        new Remapper(Opcodes.ASM9) {
          @Override
          public String map(String name) {
            String known = names.get(name);
            return known != null ? known : raw.containsKey(name) ? name : named.apply(name);
          }
        };
    old.values()
        .forEach(
            bytes -> {
              ClassNode node = read(bytes, remapper);
              before.put(node.name, node);
            });
  }

  private static ClassNode read(byte[] bytes, Remapper remapper) {
    ClassNode node = new ClassNode();
    new ClassReader(bytes)
        .accept(
            remapper == null ? node : new ClassRemapper(node, remapper),
            ClassReader.SKIP_FRAMES | ClassReader.SKIP_DEBUG);
    return node;
  }

  /** The classes before, under the names that they have afterwards. */
  Map<String, ClassNode> before() {
    return before;
  }

  Map<String, ClassNode> after() {
    return after;
  }

  private static boolean isNumbered(ClassNode node) {
    return node.outerClass != null || ClassCode.isSwitchMap(node);
  }

  /** Where a numbered class stands, and what it is called there; nothing else tells it. */
  private record Place(String owner, String member, String name) {}

  private void number(
      Map<String, ClassNode> raw, UnaryOperator<String> named, UnaryOperator<String> members) {
    Map<Place, List<ClassNode>> fresh = new HashMap<>();
    for (ClassNode node : outerFirst(after)) {
      if (isNumbered(node)) {
        fresh
            .computeIfAbsent(
                new Place(node.outerClass, member(node.outerMethod), simple(node)),
                key -> new ArrayList<>())
            .add(node);
      }
    }
    Map<Place, List<ClassNode>> old = new HashMap<>();
    for (ClassNode node : outerFirst(raw)) {
      if (isNumbered(node) && node.outerClass != null) {
        String owner = names.getOrDefault(node.outerClass, node.outerClass);
        String now = raw.containsKey(node.outerClass) ? owner : named.apply(node.outerClass);
        String member = member(node.outerMethod);
        Place same = new Place(now, member, simple(node));
        Place renamed = new Place(now, members.apply(member), simple(node));
        Place place = fresh.containsKey(same) ? same : renamed;
        old.computeIfAbsent(place, key -> new ArrayList<>()).add(node);
        pairLast(old.get(place), fresh.getOrDefault(place, List.of()));
      }
    }
  }

  /** By the length of the names, which brings {@code A$2} before {@code A$10}, too. */
  private static List<ClassNode> outerFirst(Map<String, ClassNode> classes) {
    List<ClassNode> sorted = new ArrayList<>(classes.values());
    sorted.sort(Comparator.comparingInt((ClassNode node) -> node.name.length()));
    return sorted;
  }

  private static String member(String method) {
    return method == null ? "" : method;
  }

  /** The name of a local class; empty for an anonymous one. */
  private static String simple(ClassNode node) {
    String behind = node.name.substring(node.name.lastIndexOf('$') + 1);
    int at = 0;
    while (at < behind.length() && Character.isDigit(behind.charAt(at))) {
      at++;
    }
    return behind.substring(at);
  }

  /** Pairs the class that came last with the one that is as far on, or with one of its shape. */
  private void pairLast(List<ClassNode> old, List<ClassNode> fresh) {
    ClassNode node = old.get(old.size() - 1);
    int place = old.size() - 1;
    ClassNode other = place < fresh.size() ? fresh.get(place) : null;
    if (other == null || !isAlike(node, other)) {
      other =
          fresh.stream()
              .filter(one -> isAlike(node, one) && !names.containsValue(one.name))
              .findFirst()
              .orElse(other);
    }
    if (other != null) {
      names.put(node.name, other.name);
    }
  }

  private static boolean isAlike(ClassNode one, ClassNode other) {
    return last(one.superName).equals(last(other.superName))
        && one.interfaces.size() == other.interfaces.size()
        && one.methods.stream()
            .filter(ClassPairs::isWritten)
            .map(m -> m.name)
            .sorted()
            .toList()
            .equals(
                other.methods.stream()
                    .filter(ClassPairs::isWritten)
                    .map(m -> m.name)
                    .sorted()
                    .toList());
  }

  private static boolean isWritten(org.objectweb.asm.tree.MethodNode method) {
    return (method.access & Opcodes.ACC_SYNTHETIC) == 0;
  }

  private static String last(String name) {
    return name.substring(Math.max(name.lastIndexOf('/'), name.lastIndexOf('$')) + 1);
  }
}
