package org.saltmarsh.exchange;

import java.util.ArrayList;
import java.util.List;
import org.saltmarsh.notice.Mailer;
import org.saltmarsh.notice.NoticeBoard;
import org.saltmarsh.print.LaserPrinter;
import org.saltmarsh.specimen.Taxon;

/** An offer of duplicates to a partner. */
public final class ExchangeOffer {
  private final PartnerInstitution partner;
  private final List<Taxon> offered = new ArrayList<>();

  public ExchangeOffer(PartnerInstitution partner) {
    this.partner = partner;
  }

  public boolean add(Taxon taxon, DuplicatePool pool) {
    return pool.take(taxon) && offered.add(taxon);
  }

  public void send(Mailer mailer, NoticeBoard board) {
    StringBuilder list = new StringBuilder();
    for (Taxon taxon : offered) {
      list.append("- ").append(taxon.fullName()).append('\n');
    }
    mailer.write(partner.address(), "Duplicates on offer", list.toString());
    board.pin("New: " + offered.size() + " specimens, from our own spares. See the desk.");
    new LaserPrinter().print(list.toString());
  }
}
