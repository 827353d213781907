#ifndef DREDGER_BASE_UNITS_H
#define DREDGER_BASE_UNITS_H

namespace dredger {

/** Litres in a minute. */
struct Flow {
  int litres;
};

/** Rounds in a minute, for a gauge. */
inline int rounds(int litres) { return litres / 12; }

}  // namespace dredger

#endif  // DREDGER_BASE_UNITS_H
