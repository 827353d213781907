package dev.vinesorter.core.misfit;

/**
 * What speaks for another type than its own as the home of a method, each as a number that grows
 * with it, and what it weighs. The weights were fitted as a logistic regression on scrambled code
 * of libraries; see {@code bench/}. X is one of the two types, T the other one, C its own; U are
 * the members of our own code that the method uses.
 */
public enum HomeSign {
  /** One for every method. */
  BIAS(-0.67),
  /** Whose members use what the method uses: T's share of the users of each, less C's. */
  USED_TOGETHER(4.34),
  /** Who calls it: members of T beside members of C, as a logarithm. */
  CALLERS(2.95),
  /** How few others use what it uses of X, T beside C, as a logarithm. */
  RARE(0.60),
  /** How alike its words are to those of X's members, T less C. */
  WORDS(1.81),
  /** The share of X's methods that begin with the same word, T less C. */
  SIBLINGS(2.16),
  /** The share of U that T owns. */
  LOCALITY(0.13),
  /** How many fields of T that are no constants it uses, as a logarithm. */
  FIELDS(1.60),
  /** How many other members of C use T, as a logarithm. */
  OTHERS(-1.00),
  /** It makes objects of T by a constructor that is written. */
  CREATES(-2.01),
  /** All members of C are static. */
  FROM_HELPER(-2.05),
  /** All members of T are static. */
  TO_HELPER(0.63),
  /** The share of its words that stand in T's name. */
  NAMED(-0.31),
  /** How many members U has, as a logarithm. */
  USES(-1.22),
  /** It gives a C. */
  GIVES_OWN(-0.95),
  /** It gives a T. */
  GIVES_OTHER(0.18),
  /** The share of U and X's members that are both, T less C. */
  OVERLAP(-1.57);

  final double weight;

  HomeSign(double weight) {
    this.weight = weight;
  }

  /** All weights in the order of the signs. */
  public static double[] weights() {
    double[] weights = new double[values().length];
    for (HomeSign sign : values()) {
      weights[sign.ordinal()] = sign.weight;
    }
    return weights;
  }
}
