#ifndef DREDGER_BASE_LIMITS_H
#define DREDGER_BASE_LIMITS_H

namespace dredger {

/** A value that stays between 0 and what is most. */
inline int clamped(int value, int most) {
  return value < 0 ? 0 : value > most ? most : value;
}

}  // namespace dredger

#endif  // DREDGER_BASE_LIMITS_H
