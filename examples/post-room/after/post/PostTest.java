package post;

import java.util.List;

/** Reads what is written. */
public class PostTest {
  public static void main(String[] arguments) {
    assert new Reminders().remind("Ada", "Sheet 7").equals("To Ada: Sheet 7 is due.");
    assert new Thanks().thank("Bo", "a fern").text().equals("To Bo: Thank you for a fern.");
    assert new Invitations().invite(List.of("Cy"), "Sunday").get(0).text().endsWith("Sunday.");
  }
}
