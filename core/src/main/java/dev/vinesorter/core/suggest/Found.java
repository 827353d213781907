package dev.vinesorter.core.suggest;

import java.util.List;

/**
 * A plan that was found.
 *
 * @param moves its moves in their order
 * @param cycleWeights the weight of cycles before the first move and after each
 * @param upwards pairs of types that run up the layers, likewise
 * @param misfits types that stand elsewhere than where they belong, likewise
 * @param proven whether there is no plan of fewer moves that comes to as much
 */
public record Found(
    List<Move> moves,
    List<Integer> cycleWeights,
    List<Integer> upwards,
    List<Integer> misfits,
    boolean proven) {
  public Found {
    moves = List.copyOf(moves);
    cycleWeights = List.copyOf(cycleWeights);
    upwards = List.copyOf(upwards);
    misfits = List.copyOf(misfits);
  }

  /** Whether nothing of what was asked for is left. */
  public boolean complete() {
    return last(cycleWeights) == 0 && last(upwards) == 0 && last(misfits) == 0;
  }

  /** What is left of the weight of cycles. */
  public int left() {
    return last(cycleWeights);
  }

  private static int last(List<Integer> of) {
    return of.get(of.size() - 1);
  }
}
