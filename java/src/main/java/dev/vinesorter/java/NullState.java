package dev.vinesorter.java;

import java.util.HashMap;
import java.util.Map;

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

  Iterable<Object> keys() {
    return known.keySet();
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
    NullEvidence before = known.get(variable);
    NullEvidence now =
        before == null || evidence instanceof NullEvidence.Seen
            ? evidence
            : before instanceof NullEvidence.Seen
                ? before
                : new NullEvidence.Either(before, evidence);
    NullState state = with(variable, now);
    if (known.containsKey(new Unchanged(variable))) {
      AtFirst first = new AtFirst(variable);
      NullEvidence older = known.get(first);
      state =
          state.with(
              first,
              older == null || evidence instanceof NullEvidence.Seen
                  ? evidence
                  : older instanceof NullEvidence.Seen
                      ? older
                      : new NullEvidence.Either(older, evidence));
    }
    return state;
  }

  /** That a variable got another value; null evidence where it may be null. */
  NullState changed(Object variable, NullEvidence evidence) {
    return with(variable, evidence).with(new Unchanged(variable), null);
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
