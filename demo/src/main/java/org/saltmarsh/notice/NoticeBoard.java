package org.saltmarsh.notice;

import java.util.ArrayList;
import java.util.List;

/** What hangs in the corridor. */
public final class NoticeBoard {
  private final List<String> notices = new ArrayList<>();

  public void pin(String notice) {
    notices.add(0, notice);
  }

  public List<String> newest(int most) {
    return List.copyOf(notices.subList(0, Math.min(most, notices.size())));
  }
}
