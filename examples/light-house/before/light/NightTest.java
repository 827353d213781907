package light;

import java.util.List;

/** A night at the light. */
public final class NightTest {
  private NightTest() {}

  public static void main(String[] words) {
    Journal journal = new Journal();
    Ship barge = new Ship("Amaranth", 40, 3, 120);
    Ship liner = new Ship("Sea Holly", 120, 8, 400);
    Lookout lookout = new Lookout();
    lookout.sighted(barge, journal);
    lookout.sighted(liner, journal);
    new Pilot().boards(liner, journal, 4);
    assert journal
        .lines()
        .equals(
            List.of(
                "passing: Amaranth",
                "passing: Sea Holly",
                "keep to the deep channel",
                "pilot on board at 4",
                "passing: Sea Holly",
                "keep to the deep channel"));
    assert lookout.seen() == 2;
    assert lookout.dues(barge) == 14;
    assert lookout.dues(liner) == 92;
  }
}
