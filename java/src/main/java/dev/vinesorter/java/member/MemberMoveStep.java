package dev.vinesorter.java.member;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Problem;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Forecast;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.java.code.MemberFamily;
import dev.vinesorter.java.rewrite.NewErrors;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Consumer;
import java.util.function.Function;

/**
 * Carries {@link MemberMove}s out on a copy of the sources, which is read again: only when it
 * compiles as before, and every name outside the edited places means what it meant, do the steps
 * count. What is read is the survey that they leave. Moves that do not depend on each other share
 * that reading.
 */
final class MemberMoveStep {
  private static final int MOST_SITES = 20;

  private final Survey before;
  private final Survey after;
  private final List<MemberMove> moves;

  private final Map<Integer, MemberMove> byMember = new HashMap<>();

  /** The move that edits a file. */
  private final Map<Integer, MemberMove> byFile = new HashMap<>();

  /** For each unit of the old survey the same one in the new, or -1. */
  private final int[] now;

  private MemberMoveStep(Survey before, Survey after, List<MemberMove> moves) {
    this.before = before;
    this.after = after;
    this.moves = moves;
    for (MemberMove move : moves) {
      byMember.put(move.member, move);
      move.changes().files().forEach(file -> byFile.put(file, move));
    }
    this.now = matched();
  }

  /**
   * Carries moves out that no reason speaks against so far.
   *
   * @param moves judged over one view of a copy of the sources; of those that are more than one,
   *     none depends on another, and none sweeps
   * @param reread reads sources that differ from those of the survey
   * @param each is told of every move when its outcome is in the sources
   * @return what speaks against one of them, and then nothing is done; else empty
   */
  static List<Reason> carryOut(
      List<MemberMove> moves,
      Overlay sources,
      Function<Overlay, Survey> reread,
      Consumer<Result> each) {
    Survey survey = moves.get(0).code.survey();
    Overlay copy = moves.get(0).code.sources();
    Overlay untouched = copy.copy();
    moves.forEach(move -> move.changes().apply());
    Survey fresh = reread.apply(copy);
    MemberMoveStep step = new MemberMoveStep(survey, fresh, moves);
    List<Reason> reasons = NewErrors.of(survey, fresh, "After the move");
    if (reasons.isEmpty()) {
      reasons = step.rebound();
    }
    if (reasons.isEmpty()) {
      reasons =
          new MovedMeaning(
                  survey,
                  fresh,
                  step.now,
                  file -> untouched.text(survey.units().name(file)).text(),
                  file -> copy.text(fresh.units().name(file)).text())
              .otherwise(moves);
    }
    if (!reasons.isEmpty()) {
      return reasons;
    }
    boolean sweeps = moves.get(0).may(Leave.SWEEP);
    List<String> swept = new ArrayList<>();
    Set<String> rewritten = new TreeSet<>();
    Survey left =
        sweeps
            ? step.swept(Sweep.read(survey, moves.get(0).users()), copy, reread, swept, rewritten)
            : fresh;
    List<List<String>> offers = sweeps ? List.of(swept) : step.unread();
    for (int n = 0; n < moves.size(); n++) {
      MemberMove move = moves.get(n);
      List<String> told = new ArrayList<>(offers.get(n));
      told.addAll(move.testsToo());
      told.addAll(move.believed());
      boolean last = n == moves.size() - 1;
      Set<String> own = new TreeSet<>();
      move.changes().files().forEach(file -> own.add(survey.units().name(file)));
      copy.changed()
          .forEach(
              (path, text) -> {
                if ((last || own.contains(path)) && sources.changed().get(path) != text) {
                  sources.put(path, text);
                }
              });
      each.accept(
          new Result(
              StepOutcome.changed(move.access.widenings())
                  .with(List.of(), told)
                  .rewriting(List.copyOf(rewritten)),
              left));
    }
    return List.of();
  }

  /** For each move the fields that nobody reads any more; told with the last that read one. */
  private List<List<String>> unread() {
    List<List<String>> offers = new ArrayList<>();
    Set<String> known = new TreeSet<>();
    for (int n = moves.size() - 1; n >= 0; n--) {
      List<String> own = new ArrayList<>();
      for (String field : Sweep.unread(after, Sweep.read(before, moves.get(n).users()))) {
        if (known.add(field)) {
          own.add("Nobody reads " + field + " any more; 'sweep: true' removes it.");
        }
      }
      offers.add(0, own);
    }
    return offers;
  }

  /** Takes out what is unread, one field after the other, as long as the outcome compiles. */
  private Survey swept(
      Set<String> fields,
      Overlay copy,
      Function<Overlay, Survey> reread,
      List<String> offers,
      Set<String> rewritten) {
    Survey left = after;
    List<String> known = before.problems().stream().map(Problem::message).toList();
    for (String field : Sweep.unread(after, fields)) {
      Overlay earlier = copy.copy();
      String against =
          Sweep.remove(left, copy, field, moves.get(0).may(Leave.NEVER_NULL), rewritten);
      Survey fresh = against == null ? reread.apply(copy) : left;
      if (against == null && !Forecast.newProblems(known, fresh).isEmpty()) {
        against = "the outcome would not compile";
        copy.become(earlier);
        fresh = left;
      }
      if (against == null) {
        offers.add("Removed " + field + ", which nobody reads any more.");
      } else {
        offers.add("Nobody reads " + field + " any more, but " + against + ".");
      }
      left = fresh;
    }
    return left;
  }

