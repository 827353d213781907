package parcel;

/** Puts the room together. */
public final class House {
  final PriceList prices = new PriceList();
  final Panel panel = new Panel();
  final Messages messages = new Messages();

  ParcelRoom room() {
    ParcelRoom room = new ParcelRoom();
    room.onArrival((parcel, grams) -> prices.arrived(parcel, grams));
    room.onArrival((parcel, grams) -> panel.arrived(parcel));
    room.onArrival((parcel, grams) -> messages.arrived(parcel));
    return room;
  }
}
