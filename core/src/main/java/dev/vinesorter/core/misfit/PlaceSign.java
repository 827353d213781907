package dev.vinesorter.core.misfit;

/**
 * What speaks for a package as the place of a type, each as a number that grows with it, and what
 * it weighs: once for another package and once for the type's own. The weights were fitted as a
 * conditional logit (D. McFadden, 1974) on scrambled code of libraries; see {@code bench/}.
 */
public enum PlaceSign {
  /** The share of its references, both ways, that go there or come from there. */
  REFERENCES(0.98, 0.00),
  /** The same where who is used or uses by few counts more. */
  RARE(1.53, 0.07),
  /** The share of the types it uses that stand there. */
  USES(0.71, 0.00),
  /** The share of the types that use it that stand there. */
  USERS(1.05, 0.26),
  /** How much the three nearest types there use the same as it. */
  USE_ALIKE(0.99, 1.16),
  /** How much the three nearest types there are used by the same as it. */
  USED_ALIKE(1.11, 1.41),
  /** The share of walks of two steps along dependencies that end there. */
  TWO_STEPS(2.19, 0.21),
  /** Other types with its supertypes that stand there. */
  SIBLINGS(1.53, 0.63),
  /** Supertypes of it, and a share of its subtypes, that stand there. */
  HEIRS(0.49, 0.49),
  /** The share of links in documentation, both ways, that go there or come from there. */
  MENTIONS(0.46, 0.35),
  /** How much the three nearest names there are made of the same words. */
  NAMED_ALIKE(1.00, 1.78),
  /** The share of types there whose names end with the same word. */
  SUFFIX(1.14, 0.79),
  /** The share of types there whose names begin with the same word. */
  PREFIX(1.34, 0.62),
  /** Words of the name that stand in the package's own. */
  PACKAGE_NAME(0.96, 1.81),
  /**
   * How much more types of its sort (interface, exception, helper of static methods …) stand there
   * than elsewhere, as a logarithm.
   */
  SORT(0.34, 0.45),
  /** Dependencies between packages that would be there through this type alone. */
  NEW_DEPENDENCIES(-2.33, -0.49),
  /** Nothing there has to do with it. */
  NO_LINK(-1.88, 0.83),
  /** How much the types there have to do with each other. */
  DENSITY(-0.89, -0.23),
  /** One of the packages is what the other one has inside by a custom: internal, impl, spi … */
  CUSTOM(-1.00, 0.35),
  /** An interface or abstract class would go below its package, to where a subtype stands. */
  BELOW(-1.00, 0.00),
  /** It stands there already. */
  STAYS(0.00, 3.67),
  /** It stands there already, beside others with its first or last word. */
  STAYS_WITH_FAMILY(0.00, 0.52),
  /** It stands there already, and needs others there by what only their package may name. */
  PACKAGE_PRIVATE(0.00, 0.74),
  /** How surely the other types there stand where they should. */
  SETTLED(-1.03, 0.68),
  /** Types there look as if they belonged into its package. */
  BACK(1.22, 0.00);

  final double other;
  final double own;

  PlaceSign(double other, double own) {
    this.other = other;
    this.own = own;
  }

  /** The weight for another package than the own one, and for the own one. */
  public double weight(boolean isOwn) {
    return isOwn ? own : other;
  }

  /** All weights in the order of the signs: for other packages, then for the own one. */
  public static double[][] weights() {
    PlaceSign[] signs = values();
    double[][] weights = new double[2][signs.length];
    for (PlaceSign sign : signs) {
      weights[0][sign.ordinal()] = sign.other;
      weights[1][sign.ordinal()] = sign.own;
    }
    return weights;
  }
}
