package dev.vinesorter.java.member;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.java.syntax.Expressions;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.Modifiers;
import dev.vinesorter.java.syntax.TypeVariables;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * The type parameters of the type that a method leaves. Where the new object's type is given one of
 * them, the new owner has its own name for it; the others become type parameters of the method.
 */
final class OwnerVariables {
  private final MemberMove move;
  private final Units units;
  private final JavaTokens tokens;
  private final List<TypeVariables.Variable> all;

  /** What each of them is called in the new place. */
  private final Map<String, String> fresh = new HashMap<>();

  /** Those that the method has to declare. */
  private final Set<TypeVariables.Variable> declared = new LinkedHashSet<>();

  /** Those of the method's own type parameters that the new owner has as its own. */
  private List<TypeVariables.Variable> dropped = List.of();

  OwnerVariables(MemberMove move) {
    this.move = move;
    this.units = move.units;
    this.tokens = move.tokens;
    this.all = move.code.typeVariables(move.owner);
  }

  /**
   * Finds out what becomes of each.
   *
   * @param given the tokens of the type arguments that the new object's type has
   * @param needsOwner whether the old object becomes a parameter
   */
  void settle(List<Expressions.Run> given, boolean needsOwner) {
    if (needsOwner && isInnerOfGeneric()) {
      move.refuse(
          RefusalCode.GENERIC_OWNER,
          units.name(move.owner)
              + " stands in a type with type parameters, which the moved method would not know.",
          move.code.declaration(move.member));
      return;
    }
    drop(given);
    if (all.isEmpty()) {
      return;
    }
    List<String> own = new ArrayList<>();
    own().forEach(variable -> own.add(variable.name()));
    List<TypeVariables.Variable> theirs = move.code.typeVariables(move.target);
    Set<String> taken = new TreeSet<>(own);
    theirs.forEach(variable -> taken.add(variable.name()));
    for (int n = 0; n < Math.min(given.size(), theirs.size()); n++) {
      Expressions.Run run = given.get(n);
      String name = tokens.text(run.begin());
      boolean isOwners =
          run.end() - run.begin() == 1 && all.stream().anyMatch(v -> v.name().equals(name));
      if (isOwners) {
        fresh.putIfAbsent(name, theirs.get(n).name());
      }
    }
    for (TypeVariables.Variable variable : all) {
      String name = variable.name();
      if (own.contains(name)) {
        move.refuse(
            RefusalCode.GENERIC_OWNER,
            "The method has a type parameter " + name + ", as its owner has.",
            move.code.declaration(move.member));
        return;
      }
      if (!fresh.containsKey(name) && (needsOwner || mentions(name))) {
        declare(variable, taken);
      }
    }
  }

  /** Of {@code <K, V, R> m(Map<K, V>)} the new owner knows K and V, and R stays the method's. */
  private void drop(List<Expressions.Run> given) {
    List<TypeVariables.Variable> theirs = move.code.typeVariables(move.target);
    Map<String, String> known = new HashMap<>();
    for (int n = 0; n < Math.min(given.size(), theirs.size()); n++) {
      if (given.get(n).end() - given.get(n).begin() == 1) {
        known.putIfAbsent(tokens.text(given.get(n).begin()), theirs.get(n).name());
      }
    }
    List<String> kept = new ArrayList<>();
    own().stream().map(v -> v.name()).filter(v -> !known.containsKey(v)).forEach(kept::add);
    dropped =
        own().stream()
            .filter(v -> known.containsKey(v.name()) && !kept.contains(known.get(v.name())))
            .toList();
    dropped.forEach(variable -> fresh.put(variable.name(), known.get(variable.name())));
  }

  /** The method's own type parameters that it does not declare any more. */
  List<String> dropped() {
    return dropped.stream().map(TypeVariables.Variable::name).toList();
  }

  private void declare(TypeVariables.Variable variable, Set<String> taken) {
    String name = variable.name();
    while (!taken.add(name)) {
      name += "1";
    }
    fresh.put(variable.name(), name);
    declared.add(variable);
    // Its bounds may name others.
    for (TypeVariables.Variable other : all) {
      for (int at = variable.run().begin(); at < variable.run().end(); at++) {
        if (tokens.isWord(at, other.name()) && !fresh.containsKey(other.name())) {
          declare(other, taken);
        }
      }
    }
  }

  private List<TypeVariables.Variable> own() {
    return TypeVariables.of(
        tokens, Modifiers.behindModifiers(tokens, tokens.from(units.begin(move.member))));
  }

