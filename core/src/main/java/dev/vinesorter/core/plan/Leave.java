package dev.vinesorter.core.plan;

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
  /** Move what Java or a framework finds by its name and place. */
  FOUND_BY_NAME,
  /** Change text that is only likely to name what gets another name. */
  MENTIONS
}
