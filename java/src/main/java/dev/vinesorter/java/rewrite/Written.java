package dev.vinesorter.java.rewrite;

import java.util.ArrayList;
import java.util.List;
import java.util.NavigableMap;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * A text that is put into a source: parts of that source as they stand, and parts that are written
 * anew, each with the full names of the units that its names have to mean.
 */
public final class Written {
  /** Nothing. */
  public static final Written NONE = new Written(List.of());

  /**
   * One part.
   *
   * @param text what it reads
   * @param from where it begins in the old source; -1 where it is written anew
   * @param means what the names in it mean, where it is written anew
   * @param free whether its names may mean more, since somebody else wrote them
   * @param places where its names stand and what each of them means, for a text that another source
   *     had; null for one that is written anew
   */
  record Part(
      String text,
      int from,
      Set<String> means,
      boolean free,
      NavigableMap<Integer, Set<String>> places) {
    Part(String text, int from, Set<String> means, boolean free) {
      this(text, from, means, free, null);
    }
  }

  private final List<Part> parts;

  private Written(List<Part> parts) {
    this.parts = parts;
  }

  /** A text that is written anew. */
  public static Written of(String text, String... means) {
    return of(text, Set.of(means));
  }

  /** A text that is written anew. */
  public static Written of(String text, Set<String> means) {
    return text.isEmpty()
        ? NONE
        : new Written(List.of(new Part(text, -1, Set.copyOf(means), false)));
  }

  /** A text that stands in the old source. */
  static Written from(String text, int from) {
    return text.isEmpty() ? NONE : new Written(List.of(new Part(text, from, Set.of(), false)));
  }

  /**
   * A text that another source had.
   *
   * @param places where the names in it stand, and what each of them means
   */
  static Written moved(String text, NavigableMap<Integer, Set<String>> places) {
    Set<String> all = new TreeSet<>();
    places.values().forEach(all::addAll);
    return text.isEmpty() ? NONE : new Written(List.of(new Part(text, -1, all, false, places)));
  }

  /** The same with one line end everywhere; only for what comes from no place of this source. */
  public Written withLineEnd(String lineEnd) {
    List<Part> all = new ArrayList<>();
    for (Part part : parts) {
      StringBuilder text = new StringBuilder();
      NavigableMap<Integer, Set<String>> places = part.places == null ? null : new TreeMap<>();
      for (int at = 0; at < part.text.length(); at++) {
        if (places != null && part.places.containsKey(at)) {
          places.put(text.length(), part.places.get(at));
        }
        char c = part.text.charAt(at);
        if (c == '\n') {
          text.append(lineEnd);
        } else if (c != '\r') {
          text.append(c);
        }
      }
      all.add(new Part(text.toString(), part.from, part.means, part.free, places));
    }
    return new Written(all);
  }

  /**
   * The same, written by somebody who knows what else its names mean: all that has to mean what is
   * known does.
   */
  public Written free() {
    return new Written(
        parts.stream()
            .map(one -> new Part(one.text, one.from, one.means, true, one.places))
            .toList());
  }

  /** This, and that behind it. */
  public Written and(Written next) {
    List<Part> all = new ArrayList<>(parts);
    all.addAll(next.parts);
    return new Written(all);
  }

  /** This, and a text behind it that is written anew. */
  public Written and(String next, String... means) {
    return and(of(next, means));
  }

  /** Some, with a text between each two. */
  public static Written joined(List<Written> some, String between) {
    Written all = NONE;
    for (Written one : some) {
      all = all.parts.isEmpty() ? one : all.and(between).and(one);
    }
    return all;
  }

  /**
   * The same with other indentation of all lines but the first.
   *
   * @param old what the lines begin with as they are; lines that begin otherwise lose what blanks
   *     they have of it
   * @param fresh what they are to begin with
   */
  public Written indented(String old, String fresh) {
    if (old.equals(fresh)) {
      return this;
    }
    List<Part> all = new ArrayList<>();
    // Before the first char of a line that stays; blanks that go are counted.
    boolean begins = false;
    int left = 0;
    for (Part part : parts) {
      int from = 0;
      for (int at = 0; at < part.text.length(); at++) {
        char c = part.text.charAt(at);
        if (c == '\n' || c == '\r') {
          add(all, part, from, at + 1);
          from = at + 1;
          begins = true;
          left = old.length();
        } else if (begins && left > 0 && (c == ' ' || c == '\t')) {
          left--;
          from = at + 1;
        } else if (begins) {
          begins = false;
          all.add(new Part(fresh, -1, Set.of(), false));
        }
      }
      add(all, part, from, part.text.length());
    }
    return new Written(all);
  }

  private static void add(List<Part> all, Part part, int from, int past) {
    if (past > from) {
      String text = part.text.substring(from, past);
      all.add(new Part(text, part.from < 0 ? -1 : part.from + from, part.means, part.free));
    }
  }

  /** The same without its first char, which is written anew. */
  public Written behindFirst() {
    List<Part> all = new ArrayList<>(parts);
    Part first = all.remove(0);
    if (first.text.length() > 1) {
      all.add(0, new Part(first.text.substring(1), -1, first.means, first.free));
    }
    return new Written(all);
  }

  List<Part> parts() {
    return parts;
  }

  /** What it reads. */
  public String text() {
    StringBuilder all = new StringBuilder();
    parts.forEach(part -> all.append(part.text));
    return all.toString();
  }

  /** All that its new names mean. */
  public Set<String> means() {
    Set<String> all = new TreeSet<>();
    parts.forEach(part -> all.addAll(part.means));
    return all;
  }
}
