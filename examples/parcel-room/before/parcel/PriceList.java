package parcel;

/** What is owed. */
public final class PriceList {
  private int cents;

  public void arrived(String parcel, int grams) {
    cents += grams > 1000 ? 250 : 90;
  }

  public int cents() {
    return cents;
  }
}
