package moon;

public class AlmanacTest {
  public static void main(String[] arguments) {
    assert new Almanac().page(2026).equals("5.3.2026 in Saltmarsh: full moon\n6.3.2026 waning")
        : new Almanac().page(2026);
    assert new MoonCalendar().sameMoon(new Date(5, 3, 2026), 3);
  }
}
