package foundry;

/** The post office down the road. */
final class Post implements Sender {
  private static final Post OFFICE = new Post();

  static Post office() {
    return OFFICE;
  }

  @Override
  public void send(String town, String text) {
    if (!Boolean.getBoolean("post.open")) {
      throw new IllegalStateException("The post is closed.");
    }
  }
}
