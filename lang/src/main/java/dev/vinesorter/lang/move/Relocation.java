package dev.vinesorter.lang.move;

import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.lang.outline.Outline;
import dev.vinesorter.lang.outline.Outline.Decl;
import dev.vinesorter.lang.outline.Outline.Use;
import dev.vinesorter.lang.read.Names;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.lang.read.Project;
import dev.vinesorter.lang.read.Rules;
import dev.vinesorter.lang.tree.Syntax;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** Declarations that leave a source for another one, and the edits that this takes. */
public final class Relocation {
  private final Project project;
  private final Rules rules;
  private final Names names;
  private final Overlay sources;
  private final Declarations language;
  private final int from;
  private final String to;
  private final Set<Integer> moved;
  private final Step step;
  private final List<Declarations.Stretch> stretches = new ArrayList<>();
  private final List<Declarations.Stretch> withdrawn = new ArrayList<>();
  private final Map<String, TextEdits> edits = new TreeMap<>();
  private final Map<Integer, Syntax> trees = new HashMap<>();
  private final List<Reason> reasons = new ArrayList<>();
  private String fresh;
  private String declaring;

  /** What defines that which moves and only says that it is; null until it is asked for. */
  private Map<Place, Integer> definitions;

  /**
   * Of declarations.
   *
   * @param from the number of the source that they leave
   * @param to the path of the one that takes them, which need not be there
   * @param moved the numbers of what moves
   */
  Relocation(
      Step step,
      Project project,
      Rules rules,
      Overlay sources,
      Declarations language,
      int from,
      String to,
      Set<Integer> moved) {
    this.project = project;
    this.rules = rules;
    this.names = new Names(project, rules);
    this.sources = sources;
    this.language = language;
    this.from = from;
    this.to = to;
    this.moved = moved;
    this.step = step;
  }

  /** The text of any file, of whatever language; empty where there is none. */
  public String other(String path) {
    return sources.exists(path) ? sources.text(path).text() : "";
  }

  /** The same, but into another source, while the goal takes what declares it. */
  Relocation into(String other) {
    Relocation apart = new Relocation(step, project, rules, sources, language, from, other, moved);
    apart.declaring = to;
    return apart;
  }

  /** The path of the source that is to declare what moves; null where nothing else is. */
  public String declaring() {
    return declaring;
  }

  public Project project() {
    return project;
  }

  public Names names() {
    return names;
  }

  public Rules rules() {
    return rules;
  }

  /** Whether the plan lets the step do that. */
  public boolean may(Leave leave) {
    return step.may(leave);
  }

  /** The number of the source that things leave. */
  public int from() {
    return from;
  }

  /** The path of the source that takes them. */
  public String to() {
    return to;
  }

  /** The number of the source that takes them; -1 for a new one. */
  public int toFile() {
    return project.number(to);
  }

  /** The numbers of what moves, in the source that it leaves. */
  public Set<Integer> moved() {
    return moved;
  }

  /** Where what moves stands now, in order. */
  public List<Declarations.Stretch> stretches() {
    return stretches;
  }

  /**
   * Whole lines that go from the old source beside what moves, since they speak of nothing else.
   */
  public List<Declarations.Stretch> withdrawn() {
    return withdrawn;
  }

  /** Something goes along, since it is part of what moves. */
  public void along(int decl) {
    moved.add(decl);
  }

  public Outline outline(int file) {
    return project.outlines().get(file);
  }

  /** The source that things leave. */
  public Outline old() {
    return outline(from);
  }

  public String path(int file) {
    return outline(file).path();
  }

  public String text(int file) {
    return sources.text(path(file)).text();
  }

  /** What ends a line in a source. */
  public String lineEnd(int file) {
    return sources.text(path(file)).lineEnd();
  }

  /** Whether a file of any kind has a path. */
  public boolean exists(String path) {
    return sources.exists(path);
  }

  public Syntax tree(int file) {
    return trees.computeIfAbsent(file, n -> language.parse(path(n), text(n)));
  }

  /** The edits of a source, which may be added to. */
  public TextEdits edits(int file) {
    return edits.computeIfAbsent(path(file), path -> new TextEdits());
  }

  /** The text of the source that takes what moves, where that is new. */
  public void fresh(String text) {
    fresh = text;
  }

  String fresh() {
    return fresh;
  }

  Map<String, TextEdits> edits() {
    return edits;
  }

  List<Reason> reasons() {
    return reasons;
  }

  /** Adds a reason not to move, with a place in a source. */
  public void refuse(RefusalCode code, String message, int file, int begin, int end) {
    Site site = SourceText.site(path(file), outline(file).lines(), begin, end);
    boolean known = reasons.stream().anyMatch(one -> one.message().equals(message));
    if (!known) {
      reasons.add(new Reason(code, message, List.of(site)));
    }
  }

  /** Whether a declaration of the old source moves, or stands in what does. */
  public boolean isMoved(int decl) {
    List<Decl> decls = old().decls();
    for (int at = decl; at > 0; at = decls.get(at).around()) {
      if (moved.contains(at)) {
        return true;
      }
    }
    return false;
  }

  /** Whether a place is right one of what moves. */
  public boolean moves(Place place) {
    return moved.contains(stands(place));
  }

  /**
   * The declaration of the old source that a place is, or defines where what moves only says that
   * it is defined elsewhere; -1 for another place.
   */
  public int stands(Place place) {
    if (place != null && place.file() == from) {
      return place.decl();
    }
    if (definitions == null) {
      definitions = new HashMap<>();
      for (int decl : moved) {
        Decl one = old().decls().get(decl);
        Place meant = one.only() ? names.declared(from, decl) : null;
        if (meant != null && meant.file() >= 0) {
          definitions.put(meant, decl);
        }
      }
    }
    return place == null ? -1 : definitions.getOrDefault(place, -1);
  }

  /** Whether a char of the old source is in what moves. */
  public boolean isInside(int at) {
    return stretches.stream().anyMatch(one -> one.begin() <= at && at < one.end());
  }

  /** The uses in what moves. */
  public List<Use> inside() {
    return old().uses().stream().filter(use -> isMoved(use.decl()) || isInside(use.at())).toList();
  }

  /** The uses in the old source that stay there. */
  public List<Use> staying() {
    return old().uses().stream()
        .filter(use -> !isMoved(use.decl()) && !isInside(use.at()))
        .toList();
  }

  /** The name of what moves, by its number. */
  public String name(int decl) {
    return old().decls().get(decl).name();
  }

  /** The text of what moves, with the edits in it, which are taken out of those of its source. */
  public String text(Declarations.Stretch stretch) {
    return edits(from).cut(text(from), stretch.begin(), stretch.end());
  }
}
