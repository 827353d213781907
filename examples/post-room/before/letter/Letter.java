package letter;

/** A letter as everybody understands it. */
public interface Letter {
  /** The same with one more line. */
  Letter with(String line);

  String text();
}
