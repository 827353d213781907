package dev.vinesorter.java.read;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.IntFunction;

/**
 * Who may mean something else by a name when members of that name changed in classes.
 *
 * <p>In sources without errors each name is bound already. One behind a dot is looked up in the
 * type before it, so it can come to mean a member of a class, or cease to, only where that type is
 * the class or one below it, which leaves a trace by itself; or where it is a type parameter, and
 * the name means a member of a class above or below. A name by itself is looked up in the classes
 * around it, which are their heirs' business, and among what is imported, which names the class. So
 * does whatever uses a member that nobody declared.
 */
final class MemberUsers {
  /** What classes have above them without saying so. */
  private static final Set<String> UNSAID =
      Set.of("java.lang.Object", "java.lang.Enum", "java.lang.Record");

  private final Units units;
  private final References references;

  private MemberUsers(Survey survey) {
    this.units = survey.units();
    this.references = survey.references();
  }

  /**
   * The files that use a source in any way, or a type below one of its types, or a member of one of
   * some names of a type above or below.
   *
   * @param path of the source
   * @param names simple names of members
   */
  static Set<String> of(Survey survey, String path, Set<String> names) {
    return new MemberUsers(survey).of(path, names);
  }

  private Set<String> of(String path, Set<String> names) {
    int file = units.find(path, Level.FILE);
    if (file < 0) {
      return Set.of();
    }
    List<Integer> own = units.withAllInside(file);
    Set<Integer> below = related(own, this::heirs);
    Set<Integer> kin = related(below, this::parents);
    UNSAID.forEach(name -> kin.add(units.find(name, Level.TYPE)));
    Set<Integer> used = new TreeSet<>(own);
    used.addAll(below);
    for (int type : kin) {
      for (int member : type < 0 ? new int[0] : units.children(type)) {
        if (units.level(member) == Level.MEMBER
            && names.contains(MemberNames.bare(units.simpleName(member)))) {
          used.add(member);
        }
      }
    }
    Set<String> users = new TreeSet<>();
    for (int unit : used) {
      for (int r : references.to(unit)) {
        int user = units.fileOf(references.from(r));
        if (user >= 0) {
          users.add(units.name(user));
        }
      }
    }
    return users;
  }

  /** The types among some units, with all that come of them step by step. */
  private Set<Integer> related(Collection<Integer> some, IntFunction<List<Integer>> next) {
    Set<Integer> all = new HashSet<>();
    Deque<Integer> open = new ArrayDeque<>(some);
    while (!open.isEmpty()) {
      int unit = open.remove();
      if (units.level(unit) == Level.TYPE && all.add(unit)) {
        open.addAll(next.apply(unit));
      }
    }
    return all;
  }

  private List<Integer> heirs(int type) {
    List<Integer> found = new ArrayList<>();
    for (int r : references.to(type)) {
      if (isInheritance(r)) {
        found.add(references.from(r));
      }
    }
    return found;
  }

  private List<Integer> parents(int type) {
    List<Integer> found = new ArrayList<>();
    for (int r = references.row(type); r < references.row(type + 1); r++) {
      if (isInheritance(r)) {
        found.add(references.target(r));
      }
    }
    return found;
  }

  private boolean isInheritance(int reference) {
    Kind kind = references.kind(reference);
    return kind == Kind.EXTENDS || kind == Kind.IMPLEMENTS;
  }
}
