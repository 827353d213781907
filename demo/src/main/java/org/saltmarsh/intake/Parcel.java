package org.saltmarsh.intake;

/** A box that came with the post. */
public record Parcel(String from, int sheets, boolean opened) {
  Parcel open() {
    return new Parcel(from, sheets, true);
  }
}
