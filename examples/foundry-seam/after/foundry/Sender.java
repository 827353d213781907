package foundry;

/** What others ask of a {@link Post}. */
interface Sender {
  void send(String town, String text);
}
