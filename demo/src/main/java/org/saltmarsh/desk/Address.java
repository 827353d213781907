package org.saltmarsh.desk;

import java.util.Locale;

/** Where letters go. */
public record Address(String name, String street, String town, String country) {
  public String block() {
    return name + "\n" + street + "\n" + town + "\n" + country.toUpperCase(Locale.ROOT);
  }

  boolean isAbroad(String home) {
    return !country.equals(home);
  }
}
