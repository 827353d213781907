package dev.vinesorter.java.read;

import dev.vinesorter.java.syntax.JavaHeader;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * Sources whose declarations may mean something else, and who is concerned since these hand it on.
 *
 * <ul>
 *   <li>What a type <em>is</em> (its head: what it extends, its parameters) counts wherever a value
 *       of it goes, also where nobody names it. So a declaration that names the type hands that on:
 *       from head to head any number of times, and by a member to those who use that.
 *   <li>What a type's <em>members</em> are counts where these are used, and each such use is known
 *       as one of the source that declares them; for those who inherit them; and for an interface
 *       wherever a lambda may stand for it, which is where a declaration names the interface.
 * </ul>
 *
 * <p>Bodies hand nothing on, nor do private members.
 */
final class HandedOn {
  private final Map<String, String> oldSketches;
  private final Map<String, String> sketches;
  private final Set<String> heads = new HashSet<>();
  private final Set<String> members = new HashSet<>();
  private final Deque<String> open = new ArrayDeque<>();

  /** None yet. */
  HandedOn(Map<String, String> oldSketches, Map<String, String> sketches) {
    this.oldSketches = oldSketches;
    this.sketches = sketches;
  }

  boolean isEmpty() {
    return heads.isEmpty() && members.isEmpty();
  }

  /**
   * Adds a source.
   *
   * @param head whether what its types are may be something else, and not only what members are
   */
  void add(String path, boolean head) {
    boolean fresh = head ? heads.add(path) : !heads.contains(path) && members.add(path);
    if (fresh) {
      open.add(path);
    }
  }

  /**
   * Adds a source whose declarations name one of some types.
   *
   * @param head whether these may be something else, and not only their members
   */
  void name(String path, Set<String> types, boolean head) {
    String sketch = sketches.get(path);
    if (sketch == null || !Concerned.has(sketch, types)) {
      return;
    }
    int end = sketch.indexOf('\n');
    String imports = end < 0 ? sketch : sketch.substring(0, end);
    // A declaration names what is imported as a static member without its type.
    boolean ofStatics = importsStatics(imports, types);
    boolean inHead = ofStatics || sketch.contains("\\u");
    boolean inMember = inHead;
    for (String line : sketch.substring(imports.length()).split("\n")) {
      boolean names =
          !line.isEmpty() && !isPrivate(line) && Concerned.has(withoutStrings(line), types);
      boolean member = line.startsWith("M") && line.indexOf('=') < 0;
      inMember |= names && member;
      inHead |= names && !member;
    }
    if (inHead && (head || isInterface(sketch))) {
      add(path, head);
    } else if (inHead || inMember) {
      add(path, false);
    }
  }

  /** Whether members of one of some types are imported by their names, or all of them. */
  private static boolean importsStatics(String imports, Set<String> types) {
    return imports.contains("static")
        && Concerned.has(imports, types)
        && JavaHeader.of(JavaTokens.of(imports.substring(1))).imports().stream()
            .anyMatch(one -> one.isStatic() && Concerned.has(one.name(), types));
  }

  /** Whether a line of a sketch is a member that no other source sees. */
  private static boolean isPrivate(String line) {
    int tab = line.startsWith("M") ? line.indexOf('\t') : -1;
    int end = tab;
    while (end >= 0 && end < line.length() && "(=\"".indexOf(line.charAt(end)) < 0) {
      end++;
    }
    return tab >= 0 && JavaTokens.hasWord(line.substring(tab, end), "private");
  }

  /** A line without what stands in quotes, which names nothing. */
  private static String withoutStrings(String line) {
    if (line.indexOf('"') < 0) {
      return line;
    }
    StringBuilder plain = new StringBuilder(line.length());
    boolean quoted = false;
    for (int at = 0; at < line.length(); at++) {
      char c = line.charAt(at);
      if (c == '"') {
        quoted = !quoted;
      } else if (quoted && c == '\\') {
        at++;
      } else if (c == '\'' && !quoted && line.startsWith("\"'", at + 1)) {
        // A quote by itself begins no text.
        at += 2;
      } else if (!quoted) {
        plain.append(c);
      }
    }
    return plain.toString();
  }

  private static boolean isInterface(String sketch) {
    return sketch != null
        && sketch
            .lines()
            .anyMatch(line -> line.startsWith("T") && JavaTokens.hasWord(line, "interface"));
  }

  /**
   * All who are concerned.
   *
   * @param users who uses each source
   * @param heirs whose types extend those of each source
   */
  Set<String> users(Map<String, Set<String>> users, Map<String, Set<String>> heirs) {
    Set<String> found = new TreeSet<>();
    while (!open.isEmpty()) {
      String path = open.remove();
      boolean head = heads.contains(path);
      Set<String> types = new TreeSet<>(SketchChange.typeNames(oldSketches.get(path)));
      types.addAll(SketchChange.typeNames(sketches.get(path)));
      boolean lambdas = isInterface(oldSketches.get(path)) || isInterface(sketches.get(path));
      for (String user : users.getOrDefault(path, Set.of())) {
        found.add(user);
        if (head || lambdas) {
          name(user, types, head);
        }
      }
      inherit(path, heirs, found);
    }
    return found;
  }

  /** Adds all whose types extend those of a source through any chain. */
  private static void inherit(String path, Map<String, Set<String>> heirs, Set<String> found) {
    Deque<String> next = new ArrayDeque<>(Set.of(path));
    Set<String> known = new HashSet<>(next);
    while (!next.isEmpty()) {
      for (String heir : heirs.getOrDefault(next.remove(), Set.of())) {
        if (known.add(heir)) {
          found.add(heir);
          next.add(heir);
        }
      }
    }
  }
}