  private boolean isInnerOfGeneric() {
    int inner = move.owner;
    int around = units.parent(inner);
    while (units.level(around) == Level.TYPE
        && !units.has(inner, Trait.STATIC)
        && !units.has(inner, Trait.INTERFACE)
        && !units.has(inner, Trait.ENUM)
        && !units.has(inner, Trait.RECORD)) {
      if (!move.code.typeVariables(around).isEmpty()) {
        return true;
      }
      inner = around;
      around = units.parent(inner);
    }
    return false;
  }

  private boolean mentions(String name) {
    for (int token = move.firstToken(); token < move.pastToken(); token++) {
      if (isVariable(token, name)) {
        return true;
      }
    }
    return false;
  }

  private boolean isVariable(int token, String name) {
    return tokens.isWord(token, name) && !tokens.is(token - 1, ".") && !tokens.is(token + 1, "(");
  }

  /** The type arguments of the old owner, as they are written in the new place. */
  String arguments() {
    return all.isEmpty()
        ? ""
        : "<" + String.join(", ", all.stream().map(v -> fresh.get(v.name())).toList()) + ">";
  }

  /** A parameter's type with the names of the new place. */
  String after(String type) {
    return fresh.getOrDefault(type, type);
  }

  /**
   * Gives the variables in the method their new names.
   *
   * @param without a run of tokens that goes, or null
   */
  void into(TextEdits edits, Expressions.Run without) {
    removeDropped(edits);
    fresh.forEach(
        (old, name) -> {
          for (int token = move.firstToken(); token < move.pastToken(); token++) {
            boolean goes = without != null && without.holds(token) || isDropped(token);
            if (!goes && !old.equals(name) && isVariable(token, old)) {
              edits.replace(tokens.begin(token), tokens.end(token), name);
            }
          }
        });
  }

  private boolean isDropped(int token) {
    return dropped.stream().anyMatch(variable -> variable.run().holds(token));
  }

  /** Takes those out of the method's list that it does not declare any more; with all, the list. */
  private void removeDropped(TextEdits edits) {
    List<TypeVariables.Variable> own = own();
    int kept = own.size() - 1;
    while (kept >= 0 && dropped.contains(own.get(kept))) {
      kept--;
    }
    if (kept < 0) {
      if (!own.isEmpty()) {
        int past = own.get(own.size() - 1).run().end() + 1;
        edits.remove(tokens.begin(own.get(0).run().begin() - 1), tokens.begin(past));
      }
      return;
    }
    for (int n = 0; n < kept; n++) {
      if (dropped.contains(own.get(n))) {
        edits.remove(
            tokens.begin(own.get(n).run().begin()), tokens.begin(own.get(n + 1).run().begin()));
      }
    }
    if (kept < own.size() - 1) {
      edits.remove(
          tokens.end(own.get(kept).run().end() - 1),
          tokens.end(own.get(own.size() - 1).run().end() - 1));
    }
  }

  /** Declares what the method needs, before its type. */
  void declare(TextEdits edits, String before) {
    int type = Modifiers.behindModifiers(tokens, move.firstToken());
    List<String> texts = declared.stream().map(variable -> text(variable.run())).toList();
    String list = String.join(", ", texts);
    if (tokens.is(type, "<") && dropped.size() < own().size() && !list.isEmpty()) {
      edits.insert(tokens.end(type), list + ", ");
      list = "";
    }
    String lead = before + (list.isEmpty() ? "" : "<" + list + "> ");
    if (!lead.isEmpty()) {
      inFront(edits, tokens.begin(type), move.changes.encodable(move.targetFile, lead));
    }
  }

  /** Puts modifiers and type parameters before what completes the name of a type that follows. */
  private void inFront(TextEdits edits, int at, String lead) {
    String there = edits.cut(move.code.text(move.file), at, at);
    String access = "";
    for (String word : List.of("public ", "protected ")) {
      int place = there.indexOf(word);
      if (place >= 0) {
        access = word;
        there = there.substring(0, place) + there.substring(place + word.length());
      }
    }
    edits.insert(at, access + lead + there);
  }

  /** A declaration with its bounds, as it is written in the new place. */
  private String text(Expressions.Run run) {
    TextEdits edits = new TextEdits();
    References references = move.references;
    for (int token = run.begin(); token < run.end(); token++) {
      String now = tokens.text(token);
      if (fresh.containsKey(now)) {
        edits.replace(tokens.begin(token), tokens.end(token), fresh.get(now));
        continue;
      }
      for (int r = references.row(move.owner); r < references.row(move.owner + 1); r++) {
        int used = references.target(r);
        if (references.at(r) == tokens.begin(token)
            && units.level(used) == Level.TYPE
            && !tokens.is(token - 1, ".")) {
          edits.replace(
              tokens.begin(token), tokens.end(token), move.names.in(move.targetFile, used));
          break;
        }
      }
    }
    String text = move.code.text(move.file);
    return edits.cut(text, tokens.begin(run.begin()), tokens.end(run.end() - 1));
  }
}
