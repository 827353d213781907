package dev.vinesorter.java.code;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.UnaryOperator;

/** The files that types read relative to their own class, such as a template beside it. */
public final class OwnResources {
  private final SourceView code;
  private final Units units;

  public OwnResources(SourceView code) {
    this.code = code;
    this.units = code.units();
  }

  /**
   * The files that a type takes along from one package into another, with where they go.
   *
   * @param stays types that stay; where one that is around the type is among them, what is inside
   *     the type is not its own
   * @param reasons takes what speaks against it: a file that one that stays reads the same way
   */
  public Map<String, String> along(
      int type, String from, String into, Collection<Integer> stays, List<Reason> reasons) {
    return from.equals(into) ? Map.of() : along(type, from, into, root -> root, stays, reasons);
  }

  /**
   * The same where they may go into another module.
   *
   * @param rootAfter the root of resources that takes what another one has; null for those that are
   *     none of the type's
   */
  public Map<String, String> along(
      int type,
      String from,
      String into,
      UnaryOperator<String> rootAfter,
      Collection<Integer> stays,
      List<Reason> reasons) {
    Map<String, String> moves = new TreeMap<>();
    namesRead(type, -1)
        .forEach(
            (name, token) -> {
              String inside = folder(from) + name;
              for (String path : code.sources().paths()) {
                boolean ours = path.equals(inside) || path.endsWith("/" + inside);
                String root = ours ? path.substring(0, path.length() - inside.length()) : "";
                String after = ours && !path.endsWith(".java") ? rootAfter.apply(root) : null;
                if (after != null) {
                  moves.put(path, after + folder(into) + name);
                  stays.forEach(other -> shared(type, token, other, name, path, reasons));
                }
              }
            });
    return moves;
  }

  /** Says where files would go to places that are taken. */
  public void taken(Map<String, String> moves, List<Reason> reasons) {
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
  }

  private static String folder(String packageName) {
    return packageName.isEmpty() ? "" : packageName.replace('.', '/') + "/";
  }

  /** A file that a type which stays reads relative to its own class cannot go. */
  private void shared(
      int type, int token, int other, String name, String path, List<Reason> reasons) {
    Integer there = namesRead(other, type).get(name);
    if (there != null) {
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
                  code.site(units.fileOf(type), token), code.site(units.fileOf(other), there))));
    }
  }

  /** Whether a type in a file asks its own class for resources. */
  public boolean asks(int file) {
    return code.typesIn(file).stream().anyMatch(type -> !namesRead(type, -1).isEmpty());
  }

  /**
   * The texts in a type that may name files beside its class, with their token: where it asks its
   * class for a resource, every text that is a relative path.
   *
   * @param without what is not looked at; -1 for nothing
   */
  private Map<String, Integer> namesRead(int type, int without) {
    Map<String, Integer> names = new TreeMap<>();
    int file = units.fileOf(type);
    if (file < 0 || type == without || !code.text(file).contains("getResource")) {
      return names;
    }
    JavaTokens tokens = code.tokens(file);
    boolean inside = without >= 0 && units.inside(without, type);
    boolean asks = false;
    for (int token = tokens.from(units.begin(type));
        token < tokens.size() && tokens.begin(token) < units.end(type);
        token++) {
      if (inside
          && tokens.begin(token) >= units.begin(without)
          && tokens.begin(token) < units.end(without)) {
        continue;
      }
      asks |= asksOwnClass(tokens, token, type);
      String text = tokens.text(token);
      boolean literal = text.length() > 2 && text.startsWith("\"") && !text.startsWith("\"\"\"");
      if (literal && !text.startsWith("\"/") && text.indexOf('\\') < 0 && !text.contains("..")) {
        names.putIfAbsent(text.substring(1, text.length() - 1), token);
      }
    }
    return asks ? names : Map.of();
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
}
