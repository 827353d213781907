package hire;

public class JettyTest {
  public static void main(String[] arguments) {
    Boat tern = new Boat("Tern", 1);
    Guest ada = new Guest("Ada", 30, true);
    Guest kim = new Guest("Kim", 3, false);
    Jetty jetty = new Jetty();
    assert jetty.ask(tern, ada).equals("Ada takes Tern");
    assert jetty.ask(tern, kim).equals("Kim waits");
    assert !tern.mayHire(kim);
    assert !jetty.board(tern, kim);
    assert jetty.board(tern, ada);
    assert !jetty.board(tern, ada);
    tern.haul();
    assert jetty.ask(tern, ada).equals("Ada waits");
  }
}
