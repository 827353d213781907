package dev.vinesorter.core.model;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;

/**
 * A pattern over paths or names: {@code *} stands for any chars within one segment, {@code **} for
 * any number of segments, {@code ?} for one char. All else stands for itself. A pattern that ends
 * in "everything below" ({@code org.x.**}) means {@code org.x} itself as well.
 *
 * <p>Patterns and names come from anywhere, so a name is matched by following all places at once
 * (Thompson, 1968): at most the pattern's parts times the name's chars, whatever both are.
 */
public final class Glob {
  /** The longest pattern, in chars. */
  public static final int MOST_CHARS = 2000;

  /** The most wildcards in a pattern; every name of a code base may have to be held to them. */
  public static final int MOST_WILDCARDS = 24;

  /** A pattern is longer than any that people write. */
  public static final class TooLongException extends IllegalArgumentException {
    private static final long serialVersionUID = 1;

    TooLongException() {
      super(
          "a pattern has at most "
              + MOST_CHARS
              + " chars, and at most "
              + MOST_WILDCARDS
              + " of them are wildcards");
    }
  }

  /** What a part of a pattern stands for. */
  private enum Sort {
    /** The chars as they are. */
    TEXT,
    /** One char other than the separator. */
    CHAR,
    /** Any chars but the separator. */
    IN_SEGMENT,
    /** Any chars. */
    ANY,
    /** Nothing, or any chars that end with the separator. */
    SEGMENTS,
    /** Nothing, or the separator and any chars; only at the end. */
    BELOW
  }

  private record Part(Sort sort, String text) {}

  private final String text;
  private final char separator;
  private final List<Part> parts = new ArrayList<>();

  private Glob(String text, char separator) {
    this.text = text;
    this.separator = separator;
    if (text.length() > MOST_CHARS) {
      throw new TooLongException();
    }
    take();
    if (parts.stream().filter(part -> part.sort != Sort.TEXT).count() > MOST_WILDCARDS) {
      throw new TooLongException();
    }
  }

  /**
   * A pattern over paths, whose segments are parted by slashes.
   *
   * @throws TooLongException when it is longer than {@link #MOST_CHARS} or has too many wildcards
   */
  public static Glob ofPath(String text) {
    return new Glob(text, '/');
  }

  /**
   * A pattern over names of units, whose segments are parted by dots.
   *
   * @throws TooLongException when it is longer than {@link #MOST_CHARS} or has too many wildcards
   */
  public static Glob ofName(String text) {
    return new Glob(text, '.');
  }

  private void take() {
    StringBuilder plain = new StringBuilder();
    int at = 0;
    while (at < text.length()) {
      char c = text.charAt(at);
      boolean atEnd = at + 3 == text.length() && text.startsWith("**", at + 1);
      Sort sort = null;
      int length = 1;
      if (text.startsWith("**" + separator, at)) {
        sort = Sort.SEGMENTS;
        length = 3;
      } else if (at > 0 && c == separator && atEnd) {
        sort = Sort.BELOW;
        length = 3;
      } else if (text.startsWith("**", at)) {
        sort = Sort.ANY;
        length = 2;
      } else if (c == '*' || c == '?') {
        sort = c == '*' ? Sort.IN_SEGMENT : Sort.CHAR;
      }
      if (sort == null) {
        plain.append(c);
      } else {
        takePlain(plain);
        parts.add(new Part(sort, ""));
      }
      at += length;
    }
    takePlain(plain);
  }

  private void takePlain(StringBuilder plain) {
    if (plain.length() > 0) {
      parts.add(new Part(Sort.TEXT, plain.toString()));
      plain.setLength(0);
    }
  }

  public boolean matches(String name) {
    int first = 0;
    BitSet places = new BitSet(name.length() + 1);
    if (!parts.isEmpty() && parts.get(0).sort == Sort.TEXT) {
      // Nearly all names end here.
      String start = parts.get(0).text;
      if (!name.startsWith(start)) {
        return false;
      }
      places.set(start.length());
      first = 1;
    } else {
      places.set(0);
    }
    for (int part = first; part < parts.size() && !places.isEmpty(); part++) {
      places = behind(parts.get(part), name, places);
    }
    return places.get(name.length());
  }

