package parcel;

import java.util.ArrayList;
import java.util.List;

/** Where parcels arrive. */
public final class ParcelRoom {
  private final List<ArrivalListener> arrivalListeners = new ArrayList<>();
  private final List<String> shelf = new ArrayList<>();

  public ParcelRoom() {}

  /** A parcel is put on the shelf, and everybody is told. */
  public void arrive(String parcel, int grams) {
    shelf.add(parcel);
    for (ArrivalListener listener : arrivalListeners) {
      listener.arrival(parcel, grams);
    }
  }

  /** Tells a listener from now on. */
  void onArrival(ArrivalListener listener) {
    arrivalListeners.add(listener);
  }

  public int parcels() {
    return shelf.size();
  }
}
