package tower;

/** Where strokes are heard. */
interface Sound {
  void stroke(String bell);
}
