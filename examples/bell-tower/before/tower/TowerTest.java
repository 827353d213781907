package tower;

import java.util.ArrayList;
import java.util.List;

/** Strikes a day, and looks at what was heard. */
class TowerTest {
  public static void main(String[] arguments) {
    List<String> heard = new ArrayList<>();
    Tower tower = new Tower(new HourHammer(heard::add), new QuarterHammer(heard::add));
    assert tower.update(7, Tower.Day.PLAIN, "Ida") == 0;
    assert tower.update(180, Tower.Day.PLAIN, "Ida") == 3;
    assert tower.update(195, Tower.Day.FEAST, "Ida") == 4;
    assert tower.update(240, Tower.Day.MOURNING, "Ida") == 1;
    assert heard.equals(
        List.of(
            "great bell", "great bell", "great bell", "small bell", "great bell", "great bell",
            "great bell", "great bell"))
        : heard;
    assert tower.hours().worn() == 7;
  }
}
