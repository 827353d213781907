package org.saltmarsh.notice;

import java.util.ArrayList;
import java.util.List;
import org.saltmarsh.desk.Address;

/** Writes letters and keeps them until the postman comes. */
public final class Mailer {
  private final List<Letter> outgoing = new ArrayList<>();

  public void write(Address address, String subject, String body) {
    outgoing.add(new Letter(address.block(), subject, body));
  }

  public List<Letter> collect() {
    List<Letter> all = List.copyOf(outgoing);
    outgoing.clear();
    return all;
  }
}
