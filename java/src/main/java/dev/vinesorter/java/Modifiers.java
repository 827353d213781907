package dev.vinesorter.java;

/** The modifiers and annotations that a declaration begins with, found by its tokens. */
final class Modifiers {
  private Modifiers() {}
}
