package sluice;

/** Run by hand: java -ea. */
final class NightTest {
  private NightTest() {}

  public static void main(String[] arguments) {
    String page = new Night(10, 25, 45, 30).pass();
    String wanted =
        "Highest 45\n- lower to 30\n- lower to 10\n- lower to 0\n- upper to 5\n- upper to 0\n"
            + "- lower to 10\nlower: 4\nupper: 2\n";
    assert page.equals(wanted) : page;
    assert new Night(10).pass().equals("Highest 10\n- lower to 30\nlower: 1\n");
  }
}
