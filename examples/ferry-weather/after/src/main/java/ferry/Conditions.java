package ferry;

/** What others ask of a {@link Harbour}. */
public interface Conditions {
  /** Metres a second. */
  int wind();

  /** Centimetres over the lowest water. */
  int tide();
}
