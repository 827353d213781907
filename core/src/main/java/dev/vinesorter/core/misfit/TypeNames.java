package dev.vinesorter.core.misfit;

/** Types as declarations write them. */
final class TypeNames {
  private TypeNames() {}

  /** The simple name without package, type arguments, array brackets and annotations. */
  static String erased(String written) {
    int end = 0;
    int from = 0;
    while (end < written.length() && written.charAt(end) != '<' && written.charAt(end) != '[') {
      char c = written.charAt(end);
      if (c == '.' || c == ' ') {
        from = end + 1;
      }
      end++;
    }
    return written.substring(Math.min(from, end), end);
  }
}
