package org.saltmarsh.print;

import java.util.ArrayList;
import java.util.List;

/** The laser printer in the corridor; it keeps what it printed for the log. */
public final class LaserPrinter implements Printer {
  private static final List<String> PRINTED = new ArrayList<>();

  @Override
  public void print(String text) {
    PRINTED.add(text);
  }

  public static List<String> printed() {
    return List.copyOf(PRINTED);
  }
}
