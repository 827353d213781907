package parcel;

/** Hears of what a {@link ParcelRoom} announces. */
public interface ArrivalListener {
  void arrival(String parcel, int grams);
}
