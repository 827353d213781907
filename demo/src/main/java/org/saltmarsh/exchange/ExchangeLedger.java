package org.saltmarsh.exchange;

import java.util.ArrayList;
import java.util.List;

/** What went out and came in, by partner. */
public final class ExchangeLedger {
  private record Entry(String partner, int sent, int received) {}

  private final List<Entry> entries = new ArrayList<>();

  public void note(PartnerInstitution partner, int sent, int received) {
    entries.add(new Entry(partner.code(), sent, received));
  }

  public int sentTo(PartnerInstitution partner) {
    int total = 0;
    for (Entry entry : entries) {
      if (entry.partner().equals(partner.code())) {
        total += entry.sent();
      }
    }
    return total;
  }

  public int receivedFrom(PartnerInstitution partner) {
    int total = 0;
    for (Entry entry : entries) {
      if (entry.partner().equals(partner.code())) {
        total += entry.received();
      }
    }
    return total;
  }

  public int balance(PartnerInstitution partner) {
    return sentTo(partner) - receivedFrom(partner);
  }
}
