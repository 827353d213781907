package post;

import java.util.ArrayList;
import java.util.List;
import letter.Letter;

/** Invites to the open day. */
public class Invitations {
  public List<Letter> invite(List<String> guests, String day) {
    List<Letter> all = new ArrayList<>();
    for (String guest : guests) {
      all.add(Letters.letter(guest).with("Come on " + day + "."));
    }
    return all;
  }
}
