package org.saltmarsh.print;

/** Puts text on paper. */
public interface Printer {
  void print(String text);
}
