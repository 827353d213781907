#ifndef BELL_H
#define BELL_H

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

#endif
