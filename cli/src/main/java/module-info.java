/** The commands. */
module dev.vinesorter.cli {
  requires dev.vinesorter.source;
  requires dev.vinesorter.report;
  requires info.picocli;
  requires me.tongfei.progressbar;

  opens dev.vinesorter.cli to
      info.picocli;
}
