package dev.vinesorter.java.nullness;

import java.util.HashMap;
import java.util.Map;
import java.util.function.IntPredicate;

/**
 * What is known about variables at one place. Variables are keyed by their name, fields by their
 * unit; what has no evidence may be null. States do not change.
 */
final class NullState {
  /** The value that a variable had at the beginning. */
  record AtFirst(Object variable) {}

  /** That a variable still has the value that it had at the beginning. */
  record Unchanged(Object variable) {}

  static final NullState EMPTY = new NullState(Map.of());

  private final Map<Object, NullEvidence> known;

  private NullState(Map<Object, NullEvidence> known) {
    this.known = known;
  }

  /** Null where the key may be null. */
  NullEvidence of(Object key) {
    return known.get(key);
  }

  /** With other evidence; null takes it away. */
  NullState with(Object key, NullEvidence evidence) {
    if (known.get(key) == evidence) {
      return this;
    }
    Map<Object, NullEvidence> copy = new HashMap<>(known);
    if (evidence == null) {
      copy.remove(key);
    } else {
      copy.put(key, evidence);
    }
    return new NullState(copy);
  }

  /** That a variable holds an object from here on, and did at first if it did not change. */
  NullState learned(Object variable, NullEvidence evidence) {
    NullState state = with(variable, NullEvidence.either(known.get(variable), evidence));
    AtFirst first = new AtFirst(variable);
    return known.containsKey(new Unchanged(variable))
        ? state.with(first, NullEvidence.either(known.get(first), evidence))
        : state;
  }

  /** That a variable got another value; null evidence where it may be null. */
  NullState changed(Object variable, NullEvidence evidence) {
    return with(variable, evidence).with(new Unchanged(variable), null);
  }

  /** That some of the fields may have been written by code elsewhere. */
  NullState touched(IntPredicate fields) {
    NullState state = this;
    for (Map.Entry<Object, NullEvidence> one : known.entrySet()) {
      if (one.getKey() instanceof Integer field && fields.test(field)) {
        NullEvidence evidence = one.getValue();
        boolean again = evidence instanceof NullEvidence.Kept;
        state = state.changed(field, again ? evidence : new NullEvidence.Kept(evidence, field));
      }
    }
    return state;
  }

  /** Without what is known of fields. */
  NullState withoutFields() {
    NullState state = this;
    for (Object key : known.keySet()) {
      state = key instanceof Integer ? state.changed(key, null) : state;
    }
    return state;
  }

  /** What is known where two ways meet; null stands for a way that nobody goes. */
  static NullState meet(NullState one, NullState other) {
    if (one == null || one == other) {
      return other;
    }
    if (other == null) {
      return one;
    }
    Map<Object, NullEvidence> both = new HashMap<>();
    one.known.forEach(
        (key, evidence) -> {
          NullEvidence there = other.known.get(key);
          if (there != null) {
            both.put(key, NullEvidence.both(evidence, there));
          }
        });
    return new NullState(both);
  }
}
