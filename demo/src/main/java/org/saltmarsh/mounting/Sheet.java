package org.saltmarsh.mounting;

import org.saltmarsh.specimen.Specimen;

/** A sheet of acid-free paper with a plant on it. */
public final class Sheet {
  private final Specimen specimen;
  private boolean glued;

  public Sheet(Specimen specimen) {
    this.specimen = specimen;
  }

  public Specimen specimen() {
    return specimen;
  }

  void glue() {
    glued = true;
  }

  public boolean glued() {
    return glued;
  }
}
