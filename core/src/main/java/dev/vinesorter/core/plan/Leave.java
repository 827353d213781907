package dev.vinesorter.core.plan;

import java.util.Locale;

/** What a step may do beyond its verb; none of it unless said. */
public enum Leave {
  /** Make members less private where the new place needs it. */
  WIDEN,
  /** Take the packages below a package along. */
  BELOW,
  /** Leave the tests of a moved type where they are. */
  ALONE,
  /** Take what is the public interface of a library for used. */
  LIBRARY,
  /** Leave a member behind that passes callers on to the moved one. */
  FORWARD,
  /** Remove what nobody reads any more. */
  SWEEP,
  /** Take the object that a method goes to for one that is never null. */
  NEVER_NULL,
  /** Take it that no two objects have the same one in a field. */
  OWN,
  /** Move what Java or a framework finds by its name and place. */
  FOUND_BY_NAME,
  /** Take what a step would evaluate at another time for something without effects. */
  PURE,
  /** Take it that a method that is there gives as good an object as the one that was made. */
  CHOOSES,
  /** Take it that a method is run once for an object, and not again before it ends. */
  ONCE,
  /** Treat the same code elsewhere alike. */
  ALIKE,
  /** Make the type that a member goes to, where it is not there. */
  NEW_TYPE,
  /** Declare the version of stored objects where the computed one would become another. */
  SERIAL,
  /** Change text that is only likely to name what gets another name. */
  MENTIONS;

  /** Whether a plan gives it by a key of its own that is true. */
  public boolean isFlag() {
    return this != FORWARD && this != MENTIONS && this != SERIAL;
  }

  /** The key of a plan that gives it, such as {@code never-null}. */
  public String word() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  /** What a key gives leave to when it is true; null where it is no such key. */
  public static Leave flag(String key) {
    for (Leave leave : values()) {
      if (leave.isFlag() && leave.word().equals(key)) {
        return leave;
      }
    }
    return null;
  }
}
