package dev.vinesorter.core.trellis;

/** A trellis that cannot be meant; the message says what, the place where. */
public final class ContradictionException extends RuntimeException {
  private static final long serialVersionUID = 1;
  private final transient Trellis.Place place;

  ContradictionException(Trellis.Place place, String message) {
    super(message);
    this.place = place;
  }

  public Trellis.Place place() {
    return place;
  }
}
