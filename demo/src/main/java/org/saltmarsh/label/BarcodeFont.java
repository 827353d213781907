package org.saltmarsh.label;

import org.saltmarsh.specimen.AccessionNumber;

/** Turns an accession number into bars. */
final class BarcodeFont {
  String bars(AccessionNumber number) {
    StringBuilder bars = new StringBuilder("|");
    for (char digit : String.valueOf(number.serial()).toCharArray()) {
      bars.append((digit - '0') % 2 == 0 ? "| " : "||");
    }
    return bars.append('|').toString();
  }
}
