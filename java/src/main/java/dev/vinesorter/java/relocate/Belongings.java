package dev.vinesorter.java.relocate;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.code.TestsOf;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.source.text.Overlay;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * What belongs to moved types beyond their own code: the files that they read relative to their
 * class, and helpers that nobody else uses.
 */
final class Belongings {
  private final SourceView code;
  private final Units units;
  private final References references;
  private final TestsOf tests;

  Belongings(SourceView code) {
    this.tests = new TestsOf(code);
    this.code = code;
    this.units = code.units();
    this.references = code.references();
  }

  /** Package-private types that only what moves uses, and that stay behind. */
  List<Integer> helpers(Relocation move) {
    Set<Integer> helpers = new TreeSet<>();
    for (int type : move.leaving()) {
      for (int other : move.typesInPackage(move.packageBefore(type)).values()) {
        if (!move.goals().containsKey(other)
            && !units.has(other, Trait.TEST)
            && Trait.packagePrivate(units.traits(other))) {
          Set<Integer> users = tests.users(other);
          if (!users.isEmpty() && users.stream().allMatch(move.goals()::containsKey)) {
            helpers.add(other);
          }
        }
      }
    }
    return List.copyOf(helpers);
  }

  /**
   * The files that moved types read relative to their class, with where they go.
   *
   * @param reasons takes what speaks against it: a file that others read the same way
   */
  Map<String, String> resources(Relocation move, List<Reason> reasons) {
    Map<String, String> moves = new TreeMap<>();
    for (int type : move.leaving()) {
      String from = folder(move.packageBefore(type));
      String into = folder(move.packageAfter(type));
      Map<String, Integer> names = namesRead(type);
      for (Map.Entry<String, Integer> name : names.entrySet()) {
        for (String path : code.sources().paths()) {
          String inside = from + name.getKey();
          boolean ours =
              (path.equals(inside) || path.endsWith("/" + inside)) && !path.endsWith(".java");
          if (ours) {
            String root = path.substring(0, path.length() - inside.length());
            moves.put(path, root + into + name.getKey());
            shared(move, type, name.getKey(), path, reasons);
          }
        }
      }
    }
    moves.forEach(
        (path, to) -> {
          if (code.sources().exists(to) && !moves.containsKey(to)) {
            reasons.add(
                new Reason(
                    RefusalCode.NAME_CLASH,
                    "There is a file " + to + " where " + path + " would go. Move it away first.",
                    List.of(new Site(to, 1, 1, 0, 0))));
          }
        });
    return moves;
  }

  private static String folder(String packageName) {
    return packageName.isEmpty() ? "" : packageName.replace('.', '/') + "/";
  }

  /** A file that a type which stays reads relative to its own class cannot go. */
  private void shared(Relocation move, int type, String name, String path, List<Reason> reasons) {
    for (int other : move.typesInPackage(move.packageBefore(type)).values()) {
      boolean stays = !move.packageAfter(other).equals(move.packageAfter(type));
      if (stays && namesRead(other).containsKey(name)) {
        int file = units.fileOf(other);
        reasons.add(
            new Reason(
                RefusalCode.SHARED_RESOURCE,
                path
                    + " is read relative to "
                    + units.name(type)
                    + ", and to "
                    + units.name(other)
                    + ", which stays. Read it by its full path first, or move both.",
                List.of(
                    code.site(units.fileOf(type), namesRead(type).get(name)),
                    code.site(file, namesRead(other).get(name)))));
      }
    }
  }

  /**
   * The texts in a type that may name files beside its class, with their token: where it asks its
   * class for a resource, every text that is a relative path.
   */
  private Map<String, Integer> namesRead(int type) {
    Map<String, Integer> names = new TreeMap<>();
    int file = units.fileOf(type);
    if (file < 0 || !code.text(file).contains("getResource")) {
      return names;
    }
    JavaTokens tokens = code.tokens(file);
    boolean asks = false;
    for (int token = tokens.from(units.begin(type));
        token < tokens.size() && tokens.begin(token) < units.end(type);
        token++) {
      asks |= asksOwnClass(tokens, token, type);
      String text = tokens.text(token);
      boolean literal = text.length() > 2 && text.startsWith("\"") && !text.startsWith("\"\"\"");
      if (literal && !text.startsWith("\"/") && text.indexOf('\\') < 0 && !text.contains("..")) {
        names.putIfAbsent(text.substring(1, text.length() - 1), token);
      }
    }
    return asks ? names : Map.of();
  }

  /** Whether a type in a file asks its own class for resources. */
  boolean asksForResources(int file) {
    return code.typesIn(file).stream().anyMatch(type -> !namesRead(type).isEmpty());
  }

  /** Whether a call of getResource… begins here, on this class or on that of the object. */
  private boolean asksOwnClass(JavaTokens tokens, int token, int type) {
    boolean call =
        (tokens.is(token, "getResource") || tokens.is(token, "getResourceAsStream"))
            && tokens.is(token + 1, "(");
    if (!call || !tokens.is(token - 1, ".")) {
      return call;
    }
    if (tokens.is(token - 2, "class")) {
      String name = tokens.text(token - 4);
      return units.withAllInside(type).stream()
          .anyMatch(u -> units.level(u) == Level.TYPE && units.simpleName(u).equals(name));
    }
    return tokens.is(token - 2, ")") && tokens.is(token - 4, "getClass");
  }

  /** Moves the files. */
  static void apply(Overlay sources, Map<String, String> moves) {
    moves.forEach((from, to) -> sources.move(from, to, sources.text(from)));
  }
}
