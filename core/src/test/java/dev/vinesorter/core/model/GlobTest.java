package dev.vinesorter.core.model;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Globs against the regular expressions that say what they mean, and against their worst texts. */
class GlobTest {
  /** The meaning, obvious and slow. */
  private static String regex(String glob) {
    StringBuilder regex = new StringBuilder();
    int at = 0;
    while (at < glob.length()) {
      if (glob.startsWith("**/", at)) {
        regex.append("((?:.*/)?)");
        at += 3;
      } else if (at > 0 && glob.substring(at).equals("/**")) {
        regex.append("((?:/.*)?)");
        at += 3;
      } else if (glob.startsWith("**", at)) {
        regex.append("(.*)");
        at += 2;
      } else {
        char c = glob.charAt(at);
        regex.append(c == '*' ? "([^/]*)" : c == '?' ? "([^/])" : Pattern.quote("" + c));
        at++;
      }
    }
    return regex.toString();
  }

  private static String random(Random random, String chars, int most) {
    StringBuilder text = new StringBuilder();
    for (int left = random.nextInt(most); left >= 0; left--) {
      text.append(chars.charAt(random.nextInt(chars.length())));
    }
    return text.toString();
  }

  @Test
  void matchesAndCapturesAsTheRegularExpressionThatItStandsFor() {
    Random random = new Random(5);
    int matched = 0;
    for (int trial = 0; trial < 60_000; trial++) {
      String glob = random(random, "**//?ab", 8);
      String name = random(random, "ab/", 8);
      Matcher slow = Pattern.compile(regex(glob), Pattern.DOTALL).matcher(name);
      String captured = null;
      if (slow.matches()) {
        matched++;
        StringBuilder groups = new StringBuilder();
        for (int group = 1; group <= slow.groupCount(); group++) {
          groups.append(slow.group(group)).append('\n');
        }
        captured = groups.toString();
      }
      assertThat(Glob.ofPath(glob).matches(name))
          .as("%s on %s", glob, name)
          .isEqualTo(slow.matches());
      assertThat(Glob.ofPath(glob).captured(name)).as("%s on %s", glob, name).isEqualTo(captured);
    }
    assertThat(matched).isGreaterThan(4_000);
  }

  @Test
  void worstPatternOnALongNameIsOneOfManyQuickOnes() {
    String worst = "**/a*".repeat(Glob.MOST_WILDCARDS / 2) + "b";
    String name = "a/".repeat(50_000);
    assertThat(Glob.ofPath(worst).matches(name)).isFalse();
    assertThat(Glob.ofPath(worst).captured(name + "ab")).hasSizeGreaterThan(90_000);
  }

  @Test
  void patternLongerThanPeopleWriteIsRefused() {
    assertThatThrownBy(() -> Glob.ofName("**.".repeat(25)))
        .isInstanceOf(Glob.TooLongException.class)
        .hasMessageContaining("24");
    assertThatThrownBy(() -> Glob.ofName("a".repeat(2001)))
        .isInstanceOf(Glob.TooLongException.class);
  }
}
