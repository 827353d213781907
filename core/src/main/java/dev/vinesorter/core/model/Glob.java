package dev.vinesorter.core.model;

import java.util.regex.Pattern;

/**
 * A pattern over paths or names: {@code *} stands for any chars within one segment, {@code **} for
 * any number of segments, {@code ?} for one char. All else stands for itself. A pattern that ends
 * in "everything below" ({@code org.x.**}) means {@code org.x} itself as well.
 */
public final class Glob {
  private final String text;
  private final Pattern pattern;

  private Glob(String text, char separator) {
    this.text = text;
    this.pattern = Pattern.compile(regex(text, separator), Pattern.DOTALL);
  }

  /** A pattern over paths, whose segments are parted by slashes. */
  public static Glob ofPath(String text) {
    return new Glob(text, '/');
  }

  /** A pattern over names of units, whose segments are parted by dots. */
  public static Glob ofName(String text) {
    return new Glob(text, '.');
  }

  public boolean matches(String name) {
    return pattern.matcher(name).matches();
  }

  /**
   * What the wildcards of this pattern stand for in a name, parted by line feeds; null where it
   * does not match. Names that fit two patterns with the same wildcards belong together.
   */
  public String captured(String name) {
    var matcher = pattern.matcher(name);
    if (!matcher.matches()) {
      return null;
    }
    StringBuilder found = new StringBuilder();
    for (int group = 1; group <= matcher.groupCount(); group++) {
      found.append(matcher.group(group) == null ? "" : matcher.group(group)).append('\n');
    }
    return found.toString();
  }

  private static String regex(String glob, char separator) {
    String part = Pattern.quote(String.valueOf(separator));
    String inSegment = "[^" + part + "]";
    StringBuilder regex = new StringBuilder();
    int at = 0;
    while (at < glob.length()) {
      char c = glob.charAt(at);
      if (glob.startsWith("**" + separator, at)) {
        regex.append("((?:.*").append(part).append(")?)");
        at += 3;
      } else if (at > 0 && glob.substring(at).equals(separator + "**")) {
        regex.append("((?:").append(part).append(".*)?)");
        at += 3;
      } else if (glob.startsWith("**", at)) {
        regex.append("(.*)");
        at += 2;
      } else {
        regex.append(
            c == '*'
                ? "(" + inSegment + "*)"
                : c == '?' ? "(" + inSegment + ")" : Pattern.quote(String.valueOf(c)));
        at++;
      }
    }
    return regex.toString();
  }

  @Override
  public String toString() {
    return text;
  }
}
