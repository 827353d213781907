package dev.vinesorter.java;

/**
 * Reads a {@code module-info} by its tokens: the types and packages that its directives name. It is
 * not compiled, since all modules of a root are read in one run, where packages are open to each
 * other.
 */
final class ModuleScan {
  private ModuleScan() {}
}
