package tower;

/** One way for {@link Tower#update}. */
interface Custom {
  int strike(Tower tower, int minute);
}
