/* The clock of the bell foundry: tells when the bell strikes, and how often. */
#include <stdio.h>

#include "bell.h"

int main(void) {
  for (int hour = 0; hour < 24; hour += 6) {
    printf("%d: %d strikes, %ld ms\n", hour, strikes(hour), strike_time(hour));
  }
  return 0;
}
