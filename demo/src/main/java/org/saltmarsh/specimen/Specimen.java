package org.saltmarsh.specimen;

import java.util.ArrayList;
import java.util.List;

/** One pressed plant on its sheet, with what is known of it. */
public final class Specimen {
  /** What somebody does in the house. */
  public enum Post {
    KEEPER,
    MOUNTER,
    VOLUNTEER,
    VISITOR
  }

  private final AccessionNumber number;
  private final Locality locality;
  private final Collector collector;
  private final List<Determination> determinations = new ArrayList<>();
  private Condition condition;
  private boolean typeSpecimen;

  public Specimen(AccessionNumber number, Taxon taxon, Locality locality, Collector collector) {
    this.number = number;
    this.locality = locality;
    this.collector = collector;
    this.condition = Condition.FRESH;
    determinations.add(new Determination(taxon, collector.name(), number.year()));
  }

  public AccessionNumber number() {
    return number;
  }

  public Locality locality() {
    return locality;
  }

  public Collector collector() {
    return collector;
  }

  public Condition condition() {
    return condition;
  }

  public void condition(Condition now) {
    condition = now;
  }

  public void markAsType() {
    typeSpecimen = true;
  }

  public void determine(Determination opinion) {
    determinations.add(opinion);
  }

  /** The newest opinion of what it is. */
  public Taxon taxon() {
    Determination best = determinations.get(0);
    for (Determination opinion : determinations) {
      if (opinion.supersedes(best)) {
        best = opinion;
      }
    }
    return best.taxon();
  }

  /** Whether somebody in that post may take it in hand. */
  public boolean mayBeHandledBy(Post post) {
    if (typeSpecimen) {
      return post == Post.KEEPER;
    }
    if (condition == Condition.EATEN) {
      return post == Post.KEEPER || post == Post.MOUNTER;
    }
    return post != Post.VISITOR;
  }

  /** Whether somebody in that post may send it away. */
  public boolean mayBeLentBy(Post post) {
    return post == Post.KEEPER && !typeSpecimen && condition.mayTravel();
  }
}
