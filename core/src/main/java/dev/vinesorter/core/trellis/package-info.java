/**
 * The intended structure and how code keeps to it. A {@link dev.vinesorter.core.trellis.Trellis}
 * says what is meant; {@link dev.vinesorter.core.trellis.Inspection} finds every {@link
 * dev.vinesorter.core.trellis.Breach}. Parsing is not its business: what it is given carries the
 * place of each rule, so that a rule can be told about.
 */
package dev.vinesorter.core.trellis;
