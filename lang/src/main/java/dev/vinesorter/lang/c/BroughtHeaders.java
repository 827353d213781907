package dev.vinesorter.lang.c;

import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.lang.move.CannotMoveException;
import dev.vinesorter.lang.move.Relocation;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.Use;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.lang.tree.Syntax;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * The headers of libraries that come with a header of ours. Who begins to include a header that was
 * there, since something moved into it, gets them as well, and they may not be there for it: the
 * header of one operating system brings in what another one does not have.
 */
final class BroughtHeaders {
  /** Headers of POSIX that bring in nothing but declarations. */
  private static final Set<String> SYSTEM =
      Set.of("unistd.h", "fcntl.h", "pthread.h", "sys/types.h", "sys/stat.h", "sys/time.h");

  private final Relocation move;

  /** Those of the header that takes what moves, but for what is there for all. */
  private final TreeMap<String, Integer> coming;

  /** The sources of which that header names something without including them, each with a name. */
  private final TreeMap<Integer, String> asked = new TreeMap<>();

  BroughtHeaders(Relocation move) {
    this.move = move;
    if (move.toFile() >= 0) {
      Set<Integer> seen = move.names().seen(move.toFile());
      for (Use use : move.outline(move.toFile()).uses()) {
        Place meant = move.names().meant(move.toFile(), use);
        if (meant != null && meant.file() >= 0 && !seen.contains(meant.file())) {
          asked.putIfAbsent(meant.file(), use.chain().get(use.chain().size() - 1));
        }
      }
    }
    this.coming =
        move.toFile() < 0 ? new TreeMap<>() : foreign(move, move.names().seen(move.toFile()), true);
    coming.keySet().removeIf(BroughtHeaders::isEverywhere);
  }

  /**
   * Refuses to let a source include the header that takes what moves, where that brings in headers
   * of libraries which the source does not see, or names what includers have to bring along.
   */
  void check(int user) throws CannotMoveException {
    for (Map.Entry<Integer, String> one : asked.entrySet()) {
      boolean sees = one.getKey() == move.from() || move.names().seen(user).contains(one.getKey());
      if (!sees) {
        throw new CannotMoveException(
            RefusalCode.BAD_TARGET,
            move.path(user)
                + " would include "
                + move.to()
                + ", which names '"
                + one.getValue()
                + "' of "
                + move.path(one.getKey())
                + " without including it, and the source does not either. Choose another header.",
            move.stretches().get(0).begin());
      }
    }
    if (coming.isEmpty()) {
      return;
    }
    TreeMap<String, Integer> brought = new TreeMap<>(coming);
    brought.keySet().removeAll(foreign(move, move.names().seen(user), false).keySet());
    if (!brought.isEmpty()) {
      String first = brought.firstKey();
      throw new CannotMoveException(
          RefusalCode.BAD_TARGET,
          move.path(user)
              + " would include "
              + move.to()
              + ", and with it <"
              + first
              + "> of "
              + move.path(brought.get(first))
              + ", which it does not see today. Choose a header without.",
          move.stretches().get(0).begin());
    }
  }

  /** Whether a header is one of the standard library, which is there for all. */
  private static boolean isEverywhere(String header) {
    return header.indexOf('.') < 0 || StandardHeaders.isKnown(header) || SYSTEM.contains(header);
  }

  /**
   * The headers of libraries that sources include, as written, each with one that does.
   *
   * @param always without those under a condition
   */
  static TreeMap<String, Integer> foreign(Relocation move, Set<Integer> files, boolean always) {
    TreeMap<String, Integer> headers = new TreeMap<>();
    for (int file : new TreeSet<>(files)) {
      for (Import one : move.outline(file).imports()) {
        boolean library = one.level() >= 0 && move.names().source(file, one).file() < 0;
        if (library && !(always && isConditional(move.tree(file), one))) {
          headers.putIfAbsent(one.from(), file);
        }
      }
    }
    return headers;
  }

  private static boolean isConditional(Syntax tree, Import one) {
    return IncludeLines.condition(tree, tree.innermost(one.at())) >= 0;
  }
}
