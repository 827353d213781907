package org.saltmarsh.report;

import java.util.Map;
import java.util.TreeMap;

/** Odds and ends of the office. */
public final class HerbariumOffice {
  private final Map<String, String> hours = new TreeMap<>();
  private int stampsLeft = 100;

  // Opening hours.

  public void open(String day, String from, String to) {
    hours.put(day, from + "-" + to);
  }

  public boolean isOpen(String day) {
    return hours.containsKey(day);
  }

  // Conversions.

  public static double feet(double metres) {
    return metres / 0.3048;
  }

  public static double fahrenheit(double celsius) {
    return celsius * 9 / 5 + 32;
  }

  // Postage.

  public boolean frank(int letters) {
    if (letters > stampsLeft) {
      return false;
    }
    stampsLeft -= letters;
    return true;
  }

  public int stampsLeft() {
    return stampsLeft;
  }
}
