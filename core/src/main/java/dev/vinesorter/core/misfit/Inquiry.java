package dev.vinesorter.core.misfit;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.structure.View;
import dev.vinesorter.core.structure.WholeSources;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * What judges are asked about: a survey as it is looked at, and what counts as acting on the world.
 * What several of them need is worked out once.
 *
 * @param survey the survey
 * @param view the part of it that is judged
 * @param actions what library members act on the outside world
 * @param namedElsewhere dotted names in service files, build files and other settings
 */
public record Inquiry(Survey survey, View view, Actions actions, Set<String> namedElsewhere) {
  public Inquiry {
    namedElsewhere = Set.copyOf(namedElsewhere);
  }

  public Units units() {
    return survey.units();
  }

  public TypeTies types() {
    return TypeTies.of(survey, view);
  }

  public MemberTies members() {
    return MemberTies.of(survey, view);
  }

  /** For each unit of the survey the sort of action that it is, or null. */
  String[] acting() {
    return survey.once(new Key(actions), () -> actions.in(survey));
  }

  private record Key(Actions actions) {}

  /** The first reference by which a unit uses another, but in documentation; -1 for none. */
  int reference(int unit, int used) {
    References references = survey.references();
    for (int r = references.row(unit); r < references.row(unit + 1); r++) {
      if (references.target(r) == used && references.kind(r).structural()) {
        return r;
      }
    }
    return -1;
  }

  /** The types that a type names as those right above it, each once. */
  List<Integer> above(int type) {
    References references = survey.references();
    List<Integer> found = new ArrayList<>();
    for (int r = references.row(type); r < references.row(type + 1); r++) {
      Kind kind = references.kind(r);
      boolean names = kind == Kind.EXTENDS || kind == Kind.IMPLEMENTS;
      if (names && !found.contains(references.target(r))) {
        found.add(references.target(r));
      }
    }
    return found;
  }

  /** A type and all that is above it. */
  Set<Integer> withAllAbove(int type) {
    Set<Integer> all = new HashSet<>();
    Deque<Integer> open = new ArrayDeque<>(List.of(type));
    while (!open.isEmpty()) {
      int next = open.pop();
      if (all.add(next)) {
        open.addAll(above(next));
      }
    }
    return all;
  }

  /**
   * The step that takes outermost types into a package: with their sources where packages are
   * folders, else by their names.
   *
   * @param into the name of a package; a new one may begin with that of one that is there
   */
  public Step.Move move(List<Integer> types, String into) {
    WholeSources sources = WholeSources.of(survey);
    if (!types.stream().allMatch(sources::holds)) {
      List<String> names = types.stream().map(units()::name).toList();
      return new Step.Move(names, into, Set.of(Leave.WIDEN), 0);
    }
    List<String> paths = sources.paths(types);
    String folder = sources.folder(into, paths.get(0));
    String there = folder == null ? into : folder;
    return new Step.Move(paths, there.isEmpty() ? "." : there, Set.of(), 0);
  }

  /** The full name of a unit. */
  String name(int unit) {
    return units().name(unit);
  }

  /** The simple name of a unit, a method's with empty parentheses. */
  String brief(int unit) {
    String name = units().simpleName(unit);
    return name.indexOf('(') < 0 ? name : MemberNames.bare(name) + "()";
  }

  /** The first units by name, joined for people. */
  String some(int[] found) {
    String[] names =
        Arrays.stream(found).limit(3).mapToObj(units()::simpleName).toArray(String[]::new);
    return String.join(", ", names) + (found.length > 3 ? " …" : "");
  }
}
