package dev.vinesorter.core.misfit;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Step;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** Fields that other types write, past the type that ought to keep them right. */
final class ExposedField implements Judge {
  /** Where so many fields of a type are written by others, it is a plain structure. */
  private static final int STRUCTURE = 4;

  @Override
  public MisfitKind kind() {
    return MisfitKind.EXPOSED_FIELD;
  }

  @Override
  public List<Misfit> judge(Inquiry inquiry) {
    TypeTies ties = inquiry.types();
    MemberTies members = inquiry.members();
    Units units = inquiry.units();
    References references = inquiry.survey().references();
    Map<Integer, Map<Integer, Integer>> writers = new TreeMap<>();
    for (int unit = 0; unit < units.size(); unit++) {
      int writer = ties.nodeOf[unit];
      for (int r = references.row(unit); writer >= 0 && r < references.row(unit + 1); r++) {
        int field = members.nodeOf[references.target(r)];
        boolean writes = references.kind(r) == Kind.WRITES && field >= 0;
        if (writes && members.owner[field] != writer && isOpen(members, field)) {
          writers.computeIfAbsent(field, f -> new TreeMap<>()).putIfAbsent(writer, r);
        }
      }
    }
    Map<Integer, Integer> byOwner = new TreeMap<>();
    writers.keySet().forEach(field -> byOwner.merge(members.owner[field], 1, Integer::sum));
    List<Misfit> found = new ArrayList<>();
    writers.forEach(
        (field, by) -> {
          if (byOwner.get(members.owner[field]) < STRUCTURE) {
            found.add(misfit(inquiry, field, by));
          }
        });
    return found;
  }

  private static boolean isOpen(MemberTies members, int field) {
    return members.has(field, Trait.FIELD) && !members.has(field, Trait.PRIVATE);
  }

  private static Misfit misfit(Inquiry inquiry, int field, Map<Integer, Integer> writers) {
    TypeTies ties = inquiry.types();
    MemberTies members = inquiry.members();
    List<Misfit.Evidence> evidence = new ArrayList<>();
    boolean heirs = true;
    boolean apart = false;
    for (Map.Entry<Integer, Integer> writer : writers.entrySet()) {
      int unit = ties.unit(writer.getKey());
      evidence.add(
          Misfit.Evidence.at("written by " + inquiry.units().simpleName(unit), writer.getValue()));
      apart |= ties.home[writer.getKey()] != ties.home[members.owner[field]];
      int by = inquiry.survey().references().from(writer.getValue());
      heirs &= inherits(inquiry, by, members.unitOf[field]);
    }
    double score = .45 + .05 * Math.min(5, writers.size()) + (apart ? .1 : -.1) - (heirs ? .25 : 0);
    return new Misfit(
        MisfitKind.EXPOSED_FIELD,
        members.unitOf[field],
        List.of(),
        "",
        score,
        evidence,
        heirs ? List.of("only its heirs write it") : List.of(),
        List.of(
            new Step.Enclose(List.of(inquiry.units().name(members.unitOf[field])), Set.of(), 0)),
        "enclose it: let its own type change it");
  }

  /** Whether the member that writes stands in a type, maybe a nested one, that has the field. */
  private static boolean inherits(Inquiry inquiry, int writer, int field) {
    Units units = inquiry.units();
    for (int type = units.parent(writer); type >= 0; type = units.parent(type)) {
      if (units.level(type) == Level.TYPE
          && inquiry.withAllAbove(type).contains(units.parent(field))) {
        return true;
      }
    }
    return false;
  }
}
