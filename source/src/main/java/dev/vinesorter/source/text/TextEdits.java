package dev.vinesorter.source.text;

import java.util.ArrayList;
import java.util.List;

/**
 * Edits of one text, collected in any order in offsets of the old text and applied in one forward
 * pass. Ranges are half-open and must not overlap; insertions at one place keep the order in which
 * they came. Equal insertions at one place are one.
 */
public final class TextEdits {
  /** Chars [begin, end) of the old text become {@code text}. */
  public record Edit(int begin, int end, String text) {}

  /** Two edits that are about the same chars. */
  public static final class OverlapException extends IllegalStateException {
    private static final long serialVersionUID = 1;

    public OverlapException(String message) {
      super(message);
    }
  }

  private final List<Edit> edits = new ArrayList<>();

  public void insert(int at, String text) {
    replace(at, at, text);
  }

  public void remove(int begin, int end) {
    replace(begin, end, "");
  }

  public void replace(int begin, int end, String text) {
    Edit edit = new Edit(begin, end, text);
    int place = behind(edit);
    for (int n = place - 1; n >= 0 && isAlike(edits.get(n), edit); n--) {
      if (edits.get(n).equals(edit)) {
        return;
      }
    }
    edits.add(place, edit);
    check(place);
    check(place + 1);
  }

  private static boolean isAlike(Edit one, Edit other) {
    return one.begin == other.begin && one.end == other.end;
  }

  /** Where an edit belongs in the order of places, behind those that came before it. */
  private int behind(Edit edit) {
    int from = 0;
    int past = edits.size();
    while (from < past) {
      int middle = (from + past) >>> 1;
      Edit there = edits.get(middle);
      boolean before =
          there.begin < edit.begin || there.begin == edit.begin && there.end <= edit.end;
      from = before ? middle + 1 : from;
      past = before ? past : middle;
    }
    return from;
  }

  /** Holds an edit to the one before it. */
  private void check(int n) {
    if (n > 0 && n < edits.size() && edits.get(n - 1).end > edits.get(n).begin) {
      throw new OverlapException(
          "Edits overlap: " + edits.get(n - 1) + " and " + edits.get(n) + ".");
    }
  }

  /**
   * Takes the edits out that lie between two chars, those at the very ends included, and gives what
   * they made of the text there: what is to be written elsewhere keeps what was done to it.
   */
  public String cut(String old, int begin, int end) {
    List<Edit> within =
        edits.stream().filter(edit -> edit.begin >= begin && edit.end <= end).toList();
    StringBuilder fresh = new StringBuilder();
    int from = begin;
    for (Edit edit : within) {
      fresh.append(old, from, edit.begin).append(edit.text);
      from = edit.end;
    }
    edits.removeAll(within);
    return fresh.append(old, from, end).toString();
  }

  public boolean isEmpty() {
    return edits.isEmpty();
  }

  /** The edits in order of place. */
  public List<Edit> list() {
    return List.copyOf(edits);
  }

  public String apply(String old) {
    StringBuilder fresh = new StringBuilder(old.length() + 64);
    int from = 0;
    for (Edit edit : edits) {
      fresh.append(old, from, edit.begin).append(edit.text);
      from = edit.end;
    }
    return fresh.append(old, from, old.length()).toString();
  }

  /**
   * Where a char of the old text stands in the new one: behind what is inserted right before it. A
   * char that was replaced maps to the start of its replacement.
   */
  public int place(int offset) {
    return place(offset, true);
  }

  /** The same, but before what is inserted right there: for where a declaration begins. */
  public int placeBefore(int offset) {
    return place(offset, false);
  }

  private int place(int offset, boolean behindInsertion) {
    int shift = 0;
    for (Edit edit : edits) {
      boolean insertion = edit.begin == edit.end;
      if (edit.begin > offset || insertion && edit.begin == offset && !behindInsertion) {
        break;
      }
      if (!insertion && edit.end > offset) {
        return edit.begin + shift;
      }
      shift += edit.text.length() - (edit.end - edit.begin);
    }
    return offset + shift;
  }
}
