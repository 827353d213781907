package sluice;

import java.util.function.IntConsumer;

/** A gate of the sluice, which tells when it moved. */
public final class Gate {
  private final String name;
  private int height;
  private IntConsumer told = height -> {};

  public Gate(String name) {
    this.name = name;
  }

  public String name() {
    return name;
  }

  public int height() {
    return height;
  }

  public void onMove(IntConsumer listener) {
    told = listener;
  }

  public void moveTo(int to) {
    if (to != height) {
      height = to;
      told.accept(to);
    }
  }
}
