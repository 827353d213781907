package org.saltmarsh.label;

import java.util.List;
import java.util.stream.Collectors;

/** The words on a label. */
public final class LabelText {
  private static final int WIDTH = 40;

  private final List<String> lines;

  public LabelText(List<String> lines) {
    this.lines = List.copyOf(lines);
  }

  public List<String> lines() {
    return lines;
  }

  /** The label in a frame, each line cut to the label's width. */
  public String framed() {
    String rule = "+" + "-".repeat(WIDTH) + "+";
    return lines.stream()
        .map(l -> l.length() > WIDTH ? l.substring(0, WIDTH) : l)
        .map(l -> "|" + l + " ".repeat(WIDTH - l.length()) + "|")
        .collect(Collectors.joining("\n", rule + "\n", "\n" + rule));
  }
}
