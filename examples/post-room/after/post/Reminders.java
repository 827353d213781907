package post;

import letter.Letter;

/** Reminds of what is due. */
public class Reminders {
  public String remind(String borrower, String sheet) {
    Letter letter = Letters.letter(borrower).with(sheet + " is due.");
    return letter.text();
  }
}
