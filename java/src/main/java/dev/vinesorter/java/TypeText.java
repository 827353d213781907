package dev.vinesorter.java;

/** Types as they are written. */
final class TypeText {
  private TypeText() {}
}
