package org.saltmarsh.vault;

import java.util.ArrayList;
import java.util.List;
import org.saltmarsh.label.LabelText;

/** A sheet of labels, cut along its lines once printed. See {@link VaultMap} for where they go. */
public final class LabelSheet {
  static final int COLUMNS = 3;

  private final List<LabelText> labels = new ArrayList<>();

  public void add(LabelText label) {
    labels.add(label);
  }

  public int rows() {
    return (labels.size() + COLUMNS - 1) / COLUMNS;
  }

  /** The labels, row by row, as they are sent to the printer. */
  public String text() {
    StringBuilder text = new StringBuilder();
    for (LabelText label : labels) {
      text.append(label.framed()).append('\n');
    }
    return text.toString();
  }
}
