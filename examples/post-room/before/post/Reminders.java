package post;

import letter.Letter;
import quill.QuillLetter;

/** Reminds of what is due. */
public class Reminders {
  public String remind(String borrower, String sheet) {
    Letter letter = new QuillLetter(borrower).with(sheet + " is due.");
    return letter.text();
  }
}
