package parcel;

/** The lamps above the shelf. */
public final class Panel {
  private String lit = "";

  public void arrived(String parcel) {
    lit += parcel.charAt(0);
  }

  public String lit() {
    return lit;
  }
}
