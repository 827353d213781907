/* The clock of the bell foundry: tells when the bell strikes, and how often. */
#include <stdio.h>

#define HOURS 12
#define STRIKE_MS 400

/* How often the bell strikes at an hour of the day. */
static int strikes(int hour) {
  int told = hour % HOURS;
  return told == 0 ? HOURS : told;
}

/* How long all strikes of an hour take. */
static long strike_time(int hour) {
  return (long) strikes(hour) * STRIKE_MS;
}

int main(void) {
  for (int hour = 0; hour < 24; hour += 6) {
    printf("%d: %d strikes, %ld ms\n", hour, strikes(hour), strike_time(hour));
  }
  return 0;
}
