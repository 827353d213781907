package dev.vinesorter.lang.space;

import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.source.text.SourceText;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * Sources of a language that sees the same namespaces, as Java sees those of Kotlin. They follow
 * where a type goes, or a whole source; what is loose in a source is a member of a class there, so
 * a move of that alone is refused where it may be named.
 */
final class OtherSources {
  private final SpaceMove move;

  /** The names that sources of the other language give namespaces, by namespace. */
  private final Map<String, Set<String>> theirs = new TreeMap<>();

  OtherSources(SpaceMove move) {
    this.move = move;
  }

  void refuse() {
    String end = move.rules().neighbours();
    if (end.isEmpty()) {
      return;
    }
    for (String path : move.sources().paths()) {
      if (path.endsWith(end)) {
        look(path, move.sources().text(path).text());
      }
    }
    for (Departure goes : move.departures()) {
      leaving(goes);
    }
  }

  /** Whether a source of the other language names something that goes. */
  private void look(String path, String text) {
    String space = space(text);
    String name = path.substring(path.lastIndexOf('/') + 1, path.lastIndexOf('.'));
    theirs.computeIfAbsent(space, key -> new TreeSet<>()).add(name);
    for (Departure goes : move.departures()) {
      for (int decl : goes.decls()) {
        Place top = Place.of(goes.file(), decl);
        String old = move.tops().space(top);
        boolean type = move.outline(goes.file()).decls().get(decl).sort() == Sort.TYPE;
        boolean sees = space.equals(old) || text.contains(old + ".");
        int at = type || goes.whole() || !sees ? -1 : whole(text, loose(goes.file()));
        if (at >= 0) {
          String one = loose(goes.file());
          Site site = SourceText.site(path, SourceText.lineStarts(text), at, at + one.length());
          move.reasons()
              .add(
                  new Reason(
                      RefusalCode.NOT_YET,
                      path + " may name '" + one + "', and does not follow yet.",
                      List.of(site)));
          return;
        }
      }
    }
  }

  private String loose(int file) {
    String path = move.path(file);
    String name = path.substring(path.lastIndexOf('/') + 1, path.lastIndexOf('.'));
    return name + "Kt";
  }

  private static String space(String text) {
    int at = text.startsWith("package ") ? 0 : text.indexOf("\npackage ") + 1;
    boolean there = at > 0 || text.startsWith("package ");
    int end = there ? text.indexOf(';', at) : -1;
    return end < 0 ? "" : text.substring(at + "package ".length(), end).strip();
  }

  private static int whole(String text, String name) {
    for (int at = text.indexOf(name); at >= 0; at = text.indexOf(name, at + 1)) {
      boolean begins = at == 0 || !Character.isJavaIdentifierPart(text.charAt(at - 1));
      int end = at + name.length();
      if (begins && (end == text.length() || !Character.isJavaIdentifierPart(text.charAt(end)))) {
        return at;
      }
    }
    return -1;
  }

  /** Whether what goes names something of the other language that it sees without an import. */
  private void leaving(Departure goes) {
    String text = move.text(goes.file());
    Set<String> imported = new HashSet<>();
    for (Import one : move.outline(goes.file()).imports()) {
      imported.add(one.alias());
    }
    String space = move.tops().only(goes.file());
    for (String name : theirs.getOrDefault(String.valueOf(space), Set.of())) {
      int at = imported.contains(name) ? -1 : whole(text, name);
      if (at >= 0 && goes.holds(at) && !space.equals(goes.space())) {
        move.refuse(
            RefusalCode.NOT_YET,
            "'"
                + name
                + "' is of another language and of the same package, and would not be seen any"
                + " more.",
            goes.file(),
            at,
            at + name.length());
      }
    }
  }
}
