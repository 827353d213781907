package ferry;

/** Whether the ferry sails, and how long it takes. */
public class Sailing {
  private final int draught;
  private final Conditions conditions;

  public Sailing(int draught, Conditions conditions) {
    this.draught = draught;
    this.conditions = conditions;
  }

  /** Not against a storm, and not over the bar at low water. */
  public boolean sails() {
    return conditions.wind() < 18 && conditions.tide() > draught + 20;
  }

  /** Minutes for the crossing. */
  public int minutes() {
    return 25 + conditions.wind();
  }
}
