#ifndef DREDGER_BRIDGE_GAUGE_H
#define DREDGER_BRIDGE_GAUGE_H

#include <string>

#include "hull/tank.h"

namespace dredger {

/** A value that stays between 0 and what is most. */
inline int clamped(int value, int most) {
  return value < 0 ? 0 : value > most ? most : value;
}

/** What the bridge shows of a tank. */
std::string gauge(const Tank& tank);

}  // namespace dredger

#endif  // DREDGER_BRIDGE_GAUGE_H
