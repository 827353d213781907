package board;

/** Reads what went over the wire. */
public class BellTest {
  public static void main(String[] arguments) {
    assert wire("heath", 2).equals("P7=1;P7=0;P7=1;P7=0;") : wire("heath", 2);
    assert wire("fen", 1).equals("[on 3][off 3]") : wire("fen", 1);
    try {
      wire("moor", 1);
      throw new AssertionError("no such board");
    } catch (IllegalStateException e) {
      assert e.getMessage().contains("moor");
    }
  }

  private static String wire(String board, int times) {
    StringBuilder wire = new StringBuilder();
    new Bell(board).ring(times, wire);
    return wire.toString();
  }
}
