package dev.vinesorter.cli;

import java.util.Properties;

/** Which Vine Sorter this is. */
final class ProductVersion {
  private ProductVersion() {}

  /** The version's number. */
  static String number() throws java.io.IOException {
    return words().substring(words().lastIndexOf(' ') + 1);
  }

  /** The name with the version's number. */
  static String words() throws java.io.IOException {
    Properties build = new Properties();
    try (var in = ProductVersion.class.getResourceAsStream("build.properties")) {
      build.load(in);
    }
    return "Vine Sorter " + build.getProperty("version");
  }
}
