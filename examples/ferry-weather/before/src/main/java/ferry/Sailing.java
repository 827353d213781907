package ferry;

/** Whether the ferry sails, and how long it takes. */
public class Sailing {
  private final int draught;

  public Sailing(int draught) {
    this.draught = draught;
  }

  /** Not against a storm, and not over the bar at low water. */
  public boolean sails() {
    return Harbour.current().wind() < 18 && Harbour.current().tide() > draught + 20;
  }

  /** Minutes for the crossing. */
  public int minutes() {
    return 25 + Harbour.current().wind();
  }
}