  // ---- whether names mean what they meant

  private int[] matched() {
    Map<Named, Integer> byName = new HashMap<>();
    Units fresh = after.units();
    for (int unit = 0; unit < fresh.size(); unit++) {
      byName.putIfAbsent(new Named(fresh.level(unit), fresh.name(unit), file(fresh, unit)), unit);
    }
    Units old = before.units();
    int[] found = new int[old.size()];
    for (int unit = 0; unit < found.length; unit++) {
      MemberMove move = byMember.get(unit);
      Named named =
          move == null
              ? new Named(old.level(unit), old.name(unit), file(old, unit))
              : new Named(Level.MEMBER, move.newName(), old.name(move.targetFile));
      found[unit] = byName.getOrDefault(named, -1);
    }
    return found;
  }

  /** What a unit is called and where it stands, since modules may share names. */
  private record Named(Level level, String name, String file) {}

  private static String file(Units units, int unit) {
    int file = units.fileOf(unit);
    return file < 0 ? "" : units.name(file);
  }

  private List<Reason> rebound() {
    for (MemberMove move : moves) {
      if (now[move.member] < 0) {
        return List.of(
            new Reason(
                RefusalCode.REBINDING,
                "The moved member was not found as " + move.newName() + " afterwards.",
                List.of(move.code.declaration(move.member))));
      }
      if (MemberFamily.isInOne(after, now[move.member])) {
        return List.of(
            new Reason(
                RefusalCode.OVERRIDE_GAINED,
                move.newName() + " would override a method, or be overridden.",
                List.of(move.code.declaration(move.member))));
      }
      for (int widened : move.access.widenedUnits()) {
        if (overriding(after, now[widened]) > overriding(before, widened)) {
          return List.of(
              new Reason(
                  RefusalCode.OVERRIDE_GAINED,
                  before.units().name(widened) + " would come to be overridden when it is widened.",
                  List.of(move.code.declaration(widened))));
        }
      }
    }
    Map<Integer, long[]> freshOf = new HashMap<>();
    List<Site> sites = new ArrayList<>();
    Units units = before.units();
    References references = before.references();
    for (int unit = 0; unit < units.size(); unit++) {
      if (references.row(unit) == references.row(unit + 1) || units.fileOf(unit) < 0) {
        continue;
      }
      MemberMove move = byMember.get(unit);
      int file = now[move != null ? move.targetFile : units.fileOf(unit)];
      long[] fresh = freshOf.computeIfAbsent(file, this::keys);
      for (int r = references.row(unit); r < references.row(unit + 1); r++) {
        Kind kind = references.kind(r);
        if (kind == Kind.MENTIONS || kind == Kind.IMPORTS || kind == Kind.THROUGH) {
          continue;
        }
        if (move != null && move.isAssertion(r)) {
          continue;
        }
        int at = placeOf(unit, r);
        long key = key(at, kind, now[references.target(r)]);
        if (at >= 0 && Arrays.binarySearch(fresh, key) < 0 && sites.size() < MOST_SITES) {
          sites.add(before.site(r));
        }
      }
    }
    return sites.isEmpty()
        ? List.of()
        : List.of(
            new Reason(
                RefusalCode.REBINDING, "A name would come to mean something else here.", sites));
  }

  /** How many methods of a survey override one. */
  private static long overriding(Survey survey, int method) {
    References references = survey.references();
    return Arrays.stream(method < 0 ? new int[0] : references.to(method))
        .filter(r -> references.kind(r) == Kind.OVERRIDES)
        .count();
  }

  private static long key(int at, Kind kind, int target) {
    return ((long) at << 32) | ((long) kind.ordinal() << 27) | (target & 0x7ff_ffffL);
  }

  /** Where a reference stands afterwards; -1 for one that the move itself wrote anew. */
  private int placeOf(int unit, int r) {
    References references = before.references();
    int begin = references.at(r);
    int end = references.end(r);
    if (begin < 0) {
      return -1;
    }
    MemberMove own = byMember.get(unit);
    MemberMove editor = byFile.get(before.units().fileOf(unit));
    if (own == null && editor == null) {
      return begin;
    }
    TextEdits edits = own != null ? own.inside : editor.changes().in(before.units().fileOf(unit));
    for (TextEdits.Edit edit : edits.list()) {
      if (edit.begin() < end && edit.end() > begin) {
        return -1;
      }
    }
    if (own == null) {
      return edits.place(begin);
    }
    int name = before.units().nameAt(own.member);
    return edits.place(begin) - edits.place(name) + after.units().nameAt(now[own.member]);
  }

  /** All references of a file of the new survey, sorted. */
  private long[] keys(int file) {
    References references = after.references();
    List<Long> keys = new ArrayList<>();
    for (int unit : after.units().withAllInside(file)) {
      for (int r = references.row(unit); r < references.row(unit + 1); r++) {
        keys.add(key(references.at(r), references.kind(r), references.target(r)));
      }
    }
    return keys.stream().mapToLong(Long::longValue).sorted().toArray();
  }
}
