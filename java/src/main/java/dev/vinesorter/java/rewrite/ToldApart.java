package dev.vinesorter.java.rewrite;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.syntax.TypeText;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.StringJoiner;

/**
 * What methods are called beside one that gets another signature. Two whose parameters have the
 * same simple types are told apart by how their types are written, so one that is left alone gets
 * the plain name.
 */
final class ToldApart {
  private final Survey before;
  private final Survey fresh;
  private final Map<Integer, String> renamed;

  private ToldApart(Survey before, Survey fresh, Map<Integer, String> renamed) {
    this.before = before;
    this.fresh = fresh;
    this.renamed = renamed;
  }

  /** The simple names that other methods have afterwards, by their units before. */
  static Map<Integer, String> of(Survey before, Survey fresh, Map<Integer, String> renamed) {
    ToldApart names = new ToldApart(before, fresh, renamed);
    Map<Integer, String> found = new HashMap<>();
    renamed.keySet().stream()
        .map(before.units()::parent)
        .distinct()
        .forEach(type -> names.beside(type, found));
    return found;
  }

  private void beside(int type, Map<Integer, String> found) {
    Units units = before.units();
    int now = fresh.units().find(units.name(type), Level.TYPE);
    if (now < 0) {
      return;
    }
    List<String> taken = new ArrayList<>();
    for (int member : units.children(type)) {
      taken.add(renamed.getOrDefault(member, units.simpleName(member)));
    }
    for (int member : units.children(type)) {
      String name = units.simpleName(member);
      boolean gone =
          name.indexOf('(') >= 0
              && !renamed.containsKey(member)
              && fresh.units().find(units.name(type) + "#" + name, Level.MEMBER) < 0;
      List<String> fits = new ArrayList<>();
      for (int other : gone ? fresh.units().children(now) : new int[0]) {
        String its = fresh.units().simpleName(other);
        if (!taken.contains(its) && plain(its).equals(plain(name))) {
          fits.add(its);
        }
      }
      if (fits.size() == 1) {
        found.put(member, fits.get(0));
      }
    }
  }

  /** A method's name with the simple types of its parameters. */
  private static String plain(String name) {
    int open = name.indexOf('(');
    if (open < 0) {
      return name;
    }
    StringJoiner plain = new StringJoiner(", ", MemberNames.bare(name) + "(", ")");
    int depth = 0;
    int from = open + 1;
    for (int at = from; at < name.length(); at++) {
      char c = name.charAt(at);
      depth += c == '<' ? 1 : c == '>' ? -1 : 0;
      if (depth == 0 && (c == ',' || at == name.length() - 1)) {
        plain.add(TypeText.simple(name.substring(from, at), true));
        from = at + 1;
      }
    }
    return plain.toString();
  }
}
