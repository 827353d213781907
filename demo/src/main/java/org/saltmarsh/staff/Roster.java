package org.saltmarsh.staff;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Who is on duty on which day. */
public final class Roster {
  private final Map<String, StaffMember> duty = new TreeMap<>();
  private final List<StaffMember> staff = new ArrayList<>();

  public void add(StaffMember member, String... days) {
    staff.add(member);
    for (String day : days) {
      duty.put(day, member);
    }
  }

  public StaffMember onDuty(String day) {
    StaffMember member = duty.get(day);
    return member == null ? staff.get(0) : member;
  }

  List<StaffMember> all() {
    return List.copyOf(staff);
  }
}
