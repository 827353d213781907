package post;

import letter.Letter;
import stamp.StampLetter;

/** Thanks those who gave something. */
public class Thanks {
  public Letter thank(String giver, String gift) {
    StampLetter letter = StampLetter.to(giver);
    return letter.with("Thank you for " + gift + ".");
  }
}