  /** The places in a name where a part can end that begins at one of some places. */
  private BitSet behind(Part part, String name, BitSet places) {
    BitSet behind = new BitSet(name.length() + 1);
    for (int at = places.nextSetBit(0); at >= 0; at = places.nextSetBit(at + 1)) {
      switch (part.sort) {
        case TEXT -> {
          if (name.startsWith(part.text, at)) {
            behind.set(at + part.text.length());
          }
        }
        case CHAR -> {
          if (at < name.length() && name.charAt(at) != separator) {
            behind.set(at + 1);
          }
        }
        case IN_SEGMENT -> {
          int end = at;
          while (end < name.length() && name.charAt(end) != separator && !behind.get(end)) {
            behind.set(end++);
          }
          behind.set(end);
        }
        case ANY -> {
          behind.set(at, name.length() + 1);
          return behind;
        }
        case SEGMENTS -> {
          behind.or(places);
          for (int end = at + 1; end <= name.length(); end++) {
            behind.set(end, behind.get(end) || name.charAt(end - 1) == separator);
          }
          return behind;
        }
        case BELOW -> {
          behind.set(at);
          if (at < name.length() && name.charAt(at) == separator) {
            behind.set(at + 1, name.length() + 1);
          }
        }
      }
    }
    return behind;
  }

  /**
   * What the wildcards of this pattern stand for in a name, parted by line feeds; null where it
   * does not match. Names that fit two patterns with the same wildcards belong together. A wildcard
   * stands for as much as it can, the first before the next.
   */
  public String captured(String name) {
    if (!matches(name)) {
      return null;
    }
    List<BitSet> good = endsInMatch(name);
    StringBuilder found = new StringBuilder();
    int at = 0;
    for (int part = 0; part < parts.size(); part++) {
      BitSet from = new BitSet();
      from.set(at);
      BitSet ends = behind(parts.get(part), name, from);
      ends.and(good.get(part + 1));
      int end = ends.length() - 1;
      if (parts.get(part).sort != Sort.TEXT) {
        found.append(name, at, end).append('\n');
      }
      at = end;
    }
    return found.toString();
  }

  /** For each part the places from which it and all behind it lead to the end of the name. */
  private List<BitSet> endsInMatch(String name) {
    List<BitSet> good = new ArrayList<>();
    BitSet end = new BitSet();
    end.set(name.length());
    good.add(end);
    for (int part = parts.size() - 1; part >= 0; part--) {
      good.add(0, before(parts.get(part), name, good.get(0)));
    }
    return good;
  }

  /** The places in a name where a part can begin that ends at one of some places. */
  private BitSet before(Part part, String name, BitSet ends) {
    BitSet before = new BitSet(name.length() + 1);
    boolean behindSeparator = false;
    boolean any = false;
    for (int at = name.length(); at >= 0; at--) {
      boolean inside = at < name.length() && name.charAt(at) != separator;
      boolean atSeparator = at < name.length() && name.charAt(at) == separator;
      behindSeparator |= atSeparator && ends.get(at + 1);
      any |= at < name.length() && ends.get(at + 1);
      boolean begins =
          switch (part.sort) {
            case TEXT -> name.startsWith(part.text, at) && ends.get(at + part.text.length());
            case CHAR -> inside && ends.get(at + 1);
            case IN_SEGMENT -> ends.get(at) || inside && before.get(at + 1);
            case ANY -> ends.get(at) || any;
            case SEGMENTS -> ends.get(at) || behindSeparator;
            case BELOW -> ends.get(at) || atSeparator && any;
          };
      before.set(at, begins);
    }
    return before;
  }

  @Override
  public String toString() {
    return text;
  }
}
