package org.saltmarsh.app;

import org.saltmarsh.intake.IntakeForm;
import org.saltmarsh.intake.Parcel;
import org.saltmarsh.report.YearReport;
import org.saltmarsh.specimen.Specimen;
import org.saltmarsh.store.ArchiveWriter;

/** A day at the Saltmarsh Herbarium, on the console. */
public final class HerbariumApp {
  private HerbariumApp() {}

  public static void main(String[] arguments) {
    House house = new House();
    house.intake().receive(new Parcel("Fenland Museum", 12, false));
    Specimen thrift =
        new IntakeForm()
            .register(
                2026, "Armeria", "maritima", "Willd.", "Saltmarsh", "North dyke", 3, "R. Ebb", "RE");
    house.store().put(thrift);
    house.vault().place(thrift);
    System.out.println(house.labels().label(thrift).framed());
    System.out.println(house.desk().fetch(thrift.number()));
    YearReport report = new YearReport(2026);
    house.store().all().forEach(report::add);
    System.out.print(report.text());
    System.out.println(new ArchiveWriter(house.store()).pages() + " archive page");
  }
}
