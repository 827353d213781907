#ifndef DREDGER_BRIDGE_GAUGE_H
#define DREDGER_BRIDGE_GAUGE_H

#include <string>

#include "hull/tank.h"

namespace dredger {

/** What the bridge shows of a tank. */
std::string gauge(const Tank& tank);

}  // namespace dredger

#endif  // DREDGER_BRIDGE_GAUGE_H
