package dev.vinesorter.java.code;

import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/** Calls of methods of local classes, which are no units, so that no reference tells of them. */
public final class LocalCalls {
  /** What is wrong with one. */
  public static final String SENTENCE =
      "Here a method of a local class is called, of which the survey does not know whether it is"
          + " this one.";

  private LocalCalls() {}

  /**
   * The tokens in a unit that call something of a name, and are told by no reference.
   *
   * @param holder the member around the local class
   */
  public static List<Integer> of(SourceView code, int holder, String name) {
    Units units = code.units();
    References references = code.references();
    Set<Integer> known = new TreeSet<>();
    for (int r = references.row(holder); r < references.row(holder + 1); r++) {
      known.add(references.at(r));
    }
    List<Integer> found = new ArrayList<>();
    JavaTokens tokens = code.tokens(units.fileOf(holder));
    for (int token = tokens.from(Math.max(0, units.begin(holder)));
        token < tokens.size() && tokens.begin(token) < units.end(holder);
        token++) {
      if (tokens.isWord(token, name)
          && tokens.is(token + 1, "(")
          && !known.contains(tokens.begin(token))) {
        found.add(token);
      }
    }
    return found;
  }
}
