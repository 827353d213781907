package parcel;

import java.util.ArrayList;
import java.util.List;

/** Where parcels arrive. */
public final class ParcelRoom {
  private final PriceList prices;
  private final Panel panel;
  private final Messages messages;
  private final List<String> shelf = new ArrayList<>();

  public ParcelRoom(PriceList prices, Panel panel, Messages messages) {
    this.prices = prices;
    this.panel = panel;
    this.messages = messages;
  }

  /** A parcel is put on the shelf, and everybody is told. */
  public void arrive(String parcel, int grams) {
    shelf.add(parcel);
    prices.arrived(parcel, grams);
    panel.arrived(parcel);
    messages.arrived(parcel);
  }

  public int parcels() {
    return shelf.size();
  }
}
