package kiln;

import java.util.ArrayList;
import java.util.List;

/** One firing of the kiln. */
public final class Firing {
  private final int degrees;
  private final List<Pot> pots = new ArrayList<>();

  public Firing(int degrees) {
    this.degrees = degrees;
  }

  public int degrees() {
    return degrees;
  }

  public void put(Pot pot) {
    pots.add(pot);
  }

  public int pots() {
    return pots.size();
  }
}
