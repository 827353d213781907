package foundry;

/** Casts a bell that was ordered, from the weights in the old ledger. */
public class Casting {
  private final String town;
  private final Sender post;

  public Casting(String town, Sender post) {
    this.town = town;
    this.post = post;
  }

  /** Kilograms of bronze for a bell of a note. */
  public int bronze(String note) {
    int base = note.equals("c") ? 900 : note.equals("e") ? 460 : 250;
    int lost = loss();
    return base + base * lost / 100;
  }

  protected int loss() {
    return Furnace.open().loss();
  }

  /** What is written to the town. */
  public String letter(String note) {
    String greeting = "To " + town + ": ";
    String text = greeting + bronze(note) + " kg for the " + note;
    post.send(town, text);
    return text;
  }
}
