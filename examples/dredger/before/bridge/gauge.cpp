#include "bridge/gauge.h"

namespace dredger {

std::string gauge(const Tank& tank) {
  return std::to_string(clamped(tank.litres(), 9000)) + " l";
}

}  // namespace dredger
