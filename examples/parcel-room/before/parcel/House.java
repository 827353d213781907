package parcel;

/** Puts the room together. */
public final class House {
  final PriceList prices = new PriceList();
  final Panel panel = new Panel();
  final Messages messages = new Messages();

  ParcelRoom room() {
    ParcelRoom room = new ParcelRoom(prices, panel, messages);
    return room;
  }
}
