package dev.vinesorter.java.rewrite;

import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.List;
import java.util.NavigableMap;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * One source as a step writes it: what takes the place of what, in offsets of the old text, and
 * what names that stay come to mean. Knows afterwards where each char came from.
 */
public final class Patch {
  private record Edit(int begin, int end, Written written) {}

  private final String old;
  private final List<Edit> edits = new ArrayList<>();
  private final NavigableMap<Integer, Set<String>> meant = new TreeMap<>();

  /** Over a text; empty for a file that is not there yet. */
  Patch(String old) {
    this.old = old;
  }

  /** Puts a text before a char, behind what was put there earlier. */
  public void insert(int at, Written written) {
    replace(at, at, written);
  }

  /** Takes chars out. */
  public void remove(int begin, int end) {
    replace(begin, end, Written.NONE);
  }

  /**
   * Puts a text in the place of chars.
   *
   * @throws TextEdits.OverlapException where they are replaced already
   */
  public void replace(int begin, int end, Written written) {
    int place = 0;
    while (place < edits.size()
        && (edits.get(place).begin < begin
            || edits.get(place).begin == begin && edits.get(place).end <= end)) {
      place++;
    }
    boolean overlaps =
        place > 0 && edits.get(place - 1).end > begin
            || place < edits.size() && edits.get(place).begin < end;
    if (overlaps) {
      throw new TextEdits.OverlapException("Edits overlap at " + begin + ".");
    }
    edits.add(place, new Edit(begin, end, written));
  }

  /** Says what the name at a char, which stays, means afterwards. */
  public void means(int at, Set<String> units) {
    meant.put(at, Set.copyOf(units));
  }

  NavigableMap<Integer, Set<String>> meant() {
    return meant;
  }

  /** The chars as they stand. */
  public Written copy(int begin, int end) {
    return Written.from(old.substring(begin, end), begin);
  }

  /** What edits made of the chars so far; the edits stay. */
  public Written edited(int begin, int end) {
    Written all = Written.NONE;
    int from = begin;
    for (Edit edit : edits) {
      if (edit.begin >= begin && edit.end <= end) {
        all = all.and(copy(from, edit.begin)).and(edit.written);
        from = edit.end;
      }
    }
    return all.and(copy(from, end));
  }

  /** What edits made of the chars; those edits are taken out, so that the chars can go. */
  public Written cut(int begin, int end) {
    Written all = edited(begin, end);
    edits.removeIf(edit -> edit.begin >= begin && edit.end <= end);
    return all;
  }

  boolean isEmpty() {
    return edits.isEmpty();
  }

  /** The new text so far. */
  public String text() {
    return edited(0, old.length()).text();
  }

  /** The edits as those of plain texts, for what looks at what is changed. */
  TextEdits plain() {
    TextEdits plain = new TextEdits();
    edits.forEach(edit -> plain.replace(edit.begin, edit.end, edit.written.text()));
    return plain;
  }

  /**
   * One part of the new text.
   *
   * @param begin its first char there
   * @param end one past its last
   * @param from its first char in the old text; -1 where it was written anew
   * @param means what names in it mean, where it was written anew
   * @param free whether they may mean more
   * @param places what each name means, by its place in this part, where another source had it
   */
  record Origin(
      int begin,
      int end,
      int from,
      Set<String> means,
      boolean free,
      NavigableMap<Integer, Set<String>> places) {}

  /** Where the new text comes from, in its order; what was written anew in one go is one. */
  List<Origin> origins() {
    List<Origin> origins = new ArrayList<>();
    int at = 0;
    for (Written.Part part : edited(0, old.length()).parts()) {
      int end = at + part.text().length();
      Origin last = origins.isEmpty() ? null : origins.get(origins.size() - 1);
      boolean anew = part.from() < 0 && part.places() == null;
      if (anew && last != null && last.from < 0 && last.places == null) {
        Set<String> means = new TreeSet<>(last.means);
        means.addAll(part.means());
        origins.remove(last);
        origins.add(new Origin(last.begin, end, -1, means, last.free || part.free(), null));
      } else {
        origins.add(new Origin(at, end, part.from(), part.means(), part.free(), part.places()));
      }
      at = end;
    }
    return origins;
  }
}
