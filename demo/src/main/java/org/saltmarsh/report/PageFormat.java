package org.saltmarsh.report;

/** Paper sizes in millimetres. */
public enum PageFormat {
  A4(210, 297),
  SHEET(290, 420);

  private final int width;
  private final int height;

  PageFormat(int width, int height) {
    this.width = width;
    this.height = height;
  }

  public int columns(int millimetresEach) {
    return width / millimetresEach;
  }

  public int rows(int millimetresEach) {
    return height / millimetresEach;
  }
}
