package org.saltmarsh.report;

import java.util.Map;
import java.util.TreeMap;
import org.saltmarsh.specimen.Specimen;

/** What came in during a year, by genus. */
public final class YearReport {
  private final int year;
  private final Map<String, Integer> byGenus = new TreeMap<>();

  public YearReport(int year) {
    this.year = year;
  }

  public void add(Specimen specimen) {
    if (specimen.number().year() == year) {
      byGenus.merge(specimen.taxon().genus(), 1, Integer::sum);
    }
  }

  public String text() {
    StringBuilder text = new StringBuilder("Acquisitions " + year + "\n");
    byGenus.forEach((genus, n) -> text.append(genus).append(": ").append(n).append('\n'));
    return text.toString();
  }
}
