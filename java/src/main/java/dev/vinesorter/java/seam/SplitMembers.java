package dev.vinesorter.java.seam;

import dev.vinesorter.core.model.Glob;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.FoundByName;
import dev.vinesorter.java.code.MemberFamily;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.rewrite.MemberRegion;
import dev.vinesorter.java.rewrite.Rewriting;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;

/** The members of a type that go into another one, with what speaks against each of them. */
final class SplitMembers {
  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final Step.Split step;
  private final int owner;
  private final Set<Integer> out = new TreeSet<>();

  /** They in the order of the source, with the text that belongs to each. */
  private final Map<Integer, MemberRegion> regions = new LinkedHashMap<>();

  SplitMembers(Rewriting rewriting, Step.Split step, int owner) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.step = step;
    this.owner = owner;
  }

  /** Finds them; what no member is called, and what cannot go, is refused. */
  void choose() {
    for (String wanted : step.out()) {
      Predicate<String> called =
          wanted.indexOf('*') < 0
              ? wanted::equals
              : text -> Glob.ofName(wanted.replace("*", "**")).matches(text);
      boolean any = false;
      for (int member : units.children(owner)) {
        String name = units.simpleName(member);
        boolean meant = called.test(name) || called.test(MemberNames.bare(name));
        if (meant && units.level(member) != Level.MEMBER) {
          rewriting.refuse(
              RefusalCode.NOT_YET,
              units.name(member) + " is a type; move types by 'move'.",
              code.declaration(member));
        }
        boolean goes =
            meant
                && units.level(member) == Level.MEMBER
                && !units.has(member, Trait.CONSTRUCTOR)
                && !units.has(member, Trait.INITIALISER)
                && units.begin(member) >= 0;
        any |= goes;
        if (goes && out.add(member)) {
          judge(member);
        }
      }
      if (!any) {
        rewriting.refuse(
            RefusalCode.UNKNOWN_UNIT,
            units.name(owner) + " has no field or method that is called " + wanted + ".",
            code.declaration(owner));
      }
    }
    out.stream()
        .sorted(Comparator.comparingInt(units::begin))
        .forEach(member -> regions.put(member, MemberRegion.of(code, member)));
    together();
    if (!instance().isEmpty()) {
      objects();
    }
  }

  private void judge(int member) {
    String name = units.name(member);
    if (units.has(member, Trait.FIELD) && units.type(member).isEmpty()) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET, name + " is a constant of an enum.", code.declaration(member));
    } else if (units.has(member, Trait.SYNCHRONIZED)) {
      rewriting.refuse(
          RefusalCode.SYNCHRONIZED,
          name + " locks its object or class; it would lock another.",
          code.declaration(member));
    } else if (units.has(member, Trait.ABSTRACT)) {
      rewriting.refuse(
          RefusalCode.NO_BODY, name + " has no code that could go.", code.declaration(member));
    } else if (MemberFamily.isInOne(code.survey(), member)) {
      rewriting.refuse(
          RefusalCode.OVERRIDING,
          name + " overrides another method or is overridden; it has to stay where it is.",
          code.declaration(member));
    }
    boolean field = units.has(member, Trait.FIELD);
    String finder =
        field ? FoundByName.fieldFinder(code, member) : FoundByName.finder(code, member);
    if (finder != null && !step.may(Leave.FOUND_BY_NAME)) {
      rewriting.refuse(
          RefusalCode.FOUND_BY_NAME,
          name
              + " is not only used where it is named: "
              + finder
              + ". Say 'found-by-name: true' to take it out all the same.",
          code.declaration(member));
    }
  }

  /** Fields that are declared in one statement go together. */
  private void together() {
    for (int member : out) {
      int other = units.has(member, Trait.FIELD) ? code.declaredWith(member) : -1;
      if (other >= 0) {
        rewriting.refuse(
            RefusalCode.DECLARED_TOGETHER,
            units.name(member) + " is declared with " + units.simpleName(other) + ".",
            code.declaration(member));
        return;
      }
    }
  }

  /** What belongs to objects can be kept by a part of them, unless copies would share that. */
  private void objects() {
    boolean plain =
        !units.has(owner, Trait.INTERFACE)
            && !units.has(owner, Trait.ANNOTATION)
            && !units.has(owner, Trait.RECORD);
    if (!plain) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET,
          units.name(owner) + " is no class whose objects could keep a part.",
          code.declaration(owner));
      return;
    }
    for (int above : code.allSupertypes(owner)) {
      String name = units.name(above);
      boolean copied =
          name.equals("java.lang.Cloneable")
              || name.equals("java.io.Serializable") && !units.has(owner, Trait.ENUM)
              || name.equals("java.io.Externalizable");
      if (copied) {
        rewriting.refuse(
            RefusalCode.NOT_YET,
            "Objects of "
                + units.name(owner)
                + " are copied or stored field by field ("
                + name
                + "); a part of theirs would be shared or lost.",
            code.declaration(owner));
        return;
      }
    }
    boolean inner =
        units.level(units.parent(owner)) == Level.TYPE
            && !units.has(owner, Trait.STATIC)
            && !units.has(owner, Trait.ENUM);
    if (inner) {
      rewriting.refuse(
          RefusalCode.INNER_CLASS,
          units.name(owner) + " has an object around it, which its part would not know.",
          code.declaration(owner));
    }
  }

  boolean has(int member) {
    return out.contains(member);
  }

  /** All of them in the order of the source. */
  List<Integer> inOrder() {
    return List.copyOf(regions.keySet());
  }

  /** A member's text with the comments that belong to it. */
  MemberRegion region(int member) {
    return regions.get(member);
  }

  /** Whether a char of a file belongs to one of them. */
  boolean hold(int file, int at) {
    return file == units.fileOf(owner)
        && regions.values().stream().anyMatch(one -> one.begin() <= at && at < one.end());
  }

  /** Those of objects, in the order of the source. */
  List<Integer> instance() {
    return inOrder().stream().filter(one -> !units.has(one, Trait.STATIC)).toList();
  }

  /** Whether a method leaves one behind that passes calls on. */
  boolean leavesForward(int member) {
    return step.may(Leave.FORWARD)
        && units.has(member, Trait.METHOD)
        && !units.has(member, Trait.PRIVATE);
  }

  /** The name that a member has afterwards. */
  String after(int member) {
    return step.as() + "#" + units.simpleName(member);
  }
}
