package foundry;

public class CastingTest {
  public static void main(String[] arguments) {
    System.setProperty("furnace.lit", "true");
    System.setProperty("post.open", "true");
    Casting casting = new Casting("Saltmarsh");
    assert casting.bronze("c") == 963;
    assert casting.letter("e").equals("To Saltmarsh: 492 kg for the e");
  }
}
