package kiln;

public class FiringTest {
  public static void main(String[] arguments) {
    Firing firing = new Firing(1100);
    Pot jug = new Pot(200, Clay.RED, "tenmoku");
    firing.put(jug);
    assert firing.pots() == 1;
    assert jug.fired() == 183;
    assert firing.degrees() == 1100;
  }
}
