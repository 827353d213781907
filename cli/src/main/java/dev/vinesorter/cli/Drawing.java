package dev.vinesorter.cli;

import dev.vinesorter.source.read.Progress;
import me.tongfei.progressbar.ConsoleProgressBarConsumer;
import me.tongfei.progressbar.ProgressBar;
import me.tongfei.progressbar.ProgressBarBuilder;
import me.tongfei.progressbar.ProgressBarStyle;

/** Draws progress on a terminal; in a pipe it draws nothing. */
final class Drawing implements Progress {
  private static final int WIDTH = 78;
  private static final int INTERVAL_MILLIS = 100;

  private final boolean draws;
  private ProgressBar bar;
  private String phase = "";

  private Drawing(boolean draws) {
    this.draws = draws;
  }

  static Drawing start() {
    return new Drawing(Output.drawsProgress());
  }

  @Override
  public void at(String newPhase, int done, int all) {
    if (!draws) {
      return;
    }
    if (!newPhase.equals(phase)) {
      close();
      phase = newPhase;
      bar =
          new ProgressBarBuilder()
              .setTaskName(newPhase)
              .setInitialMax(all)
              .setStyle(ProgressBarStyle.ASCII)
              .setUpdateIntervalMillis(INTERVAL_MILLIS)
              .setConsumer(new Line())
              .clearDisplayOnFinish()
              .build();
    }
    bar.stepTo(done);
  }

  /** A line that is gone when it is cleared, and leaves no empty one behind. */
  private static final class Line extends ConsoleProgressBarConsumer {
    Line() {
      super(System.err, WIDTH);
    }

    @Override
    public void close() {
      System.err.flush();
    }
  }

  @Override
  public void close() {
    if (bar != null) {
      bar.close();
      bar = null;
    }
  }
}
