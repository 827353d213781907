package dev.vinesorter.java.seam;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * Where code names a member.
 *
 * @param byFile the places in each file, each with the unit that it stands in
 */
record NamedPlaces(SourceView code, Map<Integer, Map<Integer, Integer>> byFile) {
  /** Those of a member, but for imports, documentation, and methods that override it. */
  static NamedPlaces of(SourceView code, int member) {
    Map<Integer, Map<Integer, Integer>> places = new TreeMap<>();
    References references = code.references();
    Units units = code.units();
    for (int r : references.to(member)) {
      Kind kind = references.kind(r);
      int in = units.fileOf(references.from(r));
      if (kind != Kind.MENTIONS && kind != Kind.IMPORTS && kind != Kind.OVERRIDES && in >= 0) {
        places.computeIfAbsent(in, f -> new TreeMap<>()).put(references.at(r), references.from(r));
      }
    }
    return new NamedPlaces(code, places);
  }

  /** The paths of the files, and of one more. */
  Set<String> paths(int more) {
    Set<String> paths = new TreeSet<>(Set.of(code.units().name(more)));
    byFile.keySet().forEach(in -> paths.add(code.units().name(in)));
    return paths;
  }

  /** The calls in a file, those that stand inside of another one before that one. */
  List<CallSite> calls(int in, LocatedTree tree) {
    JavaTokens tokens = code.tokens(in);
    List<CallSite> sites = new ArrayList<>();
    for (int at : byFile.get(in).keySet()) {
      sites.add(CallSite.of(tree, tokens, at, tokens.end(tokens.from(at))));
    }
    sites.sort(
        Comparator.comparingInt(
            site -> site.call() == null ? site.at() : tree.end(site.call().getLeaf())));
    return sites;
  }
}
