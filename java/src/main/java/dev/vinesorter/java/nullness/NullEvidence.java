package dev.vinesorter.java.nullness;

import com.sun.source.tree.ExpressionTree;

/**
 * Why a variable may be known to hold an object. What depends on other code is only named here, and
 * looked into when somebody asks.
 */
sealed interface NullEvidence {
  /** Seen in the code: reached into, made, or compared with null. */
  record Seen() implements NullEvidence {}

  NullEvidence SEEN = new Seen();

  /** It got the value of an expression. */
  record Given(NullFlow flow, ExpressionTree value, NullState state) implements NullEvidence {}

  /** It is a parameter that has not changed: its callers know. */
  record Passed(int method, int index) implements NullEvidence {}

  /** It is a field of the method's object that has not changed since: its callers know. */
  record AtEntry(int method, int field) implements NullEvidence {}

  /** It was passed to a method that fails on null, if it does. */
  record Demanded(int method, int index) implements NullEvidence {}

  /** Something that may write the field came between; it holds if nobody ever writes null. */
  record Kept(NullEvidence before, int field) implements NullEvidence {}

  record Both(NullEvidence one, NullEvidence other) implements NullEvidence {}

  record Either(NullEvidence one, NullEvidence other) implements NullEvidence {}

  /** Evidence that came to what was there before, which may be null. */
  static NullEvidence either(NullEvidence before, NullEvidence more) {
    if (before == null || more instanceof Seen) {
      return more;
    }
    return before instanceof Seen ? before : new Either(before, more);
  }

  /** Evidence where two ways meet. */
  static NullEvidence both(NullEvidence one, NullEvidence other) {
    if (one == other || other instanceof Seen) {
      return one;
    }
    return one instanceof Seen ? other : new Both(one, other);
  }
}
