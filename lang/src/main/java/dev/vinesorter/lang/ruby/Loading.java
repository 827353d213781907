package dev.vinesorter.lang.ruby;

import dev.vinesorter.lang.move.Relocation;
import dev.vinesorter.lang.outline.Outline;
import dev.vinesorter.lang.outline.Outline.Decl;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.outline.Outline.Use;
import dev.vinesorter.lang.read.Place;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/** What sources of Ruby need while they are loaded: what their classes name outside of methods. */
final class Loading {
  /** First parts of libraries that come with Ruby, so that whoever loads them finds them. */
  private static final Set<String> STANDARD =
      Set.of(
          ("abbrev base64 benchmark bigdecimal cgi coverage csv date delegate digest English erb"
               + " etc fcntl fiber fileutils find forwardable getoptlong io ipaddr json logger"
               + " matrix monitor net nkf objspace observer open3 open-uri openssl optparse ostruct"
               + " pathname pp prime pstore psych pty racc rbconfig readline resolv ripper"
               + " securerandom set shellwords singleton socket stringio strscan syslog tempfile"
               + " time timeout tmpdir tsort un uri weakref yaml zlib")
              .split(" "));

  /** Of these, what Ruby itself has loaded, or finds without being asked. */
  private static final Set<String> LOADED = Set.of("io", "fiber", "monitor", "pp", "set", "time");

  private final Relocation move;

  Loading(Relocation move) {
    this.move = move;
  }

  /** Whether a library comes with Ruby. */
  static boolean isStandard(String library) {
    return STANDARD.contains(library.split("/")[0]);
  }

  /** Whether a use is made when something is called, and not while its source is loaded. */
  static boolean isLater(Outline outline, Use use) {
    for (int at = use.decl(); at > 0; at = outline.decls().get(at).around()) {
      if (outline.decls().get(at).sort() == Sort.FUNCTION) {
        return true;
      }
    }
    return false;
  }

  /** A use of what stays, by what moves when it is loaded; null for none. */
  Use ofOldSource() {
    for (Use use : move.inside()) {
      Place meant = meant(move.from(), use);
      boolean stays = meant != null && meant.file() == move.from() && !move.isMoved(meant.decl());
      if (stays) {
        return use;
      }
    }
    return null;
  }

  /** Whether what stays uses what moves when it is loaded. */
  boolean isOfMoved() {
    return move.staying().stream()
        .anyMatch(
            use -> !isLater(move.old(), use) && move.moves(move.names().meant(move.from(), use)));
  }

  /** What the uses of a source need that none of some sources has; null for nothing. */
  Use missing(int file, List<Use> uses, Set<Integer> loaded) {
    for (Use use : uses) {
      Place meant = meant(file, use);
      boolean ours = meant != null && meant.file() != file && !loaded.contains(meant.file());
      if (ours || meant == null && isUnloadedLibrary(file, use, loaded)) {
        return use;
      }
    }
    return null;
  }

  /**
   * The first source of some that needs what none of them has; -1 for none: they can be loaded
   * without any other.
   */
  int incomplete(Set<Integer> loaded) {
    for (int file : loaded) {
      if (missing(file, move.outline(file).uses(), loaded) != null) {
        return file;
      }
    }
    return -1;
  }

  /** A declaration of ours that a use means which is made while its source is loaded. */
  private Place meant(int file, Use use) {
    Place meant = isLater(move.outline(file), use) ? null : move.names().meant(file, use);
    boolean counts = meant != null && meant.file() >= 0 && meant.decl() > 0;
    Decl decl = counts ? move.names().decl(meant) : null;
    return decl == null || decl.sort() == Sort.SPACE ? null : meant;
  }

  /** Whether a name is that of a library of Ruby's that none of some sources loads. */
  private boolean isUnloadedLibrary(int file, Use use, Set<Integer> loaded) {
    String name = use.chain().get(0).toLowerCase(Locale.ROOT);
    boolean library =
        RubyRules.isConstant(use.chain().get(0))
            && STANDARD.contains(name)
            && !LOADED.contains(name)
            && !isLater(move.outline(file), use);
    if (!library || move.names().meant(file, use) != null) {
      return false;
    }
    return loaded.stream()
        .flatMap(one -> move.outline(one).imports().stream())
        .noneMatch(one -> one.level() >= 0 && one.from().split("/")[0].equals(name));
  }
}
