package org.saltmarsh.desk;

/** Somebody who comes to look. */
public record Visitor(String name, Address address, boolean botanist) {
  /** Visitors from far away are given tea. */
  public boolean getsTea() {
    return address.isAbroad("Saltmarsh") || botanist;
  }
}
