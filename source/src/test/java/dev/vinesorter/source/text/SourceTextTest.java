package dev.vinesorter.source.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.Random;
import org.junit.jupiter.api.Test;

class SourceTextTest {
  @Test
  void anyBytesComeBackAsTheyWere() {
    for (int seed = 0; seed < 300; seed++) {
      Random random = new Random(seed);
      byte[] bytes = new byte[random.nextInt(50)];
      random.nextBytes(bytes);
      SourceText text = SourceText.of(bytes, StandardCharsets.UTF_8);

      assertThat(text.bytes()).as("seed %d", seed).isEqualTo(bytes);
    }
  }

  @Test
  void byteOrderMarkIsKeptAndNotPartOfTheText() {
    byte[] bytes = "\uFEFFclass A {}".getBytes(StandardCharsets.UTF_8);
    SourceText text = SourceText.of(bytes, StandardCharsets.ISO_8859_1);

    assertThat(text.text()).isEqualTo("class A {}");
    assertThat(text.with("class B {}").bytes())
        .isEqualTo("\uFEFFclass B {}".getBytes(StandardCharsets.UTF_8));
  }

  @Test
  void bytesThatAreNoUtf8AreReadAsLatin() {
    SourceText text =
        SourceText.of("é".getBytes(StandardCharsets.ISO_8859_1), StandardCharsets.UTF_8);

    assertThat(text.text()).isEqualTo("é");
    assertThat(text.fallback()).isTrue();
    assertThat(text.encodable("Größe")).isEqualTo("Größe");
    assertThat(text.encodable("日")).isEqualTo("\\u65e5");
  }

  @Test
  void lineStartsOfAllLineEnds() {
    assertThat(SourceText.lineStarts("a\nb\r\nc\rd")).containsExactly(0, 2, 5, 7);
    assertThat(SourceText.lineStarts("a\n")).containsExactly(0);
    assertThat(SourceText.lineStarts("")).containsExactly(0);
    assertThat(SourceText.of("a\r\nb\r\n".getBytes(), StandardCharsets.UTF_8).lineEnd())
        .isEqualTo("\r\n");
    assertThat(SourceText.of("a\nb".getBytes(), StandardCharsets.UTF_8).lineEnd()).isEqualTo("\n");
  }
}
