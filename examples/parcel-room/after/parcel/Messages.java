package parcel;

/** Notes for those who wait. */
public final class Messages {
  private final StringBuilder written = new StringBuilder();

  public void arrived(String parcel) {
    written.append(parcel).append(" is here. ");
  }

  public String written() {
    return written.toString().trim();
  }
}
