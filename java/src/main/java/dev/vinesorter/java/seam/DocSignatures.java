package dev.vinesorter.java.seam;

import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.java.code.DocLinks;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Function;

/** Documentation that names a method with its parameters names those that it gets. */
final class DocSignatures {
  private final Rewriting rewriting;
  private final SourceView code;

  DocSignatures(Rewriting rewriting) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
  }

  /**
   * Writes the new parameters wherever the old ones stand.
   *
   * @param simpleName the simple name that a declaration of the method gets, parameters included
   */
  void write(
      int method,
      List<SignedMethod.Declared> declarations,
      Function<SignedMethod.Declared, String> simpleName) {
    Map<Integer, String> fresh = new TreeMap<>();
    for (SignedMethod.Declared one : declarations) {
      if (one.unit() >= 0) {
        fresh.put(one.unit(), simpleName.apply(one));
      }
    }
    if (fresh.isEmpty() || code.units().has(method, Trait.CONSTRUCTOR)) {
      return;
    }
    String bare = MemberNames.bare(code.units().simpleName(method));
    String now = fresh.values().iterator().next();
    Set<String> seen = new TreeSet<>();
    for (DocLinks.Link link : new DocLinks(code, fresh.keySet()).all(bare)) {
      String text = code.text(link.file());
      int open = link.hash() + 1 + bare.length();
      int close = open < text.length() && text.charAt(open) == '(' ? text.indexOf(')', open) : -1;
      if (close > 0 && seen.add(link.file() + ":" + open)) {
        rewriting
            .in(link.file())
            .replace(open, close + 1, Written.of(now.substring(now.indexOf('('))));
      }
    }
  }
}
