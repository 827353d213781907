package sluice;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** One night at the sluice. */
public final class Night {
  private static final int MOST = 40;

  private final int[] tide;

  /** By the heights of the water, hour by hour. */
  public Night(int... tide) {
    this.tide = tide;
  }

  /** Lets it pass, and gives the page for the book. */
  public String pass() {
    // What is written down.
    List<String> lines = new ArrayList<>();
    Map<String, Integer> moves = new TreeMap<>();

    // The gates.
    Gate upper = new Gate("upper");
    Gate lower = new Gate("lower");
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

    // The hours.
    int highest = 0;
    for (int hour = 0; hour < tide.length; hour++) {
      int water = tide[hour];
      highest = Math.max(highest, water);
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

    // The page.
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
