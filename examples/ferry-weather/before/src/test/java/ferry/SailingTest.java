package ferry;

public class SailingTest {
  public static void main(String[] arguments) {
    Sailing sailing = new Sailing(90);
    assert sailing.sails();
    assert sailing.minutes() == 29;
    assert new Pier().board().equals("From Saltmarsh: 29 minutes");
  }
}
