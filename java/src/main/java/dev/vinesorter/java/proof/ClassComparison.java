package dev.vinesorter.java.proof;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.objectweb.asm.tree.ClassNode;

/** Compares paired classes member by member; see {@link ClassCode} for what counts as the same. */
final class ClassComparison {
  /** How {@link ClassCode} begins a constant that is a text. */
  private static final String TEXT = "String ";

  private final ClassPairs pairs;

  private final PlannedNames names;
  private final List<String> differ = new ArrayList<>();
  private int same;
  private int planned;

  ClassComparison(ClassPairs pairs, PlannedNames names) {
    this.pairs = pairs;
    this.names = names;
  }

  int same() {
    return same;
  }

  int planned() {
    return planned;
  }

  List<String> differ() {
    return differ;
  }

  void run() {
    Map<String, Map<Integer, String>> tables = tables(pairs.before());
    Map<String, Map<Integer, String>> freshTables = tables(pairs.after());
    Set<String> all = new TreeSet<>(pairs.before().keySet());
    all.addAll(pairs.after().keySet());
    for (String name : all) {
      ClassNode old = pairs.before().get(name);
      ClassNode fresh = pairs.after().get(name);
      if (old != null && ClassCode.isMade(old) || fresh != null && ClassCode.isMade(fresh)) {
        continue;
      }
      if (old == null || fresh == null) {
        one(name, old == null ? fresh : old, old == null ? "is new" : "is gone");
      } else {
        compare(
            name,
            new ClassCode(old, pairs.before(), tables),
            new ClassCode(fresh, pairs.after(), freshTables));
      }
    }
  }

  private static Map<String, Map<Integer, String>> tables(Map<String, ClassNode> classes) {
    Map<String, Map<Integer, String>> tables = new HashMap<>();
    for (ClassNode node : classes.values()) {
      if (ClassCode.isSwitchMap(node)) {
        tables.putAll(ClassCode.switchMaps(node));
      }
    }
    return tables;
  }

  /** A class on one side only belongs to a member that a step rewrites, or it should not be. */
  private void one(String name, ClassNode node, String how) {
    String around = node.outerClass == null ? name : node.outerClass;
    if (node.outerClass != null && isRewritten(around, member(node.outerMethod))
        || isInRewritten(name)
        || names.isRemoved(name)
        || names.isCreated(name)) {
      planned++;
    } else {
      differ.add("the class " + name.replace('/', '.') + " " + how);
    }
  }

  private static String member(String method) {
    return method == null ? "<init>" : method;
  }

  private boolean isRewritten(String owner, String member) {
    return names.isRewritten(owner, member);
  }

  /** Whether a class stands inside of one whose member around it is rewritten. */
  private boolean isInRewritten(String name) {
    ClassNode node =
        pairs.before().containsKey(name) ? pairs.before().get(name) : pairs.after().get(name);
    while (node != null && node.outerClass != null) {
      if (isRewritten(node.outerClass, member(node.outerMethod))) {
        return true;
      }
      String around = node.outerClass;
      node =
          pairs.before().containsKey(around)
              ? pairs.before().get(around)
              : pairs.after().get(around);
    }
    return false;
  }

  private void compare(String name, ClassCode old, ClassCode fresh) {
    String shown = name.replace('/', '.');
    boolean inside = isInRewritten(name);
    if (!isAlike(old.head(), fresh.head()) && !inside && !names.hasNewHead(name)) {
      differ.add("the head of " + shown);
    }
    members(name, old.fields(), fresh.fields(), inside, false);
    members(name, old.methods(), fresh.methods(), inside, true);
  }

  private void members(
      String owner,
      Map<String, List<String>> old,
      Map<String, List<String>> fresh,
      boolean inside,
      boolean methods) {
    Set<String> left = new TreeSet<>(fresh.keySet());
    for (Map.Entry<String, List<String>> one : old.entrySet()) {
      String key = one.getKey();
      String now = left.contains(key) ? key : renamedKey(key, left);
      String name = key.substring(0, key.indexOf(' '));
      boolean free = inside || isRewritten(owner, name);
      if (now != null) {
        left.remove(now);
      }
      if (now != null && isAlike(one.getValue(), fresh.get(now))) {
        same += methods ? 1 : 0;
      } else if (free) {
        planned += methods ? 1 : 0;
      } else {
        String member = owner.replace('/', '.') + "#" + name;
        differ.add(
            now == null ? member + " is gone" : difference(member, one.getValue(), fresh.get(now)));
      }
    }
    for (String key : left) {
      String name = key.substring(0, key.indexOf(' '));
      if (inside || isRewritten(owner, name)) {
        planned += methods ? 1 : 0;
      } else {
        differ.add(owner.replace('/', '.') + "#" + name + " is new");
      }
    }
  }

  private String difference(String member, List<String> old, List<String> fresh) {
    for (int n = 0; n < Math.min(old.size(), fresh.size()); n++) {
      if (!isAlike(List.of(old.get(n)), List.of(fresh.get(n)))) {
        return member + ": '" + told(old.get(n)) + "' became '" + told(fresh.get(n)) + "'";
      }
    }
    return member + " has " + fresh.size() + " instructions, and had " + old.size();
  }

  private static String told(String line) {
    String plain = line.replace(String.valueOf(ClassCode.MARK), "");
    return plain.length() > 160 ? plain.substring(0, 160) + "…" : plain;
  }

  private String renamedKey(String key, Set<String> left) {
    int end = key.indexOf(' ');
    for (String name : names.renamed(key.substring(0, end))) {
      if (left.contains(name + key.substring(end))) {
        return name + key.substring(end);
      }
    }
    return null;
  }

  /** Whether lines are the same but for names that the plan gives. */
  private boolean isAlike(List<String> old, List<String> fresh) {
    if (old.size() != fresh.size()) {
      return false;
    }
    for (int n = 0; n < old.size(); n++) {
      String was = old.get(n);
      String is = fresh.get(n);
      if (!was.equals(is) && !isRenamed(was, is) && !isPlannedText(was, is)) {
        return false;
      }
    }
    return true;
  }

  /** Whether a constant is a text that a step changes. */
  private boolean isPlannedText(String old, String fresh) {
    int behind = old.indexOf(TEXT) + TEXT.length();
    return old.contains(TEXT)
        && fresh.startsWith(old.substring(0, behind))
        && names.isPlannedText(old.substring(behind), fresh.substring(behind));
  }

  private boolean isRenamed(String old, String fresh) {
    String mark = String.valueOf(ClassCode.MARK);
    String[] before = old.split(mark, -1);
    String[] after = fresh.split(mark, -1);
    if (before.length != after.length) {
      return false;
    }
    for (int n = 0; n < before.length; n++) {
      boolean name = n % 2 == 1;
      boolean alike =
          before[n].equals(after[n]) || name && names.renamed(before[n]).contains(after[n]);
      if (!alike) {
        return false;
      }
    }
    return true;
  }
}
