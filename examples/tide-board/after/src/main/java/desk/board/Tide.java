package desk.board;

import java.time.LocalTime;

/** A tide that was noted. */
public class Tide {
  public final LocalTime at;
  public final int centimetres;

  public Tide(LocalTime at, int centimetres) {
    this.at = at;
    this.centimetres = centimetres;
  }
}
