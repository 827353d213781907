package post;

import letter.Letter;

/** Thanks those who gave something. */
public class Thanks {
  public Letter thank(String giver, String gift) {
    Letter letter = Letters.letter(giver);
    return letter.with("Thank you for " + gift + ".");
  }
}
