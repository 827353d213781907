#include "hull/tank.h"

#include "bridge/gauge.h"

namespace dredger {

void Tank::fill(const Pump& pump, int minutes) {
  litres_ = clamped(litres_ + pump.flow().litres * minutes, 9000);
}

}  // namespace dredger
