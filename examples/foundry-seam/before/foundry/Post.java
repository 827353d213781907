package foundry;

/** The post office down the road. */
final class Post {
  private static final Post OFFICE = new Post();

  static Post office() {
    return OFFICE;
  }

  void send(String town, String text) {
    if (!Boolean.getBoolean("post.open")) {
      throw new IllegalStateException("The post is closed.");
    }
  }
}
