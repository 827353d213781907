package dev.vinesorter.report;

import java.util.ArrayList;
import java.util.List;

/**
 * Text for a terminal in the making. Colour is used sparingly and never alone carries a meaning.
 * Control characters in what is appended, which may come from hostile names, become {@code ?}.
 */
public final class Page {
  private static final String BOLD = "\u001b[1m";
  private static final String DIM = "\u001b[2m";
  private static final String WARN = "\u001b[35m";
  private static final String PLAIN = "\u001b[0m";

  private final boolean colour;
  private final StringBuilder text = new StringBuilder();

  public Page(boolean colour) {
    this.colour = colour;
  }

  /** A text without control characters and without marks that turn the direction of writing. */
  public static String printable(String raw) {
    StringBuilder shown = null;
    for (int at = 0; at < raw.length(); at++) {
      char c = raw.charAt(at);
      boolean bad =
          c < ' ' && c != '\t'
              || c >= 0x7f && c < 0xa0
              || c >= 0x202a && c <= 0x202e
              || c >= 0x2066 && c <= 0x2069
              || c == 0x200e
              || c == 0x200f
              || c >= 0xfffe
              || isHalf(raw, at);
      if (bad && shown == null) {
        shown = new StringBuilder(raw);
      }
      if (bad) {
        shown.setCharAt(at, '?');
      }
    }
    return shown == null ? raw : shown.toString();
  }

  /** Whether the char is one half of a pair whose other half is missing, which no XML may hold. */
  private static boolean isHalf(String raw, int at) {
    char c = raw.charAt(at);
    if (Character.isHighSurrogate(c)) {
      return at + 1 == raw.length() || !Character.isLowSurrogate(raw.charAt(at + 1));
    }
    return Character.isLowSurrogate(c)
        && (at == 0 || !Character.isHighSurrogate(raw.charAt(at - 1)));
  }

  public Page add(String plain) {
    text.append(printable(plain));
    return this;
  }

  public Page bold(String plain) {
    return styled(BOLD, plain);
  }

  public Page dim(String plain) {
    return styled(DIM, plain);
  }

  public Page warn(String plain) {
    return styled(WARN, plain);
  }

  private Page styled(String style, String plain) {
    if (colour && !plain.isEmpty()) {
      text.append(style).append(printable(plain)).append(PLAIN);
      return this;
    }
    return add(plain);
  }

  public Page line() {
    text.append('\n');
    return this;
  }

  public Page line(String plain) {
    return add(plain).line();
  }

  /** Rows of cells under a head: the first column to the left, all others to the right. */
  public Page table(List<String> head, List<List<String>> rows) {
    List<List<String>> all = new ArrayList<>();
    all.add(head);
    all.addAll(rows);
    int[] width = new int[head.size()];
    for (List<String> row : all) {
      for (int column = 0; column < row.size(); column++) {
        width[column] = Math.max(width[column], row.get(column).length());
      }
    }
    for (List<String> row : all) {
      StringBuilder out = new StringBuilder("  ");
      for (int column = 0; column < row.size(); column++) {
        String pad = " ".repeat(width[column] - row.get(column).length());
        out.append(column == 0 ? row.get(column) + pad : "   " + pad + row.get(column));
      }
      String line = out.toString().stripTrailing();
      if (row == head) {
        dim(line).line();
      } else {
        line(line);
      }
    }
    return this;
  }

  /** Says that a list goes on, if it does. */
  public Page more(String indent, int count) {
    return count > 0 ? dim(indent + "and " + count + " more; --all shows them").line() : this;
  }

  /** {@code 1 file}, {@code 2 files}, {@code 1,234 files}. */
  public static String count(long number, String one, String many) {
    return number(number) + " " + (number == 1 ? one : many);
  }

  public static String number(long number) {
    return String.format(java.util.Locale.ROOT, "%,d", number);
  }

  @Override
  public String toString() {
    return text.toString();
  }
}
