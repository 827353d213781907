package parcel;

public class ParcelRoomTest {
  public static void main(String[] arguments) {
    House house = new House();
    ParcelRoom room = house.room();
    room.arrive("Seeds", 1200);
    room.arrive("Twine", 300);
    assert room.parcels() == 2;
    assert house.prices.cents() == 340;
    assert house.panel.lit().equals("ST");
    assert house.messages.written().equals("Seeds is here. Twine is here.");
  }
}
