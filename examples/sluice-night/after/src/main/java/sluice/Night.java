package sluice;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** One night at the sluice. */
public final class Night {
  private static final int MOST = 40;

  private final int[] tide;
  private List<String> lines;
  private Map<String, Integer> moves;
  private Gate upper;
  private Gate lower;

  /** By the heights of the water, hour by hour. */
  public Night(int... tide) {
    this.tide = tide;
  }

  /** Lets it pass, and gives the page for the book. */
  public String pass() {
    // What is written down.
    openBook();

    // The gates.
    hangGates();

    // The hours.
    int highest = passHours();

    // The page.
    return page(highest);
  }

  private void openBook() {
    lines = new ArrayList<>();
    moves = new TreeMap<>();
  }

  private void hangGates() {
    upper = new Gate("upper");
    lower = new Gate("lower");
    upper.onMove(
        height -> {
          lines.add("upper to " + height);
          moves.merge("upper", 1, Integer::sum);
        });
    lower.onMove(
        height -> {
          lines.add("lower to " + height);
          moves.merge("lower", 1, Integer::sum);
        });
  }

  private int passHours() {
    int highest = 0;
    for (int hour = 0; hour < tide.length; hour++) {
      int water = tide[hour];
      highest = Math.max(highest, water);
      setGates(water);
    }
    return highest;
  }

  private void setGates(int water) {
    if (water > MOST) {
      lower.moveTo(0);
      upper.moveTo(water - MOST);
    } else if (water > MOST / 2) {
      upper.moveTo(0);
      lower.moveTo(10);
    } else {
      lower.moveTo(30);
    }
  }

  private String page(int highest) {
    StringBuilder page = new StringBuilder("Highest " + highest + "\n");
    for (String line : lines) {
      page.append("- ").append(line).append('\n');
    }
    for (Map.Entry<String, Integer> one : moves.entrySet()) {
      page.append(one.getKey()).append(": ").append(one.getValue()).append('\n');
    }
    return page.toString();
  }
}
